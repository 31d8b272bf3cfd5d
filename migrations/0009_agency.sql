-- An agency: who may come in, whose a case is and who else sees it, who changed it, and who did what.

create table account (
	id uuid primary key,
	name text not null check (length(name) between 1 and 60),
	-- The name without its case and accents of writing: one person each.
	folded text not null unique,
	role text not null check (role in ('counselor', 'supervisor', 'reader')),
	-- Argon2id; null until a link was used.
	password text,
	locked_at timestamptz,
	made_at timestamptz not null
);

-- A link that lets its account set a password, once; a newer one takes its place. Kept as a hash.
create table account_link (
	account_id uuid primary key references account on delete cascade,
	token bytea not null unique,
	ends_at timestamptz not null
);

-- Kept as a hash: what is in the database opens nothing.
create table session (
	token bytea primary key,
	account_id uuid not null references account on delete cascade,
	began_at timestamptz not null,
	seen_at timestamptz not null
);
create index session_by_account on session (account_id);

-- Sign-ins that failed, by what was typed as a name and by address, as hashes.
create table sign_in_failure (
	key bytea primary key,
	failures integer not null,
	last_at timestamptz not null
);

alter table case_file add column owner_id uuid references account;
create index case_file_by_owner on case_file (owner_id);

create table case_share (
	case_id uuid not null references case_file on delete cascade,
	account_id uuid not null references account on delete cascade,
	primary key (case_id, account_id)
);
create index case_share_by_account on case_share (account_id);

alter table case_revision add column author_id uuid references account;

-- Who has a case open, and when that was last heard.
create table case_presence (
	case_id uuid not null references case_file on delete cascade,
	account_id uuid not null references account on delete cascade,
	heard_at timestamptz not null,
	primary key (case_id, account_id)
);

-- The trail: each entry has the hash of the one before, and the head that of the last.
create table trail_entry (
	number bigint primary key,
	at timestamptz not null,
	account_id uuid,
	account_name text,
	address text not null,
	what text not null,
	subject uuid,
	detail text,
	hash bytea not null
);
create index trail_entry_by_subject on trail_entry (subject);

create table trail_head (
	one boolean primary key default true check (one),
	number bigint not null,
	hash bytea not null
);
insert into trail_head (number, hash) values (0, ''::bytea);

create function refuse_rewriting_the_trail() returns trigger language plpgsql as $$
begin
	raise exception 'the trail is only ever appended to';
end
$$;
create trigger trail_entry_is_append_only before update or delete on trail_entry
	for each row execute function refuse_rewriting_the_trail();
create trigger trail_entry_is_never_emptied before truncate on trail_entry
	for each statement execute function refuse_rewriting_the_trail();
