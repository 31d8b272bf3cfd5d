/** How the numbers and dates of a whole table are written: the style under which every cell can be read. */
import { calendarDate } from '../core/quantities/calendar';
import type { DateOrder, NumberStyle } from '../messages/style';

/** The styles that fit the cells: one, either with a different meaning, or none that reads them all. */
export interface DetectedStyle<T> {
	readonly is: T;
	/** `either`: another way reads all of it too and means something else, so it is to be asked. */
	readonly how: 'one' | 'either' | 'mixed';
}

/** A number without the signs and letters around it: `€ 1.234,56` is `1.234,56`. */
const bareNumber = (cell: string): string =>
	cell
		.replace(/\p{Sc}|%|[A-Za-z]{3}\b|(?<=\d)\s*k$/giu, '')
		.replace(/^\((.*)\)$/, '$1')
		.trim();

const GROUPED: Readonly<Record<'point' | 'comma', RegExp>> = {
	point: /^[-−]?(\d+|\d{1,3}([,'’\s]\d{3})+)(\.\d*)?$/u,
	comma: /^[-−]?(\d+|\d{1,3}([.'’\s]\d{3})+)(,\d*)?$/u
};

/** The number as it is written with a point and without groups; null where it is none in this style. */
export function plainNumber(cell: string, numbers: NumberStyle): string | null {
	const mark = numbers === 'point' ? '.' : ',';
	const bare = bareNumber(cell);
	if (!GROUPED[numbers === 'point' ? 'point' : 'comma'].test(bare)) return null;
	const [whole = '', fraction = ''] = bare.split(mark);
	const kept = fraction.replace(/0+$/, '');
	return whole.replace(/[^\d-]/gu, '') + (kept === '' ? '' : `.${kept}`);
}

/** Cells with a number in them, and how many decimals each may have. */
export interface NumberCell {
	readonly text: string;
	readonly places: number;
}

export function numbersOf(
	cells: readonly NumberCell[],
	usual: NumberStyle
): DetectedStyle<NumberStyle> {
	const written = cells.filter(({ text }) => /\d[.,]\d/.test(text));
	const other: NumberStyle = usual === 'point' ? 'comma' : 'point';
	const reads =
		(style: NumberStyle) =>
		({ text, places }: NumberCell) => {
			const plain = plainNumber(text, style);
			return plain !== null && (plain.split('.')[1]?.length ?? 0) <= places;
		};
	const [own, its] = [written.filter(reads(usual)), written.filter(reads(other))];
	const all = written.length;
	if (own.length === all && its.length === all) {
		const isSame = written.every(
			({ text }) => plainNumber(text, usual) === plainNumber(text, other)
		);
		return { is: usual, how: isSame ? 'one' : 'either' };
	}
	if (own.length === all) return { is: usual, how: 'one' };
	if (its.length === all) return { is: other, how: 'one' };
	return { is: its.length > own.length ? other : usual, how: 'mixed' };
}

/** Day, month and year with slashes or hyphens between; with points between, the day is always first. */
export const SLASHED = /^(\d{1,2})([/-])(\d{1,2})\2(\d{4}|\d{2})$/;

export function datesOf(cells: readonly string[], usual: DateOrder): DetectedStyle<DateOrder> {
	const written = cells.flatMap((cell) => {
		const [, one, , two, years] = SLASHED.exec(cell.trim()) ?? [];
		return one === undefined ? [] : [[Number(one), Number(two), Number(years)] as const];
	});
	const exist = (order: 'day' | 'month') =>
		written.filter(([one, two, years]) => {
			const [day, month] = order === 'day' ? [one, two] : [two, one];
			return calendarDate({ day, month, year: years < 100 ? years + 2000 : years }) !== null;
		}).length;
	if (written.length === 0) return { is: usual, how: 'one' };
	const [day, month] = [exist('day'), exist('month')];
	const all = written.length;
	if (day === all && month === all) {
		const isSame = written.every(([one, two]) => one === two);
		const order = usual === 'year' ? 'day' : usual;
		return { is: order, how: isSame ? 'one' : 'either' };
	}
	const is = month > day ? 'month' : 'day';
	return { is, how: Math.max(day, month) === all ? 'one' : 'mixed' };
}

/** The same day with slashes, as dates are read. */
export const slashed = (cell: string): string => cell.trim().replace(SLASHED, '$1/$3/$4');
