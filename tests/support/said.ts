/** What sentences say, read back from them. */
import { Decimal } from 'decimal.js';
import { cents, type Cents } from '../../src/lib/core/quantities/money';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { writingOf } from '../../src/lib/reading/writing';

export const usd = writingOf({ currency: { code: 'USD', digits: 2 }, style: USUAL_STYLE });

/** Of any size: what the program says may be more than anybody may type. */
export const amountSaid = (text: string | undefined): Cents => {
	if (!/^\$?\d{1,3}(,\d{3})*\.\d{2}$/.test(text ?? ''))
		throw new Error(`${text ?? 'nothing'} is no amount`);
	return cents(Number(text?.replaceAll(/[$,.]/g, '')));
};
const MONTHS =
	'January February March April May June July August September October November December';
/** “June 2029” as 2029-06. */
export const monthSaid = (text: string | undefined): string => {
	const [name = '', year = ''] = (text ?? '').split(' ');
	const at = MONTHS.split(' ').indexOf(name) + 1;
	if (at === 0) throw new Error(`${text ?? 'nothing'} is no month`);
	return `${year}-${String(at).padStart(2, '0')}`;
};

const NUMBER = String.raw`[\d,]+(?:\.\d+)?(?: %)?`;
const SUM = new RegExp(`^(?:−?(?:\\d+ × )?${NUMBER}(?: [+−×÷] (?:\\d+ × )?${NUMBER})*) = `);

/**
 * What “1,200.00 + 30.00 × 4 % = …” comes to when it is computed as it is written, unrounded; null for what
 * has brackets or powers in it.
 */
export function computed(numbers: string): Decimal | null {
	if (!SUM.test(numbers)) return null;
	const [left = ''] = numbers.split(' = ');
	return left
		.replace(/^−/, '0.00 − ')
		.split(/ (?=[+−] )/)
		.reduce((sum, term) => {
			const [, sign = '+', product = ''] = /^([+−])? ?(.*)$/.exec(term) ?? [];
			const value = product.split(/ (?=[×÷] )/).reduce((so, factor) => {
				const number = new Decimal(factor.replaceAll(/[×÷ ,%]/g, '')).div(
					factor.endsWith('%') ? 100 : 1
				);
				return factor.startsWith('÷') ? so.div(number) : so.times(number);
			}, new Decimal(1));
			return sign === '−' ? sum.minus(value) : sum.plus(value);
		}, new Decimal(0));
}
