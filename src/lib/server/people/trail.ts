/**
 * The trail: who did what, when and from where. It only grows; each entry has the hash of the one before, so that
 * one that was changed, taken out or put elsewhere shows. No client's figures are in it.
 */
import { createHash } from 'node:crypto';
import type { AuditEvent, TrailEntry } from '../../document/people';
import { reading, writing } from '../database';
import type { Statements } from '../database/statements';
import { log } from '../log';
import { tellAccess } from './access-log';
import type { Actor } from './actor';
import { isSigned, signatureOf, trailKey, type Head, type Mark } from './trail-key';

/** An action, its subject and further details. */
interface AuditRecord {
	readonly what: AuditEvent;
	readonly subject?: string | null;
	readonly detail?: string | null;
}

interface Row {
	readonly number: number;
	readonly at: Date;
	readonly account_id: string | null;
	readonly account_name: string | null;
	readonly address: string;
	readonly what: AuditEvent;
	readonly subject: string | null;
	readonly detail: string | null;
	readonly hash: Uint8Array;
}

const COLUMNS = 'number, at, account_id, account_name, address, what, subject, detail, hash';

/** SHA-256 of an entry and the hash of the one before it. */
function hashOf(before: Uint8Array, entry: Omit<Row, 'hash'>): Buffer {
	const { number, at, account_id, account_name, address, what, subject, detail } = entry;
	const said = [number, at.toISOString(), account_id, account_name, address, what, subject, detail];
	return createHash('sha256').update(before).update(JSON.stringify(said)).digest();
}

/**
 * Writes what is done into the trail: the last statements of the transaction that does it, since whoever writes
 * next waits for its end. Without accounts there is no trail.
 */
export async function note(
	statements: Statements,
	actor: Actor,
	...all: readonly AuditRecord[]
): Promise<void> {
	if (actor.person === null) return;
	await append(statements, { id: actor.person.id, name: actor.person.name }, actor.address, all);
}

