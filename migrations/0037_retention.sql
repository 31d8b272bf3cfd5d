-- What was forgotten stays forgotten, and the trail may let its oldest entries go.

-- Cases that were deleted for good, by their identifiers alone: a backup of before does not bring them back.
create table forgotten_case (
	id uuid primary key,
	at timestamptz not null
);

-- The last entry that was let go of: the first one that is kept goes on from its hash.
alter table trail_head
	add column base_number bigint not null default 0,
	add column base_hash bytea not null default ''::bytea;

create or replace function refuse_rewriting_the_trail() returns trigger language plpgsql as $$
begin
	if tg_op = 'DELETE' and current_setting('residuum.forgetting', true) = 'on' then
		return old;
	end if;
	raise exception 'the trail is only ever appended to';
end
$$;

-- When a deleted case was brought back: it is not deleted again for not having been changed since.
alter table case_file add column restored_at timestamptz;
