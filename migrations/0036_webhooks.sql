-- Programs that are told of what happens to cases, each by its address.

create table webhook (
	id uuid primary key,
	-- It is told of cases that they see.
	account_id uuid not null references account on delete cascade,
	address text not null check (length(address) between 1 and 500),
	kinds text[] not null check (cardinality(kinds) > 0),
	-- What is told is signed with it: the receiver has it, too.
	secret text not null,
	made_at timestamptz not null,
	told_at timestamptz,
	-- Since when it has not been reached; null: it was, the last time.
	failing_since timestamptz,
	-- When it was not reached last.
	missed_at timestamptz
);
create index webhook_by_account on webhook (account_id);

-- What is still to be told.
create table webhook_event (
	number bigint generated always as identity primary key,
	id uuid not null unique,
	webhook_id uuid not null references webhook on delete cascade,
	kind text not null,
	told_case uuid not null,
	at timestamptz not null
);
create index webhook_event_by_webhook on webhook_event (webhook_id);
