-- Forgetting: a case that is deleted for good takes its history with it, and a long history can be thinned. Only
-- whoever says so in the same transaction may do it, and even then no revision comes to say something else.
create or replace function refuse_rewriting_history() returns trigger language plpgsql as $$
begin
	if current_setting('residuum.forgetting', true) = 'on' then
		if tg_op = 'DELETE' then
			return old;
		end if;
		-- What a revision is based on may be gone; then it is based on what is left before it.
		if (new.case_id, new.number, new.what, new.document, new.made_at, new.request, new.author_id)
			is not distinct from
			(old.case_id, old.number, old.what, old.document, old.made_at, old.request, old.author_id) then
			return new;
		end if;
	end if;
	raise exception 'revisions are only ever appended';
end
$$;

create index case_file_in_the_bin on case_file (deleted_at) where deleted_at is not null;
