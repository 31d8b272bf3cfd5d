-- What a chosen plan was expected to do, and what really happened since: visits, balances that were read, payments and
-- charges that were typed. A balance may be of a day of its own, or assumed; an equal payment as it was set before.

alter table debt
	add column balance_as_of date,
	add column balance_assumed boolean not null default false,
	add column asked_payment minor_units;
alter table debt alter column balance_assumed drop default;

-- When a case was last read, how far it was off its plan then (positive: more is owed), and when it was last chosen
-- or gone on with; formed by the program from what is below whenever a case is saved.
alter table case_file
	add column last_read date,
	add column off_plan bigint,
	add column expected_since date;

create table forecast (
	case_id uuid not null references case_file (id) on delete cascade,
	id uuid not null,
	position smallint not null check (position >= 0),
	made_by text not null check (made_by in ('choice', 'going on')),
	date date not null,
	plan_id uuid not null,
	name text not null check (char_length(name) between 1 and 80),
	as_of date not null,
	debts jsonb not null,
	content jsonb not null,
	figures jsonb not null,
	ends date,
	cost minor_units not null,
	primary key (case_id, id)
);

create table visit (
	case_id uuid not null references case_file (id) on delete cascade,
	id uuid not null,
	position smallint not null check (position >= 0),
	date date not null,
	primary key (case_id, id)
);

create table reading (
	case_id uuid not null,
	id uuid not null,
	position smallint not null check (position >= 0),
	visit_id uuid not null,
	debt_id uuid not null,
	date date not null,
	balance minor_units not null,
	interest minor_units,
	primary key (case_id, id),
	unique (case_id, debt_id, date),
	foreign key (case_id, visit_id) references visit (case_id, id) on delete cascade
);

create table happened (
	case_id uuid not null references case_file (id) on delete cascade,
	id uuid not null,
	position smallint not null check (position >= 0),
	debt_id uuid not null,
	date date not null,
	kind text not null check (kind in ('payment', 'charge', 'fee')),
	amount minor_units not null,
	primary key (case_id, id)
);
