-- Other programs that people let in: what each may do, and what was answered to requests that may be sent again.

update account_role set may = array_append(may, 'programs') where role = 'supervisor';

-- When the directory last said that somebody is one of its people; null: never, or it has said that they aren't.
alter table account add column directory_seen_at timestamptz;

create table program_token (
	id uuid primary key,
	-- On whose behalf it asks: it may do nothing that they may not.
	account_id uuid not null references account on delete cascade,
	purpose text not null check (length(purpose) between 1 and 60),
	scopes text[] not null check (cardinality(scopes) > 0),
	-- Of the secret, which is nowhere.
	hash bytea not null unique,
	made_at timestamptz not null,
	ends_at timestamptz not null,
	used_at timestamptz
);
create index program_token_by_account on program_token (account_id);

-- Null until it is answered: who asks again meanwhile waits.
create table program_answer (
	asker uuid not null,
	key text not null,
	-- What was asked for by the key, as a hash.
	asked bytea not null,
	began_at timestamptz not null,
	status integer,
	headers jsonb,
	body text,
	primary key (asker, key)
);
create index program_answer_by_time on program_answer (began_at);
