-- How a case's debts are paid under one budget: where the month's money comes from, who is first in line
-- for what it leaves, what it is measured against, and what happens to it over time.

create table plan (
	case_id uuid primary key references case_file (id),
	budget text not null check (budget in ('required', 'required-plus', 'constant')),
	-- The amount or the extra; of a constant amount, null is what the first month asks.
	amount minor_units,
	payoff_order text not null
		check (payoff_order in ('rate', 'balance', 'relief', 'listed', 'spread')),
	baseline text not null check (baseline in ('minimums', 'today')),
	check (budget <> 'required' or amount is null),
	check (budget <> 'required-plus' or amount is not null)
);

-- The counselor's own order; a debt in it may have been deleted since.
create table plan_place (
	case_id uuid not null references plan (case_id) on delete cascade,
	position smallint not null check (position >= 0),
	debt_id uuid not null,
	primary key (case_id, position),
	unique (case_id, debt_id)
);

create table plan_happening (
	case_id uuid not null references plan (case_id) on delete cascade,
	id uuid not null,
	position smallint not null check (position >= 0),
	kind text not null check (kind in ('one-off', 'money')),
	off boolean not null,
	date date not null,
	amount minor_units not null,
	every_year boolean,
	primary key (case_id, id),
	unique (case_id, position),
	check ((kind = 'one-off') = (every_year is not null))
);

-- What a household earns and what it needs to live, from which its money for debts is worked out.
create table plan_line (
	case_id uuid not null references plan (case_id) on delete cascade,
	side text not null check (side in ('income', 'need')),
	position smallint not null check (position >= 0),
	name text not null check (char_length(name) <= 80),
	amount minor_units not null,
	per_year payments_per_year not null,
	primary key (case_id, side, position)
);

insert into plan (case_id, budget, payoff_order, baseline)
	select id, 'constant', 'rate', 'minimums' from case_file;
