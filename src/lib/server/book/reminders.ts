/** Reminders of the cases that somebody sees: found in the tables as they are, and dismissed or put off. */
import type { CalendarDate } from '../../core/quantities/calendar';
import { USUAL, type VisitRule } from '../../document/casebook';
import {
	DAYS_AHEAD,
	MOST_REMINDERS,
	type Reminder,
	type ReminderKind
} from '../../document/reminders';
import { ofReviews, SEEN, WANTS } from '../cases/casebook';
import { today } from '../clock';
import { reading, writing } from '../database';
import { upsertRows } from '../database/shapes';
import type { Statements } from '../database/statements';
import { MOVED, whatIfReminders } from './what-if-answers';
import { isVisible, visibilityScope, type Actor } from '../people/actor';

/** SQL: a day from today ($4) on, within as many days ahead as are looked at ($5). */
const soon = (day: string): string => `${day} between $4::date and $4::date + $5::int`;

/** SQL: the plan that is chosen in each case that is seen. */
const CHOSEN = `chosen as (
	select distinct on (case_id) case_id, plan_id
	from plan_choice join case_file on case_file.id = case_id
	where ${SEEN} and chosen_on is not null
	order by case_id, position desc
)`;

/** SQL: a change of a chosen plan, with the names of its debts. */
const changes = (kind: string, subject: string, day: string, of: string): string => `
	select case_id, '${kind}', '${subject} ' || plan_change.position || ' ' || ${day}, (
		select coalesce(string_agg(debt.name, ', ' order by debt.position), '')
		from plan_change_debt named join debt on debt.case_id = named.case_id and debt.id = named.debt_id
		where named.case_id = plan_change.case_id and named.plan_id = plan_change.plan_id
			and named.change = plan_change.position
	), ${day}
	from plan_change join chosen using (case_id, plan_id) where ${of} and ${soon(day)}`;

/** SQL: when the offer of a transfer ends. */
const OFFER_ENDS = `(new_first_due + make_interval(months => offer_months::int))::date`;

const REMINDERS = `
	select id, 'review' as kind, 'review ' || greatest(expected_since, last_read) as subject, '' as about,
		(greatest(expected_since, last_read) + make_interval(months => $6::int))::date as day
	from case_file where ${SEEN} and ${WANTS}
	union all
	select id, 'short', 'short ' || short_from, '', short_from
	from case_file where ${SEEN} and short_from between date_trunc('month', $4::date) and
		date_trunc('month', $4::date) + interval '1 month'
	union all
	select balance.case_id, 'offer', 'deadline ' || balance.id || ' ' || deferred_by, debt.name, deferred_by
	from debt_balance balance join debt on debt.case_id = balance.case_id and debt.id = balance.debt_id
		join case_file on case_file.id = balance.case_id
	where ${SEEN} and balance.balance is distinct from 0 and ${soon('deferred_by')}
	union all ${changes('offer', 'offer', OFFER_ENDS, `kind = 'transfer'`)}
	union all ${changes('agreement', 'agreement', 'agreed_until', 'agreed_until is not null')}
	union all ${changes('settlement', 'settlement', 'agreed_from', `kind = 'settle'`)}
	union all
	select case_id, 'what-if', 'what-if ' || run_id, run_id::text, reminds_since::date
	from what_if_case join what_if on what_if.id = run_id join case_file on case_file.id = case_id
	where ${SEEN} and reminds_since is not null and came_to = 'computed' and ${MOVED}`;

/** What is due of the cases that somebody sees, without what is dismissed or put off, the first due first. */
export async function remindersOf(actor: Actor, rule: VisitRule = USUAL.rule): Promise<Reminder[]> {
	const { rows } = await reading((statements) =>
		statements.query<{
			id: string;
			label: string;
			owner: string | null;
			kind: ReminderKind;
			subject: string;
			about: string;
			day: CalendarDate;
		}>(
			`with ${CHOSEN}, reminder as (${REMINDERS})
			select reminder.id, label, account.name as owner, kind, reminder.subject, about, day::text
			from reminder join case_file on case_file.id = reminder.id
			left join account on account.id = owner_id
			left join reminder_off off on off.case_id = reminder.id and off.subject = reminder.subject
			where off.case_id is null or off.until <= $4::date
			order by day, filed_under collate "C", reminder.id, reminder.subject
			limit ${MOST_REMINDERS}`,
			[...ofReviews(actor, rule), today(), DAYS_AHEAD, rule.months]
		)
	);
	const asked = rows.filter(({ kind }) => kind === 'what-if');
	const moved = await whatIfReminders(asked.map(({ id, about }) => ({ caseId: id, run: about })));
	return rows.map(({ id, ...reminder }) => ({
		caseId: id,
		...reminder,
		moved:
			moved[asked.findIndex((one) => one.id === id && one.subject === reminder.subject)] ?? null
	}));
}

/** Dismisses a reminder, or puts it off until a day; false where the case is not seen. */
export async function putOff(
	caseId: string,
	subject: string,
	until: CalendarDate | null,
	actor: Actor
): Promise<boolean> {
	return writing(async (transaction) => {
		if (!(await isSeen(transaction, caseId, actor))) return false;
		const row = { case_id: caseId, subject, until };
		await upsertRows(transaction, 'reminder_off', ['case_id', 'subject'], [row]);
		return true;
	});
}

/** Brings a reminder back; false where the case is not seen. */
export async function bringBack(caseId: string, subject: string, actor: Actor): Promise<boolean> {
	return writing(async (transaction) => {
		if (!(await isSeen(transaction, caseId, actor))) return false;
		await transaction.query('delete from reminder_off where case_id = $1 and subject = $2', [
			caseId,
			subject
		]);
		return true;
	});
}

async function isSeen(transaction: Statements, caseId: string, actor: Actor): Promise<boolean> {
	const { rows } = await transaction.query(
		`select from case_file where id = $2 and deleted_at is null and ${isVisible(1)}`,
		[visibilityScope(actor), caseId]
	);
	return rows.length > 0;
}
