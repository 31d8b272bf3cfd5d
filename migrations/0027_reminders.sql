-- Reminders that were dismissed, or put off until a day; for whoever sees the case. Reminders themselves follow from the case.
create table reminder_off (
	case_id uuid not null references case_file on delete cascade,
	-- What it is about, as 'short 2027-02-01': another day is another reminder.
	subject text not null check (char_length(subject) between 1 and 120),
	-- Null: dismissed.
	until date,
	primary key (case_id, subject)
);

-- Deadlines are asked for over all cases by their days.
create index debt_balance_by_deadline on debt_balance (deferred_by) where deferred_by is not null;
create index plan_change_by_end on plan_change (agreed_until) where agreed_until is not null;
create index plan_change_by_beginning on plan_change (agreed_from) where kind = 'settle';
create index plan_change_of_offers on plan_change (new_first_due) where kind = 'transfer';
