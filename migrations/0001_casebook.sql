-- Cases, their debts as they stand, and every revision of a case.
-- Money is bigint minor units, rates are percent with four decimals, dates are dates.

create domain minor_units as bigint check (value between 0 and 99999999999);
create domain annual_percent as numeric(8, 4) check (value between 0 and 1000);

create table case_file (
	id uuid primary key,
	label text not null check (char_length(label) between 1 and 80),
	currency text not null check (currency ~ '^[A-Z]{3}$'),
	currency_digits smallint not null check (currency_digits between 0 and 4),
	as_of date not null,
	revision integer not null check (revision >= 1),
	touched_at timestamptz not null,
	-- A deleted case can be taken back, so it is only marked.
	deleted_at timestamptz
);

create table debt (
	case_id uuid not null references case_file (id),
	id uuid not null,
	position smallint not null check (position >= 0),
	name text not null check (char_length(name) <= 80),
	-- What has not been taken down yet is null.
	balance minor_units,
	annual_rate annual_percent,
	first_due date,
	asked_kind text not null check (asked_kind in ('percent', 'interest-plus', 'amount')),
	asked_percent numeric(8, 4) check (asked_percent between 0 and 100),
	asked_amount minor_units,
	asked_round_up_to minor_units not null,
	asked_floor minor_units not null,
	-- The amount held fixed; null is today's minimum.
	held minor_units,
	extra minor_units not null,
	primary key (case_id, id),
	unique (case_id, position),
	check (asked_kind = 'amount' or asked_amount is null),
	check (asked_kind <> 'amount' or asked_percent is null)
);

-- One row for every change, with the whole case after it. `parent` is the revision that was changed;
-- a step of undo or redo has no parent but `restores` the revision whose document it brings back.
create table case_revision (
	case_id uuid not null references case_file (id),
	number integer not null check (number >= 1),
	parent integer,
	restores integer,
	what text not null check (char_length(what) <= 200),
	made_at timestamptz not null default now(),
	document jsonb not null,
	primary key (case_id, number),
	foreign key (case_id, parent) references case_revision (case_id, number),
	foreign key (case_id, restores) references case_revision (case_id, number),
	check (parent < number),
	check (restores < number),
	check (parent is null or restores is null),
	check (number = 1 or parent is not null or restores is not null)
);

-- The case stands at a revision that exists.
alter table case_file
	add foreign key (id, revision) references case_revision (case_id, number)
	deferrable initially deferred;

create function refuse_rewriting_history() returns trigger language plpgsql as $$
begin
	raise exception 'revisions are only ever appended';
end
$$;

create trigger case_revision_is_append_only
	before update or delete on case_revision
	for each row execute function refuse_rewriting_history();

create index case_file_by_touch on case_file (touched_at desc) where deleted_at is null;
