/** The tables of the program, all in a schema of its own. */
import type { Statements } from './statements';

export const SCHEMA = 'residuum';

/**
 * What is kept of people, cases and what was done: all that a backup holds. Each table comes after those that it
 * refers to.
 */
export const KEPT = [
	'account_role',
	'account',
	'account_link',
	'clock_code',
	'passkey',
	'recovery_code',
	'directory_policy',
	'directory_rule',
	'program_token',
	'webhook',
	'reference_row',
	'case_file',
	'case_revision',
	'case_share',
	'debt',
	'debt_balance',
	'debt_transaction',
	'debt_event',
	'way',
	'plan',
	'plan_place',
	'plan_event',
	'plan_change',
	'plan_change_debt',
	'plan_choice',
	'household_line',
	'forecast',
	'visit',
	'reading',
	'recorded_event',
	'recorded_money',
	'outbox_message',
	'forgotten_case',
	'trail_entry',
	'trail_head'
] as const;

/** What earlier versions called tables of today; their backups have them by these names. */
export const NAMED_BEFORE = {
	debt_event: 'happening',
	plan_event: 'plan_happening',
	recorded_event: 'happened'
} as const;

/**
 * Tables of the moment: sessions, what is asked before one begins, ways to and from the directory, failed sign-ins, what programs were answered and are still to be told, who has which case open, what is made of cases to compute many and to
 * add them up, what was asked of many, and which reminders are put off.
 */
export const MOMENTARY = [
	'session',
	'sign_in_step',
	'passkey_challenge',
	'factor_reset',
	'directory_attempt',
	'directory_session',
	'directory_logout',
	'sign_in_failure',
	'program_answer',
	'webhook_event',
	'case_presence',
	'client_view',
	'case_projection',
	'case_sum',
	'case_saving',
	'what_if',
	'what_if_case',
	'reminder_off'
] as const;

const FUNCTIONS = [
	'file_by_label()',
	'filed_under(text)',
	'folded(text)',
	'keep_case_sums()',
	'refuse_rewriting_history()',
	'refuse_rewriting_the_trail()'
];
const DOMAINS = ['minor_units', 'annual_percent', 'payments_per_year', 'payment_count'];

/**
 * Drops all that is the program's own, and nothing else.
 * @throws StatementFailed (2BP01) where something of others is built on it
 */
export const dropAll = (statements: Statements): Promise<void> =>
	statements.exec(`drop table ${[...KEPT, ...MOMENTARY, 'migration'].join(', ')};
		drop function ${FUNCTIONS.join(', ')}; drop domain ${DOMAINS.join(', ')}`);

/** Something that is in the program's schema while nothing of its own is; null where nothing is. */
export async function strangerIn(statements: Statements): Promise<string | null> {
	const { rows } = await statements.query<{ name: string }>(
		`select relname::text as name from pg_class where relnamespace = to_regnamespace('${SCHEMA}')
		union all select proname::text from pg_proc where pronamespace = to_regnamespace('${SCHEMA}')
		union all select typname::text from pg_type where typnamespace = to_regnamespace('${SCHEMA}')
			and typrelid = 0 and typelem = 0
		order by name limit 1`
	);
	return rows[0]?.name ?? null;
}
