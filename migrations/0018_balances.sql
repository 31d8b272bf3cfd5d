-- A debt may have several balances, each at its own rate, and terms for late payments.
create table debt_balance (
	case_id uuid not null,
	debt_id uuid not null,
	id uuid not null,
	position smallint not null check (position >= 0),
	name text not null check (char_length(name) <= 80),
	-- Null: not known yet.
	balance minor_units,
	annual_rate annual_percent,
	-- Null: it bears interest from the start.
	deferred_by date,
	-- Null: the rate of the balance.
	deferred_rate annual_percent,
	deferred_accrued minor_units,
	primary key (case_id, debt_id, id),
	unique (case_id, debt_id, position),
	foreign key (case_id, debt_id) references debt (case_id, id) on delete cascade,
	check ((deferred_by is null) = (deferred_accrued is null)),
	check (deferred_by is not null or deferred_rate is null)
);

-- Where payments go: what the law says, until somebody says otherwise.
alter table debt
	add column minimum_to text not null default 'lowest' check (minimum_to in ('lowest', 'highest', 'share')),
	add column excess_to text not null default 'highest' check (excess_to in ('lowest', 'highest', 'share')),
	add column at_least minor_units,
	add column at_least_until date,
	-- Null: a missed payment costs nothing.
	add column late_fee minor_units,
	add column late_fee_again minor_units,
	add column late_assumed boolean,
	add column penalty_rate annual_percent,
	add column penalty_after smallint check (penalty_after between 1 and 60),
	add column penalty_notice smallint check (penalty_notice between 0 and 60),
	add column penalty_cure smallint check (penalty_cure between 1 and 60),
	add check ((at_least is null) = (at_least_until is null)),
	add check (num_nulls(late_fee, late_assumed, penalty_after, penalty_notice, penalty_cure) in (0, 5)),
	add check (late_fee is not null or (late_fee_again is null and penalty_rate is null));
alter table debt alter column minimum_to drop default, alter column excess_to drop default;

-- The balance that a charge or another rate is about; null: the first, or each.
alter table debt_event add column balance_id uuid, add check (kind in ('charge', 'rate') or balance_id is null);

-- The same in the debts that forecasts keep as they were.
update forecast set debts = (
	select coalesce(jsonb_agg(
		debt || '{"balances": [], "allocation": {"minimum": "lowest", "excess": "highest"}, "atLeast": null, "late": null}'::jsonb
			|| jsonb_build_object('events', (
				select coalesce(jsonb_agg(
					case when event ->> 'kind' in ('rate', 'charge') then event || '{"ofBalance": null}' else event end
					order by number
				), '[]')
				from jsonb_array_elements(debt -> 'events') with ordinality as each_event (event, number)
			))
		order by place
	), '[]')
	from jsonb_array_elements(debts) with ordinality as each_debt (debt, place)
);
