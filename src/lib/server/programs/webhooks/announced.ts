/** What programs are to be told of: written down with what has happened, and told from the queue of work. */
import type { WebhookKind } from '../../../document/programs';
import { ofQueue } from '../../book/queue-in-use';
import { reading } from '../../database';
import type { Statements } from '../../database/statements';
import { isAble, PEOPLE } from '../../people/roles';
import { settings } from '../../settings';
import { letsProgramsIn, longestAway } from '../whose';

/** The work of the queue that is about them: a portion is an event. */
export const WEBHOOKS = 'webhooks';
const TRIES = 12;

/** Puts what has happened to a case in the queue for each who is told of it, in the transaction that does it. */
export async function announce(
	transaction: Statements,
	kind: WebhookKind,
	cases: readonly string[]
): Promise<void> {
	if (settings().webhookHosts.length === 0) return;
	const { rows } = await transaction.query<{ number: number }>(
		`insert into webhook_event (id, webhook_id, kind, told_case, at)
		select gen_random_uuid(), webhook.id, $1, case_file.id, $2
		from webhook join (${PEOPLE}) on account.id = account_id
		join case_file on case_file.id = any($3::uuid[]) and (${isAble('all cases')}
			or owner_id = account_id or exists (
				select from case_share where case_id = case_file.id and case_share.account_id = account.id
			))
		where $1 = any(kinds) and ${letsProgramsIn(4)} returning number`,
		[kind, new Date(), cases, longestAway()]
	);
	await putEvents(
		transaction,
		rows.map(({ number }) => Number(number))
	);
}

/** Puts events in the queue. */
async function putEvents(transaction: Statements, numbers: readonly number[]): Promise<void> {
	if (numbers.length === 0) return;
	await ofQueue().put(transaction, WEBHOOKS, numbers, {
		retryLimit: TRIES - 1,
		retryDelay: settings().webhookRetry,
		retryBackoff: true
	});
	// Found once the transaction is over: it is looked for from now on.
	ofQueue().wake();
}

/** Whether anybody is told of anything: the queue is then ready before a case is changed. */
export async function isAnybodyTold(): Promise<boolean> {
	const { rows } = await reading((statements) => statements.query('select from webhook limit 1'));
	return rows.length > 0;
}
