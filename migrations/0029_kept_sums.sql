-- A casebook of a hundred thousand cases: what its head says of them all is kept up to date with each change instead of
-- counted anew, and its lines are found in an index that has all that they are found and sorted by.
create table case_sum (
	owner_id uuid references account on delete cascade,
	currency text not null,
	currency_digits smallint not null,
	cases integer not null,
	chosen integer not null,
	short integer not null,
	owed bigint not null,
	unique nulls not distinct (owner_id, currency, currency_digits)
);

-- Cases are taken out as they were (`gone`) and put in as they are (`come`), by statement: many at once are one step.
create function keep_case_sums() returns trigger language plpgsql as $$
declare
	moved text := 'select owner_id, currency, currency_digits, %s1, %1$s(chosen_on is not null)::int, '
		'%1$s(short_from is not null)::int, %1$sowed from %2$s where deleted_at is null';
	gone text := format(moved, '-', 'gone');
	come text := format(moved, '+', 'come');
begin
	execute 'insert into case_sum as kept
		select owner_id, currency, currency_digits, sum(cases), sum(chosen), sum(short), sum(owed)
		from (' || case tg_op when 'INSERT' then come when 'DELETE' then gone else gone || ' union all ' || come end || ')
			as moved (owner_id, currency, currency_digits, cases, chosen, short, owed)
		group by 1, 2, 3 having (sum(cases), sum(chosen), sum(short), sum(owed)) <> (0, 0, 0, 0)
		order by 1, 2, 3
		on conflict (owner_id, currency, currency_digits) do update set
			cases = kept.cases + excluded.cases,
			chosen = kept.chosen + excluded.chosen,
			short = kept.short + excluded.short,
			owed = kept.owed + excluded.owed';
	return null;
end
$$;
create trigger case_file_summed_in after insert on case_file
	referencing new table as come for each statement execute function keep_case_sums();
create trigger case_file_summed_anew after update on case_file
	referencing old table as gone new table as come for each statement execute function keep_case_sums();
create trigger case_file_summed_out after delete on case_file
	referencing old table as gone for each statement execute function keep_case_sums();

insert into case_sum
select owner_id, currency, currency_digits, count(*), count(chosen_on), count(short_from), sum(owed)
from case_file where deleted_at is null group by 1, 2, 3;

drop index case_file_by_touch;
create index case_file_by_touch on case_file (touched_at desc, filed_under collate "C", id) include
	(searched, owner_id, currency, currency_digits, chosen_on, short_from, expected_since, last_read, off_plan, owed)
	where deleted_at is null;
create index case_file_by_label on case_file (filed_under collate "C", id) include (owner_id) where deleted_at is null;
create index case_file_by_review on case_file (owner_id) include (expected_since, last_read, off_plan, currency_digits)
	where deleted_at is null and expected_since is not null;
