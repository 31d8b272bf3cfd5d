-- What the plan of each case saves against paying only the minimums, as planned and by what was recorded: computed in the
-- background of the case as it was at a revision.
create table case_saving (
	case_id uuid primary key references case_file on delete cascade,
	revision integer not null,
	planned bigint,
	lived bigint
);
