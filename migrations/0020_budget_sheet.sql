-- What kind of debt it is: whom short months pay first goes by it.
alter table debt add column kind text not null default 'other'
	check (kind in ('secured', 'rent', 'utility', 'tax', 'card', 'loan', 'other'));
alter table debt alter column kind drop default;

-- The days of income and needs: the first and the last on which one falls; null: the first of a month, and no end.
alter table household_line
	add column day_from date,
	add column day_until date;

-- A plan's money may be what the budget sheet leaves. Savings: what is there (null: the plan has none), what a month
-- puts aside (null: all that is left), the target (null: none), whether they cover short months. In a short month debts
-- are paid in an order (null: each gets a share). Debts that are left aside.
do $$
declare
	rule text;
begin
	for rule in
		select conname from pg_constraint
		where conrelid = 'plan'::regclass and contype = 'c'
			and pg_get_constraintdef(oid) like '%ARRAY[''required''::text, ''required-plus''%'
	loop
		execute format('alter table plan drop constraint %I', rule);
	end loop;
end
$$;
alter table plan
	add check (budget in ('required', 'required-plus', 'constant', 'sheet')),
	add check (budget <> 'sheet' or amount is null),
	add column savings_opening minor_units,
	add column savings_monthly minor_units,
	add column savings_target minor_units,
	add column savings_cover boolean,
	add check ((savings_opening is null) = (savings_cover is null)),
	add check (savings_opening is not null or (savings_monthly is null and savings_target is null)),
	add column short_order text[],
	add column aside text[] not null default '{}';
alter table plan alter column aside drop default;

-- The same in what is kept as it was: the debts of forecasts, and plans as they were chosen.
update forecast set
	debts = (
		select coalesce(jsonb_agg(debt || '{"kind": "other"}'::jsonb order by place), '[]')
		from jsonb_array_elements(debts) with ordinality as each_debt (debt, place)
	),
	content = content || '{"savings": null, "shortOrder": null, "aside": [], "sheet": null}'::jsonb;
update plan_choice set
	content = content || '{"savings": null, "shortOrder": null, "aside": [], "sheet": null}'::jsonb
where jsonb_typeof(content) = 'object';
