-- What of a case its plan is computed from, written with the case; computed anew from it where it is missing or of an
-- earlier version. Null where the case has no plan.
create table case_projection (
	case_id uuid primary key references case_file on delete cascade,
	version integer not null check (version > 0),
	content text
);

-- What is asked of many cases at once, and what came of each. Both are of the moment, and no part of a backup.
create table what_if (
	id uuid primary key,
	asked_by uuid references account on delete cascade,
	asked_at timestamptz not null,
	change jsonb not null,
	of_account uuid references account on delete cascade,
	cases integer not null check (cases >= 0),
	done integer not null default 0 check (done between 0 and cases),
	cancelled_at timestamptz
);
create index what_if_by_time on what_if (asked_at desc);

create table what_if_case (
	run_id uuid not null references what_if on delete cascade,
	case_id uuid not null references case_file on delete cascade,
	-- The cases that are computed together.
	portion integer not null check (portion >= 0),
	-- Null until it is computed.
	came_to text check (came_to in ('untouched', 'not computed', 'computed')),
	ends_before date,
	ends_after date,
	short_before date,
	short_after date,
	cost_before bigint,
	cost_after bigint,
	primary key (run_id, case_id)
);
create index what_if_case_by_portion on what_if_case (run_id, portion);
create index what_if_case_unfinished on what_if_case (run_id) where came_to is null;
-- Deleting a case asks for what was asked about it.
create index what_if_case_by_case on what_if_case (case_id);
