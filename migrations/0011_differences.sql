-- A revision holds the whole case or, where that is less, how it differs from one before it that does (RFC 6902).
alter table case_revision
	alter column document drop not null,
	add column differs_from integer,
	add column difference jsonb,
	-- Whether a plan was chosen with it, or a choice taken back.
	add column chose boolean not null default false,
	add foreign key (case_id, differs_from) references case_revision (case_id, number),
	add check (differs_from < number),
	add check ((document is null) = (difference is not null)),
	add check ((differs_from is null) = (difference is null));

select set_config('residuum.forgetting', 'on', true);
update case_revision set chose = true
from (
	select case_id, number, document -> 'choices' as choices,
		lag(document -> 'choices') over (partition by case_id order by number) as before
	from case_revision
) revision
where (case_revision.case_id, case_revision.number) = (revision.case_id, revision.number)
	and coalesce(choices, '[]') is distinct from coalesce(before, '[]');
select set_config('residuum.forgetting', 'off', true);

create or replace function refuse_rewriting_history() returns trigger language plpgsql as $$
begin
	if current_setting('residuum.forgetting', true) = 'on' then
		if tg_op = 'DELETE' then
			return old;
		end if;
		-- What a revision is based on may be gone; then it is based on what is left before it.
		if (to_jsonb(new) - 'parent') = (to_jsonb(old) - 'parent') then
			return new;
		end if;
	end if;
	raise exception 'revisions are only ever appended';
end
$$;

-- The revisions that hold the whole case: the latest of them is looked for at every save.
create index case_revision_whole on case_revision (case_id, number) where document is not null;
