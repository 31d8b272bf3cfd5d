/** Telling programs what has happened: signed as Standard Webhooks has it, and tried again until it is taken. */
import { Webhook as Signer } from 'standardwebhooks';
import type { WebhookKind } from '../../../document/programs';
import { DAY } from '../../clock';
import { reading, writing } from '../../database';
import type { Statements } from '../../database/statements';
import { OwnError } from '../../log';
import { PEOPLE } from '../../people/roles';
import { settings } from '../../settings';
import { letsProgramsIn, longestAway } from '../whose';
import { isAllowed } from './addresses';

/** So long it is waited for an answer, in milliseconds. */
const PATIENCE = 5_000;
/** Whoever was not reached is left alone for so long, in milliseconds: it would keep others waiting. */
const ALONE = settings().webhookRetry * 900;

const NOT_REACHED = 'a program that is told of cases was not reached';

interface Row {
	readonly id: string;
	readonly webhook_id: string;
	readonly kind: WebhookKind;
	readonly told_case: string;
	readonly at: Date;
	readonly address: string;
	readonly secret: string;
	readonly is_good: boolean;
	readonly is_alone: boolean;
}

/**
 * Tells an event; `done` ends its job. One that is taken, or that nobody is to be told of any more, is gone.
 * @throws OwnError where it was not taken: it is told again
 */
export async function tell(
	number: number,
	done: (transaction: Statements) => Promise<void>
): Promise<void> {
	const { rows } = await reading((statements) =>
		statements.query<Row>(
			`select webhook_event.id, webhook_id, kind, told_case, at, address, secret, ${letsProgramsIn(2)} as is_good,
				failing_since is not null and missed_at > $3 as is_alone
			from webhook_event join webhook on webhook.id = webhook_id join (${PEOPLE}) on account.id = account_id
			where number = $1`,
			[number, longestAway(), new Date(Date.now() - ALONE)]
		)
	);
	const [event] = rows;
	const isWanted = event?.is_good === true && isAllowed(event.address);
	if (isWanted && event.is_alone) throw new OwnError(NOT_REACHED);
	if (isWanted && !(await isTaken(event))) {
		await writing(async (statements) => {
			await statements.query(
				'update webhook set failing_since = coalesce(failing_since, $2), missed_at = $2 where id = $1',
				[event.webhook_id, new Date()]
			);
			// What was given up.
			await statements.query('delete from webhook_event where at < $1', [
				new Date(Date.now() - 2 * DAY)
			]);
		});
		throw new OwnError(NOT_REACHED);
	}
	await writing(async (statements) => {
		await statements.query('delete from webhook_event where number = $1', [number]);
		if (isWanted)
			await statements.query(
				'update webhook set told_at = $2, failing_since = null where id = $1',
				[event.webhook_id, new Date()]
			);
		await done(statements);
	});
}

/** Whether whoever is told has taken it: with any status of success, and in time. */
async function isTaken({ id, kind, told_case, at, address, secret }: Row): Promise<boolean> {
	const told = { type: kind, timestamp: at.toISOString(), data: { case: told_case } };
	const body = JSON.stringify(told);
	// Of this time: whoever is told refuses what is old.
	const now = new Date();
	try {
		const response = await fetch(address, {
			method: 'POST',
			headers: {
				'content-type': 'application/json',
				'webhook-id': id,
				'webhook-timestamp': String(Math.floor(now.getTime() / 1_000)),
				'webhook-signature': new Signer(secret).sign(id, now, body)
			},
			body,
			signal: AbortSignal.timeout(PATIENCE),
			// Elsewhere nobody was to be told.
			redirect: 'error'
		});
		await response.body?.cancel();
		return response.ok;
	} catch {
		return false;
	}
}
