-- A casebook of ten thousand cases is searched, sorted, filtered and added up here: what it shows of a case stands in the
-- case's own row, formed by the program whenever the case is saved.

-- The first month in which the money of a forecast is less than what is asked; of those made before, it is not known.
alter table forecast add column short_from date;

alter table case_file
	add column debts integer not null default 0,
	add column owed bigint not null default 0,
	add column chosen_name text,
	add column chosen_on date,
	add column short_from date,
	-- The label as it is searched (without accents, in small letters) and as it is sorted (numbers by their value).
	add column searched text not null default '',
	add column filed_under text not null default '';

create function folded(text) returns text language sql immutable strict parallel safe as $$
	select replace(replace(replace(replace(translate(
		-- Whatever the language of the database is.
		lower(regexp_replace(normalize($1, NFKD), '[\u0300-\u036f]', '', 'g') collate "und-x-icu"),
		'øłđðħıŧ', 'olddhit'), 'ß', 'ss'), 'æ', 'ae'), 'œ', 'oe'), 'þ', 'th')
$$;

create function filed_under(text) returns text language sql immutable strict parallel safe as $$
	select string_agg(
		case when part[1] ~ '^[0-9]' then lpad(part[1], greatest(length(part[1]), 12), '0') else part[1] end,
		'' order by place)
	from regexp_matches($1, '[0-9]+|[^0-9]+', 'g') with ordinality as parts (part, place)
$$;

create function file_by_label() returns trigger language plpgsql as $$
begin
	new.searched := folded(new.label);
	new.filed_under := filed_under(new.searched);
	return new;
end
$$;

create trigger case_file_by_label before insert on case_file
	for each row execute function file_by_label();
create trigger case_file_by_new_label before update on case_file
	for each row when (new.label is distinct from old.label) execute function file_by_label();

update case_file set
	searched = folded(label),
	filed_under = filed_under(folded(label)),
	debts = (select count(*) from debt where case_id = case_file.id),
	owed = (select coalesce(sum(balance), 0) from debt where case_id = case_file.id),
	(chosen_name, chosen_on) = (
		select plan_choice.name, plan_choice.date from plan_choice
		join plan on plan.case_id = plan_choice.case_id and plan.id = plan_choice.plan_id
		where plan_choice.case_id = case_file.id and plan_choice.position =
			(select max(position) from plan_choice last where last.case_id = case_file.id)
	);