/** The same where nobody is signed in yet, or a command does it. */
export async function append(
	statements: Statements,
	who: { readonly id: string; readonly name: string } | null,
	address: string,
	all: readonly AuditRecord[]
): Promise<void> {
	const head = await headOf(statements, 'for update');
	let { number, hash }: Mark = head;
	for (const record of all) {
		const { what, subject = null, detail = null } = record;
		tellAccess(who?.id ?? null, address, record);
		number += 1;
		const entry = {
			number,
			at: new Date(),
			account_id: who?.id ?? null,
			account_name: who?.name ?? null,
			address,
			what,
			subject,
			detail
		};
		hash = hashOf(hash, entry);
		await statements.query(
			`insert into trail_entry (${COLUMNS}) values ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
			[...Object.values(entry), hash]
		);
	}
	await statements.query('update trail_head set number = $1, hash = $2, signature = $3', [
		number,
		hash,
		await signatureAfter(statements, head, { number, hash, base: head.base }, all)
	]);
}

export type SignedHead = Head & { readonly signature: Uint8Array | null };

/** The head of the trail; for update, whoever appends next waits. */
export async function headOf(
	statements: Statements,
	lock: 'for update' | '' = ''
): Promise<SignedHead> {
	const { rows } = await statements.query<
		Mark & { signature: Uint8Array | null; base_number: number; base_hash: Uint8Array }
	>(`select number, hash, signature, base_number, base_hash from trail_head ${lock}`);
	const [row] = rows;
	if (!row) throw new Error('the trail has no head');
	const { base_number: number, base_hash: hash, ...head } = row;
	return { ...head, base: { number, hash } };
}

/**
 * The signature of a head that comes after another one. Nothing is signed after what is not: an end that was cut stays
 * seen. What a backup brings has no signature where it is of a version before, and is signed as it was restored.
 */
async function signatureAfter(
	statements: Statements,
	before: SignedHead,
	head: Head,
	all: readonly AuditRecord[]
): Promise<Buffer | null> {
	const key = trailKey();
	if (key === null) return null;
	const isRestored = all.some(({ what }) => what === 'restored a backup');
	const isBegun =
		key.isNew || isRestored || (before.number === 0 && (await isNewAgency(statements)));
	if (!isBegun && !isSigned(key, before, before.signature)) {
		log.error(
			{ entry: before.number },
			'the end of the trail is not what was signed; npm run trail -- verify says more'
		);
		return null;
	}
	return signatureOf(key, head);
}

/** Whether the trail begins because the agency does: it has no more than the account that is being added. */
async function isNewAgency(statements: Statements): Promise<boolean> {
	const { rows } = await statements.query('select from account limit 2');
	return rows.length < 2;
}

/** The head as it is written down elsewhere: its number, its hash, and its signature where there is a key. */
const written = ({ number, hash, signature }: SignedHead): string =>
	[String(number), hex(hash), ...(signature ? [hex(signature)] : [])].join(':');

const hex = (bytes: Uint8Array): string => Buffer.from(bytes).toString('hex');

/** Signs the trail as it is with a key that was only just made, and says in the log how far it has come. */
export async function beginTrail(): Promise<void> {
	const key = trailKey();
	if (key?.isNew) {
		await writing(async (statements) => {
			const head = await headOf(statements, 'for update');
			await statements.query('update trail_head set signature = $1', [signatureOf(key, head)]);
		});
		key.isNew = false;
	}
	await logHead();
}

/** Says in the log how far the trail has come: what is cut off from it later, or put in its place, does not fit that. */
export async function logHead(): Promise<void> {
	const head = await reading((statements) => headOf(statements));
	if (head.number > 0) log.warn({ head: written(head) }, 'the head of the trail');
}

/** Writes what is done that is no change of the data into the trail. */
export async function noteAlone(actor: Actor, ...all: readonly AuditRecord[]): Promise<void> {
	if (actor.person === null) return;
	await writing((statements) => note(statements, actor, ...all));
}

/** Entries read at once. */
const PAGE = 1000;

/** Entries from the latest back: those before a number, of a person or a case where one is named. */
export async function readTrail(
	before: number | null,
	subject: string | null,
	most: number
): Promise<TrailEntry[]> {
	const { rows } = await reading((statements) =>
		statements.query<Row>(
			`select ${COLUMNS} from trail_entry
			where ($1::bigint is null or number < $1) and ($2::uuid is null or subject = $2 or account_id = $2)
			order by number desc limit $3`,
			[before, subject, most]
		)
	);
	return rows.map(({ number, at, account_name: name, address, what, subject: of, detail }) => ({
		number,
		at: at.toISOString(),
		name,
		address,
		what,
		subject: of,
		detail
	}));
}

/** Why a trail is not whole, and the entry that shows it. */
export interface NotWhole {
	readonly whole: false;
	readonly entry: number;
	/**
	 * The first entry that is not what it was when it was written, or is not there; or the last, where it is not the end
	 * that was signed, or does not lead to the head that was written down; that head was let go of.
	 */
	readonly why: 'missing' | 'changed' | 'unsigned' | 'other head' | 'let go';
}

/** The result of verifying the whole audit trail. */
export type Verified =
	| {
			readonly whole: true;
			/** The first and the last entry that are kept. */
			readonly from: number;
			readonly to: number;
			readonly head: string;
			readonly isSigned: boolean;
	  }
	| NotWhole;

/**
 * Computes the hashes of entries again, one after the other.
 * @param after the entry that the first one goes on from
 * @param to the last one; null: as far as the trail goes
 * @param look is told each
 */
export async function walked(
	statements: Statements,
	after: Mark,
	to: number | null,
	look: (at: Mark) => NotWhole | null = () => null
): Promise<(Mark & { readonly whole: true }) | NotWhole> {
	let { number: last, hash } = after;
	for (;;) {
		const { rows } = await statements.query<Row>(
			`select ${COLUMNS} from trail_entry where number > $1 and ($2::bigint is null or number <= $2)
			order by number limit ${PAGE}`,
			[last, to]
		);
		for (const { hash: kept, ...entry } of rows) {
			if (entry.number !== last + 1) return { whole: false, entry: last + 1, why: 'missing' };
			hash = hashOf(hash, entry);
			if (!sameBytes(hash, kept)) return { whole: false, entry: entry.number, why: 'changed' };
			last = entry.number;
			const wrong = look({ number: last, hash });
			if (wrong) return wrong;
		}
		if (rows.length < PAGE) return { whole: true, number: last, hash };
	}
}

/**
 * Computes every hash of the trail again, from the first entry to the last, and looks at the signature of its head.
 * @param noted a head as it was written down before, with which it has to agree
 */
export async function verifyTrail(noted: string | null): Promise<Verified> {
	return reading(async (statements): Promise<Verified> => {
		const head = await headOf(statements);
		const [at = '', wanted] = noted?.split(':') ?? [];
		const look = ({ number, hash }: Mark): NotWhole | null =>
			noted !== null && String(number) === at && hex(hash) !== wanted
				? { whole: false, entry: number, why: 'other head' }
				: null;
		if (noted !== null && Number(at) < head.base.number)
			return { whole: false, entry: Number(at), why: 'let go' };
		const end = look(head.base) ?? (await walked(statements, head.base, null, look));
		if (!end.whole) return end;
		const { number: to, hash } = end;
		if (head.number > to) return { whole: false, entry: to + 1, why: 'missing' };
		if (head.number < to || !sameBytes(head.hash, hash))
			return { whole: false, entry: to, why: 'changed' };
		if (noted !== null && Number(at) > to) return { whole: false, entry: to + 1, why: 'missing' };
		const key = trailKey();
		if (key !== null && !key.isNew && !isSigned(key, head, head.signature))
			return { whole: false, entry: to, why: 'unsigned' };
		return {
			whole: true,
			from: head.base.number + 1,
			to,
			head: written(head),
			isSigned: key !== null && !key.isNew
		};
	});
}

const sameBytes = (one: Uint8Array, other: Uint8Array): boolean => Buffer.compare(one, other) === 0;
