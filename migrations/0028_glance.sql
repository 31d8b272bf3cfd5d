-- What the book at a glance adds up, written with each save: since when there is the case, what is owed by the latest
-- balances, how much less that is than when a plan was first chosen, and when the chosen plan ends.
alter table case_file
	add column began_on date,
	add column owed_now bigint,
	add column paid_off bigint,
	add column plan_ends date;
update case_file set
	began_on = coalesce(
		(select min(made_at)::date from case_revision where case_id = case_file.id), touched_at::date
	),
	plan_ends = (
		select ends from forecast where case_id = case_file.id order by position desc limit 1
	),
	owed_now = (
		select coalesce(sum(coalesce((
			select reading.balance from reading
			where reading.case_id = debt.case_id and reading.debt_id = debt.id
				and reading.date > coalesce(debt.balance_as_of, case_file.as_of)
			order by reading.date desc limit 1
		), debt.balance, 0)), 0) from debt where debt.case_id = case_file.id
	);
update case_file set paid_off = (
	select coalesce(sum((one ->> 'opening')::bigint), 0)
	from jsonb_array_elements(first.figures) each_debt (one)
) - owed_now
from (
	select distinct on (case_id) case_id, figures from forecast order by case_id, position
) first
where first.case_id = case_file.id;
alter table case_file
	alter column began_on set not null,
	alter column owed_now set not null;
