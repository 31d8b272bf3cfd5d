-- What was missed before a debt was taken down, as JSON; null: nothing that matters. What of it is past due is in past_due.
alter table debt
	add column late_history jsonb,
	add check (late_fee is not null or late_history is null);

-- The interest that a statement prints for a balance; null: not known.
alter table debt_balance add column printed_interest minor_units;

-- A recorded balance by each of several balances, as JSON; none: the total alone is known.
alter table reading add column by_balance jsonb not null default '[]';
alter table reading alter column by_balance drop default;

-- A plan may keep the deadlines of debts: such a change brings no debt.
do $$
declare
	rule text;
begin
	for rule in
		select conname from pg_constraint
		where conrelid = 'plan_change'::regclass and contype = 'c'
			and (pg_get_constraintdef(oid) like '%ARRAY[''consolidate''%'
				or pg_get_constraintdef(oid) like '%(kind = ''concession''::text) = (new_id IS NULL)%')
	loop
		execute format('alter table plan_change drop constraint %I', rule);
	end loop;
end
$$;
alter table plan_change
	add check (kind in ('consolidate', 'transfer', 'concession', 'deadline')),
	add check ((kind in ('concession', 'deadline')) = (new_id is null));

-- The same in the debts that forecasts keep as they were.
update forecast set debts = (
	select coalesce(jsonb_agg(
		debt
			|| jsonb_build_object('balances', (
				select coalesce(jsonb_agg(balance || '{"printedInterest": null}'::jsonb order by number), '[]')
				from jsonb_array_elements(debt -> 'balances') with ordinality as each_balance (balance, number)
			))
			|| case when jsonb_typeof(debt -> 'late') = 'object'
				then jsonb_build_object('late', (debt -> 'late') || '{"history": null}'::jsonb)
				else '{}'::jsonb
			end
		order by place
	), '[]')
	from jsonb_array_elements(debts) with ordinality as each_debt (debt, place)
);
