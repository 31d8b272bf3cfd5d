-- What an agency knows, in rows with the day from which each holds: creditors and their usual terms, indexes, the agency itself.
-- A row is never changed: a later version of the same day takes its place, and one without content withdraws it.
create table reference_row (
	kind text not null check (kind in ('creditor', 'index', 'agency')),
	subject_id uuid not null,
	term text not null check (term ~ '^[a-z]{1,20}$'),
	holds_from date not null,
	-- Counted over all rows; those written together have one.
	version integer not null check (version > 0),
	content jsonb,
	known_from text not null check (char_length(known_from) <= 200),
	author_id uuid references account,
	written_at timestamptz not null,
	primary key (subject_id, term, holds_from, version)
);
create index reference_row_by_kind on reference_row (kind, version);
create trigger reference_row_is_append_only
	before update or delete on reference_row
	for each row execute function refuse_rewriting_history();

-- Which terms of a debt are its creditor's usual ones, until a paper says them.
alter table debt add column usual_terms jsonb;

-- What a creditor has answered to what a plan proposes, and since when. Terms that were named before count as agreed.
alter table plan_change_debt
	add column reply text check (reply in ('open', 'proposed', 'agreed', 'refused')),
	add column replied_on date,
	add column usual_version integer check (usual_version > 0);
update plan_change_debt set reply = case when assumed then 'open' else 'agreed' end
	where exists (
		select from plan_change
		where plan_change.case_id = plan_change_debt.case_id
			and plan_change.plan_id = plan_change_debt.plan_id
			and plan_change.position = plan_change_debt.change
			and plan_change.kind in ('concession', 'settle')
	);

-- A rate that follows an index, with the values that matter to it; a plan that the agency pays out of one deposit.
alter table debt add column follows jsonb;
create index debt_by_index on debt ((follows ->> 'index')) where follows is not null;
alter table plan add column programme jsonb;

-- The same in what is kept as it was: the debts and plans of forecasts, and plans as they were chosen.
create function raised_content(content jsonb) returns jsonb language sql immutable as $$
	select content || jsonb_build_object(
		'programme', null,
		'changes', (
			select coalesce(jsonb_agg(
				case when change ->> 'kind' in ('concession', 'settle') then change || jsonb_build_object(
					'debts', (
						select coalesce(jsonb_agg(
							named || jsonb_build_object(
								'usual', null,
								'reply', jsonb_build_object(
									'is', case when named -> 'assumed' = 'true'::jsonb then 'open' else 'agreed' end,
									'on', null
								)
							)
							order by place
						), '[]')
						from jsonb_array_elements(change -> 'debts') with ordinality as each_debt (named, place)
					)
				) else change end
				order by number
			), '[]')
			from jsonb_array_elements(content -> 'changes') with ordinality as each_change (change, number)
		)
	)
$$;
update forecast set
	debts = (
		select coalesce(jsonb_agg(debt || '{"usual": null, "follows": null}' order by place), '[]')
		from jsonb_array_elements(debts) with ordinality as each_debt (debt, place)
	),
	content = raised_content(content);
update plan_choice set content = raised_content(content) where jsonb_typeof(content) = 'object';
drop function raised_content(jsonb);
