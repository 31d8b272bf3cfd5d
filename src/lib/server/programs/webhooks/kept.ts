/** Programs that are told of cases: made, listed, and told no more. */
import { randomBytes } from 'node:crypto';
import {
	LONGEST_ADDRESS,
	MOST_WEBHOOKS,
	type Webhook,
	type WebhookKind
} from '../../../document/programs';
import { ofQueue } from '../../book/queue-in-use';
import { reading, writing } from '../../database';
import type { Actor } from '../../people/actor';
import { PEOPLE } from '../../people/roles';
import { note } from '../../people/trail';
import { t } from '../../refusals';
import { settings } from '../../settings';
import { letsProgramsIn, longestAway, seesAll } from '../whose';
import { isAllowed } from './addresses';

/** What it is signed with, which is said once; or why nobody is told. */
export type Told =
	| { readonly ok: true; readonly id: string; readonly secret: string }
	| { readonly ok: false; readonly refusal: string };

const refused = (refusal: string): Told => ({ ok: false, refusal });

/** Has a program told of the cases that somebody sees. */
export async function haveTold(
	asked: { readonly address: string; readonly kinds: readonly WebhookKind[] },
	actor: Actor
): Promise<Told> {
	const { person } = actor;
	if (person === null) return refused(t('There are no accounts here.'));
	// As it will be asked for: what looks like one host may be another.
	const address = URL.parse(asked.address)?.href ?? '';
	if (!isAllowed(address) || address.length > LONGEST_ADDRESS)
		return refused(
			t('Nobody is told at this address. …', { hosts: settings().webhookHosts.join(', ') })
		);
	// Its tables are made in a transaction of its own, before a case is changed.
	await ofQueue().ready();
	return writing(async (statements): Promise<Told> => {
		await statements.query('select from account where id = $1 for update', [person.id]);
		const { rows } = await statements.query<{ count: number }>(
			'select count(*)::int as count from webhook where account_id = $1',
			[person.id]
		);
		if ((rows[0]?.count ?? 0) >= MOST_WEBHOOKS)
			return refused(
				t('You have {count} programs told already; remove one first.', { count: MOST_WEBHOOKS })
			);
		const { kinds } = asked;
		const id = crypto.randomUUID();
		const secret = `whsec_${randomBytes(32).toString('base64')}`;
		await statements.query(
			`insert into webhook (id, account_id, address, kinds, secret, made_at)
			values ($1, $2, $3, $4, $5, $6)`,
			[id, person.id, address, kinds, secret, new Date()]
		);
		const detail = `${new URL(address).host}: ${kinds.join(', ')}`;
		await note(statements, actor, { what: 'has a program told', subject: id, detail });
		return { ok: true, id, secret };
	});
}

/** Has a program told no more: one's own, or anybody's for those who let people in. False where there is none of these. */
export const haveToldNoMore = (id: string, actor: Actor): Promise<boolean> =>
	writing(async (statements) => {
		const { rows } = await statements.query<{ address: string }>(
			'delete from webhook where id = $1 and ($2 or account_id = $3) returning address',
			[id, seesAll(actor), actor.person?.id ?? null]
		);
		const [gone] = rows;
		if (!gone) return false;
		const detail = new URL(gone.address).host;
		await note(statements, actor, { what: 'has a program told no more', subject: id, detail });
		return true;
	});

/** The programs that somebody has told, or anybody for those who let people in; the latest first. */
export async function webhooksOf(actor: Actor): Promise<Webhook[]> {
	const { rows } = await reading((statements) =>
		statements.query<{
			id: string;
			address: string;
			name: string;
			kinds: WebhookKind[];
			told_at: Date | null;
			failing_since: Date | null;
			is_good: boolean;
		}>(
			`select webhook.id, address, account.name, kinds, told_at, failing_since, ${letsProgramsIn(3)} as is_good
			from webhook join (${PEOPLE}) on account.id = account_id
			where $1 or account_id = $2 order by webhook.made_at desc, webhook.id`,
			[seesAll(actor), actor.person?.id ?? null, longestAway()]
		)
	);
	return rows.map(({ id, address, name, kinds, told_at, failing_since, is_good }) => ({
		id,
		address,
		person: name,
		kinds,
		toldAt: told_at?.toISOString() ?? null,
		failingSince: failing_since?.toISOString() ?? null,
		isOver: !is_good || !isAllowed(address)
	}));
}
