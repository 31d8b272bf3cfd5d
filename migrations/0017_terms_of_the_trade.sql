-- Columns, tables and values are named as the screens name them: what a debt requires, its events, and what was recorded.
alter table happening rename to debt_event;
alter table plan_happening rename to plan_event;
alter table happened rename to recorded_event;
alter table way rename column happening to event;

do $$
declare
	one text;
begin
	for one in
		select attname from pg_attribute
		where attrelid = 'debt'::regclass and attname ~ '^asked_' and not attisdropped
	loop
		execute format('alter table debt rename column %I to %I', one, 'required_' || substr(one, 7));
	end loop;
end
$$;

alter table debt drop constraint debt_pays_kind_check;
update debt set pays_kind = 'required' where pays_kind = 'asked';
alter table debt add constraint debt_pays_kind_check
	check (pays_kind in ('required', 'held', 'fixed', 'interest-plus'));

alter table way drop constraint way_kind_check;
update way set kind = 'required' where kind = 'asked';
alter table way add constraint way_kind_check check (
	kind in ('paid', 'required', 'held', 'without', 'interest-plus', 'fixed', 'ends-in', 'portions')
);

alter table plan drop constraint plan_pays_check;
update plan set pays = 'required' where pays = 'asked';
alter table plan add constraint plan_pays_check check (pays in ('planned', 'required', 'paid'));

-- The same in what is kept as it was: the debts of forecasts, and plans as they were chosen.
create function renamed_way(way jsonb) returns jsonb language sql immutable as $$
	select case
		when way ->> 'kind' = 'asked' then way || '{"kind": "required"}'
		when way ? 'happening' then (way - 'happening') || jsonb_build_object('event', way -> 'happening')
		else way
	end
$$;

create function renamed_plan(plan jsonb) returns jsonb language sql immutable as $$
	select (plan - 'happenings') || jsonb_build_object(
		'events', plan -> 'happenings',
		'pays', case plan ->> 'pays' when 'asked' then '"required"' else plan -> 'pays' end
	)
$$;

update forecast set
	debts = (
		select coalesce(jsonb_agg(
			(debt - '{asked,happenings}'::text[]) || jsonb_build_object(
				'required', debt -> 'asked',
				'events', debt -> 'happenings',
				'pays', renamed_way(debt -> 'pays'),
				'baseline', renamed_way(debt -> 'baseline'),
				'compared', (
					select coalesce(jsonb_agg(renamed_way(way) order by number), '[]')
					from jsonb_array_elements(debt -> 'compared') with ordinality as each_way (way, number)
				)
			) order by place
		), '[]')
		from jsonb_array_elements(debts) with ordinality as each_debt (debt, place)
	),
	content = renamed_plan(content);
update plan_choice set content = renamed_plan(content) where jsonb_typeof(content) = 'object';

drop function renamed_way(jsonb);
drop function renamed_plan(jsonb);
