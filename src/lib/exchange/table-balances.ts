/**
 * Rows of a table that are balances of the card above them: “Purchases”, “Cash advances”, “Balance transfer”, as a
 * statement lists them below the card’s own line.
 */
import { sumOf } from '../core/quantities/money';
import { LIMITS } from '../core/quantities/limits';
import en from '../messages/en/exchange.json';
import { messagesOf } from '../messages/message';
import { writeMoney } from '../reading/written';
import type { Writing } from '../reading/writing';
import type { FlatBalance } from './balances-cell';
import type { Flat } from './debt-columns';
import type { TakenLine } from './taken-line';

const { text } = messagesOf('exchange', en);

/** The lines with those that are balances in the card that they belong to. */
export function withBalanceRows(lines: readonly TakenLine[], writing: Writing): TakenLine[] {
	const taken: TakenLine[] = [];
	const below = new Map<TakenLine, TakenLine[]>();
	for (const line of lines) {
		const card = taken.at(-1);
		const own = card ? (below.get(card) ?? []) : [];
		if (card && isBalance(line) && !isBalance(card) && own.length < MOST) {
			below.set(card, [...own, line]);
		} else taken.push(line);
	}
	return taken.map((card) => {
		const own = below.get(card);
		return own ? folded(card, own, writing) : card;
	});
}

/** More rows are debts of their own: nothing is lost, and the card’s own amount may be a balance, too. */
const MOST = LIMITS.balances - 1;

/** As statements call them; what says more is the name of a debt. */
const KINDS =
	/^(purchases|cash( advances?)?|(balance )?transfers?|promotions?|(promotional|special|deferred|introductory|intro|other)( (balances?|purchases|offers?|transfers?))?|offers?|fees)( balances?)?( \(.*\))?$/;
/** A name as it is in an indented or bulleted list. */
const INDENTED = /^[\s–—•·*-]+/;

const bare = ({ flat: { name = '' } }: TakenLine): string => name.replace(INDENTED, '');

/** What a row of a balance may say; one that says more is a debt. */
const SAID: readonly (keyof Flat)[] = ['name', 'balance', 'annualRate'];

const isBalance = (line: TakenLine): boolean =>
	KINDS.test(bare(line).toLowerCase()) &&
	Object.keys(line.flat).every((field) => SAID.includes(field as keyof Flat));

/** The card with its balances; what it has by itself is their total, or what it has beside them: its purchases. */
function folded(card: TakenLine, rows: readonly TakenLine[], writing: Writing): TakenLine {
	const named = rows.map((row): FlatBalance => ({
		name: bare(row),
		balance: row.flat.balance ?? null,
		annualRate: row.flat.annualRate ?? null,
		printedInterest: null,
		deferral: null
	}));
	const { balance: total = null, annualRate: rate = null } = card.flat;
	const sum = sumOf(named, ({ balance }) => balance ?? 0);
	const hasPurchases = named.some(({ name }) => /^purchase/i.test(name));
	const isBeside = total !== null && total !== sum && rate !== null && !hasPurchases;
	const balances = isBeside
		? [{ ...NOTHING, name: 'Purchases', balance: total, annualRate: rate }, ...named]
		: named;
	const unread = [...card.unread, ...rows.flatMap((row) => row.unread)];
	const taken = { ...card, flat: { ...card.flat, balances }, unread };
	return isBeside ? taken : withSumChecked(taken, writing);
}

/** The line, with a problem where its balances do not add up to its own amount. */
export function withSumChecked(line: TakenLine, writing: Writing): TakenLine {
	const { balance: total, balances = [] } = line.flat;
	const amounts = balances.flatMap(({ balance }) => balance ?? []);
	const sum = sumOf(amounts, (amount) => amount);
	const isKnown = balances.length > 0 && amounts.length === balances.length;
	if (!isKnown || total === undefined || total === sum) return line;
	const [typed, added] = [writeMoney(total, writing), writeMoney(sum, writing)];
	const problem = text(writing, 'balances add up', { sum: added, total: typed });
	return { ...line, unread: [...line.unread, { field: 'balance', typed, problem }] };
}

const NOTHING = { printedInterest: null, deferral: null } as const;
