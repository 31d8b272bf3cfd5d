-- The people of a household; none: it is not said who owes what. Whose debts, income and needs are: null, of all together.
alter table case_file add column people jsonb not null default '[]' check (jsonb_typeof(people) = 'array');
alter table case_file alter column people drop default;
alter table debt add column owner uuid;

-- Lines of a budget sheet have identifiers, so that an amount of a month can say whose line it is of; until now, their places.
alter table household_line add column id uuid, add column owner uuid;
update household_line set id = (
	'00000000-0000-4000-' || case side when 'income' then '8001' else '8002' end || '-'
		|| lpad((position + 1)::text, 12, '0')
)::uuid;
alter table household_line alter column id set not null;

-- What a plan changes: an agreement may end, and creditors may take less than is owed. Who pays how much of it.
do $$
declare
	rule text;
begin
	for rule in
		select conname from pg_constraint
		where conrelid = 'plan_change'::regclass and contype = 'c'
			and (pg_get_constraintdef(oid) like '%kind%deadline%'
				or pg_get_constraintdef(oid) like '%set_up_fee%agreed_from%')
	loop
		execute format('alter table plan_change drop constraint %I', rule);
	end loop;
end
$$;
alter table plan_change
	add column agreed_until date,
	add column paid_before text check (paid_before in ('stop', 'asked')),
	add check (kind in ('consolidate', 'transfer', 'concession', 'settle', 'deadline')),
	add check ((kind in ('concession', 'settle', 'deadline')) = (new_id is null)),
	add check (kind = 'concession' or (set_up_fee is null and agreed_until is null)),
	add check (kind in ('concession', 'settle') or agreed_from is null),
	add check ((kind = 'settle') = (paid_before is not null));
alter table plan_change_debt add column settled_percent numeric(8, 4) check (settled_percent between 0 and 100);
alter table plan add column split jsonb;

-- What came in and was needed in single months.
create table recorded_money (
	case_id uuid not null references case_file (id) on delete cascade,
	position smallint not null check (position >= 0),
	id uuid not null,
	month date not null,
	side text not null check (side in ('income', 'needs')),
	-- Null: it is of no line of the budget sheet.
	line_id uuid,
	name text not null check (char_length(name) <= 80),
	amount minor_units not null,
	lasting boolean not null,
	primary key (case_id, id)
);

-- The same in what is kept as it was: the debts, figures and plans of forecasts, and plans as they were chosen.
create function raised_lines(lines jsonb, side text) returns jsonb language sql immutable as $$
	select coalesce(jsonb_agg(
		line || jsonb_build_object('id', '00000000-0000-4000-' || side || '-' || lpad(place::text, 12, '0'), 'owner', null)
		order by place
	), '[]')
	from jsonb_array_elements(lines) with ordinality as each_line (line, place)
$$;
create function raised_content(content jsonb) returns jsonb language sql immutable as $$
	select content || jsonb_build_object(
		'split', null,
		'changes', (
			select coalesce(jsonb_agg(
				case when change ->> 'kind' = 'concession' then change || '{"until": null}' else change end order by place
			), '[]')
			from jsonb_array_elements(content -> 'changes') with ordinality as each_change (change, place)
		),
		'sheet', case when jsonb_typeof(content -> 'sheet') = 'object' then jsonb_build_object(
			'income', raised_lines(content -> 'sheet' -> 'income', '8001'),
			'needs', raised_lines(content -> 'sheet' -> 'needs', '8002')
		) end
	)
$$;
update forecast set
	debts = (
		select coalesce(jsonb_agg(debt || '{"owner": null}' order by place), '[]')
		from jsonb_array_elements(debts) with ordinality as each_debt (debt, place)
	),
	figures = (
		select coalesce(jsonb_agg(figure || '{"forgiven": 0}' order by place), '[]')
		from jsonb_array_elements(figures) with ordinality as each_figure (figure, place)
	),
	content = raised_content(content);
update plan_choice set content = raised_content(content) where jsonb_typeof(content) = 'object';
drop function raised_content(jsonb);
drop function raised_lines(jsonb, text);
