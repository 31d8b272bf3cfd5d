/**
 * Two versions of the same data that both began as a third, put together: what only one of them changed is
 * taken from it; what both changed differently is a conflict, and then one side's is taken.
 */
import { totalsOf } from '../core/debt/account/totals';
import type { BalanceEntry } from '../document/balances';
import { same } from '../document/same';

export interface Merged<T> {
	/** Both together, with the first side's where both changed the same. */
	readonly mine: T;
	/** Both together, with the second side's there. */
	readonly theirs: T;
	/** Where both changed the same differently, as paths of field names, places and identities. */
	readonly conflicts: readonly string[];
}

type Side = 'mine' | 'theirs';
type Fields = Readonly<Record<string, unknown>>;
type Item = Fields & { readonly id: string };

/** In place of something that is not there: a field without a value, an item that is deleted. */
const GONE = undefined;

/** Merges plain data; lists of things that have an identity are merged thing by thing. */
export function merged<T>(base: T, mine: T, theirs: T): Merged<T> {
	const conflicts: string[] = [];
	const take = (side: Side) => together(base, mine, theirs, '', side, conflicts) as T;
	const first = take('mine');
	const found = [...conflicts];
	return { mine: first, theirs: take('theirs'), conflicts: found };
}

function together(
	base: unknown,
	mine: unknown,
	theirs: unknown,
	path: string,
	side: Side,
	conflicts: string[]
): unknown {
	if (same(mine, theirs) || same(base, theirs)) return mine;
	if (same(base, mine)) return theirs;
	if (isItems(base) && isItems(mine) && isItems(theirs)) {
		return itemsTogether(base, mine, theirs, path, side, conflicts);
	}
	if (isFields(base) && isFields(mine) && isFields(theirs) && areOneKind(base, mine, theirs)) {
		const whole = withoutTurning(base, mine, theirs, path, side, conflicts);
		if (whole) return whole;
		const names = new Set([...Object.keys(mine), ...Object.keys(theirs)]);
		const stated = [...names].filter((name) => !isTotal(name, mine) || !isTotal(name, theirs));
		const fields = stated.map((name) => {
			const at = path === '' ? name : `${path}.${name}`;
			return [name, together(base[name], mine[name], theirs[name], at, side, conflicts)] as const;
		});
		return withTotals(Object.fromEntries(fields.filter(([, value]) => value !== GONE)));
	}
	conflicts.push(path);
	return side === 'mine' ? mine : theirs;
}

/**
 * A debt that one side turned into one balance, or into several, while the other has it as it was: its balances, their sum and
 * their rate are one thing, of which a part would be another debt. Null: it is as it was on both sides.
 */
function withoutTurning(
	base: Fields,
	mine: Fields,
	theirs: Fields,
	path: string,
	side: Side,
	conflicts: string[]
): unknown {
	const [before, here, there] = [base, mine, theirs].map(owedIn);
	if (!before || !here || !there) return null;
	if ((here.balances.length === 0) === (there.balances.length === 0)) return null;
	const isMine = same(before, there);
	const isClash = !isMine && !same(before, here);
	if (isClash) conflicts.push(path === '' ? 'balances' : `${path}.balances`);
	const taken = isMine || (isClash && side === 'mine') ? here : there;
	const rest = ({ balance: _, annualRate: __, balances: ___, ...fields }: Fields) => fields;
	const others = together(rest(base), rest(mine), rest(theirs), path, side, conflicts);
	return { ...(others as Fields), ...taken };
}

/** What a debt owes: its balances, and their sum and rate; null of what is no debt. */
const owedIn = ({ balance, annualRate, balances }: Fields) =>
	Array.isArray(balances) ? { balance, annualRate, balances: balances as unknown[] } : null;

/** Whether a field of a debt follows from its balances: put together, these may come to another sum. */
const isTotal = (name: string, { balances }: Fields): boolean =>
	(name === 'balance' || name === 'annualRate') && Array.isArray(balances) && balances.length > 0;

function withTotals(fields: Fields): Fields {
	const { balances } = fields;
	if (!Array.isArray(balances) || balances.length === 0) return fields;
	return { ...fields, ...totalsOf(balances as BalanceEntry[]) };
}

/** Things that both have, each merged; what one added or deleted is added or deleted. */
function itemsTogether(
	base: readonly Item[],
	mine: readonly Item[],
	theirs: readonly Item[],
	path: string,
	side: Side,
	conflicts: string[]
): readonly Item[] {
	const [before, here, there] = [base, mine, theirs].map(
		(items) => new Map(items.map((item) => [item.id, item]))
	);
	if (!before || !here || !there) return mine;
	const kept = new Map<string, Item>();
	for (const id of new Set([...here.keys(), ...there.keys()])) {
		const at = `${path}.${id}`;
		const item = together(before.get(id), here.get(id), there.get(id), at, side, conflicts);
		if (item !== GONE) kept.set(id, item as Item);
	}
	return placed(kept, base, mine, theirs);
}

/** The things in the order of the side that changed it; what only the other one has comes after its neighbour. */
function placed(
	kept: ReadonlyMap<string, Item>,
	base: readonly Item[],
	mine: readonly Item[],
	theirs: readonly Item[]
): readonly Item[] {
	const ids = (items: readonly Item[]) => items.map(({ id }) => id);
	const common = (items: readonly Item[]) => {
		const everywhere = new Set(
			ids(base).filter((id) => [mine, theirs].every((of) => ids(of).includes(id)))
		);
		return ids(items).filter((id) => everywhere.has(id));
	};
	const moved = !same(common(base), common(mine));
	const [leading, other] = moved ? [ids(mine), ids(theirs)] : [ids(theirs), ids(mine)];
	const order = [...leading];
	other.forEach((id, at) => {
		if (order.includes(id)) return;
		const neighbour = other.slice(0, at).findLast((earlier) => order.includes(earlier));
		order.splice(neighbour === undefined ? 0 : order.indexOf(neighbour) + 1, 0, id);
	});
	return order.flatMap((id) => kept.get(id) ?? []);
}

const isFields = (value: unknown): value is Fields =>
	typeof value === 'object' && value !== null && !Array.isArray(value);

const isItems = (value: unknown): value is readonly Item[] =>
	Array.isArray(value) && value.every((item) => isFields(item) && typeof item['id'] === 'string');

/** Whether all are the same kind of thing, so that their fields mean the same. */
const areOneKind = (...values: readonly Fields[]): boolean =>
	['kind', 'basis'].every((name) => values.every((value) => value[name] === values[0]?.[name]));
