/** Decimal numbers as people write them: `4,182.36`, `4 182,36`, `4'182.36`, `4182.36`. */
import { MARKS, USUAL_STYLE, type Style } from '../messages/style';

/** A number as it would be written with a decimal point, whatever the style. */
export const withPoint = (typed: string, { numbers }: Style = USUAL_STYLE): string =>
	MARKS[numbers].decimal === '.'
		? typed
		: typed.replace(/[.,]/g, (mark) => (mark === '.' ? ',' : '.'));

/**
 * The whole and fractional digits of a typed number, or null when it is none.
 *
 * A point is the decimal mark unless it comes again or a comma follows it; a comma separates groups
 * of three, and is the decimal mark where it can't. So `4,182` is four thousand and `4,18` is four. Where the
 * style has a decimal comma, the two change places.
 */
export function decimalDigits(
	typed: string,
	style?: Style
): { negative: boolean; whole: string; fraction: string } | null {
	const text = withPoint(typed, style)
		.replace(/[\s'’\u00a0\u202f]/g, '')
		.replace('−', '-');
	const match = /^(-?)([\d.,]*\d[.,]?)$/.exec(text);
	if (!match) return null;
	const [, sign = '', body = ''] = match;
	const mark = decimalMark(body);
	const at = mark === null ? body.length : body.lastIndexOf(mark);
	const groups = body.slice(0, at).split(/[.,]/);
	const wellGrouped =
		groups.length === 1 ||
		(/^\d{1,3}$/.test(groups[0] ?? '') && groups.slice(1).every((group) => group.length === 3));
	const oneSeparator = new Set(body.slice(0, at).replace(/\d/g, '')).size <= 1;
	if (!wellGrouped || !oneSeparator) return null;
	return { negative: sign === '-', whole: groups.join('') || '0', fraction: body.slice(at + 1) };
}

function decimalMark(body: string): '.' | ',' | null {
	const points = body.split('.').length - 1;
	const commas = body.split(',').length - 1;
	const last = body.lastIndexOf('.') > body.lastIndexOf(',') ? '.' : ',';
	if (points + commas === 0) return null;
	if (points > 0 && commas > 0) return last;
	if (points > 0) return points === 1 ? '.' : null;
	return commas === 1 && !/,\d{3}$/.test(body) ? ',' : null;
}

/** The digits as an integer number of 10^-places, or null when there are more decimals than places. */
export function scaled(whole: string, fraction: string, places: number): number | null {
	const kept = fraction.replace(/0+$/, '');
	if (kept.length > places) return null;
	return Number(whole + kept.padEnd(places, '0'));
}
