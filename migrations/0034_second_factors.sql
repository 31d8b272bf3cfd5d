-- Second factors beside passwords: codes by the clock, passkeys, and codes for when both are lost.

alter table account_role add column needs_second_factor boolean not null default false;

-- The secret that an app and the program share (RFC 6238).
create table clock_code (
	account_id uuid primary key references account on delete cascade,
	secret text not null,
	-- Null until a code of it was typed.
	confirmed_at timestamptz,
	-- The last interval whose code was used: each is good once.
	last_step bigint not null default 0
);

create table passkey (
	id text primary key,
	account_id uuid not null references account on delete cascade,
	name text not null check (length(name) between 1 and 40),
	public_key bytea not null,
	counter bigint not null,
	transports text[] not null,
	made_at timestamptz not null,
	used_at timestamptz
);
create index passkey_by_account on passkey (account_id);

-- Each good once; kept as a hash.
create table recovery_code (
	account_id uuid not null references account on delete cascade,
	code bytea not null,
	primary key (account_id, code)
);

-- What one supervisor has asked for and another has to confirm.
create table factor_reset (
	account_id uuid primary key references account on delete cascade,
	asked_by uuid not null references account on delete cascade,
	asked_at timestamptz not null
);

-- Whoever has given a password and not yet the second factor.
create table sign_in_step (
	token bytea primary key,
	account_id uuid not null references account on delete cascade,
	challenge text,
	began_at timestamptz not null
);

-- What a new passkey has to answer.
create table passkey_challenge (
	account_id uuid primary key references account on delete cascade,
	challenge text not null,
	made_at timestamptz not null
);
