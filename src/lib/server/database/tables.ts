/** The tables of the program, each after those that it refers to. */

/** What is kept of people, cases and what was done: all that a backup holds. */
export const KEPT = [
	'account',
	'account_link',
	'case_file',
	'case_revision',
	'case_share',
	'debt',
	'debt_transaction',
	'happening',
	'way',
	'plan',
	'plan_place',
	'plan_happening',
	'plan_change',
	'plan_change_debt',
	'plan_choice',
	'household_line',
	'forecast',
	'visit',
	'reading',
	'happened',
	'outbox_message',
	'trail_entry',
	'trail_head'
] as const;

/** What is of the moment: who is signed in, who tries to, and who has what open. */
export const MOMENTARY = ['session', 'sign_in_failure', 'case_presence'] as const;
