-- Coming in by the agency's directory (OpenID Connect): who is who there, which role that makes, and whether passwords do, too.

alter table account
	-- By which somebody is known at the first time: a name or an address of the directory, folded.
	add column directory_name text unique,
	-- Who it is from then on: the issuer and its subject.
	add column directory_subject text unique;

create table directory_policy (
	one boolean primary key default true check (one),
	-- Whether who is not known here is let in, with the role that a rule gives.
	makes_newcomers boolean not null,
	passwords boolean not null,
	-- Whose password opens when others don't.
	emergency_id uuid references account deferrable
);
insert into directory_policy (makes_newcomers, passwords) values (false, true);

-- The first rule that holds gives the role.
create table directory_rule (
	place integer primary key,
	claim text not null check (length(claim) between 1 and 100),
	value text not null check (length(value) between 1 and 200),
	role text not null references account_role deferrable
);

-- Whoever has gone to the directory and is not back. What is sealed opens with the secret of the browser.
create table directory_attempt (
	state bytea primary key,
	sealed bytea not null,
	began_at timestamptz not null
);

-- Sessions that began at the directory. What is sealed opens with the secret of the session.
create table directory_session (
	token bytea primary key references session on delete cascade,
	subject text not null,
	sid text,
	sealed bytea not null,
	renewed_at timestamptz not null,
	tried_at timestamptz not null
);
create index directory_session_by_subject on directory_session (subject);
create index directory_session_by_sid on directory_session (sid);

-- Sign-outs that were told, so that none is told twice.
create table directory_logout (
	jti text primary key,
	at timestamptz not null
);
