/** A rule's expression (`core/debt/rules/expression.ts`) as the formula of a cell, in the language of sheets. */
import type { Cell, Expression } from '../core/debt/expression';

/** Where the cells of an expression are. */
export type CellsAt = Readonly<Partial<Record<Cell, string>>>;

/** @throws RangeError for a cell that there is none of: a bug of the rule */
export function formulaOf(expression: Expression, at: CellsAt, digits: number): string {
	const unit = 10 ** digits;
	const of = (part: Expression): string => formulaOf(part, at, digits);
	/** In brackets where it is a sum, or part of a power. */
	const apart = (part: Expression, isInPower = false): string =>
		isPlain(part) || (!isInPower && !isSum(part)) ? of(part) : `(${of(part)})`;
	if (typeof expression === 'number') return String(expression);
	if (typeof expression === 'string') {
		const address = at[expression];
		if (address === undefined) throw new RangeError(`there is no cell for ${expression}`);
		return address;
	}
	if ('amount' in expression) return String(expression.amount / unit);
	if ('sum' in expression) return expression.sum.map(of).join('+');
	if ('take' in expression) {
		const [from, what] = expression.take;
		return from === 0 ? `-${apart(what)}` : `${of(from)}-${apart(what)}`;
	}
	if ('times' in expression) return expression.times.map((part) => apart(part)).join('*');
	if ('divide' in expression) {
		const [what, by] = expression.divide;
		return `${apart(what)}/${isPlain(by) ? of(by) : `(${of(by)})`}`;
	}
	if ('power' in expression) return expression.power.map((part) => apart(part, true)).join('^');
	if ('largest' in expression) return `MAX(${expression.largest.map(of).join(',')})`;
	if ('rounded' in expression) return rounded(apart(expression.rounded), digits);
	if ('roundedUp' in expression)
		return `ROUNDUP(ROUND(${unit}*${apart(expression.roundedUp)}-0.000001,7),0)/${unit}`;
	if ('upTo' in expression) {
		const [what, step] = expression.upTo.map(of);
		return `ROUNDUP(ROUND((${what})/${step},10),0)*${step}`;
	}
	return `IF(${of(expression.ifZero)}=0,${of(expression.then)},${of(expression.otherwise)})`;
}

const isPlain = (part: Expression): boolean =>
	typeof part !== 'object' || 'amount' in part || ('sum' in part && part.sum.length === 1);
const isSum = (part: Expression): boolean =>
	typeof part === 'object' && ('take' in part || 'sum' in part);

/**
 * Rounded half away from zero to the minor unit: first what binary fractions add to it is taken off, in minor units,
 * where a half is a number that sheets can hold.
 */
function rounded(expression: string, digits: number): string {
	const unit = 10 ** digits;
	return `ROUND(ROUND(${unit}*${expression},7),0)/${unit}`;
}

/** The same where nothing is lost but what binary fractions add: sums and differences of whole minor units. */
export const exact = (expression: string, digits: number): string =>
	`ROUND(${expression},${digits})`;
