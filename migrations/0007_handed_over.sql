-- What a client takes home, as it is set for each case; the messages that were written to clients.

alter table case_file
	add column handout_language text not null default 'en' check (handout_language in ('en', 'es')),
	add column handout_paper text not null default 'a4' check (handout_paper in ('a4', 'letter')),
	-- The parts that are left out.
	add column handout_without text[] not null default '{}',
	add column handout_contact text not null default '' check (char_length(handout_contact) <= 80),
	add column handout_line text not null default '' check (char_length(handout_line) <= 400),
	add column client_email text not null default '' check (char_length(client_email) <= 254);
update case_file set handout_paper = 'letter'
	where currency in ('USD', 'CAD', 'MXN', 'COP', 'CLP', 'PHP', 'CRC', 'GTQ', 'DOP');
alter table case_file
	alter column handout_language drop default,
	alter column handout_paper drop default,
	alter column handout_without drop default,
	alter column handout_contact drop default,
	alter column handout_line drop default,
	alter column client_email drop default;

-- The outbox: each message as the file that it would be sent as (RFC 5322), never changed.
create table outbox_message (
	id uuid primary key,
	case_id uuid not null references case_file (id),
	made_at timestamptz not null,
	recipient text not null check (char_length(recipient) between 3 and 254),
	subject text not null check (char_length(subject) between 1 and 200),
	attachments smallint not null check (attachments >= 0),
	message bytea not null check (octet_length(message) <= 16777216)
);
create index outbox_message_by_case on outbox_message (case_id, made_at desc);
