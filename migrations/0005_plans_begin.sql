-- A plan says in which month its own money begins, null being the usual one, and whether its name was typed;
-- a choice keeps the plan as it was then; what nobody has named of a change is marked as assumed.

alter table plan
	add column begins date check (extract(day from begins) = 1),
	add column named boolean not null default true;

-- Names that the program gave follow what the plan does from now on.
update plan set named = false
	where name ~ '^(Highest rate first|Minimums only|Payments as today|One new loan|Moved balance|Agreed lower rates)( [0-9]+)?$';

-- Where all that is paid monthly is first due in one month, the money began then: it still does, also where
-- a new plan would begin in another one.
update plan set begins = first.month
	from (
		select plan.case_id, plan.id,
			min(date_trunc('month', due.first_due)) filter (where due.per_year = 12)::date as month,
			max(date_trunc('month', due.first_due)) filter (where due.per_year = 12)::date as latest,
			max(date_trunc('month', due.first_due))
				filter (where due.first_due <= case_file.as_of + interval '1 month')::date as usual
		from plan
		join case_file on case_file.id = plan.case_id
		cross join lateral (
			select first_due, payments_per_year as per_year from debt
				where debt.case_id = plan.case_id and first_due is not null
			union all
			select new_first_due, 12 from plan_change
				where plan_change.case_id = plan.case_id and plan_change.plan_id = plan.id
					and new_first_due is not null
		) due
		group by plan.case_id, plan.id
	) first
	where first.case_id = plan.case_id and first.id = plan.id and first.month = first.latest
		and first.month is distinct from first.usual;

alter table plan alter column named drop default;

-- What the chosen plan was made of, as its document has it.
alter table plan_choice add column content jsonb;

-- Whether the chosen plan has been changed since; written with each save, for the casebook's list.
alter table case_file add column chosen_changed boolean not null default false;

alter table plan_change add column assumed text[] not null default '{}';
alter table plan_change alter column assumed drop default;
alter table plan_change_debt add column assumed boolean;
update plan_change_debt set assumed = false where agreed_rate is not null;
alter table plan_change_debt add check ((agreed_rate is null) = (assumed is null));

-- The key of the request that made a revision: sent again because its answer was lost, it is known by it.
alter table case_revision add column request uuid;
create unique index case_revision_request on case_revision (case_id, request);
