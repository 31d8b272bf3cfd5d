-- Many plans for one case: each with a name, what debts ask in it, and what it changes about them; what all
-- are measured against; and which one was chosen, when and why. The sheet of what comes in and is needed
-- belongs to the household, not to a plan.

alter table case_file add column against text not null default 'minimums'
	check (against in ('minimums', 'today') or against ~ '^[0-9a-f-]{36}$');

update case_file set against = plan.baseline from plan where plan.case_id = case_file.id;

alter table plan rename to plan_alone;
alter table plan_place rename to plan_place_alone;
alter table plan_happening rename to plan_happening_alone;

create table plan (
	case_id uuid not null references case_file (id),
	id uuid not null,
	position smallint not null check (position >= 0),
	name text not null check (char_length(name) between 1 and 80),
	pays text not null check (pays in ('planned', 'asked', 'paid')),
	budget text not null check (budget in ('required', 'required-plus', 'constant')),
	-- The amount or the extra; of a constant amount, null is what the first month asks.
	amount minor_units,
	payoff_order text not null
		check (payoff_order in ('rate', 'balance', 'relief', 'listed', 'spread')),
	hidden boolean not null,
	primary key (case_id, id),
	unique (case_id, position),
	check (budget <> 'required' or amount is null),
	check (budget <> 'required-plus' or amount is not null)
);

insert into plan (case_id, id, position, name, pays, budget, amount, payoff_order, hidden)
	select case_id, '00000000-0000-4000-8000-000000000001', 0, 'Highest rate first', 'planned',
		budget, amount, payoff_order, false
	from plan_alone;

-- The counselor's own order; a debt in it may have been deleted since.
create table plan_place (
	case_id uuid not null,
	plan_id uuid not null,
	position smallint not null check (position >= 0),
	debt_id uuid not null,
	primary key (case_id, plan_id, position),
	unique (case_id, plan_id, debt_id),
	foreign key (case_id, plan_id) references plan (case_id, id) on delete cascade
);

insert into plan_place (case_id, plan_id, position, debt_id)
	select case_id, '00000000-0000-4000-8000-000000000001', position, debt_id from plan_place_alone;

create table plan_happening (
	case_id uuid not null,
	plan_id uuid not null,
	id uuid not null,
	position smallint not null check (position >= 0),
	kind text not null check (kind in ('one-off', 'money')),
	off boolean not null,
	date date not null,
	amount minor_units not null,
	every_year boolean,
	primary key (case_id, plan_id, id),
	unique (case_id, plan_id, position),
	foreign key (case_id, plan_id) references plan (case_id, id) on delete cascade,
	check ((kind = 'one-off') = (every_year is not null))
);

insert into plan_happening
	(case_id, plan_id, id, position, kind, off, date, amount, every_year)
	select case_id, '00000000-0000-4000-8000-000000000001', id, position, kind, off, date, amount,
		every_year
	from plan_happening_alone;

create table household_line (
	case_id uuid not null references case_file (id),
	side text not null check (side in ('income', 'need')),
	position smallint not null check (position >= 0),
	name text not null check (char_length(name) <= 80),
	amount minor_units not null,
	per_year payments_per_year not null,
	primary key (case_id, side, position)
);

insert into household_line (case_id, side, position, name, amount, per_year)
	select case_id, side, position, name, amount, per_year from plan_line;

drop table plan_line;
drop table plan_happening_alone;
drop table plan_place_alone;
drop table plan_alone;

-- What a plan changes about the debts: one new loan, a moved balance, agreed rates.
create table plan_change (
	case_id uuid not null,
	plan_id uuid not null,
	position smallint not null check (position >= 0),
	kind text not null check (kind in ('consolidate', 'transfer', 'concession')),
	-- The debt that it brings: its rate (of an offer: until it ends), and how it is paid.
	new_id uuid,
	new_name text check (char_length(new_name) <= 80),
	new_first_due date,
	new_rule text check (new_rule in ('level', 'fixed', 'minimum')),
	new_periods smallint check (new_periods between 1 and 1200),
	new_amount minor_units,
	new_percent numeric(8, 4) check (new_percent between 0 and 100),
	new_rate annual_percent,
	then_rate annual_percent,
	offer_months smallint check (offer_months between 1 and 1200),
	credit_limit minor_units,
	-- The fee: a percentage, an amount, or both; how it is paid, or at most how much of it there is a month.
	fee_percent numeric(8, 4) check (fee_percent between 0 and 100),
	fee_amount minor_units,
	fee_paid text check (fee_paid in ('added', 'up-front')),
	fee_cap minor_units,
	set_up_fee minor_units,
	agreed_from date,
	primary key (case_id, plan_id, position),
	foreign key (case_id, plan_id) references plan (case_id, id) on delete cascade,
	check ((kind = 'concession') = (new_id is null)),
	check ((new_id is null) = (new_name is null)),
	check ((new_id is null) = (new_first_due is null)),
	check ((new_id is null) = (new_rule is null)),
	check ((new_id is null) = (new_rate is null)),
	check ((new_rule is not null and new_rule = 'level') = (new_periods is not null)),
	check ((new_rule is not null and new_rule <> 'level') = (new_amount is not null)),
	check ((new_rule is not null and new_rule = 'minimum') = (new_percent is not null)),
	check ((kind = 'transfer') = (then_rate is not null)),
	check ((kind = 'transfer') = (offer_months is not null)),
	check (kind = 'transfer' or credit_limit is null),
	check ((kind = 'consolidate') = (fee_paid is not null)),
	check (kind = 'concession' or (fee_percent is not null and fee_cap is null)),
	check (kind <> 'concession' or (fee_percent is null) <> (fee_amount is null)),
	check ((kind = 'concession') = (set_up_fee is not null)),
	check ((kind = 'concession') = (agreed_from is not null))
);

-- The debts that a change is about; one may have been deleted since.
create table plan_change_debt (
	case_id uuid not null,
	plan_id uuid not null,
	change smallint not null,
	position smallint not null check (position >= 0),
	debt_id uuid not null,
	-- What is moved, null being all of it; or the agreed payment, null being what is asked anyway.
	amount minor_units,
	agreed_rate annual_percent,
	primary key (case_id, plan_id, change, position),
	foreign key (case_id, plan_id, change)
		references plan_change (case_id, plan_id, position) on delete cascade
);

-- The plans that were chosen with the client, the latest last; a plan may have been deleted since.
create table plan_choice (
	case_id uuid not null references case_file (id),
	position smallint not null check (position >= 0),
	plan_id uuid not null,
	name text not null check (char_length(name) between 1 and 80),
	date date not null,
	note text not null check (char_length(note) <= 80),
	primary key (case_id, position)
);
