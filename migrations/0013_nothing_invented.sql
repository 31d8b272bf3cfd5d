-- A forecast keeps the interest of whole periods before a debt's first payment; those made before knew none.
update forecast set figures = (
	select coalesce(jsonb_agg(figure || '{"before": []}' order by place), '[]')
	from jsonb_array_elements(figures) with ordinality as each (figure, place)
);

-- The terms of a change are empty until somebody types them or has them proposed.
do $$
declare
	rule text;
begin
	for rule in
		select conname from pg_constraint
		where conrelid = 'plan_change'::regclass and contype = 'c' and conname ~ '^plan_change_check[0-9]*$'
	loop
		execute format('alter table plan_change drop constraint %I', rule);
	end loop;
end
$$;
alter table plan_change add column fee_kind text check (fee_kind in ('amount', 'percent'));
update plan_change set fee_kind = case when fee_percent is null then 'amount' else 'percent' end
	where kind = 'concession';
alter table plan_change
	add check ((kind = 'concession') = (new_id is null)),
	add check ((new_id is null) = (new_name is null)),
	add check ((new_id is null) = (new_rule is null)),
	add check (new_id is not null or (new_first_due is null and new_rate is null)),
	add check (new_periods is null or (new_rule is not null and new_rule = 'level')),
	add check (new_amount is null or (new_rule is not null and new_rule <> 'level')),
	add check (new_rule is null or new_rule <> 'minimum' or new_amount is not null),
	add check (new_percent is null or (new_rule is not null and new_rule = 'minimum')),
	add check (kind = 'transfer' or (then_rate is null and offer_months is null and credit_limit is null)),
	add check ((kind = 'consolidate') = (fee_paid is not null)),
	add check ((kind = 'concession') = (fee_kind is not null)),
	add check (fee_kind is not null or fee_cap is null),
	add check (fee_kind is null or fee_kind = 'percent' or (fee_percent is null and fee_cap is null)),
	add check (fee_kind is null or fee_kind = 'amount' or fee_amount is null),
	add check (kind = 'concession' or (set_up_fee is null and agreed_from is null));

alter table plan_change_debt drop constraint plan_change_debt_check;
alter table plan_change_debt add check (agreed_rate is null or assumed is not null);

-- The calendars that were given out: how many, and their events, so that those that are gone can be cancelled.
alter table case_file add column calendar jsonb not null default '{"sequence": 0, "given": []}';
alter table case_file alter column calendar drop default;

-- Transactions that a lender has withdrawn, so that an older file does not bring them back.
alter table debt add column withdrawn jsonb not null default '[]' check (jsonb_typeof(withdrawn) = 'array');
alter table debt alter column withdrawn drop default;
update forecast set debts = (
	select coalesce(jsonb_agg(debt || '{"withdrawn": []}' order by place), '[]')
	from jsonb_array_elements(debts) with ordinality as each (debt, place)
);
