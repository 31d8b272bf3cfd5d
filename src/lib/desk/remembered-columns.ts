/** The assigned columns of a table, for the next one with the same headings; kept by the browser. */
import { COLUMNS, type Field } from '../exchange/debt-columns';

const KEY = 'residuum.columns';
/** The number of tables remembered, the latest ones. */
const KEPT = 40;

type Remembered = readonly (readonly [headings: string, fields: readonly (Field | null)[]])[];

const nameOf = (headings: readonly string[]): string => JSON.stringify(headings);

export function rememberedColumns(
	headings: readonly string[]
): readonly (Field | null)[] | undefined {
	if (headings.every((heading) => heading === '')) return undefined;
	return all().find(([name]) => name === nameOf(headings))?.[1];
}

export function rememberColumns(
	headings: readonly string[],
	fields: readonly (Field | null)[]
): void {
	const name = nameOf(headings);
	const rest = all().filter(([other]) => other !== name);
	try {
		localStorage.setItem(KEY, JSON.stringify([...rest, [name, fields]].slice(-KEPT)));
	} catch {
		// A browser that keeps nothing asks again.
	}
}

/** Whatever else may have been written there is left out. */
function all(): Remembered {
	try {
		const kept: unknown = JSON.parse(localStorage.getItem(KEY) ?? '[]');
		return Array.isArray(kept) ? kept.filter(isRemembered) : [];
	} catch {
		return [];
	}
}

function isRemembered(entry: unknown): entry is Remembered[number] {
	if (!Array.isArray(entry) || typeof entry[0] !== 'string' || !Array.isArray(entry[1]))
		return false;
	return entry[1].every(
		(field) => field === null || COLUMNS.some((column) => column.field === field)
	);
}
