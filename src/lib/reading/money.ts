import { LIMITS } from '../core/quantities/limits';
import { type Cents, cents } from '../core/quantities/money';
import { messagesOf } from '../messages/message';
import en from '../messages/en/reading.json';
import { isCurrencySign, signsOf, type Currency } from './currencies';
import { decimalDigits, scaled, withPoint } from './decimals';
import { accepted, quoted, refused, type Reading } from './reading';
import type { Writing } from './writing';
import { writeAmount } from './written';

const { text } = messagesOf('reading', en);

/** Reads an amount as people write it: `4,182.36`, `4182.36`, `$4182`, `US$ 500`, `4182 USD`, `12k`. */
export function readMoney(typed: string, writing: Writing): Reading<Cents> {
	const { currency } = writing;
	const { code, digits } = currency;
	// Most amounts can be read: what is said where one can't is formed then.
	const refuse = (...[id, parts]: [Parameters<typeof text>[1], Parameters<typeof text>[2]?]) =>
		refused(
			text(writing, id, { typed: quoted(typed.trim()), ...parts }),
			text(writing, 'amount allowed', {
				largest: writeAmount(LIMITS.amount, writing),
				example: writeAmount(cents(418_236), writing)
			})
		);
	const written = withoutCurrency(typed, currency);
	if (written === null) return refuse('amount in another currency', { code });
	const [, counted = '', thousand] = /^(.*?\d)\s*(k)?$/i.exec(written) ?? [null, written];
	const bare = withPoint(counted, writing.style);
	if (bare === '') return refuse('amount missing');
	const parts = decimalDigits(withoutGroups(bare, currency));
	if (parts === null) return refuse('amount not understood');
	if (parts.negative) return refuse('amount below zero');
	const either = otherReading(bare, currency);
	if (either !== null) {
		const [one, other] = either;
		return refuse('two readings', {
			one: writeAmount(one, writing),
			other: writeAmount(other, writing)
		});
	}
	const amount = scaled(parts.whole, parts.fraction, thousand ? digits + 3 : digits);
	if (amount === null) return refuse('amount decimals', { code, digits });
	if (amount > LIMITS.amount) return refuse('amount too large');
	return accepted(cents(amount));
}

/** One point with three digits after it: groups them in some countries, and is the decimal mark in others. */
const POINT_AND_THREE = /^([1-9]\d{0,2})\.(\d{3})$/;

/** Where no amount of the currency can have three decimals, such a point can only group. */
const withoutGroups = (bare: string, { digits }: Currency): string =>
	digits === 0 ? bare.replace(POINT_AND_THREE, '$1$2') : bare;

/** Both readings of an amount that has two; null where it has one. */
function otherReading(bare: string, { digits }: Currency): readonly [Cents, Cents] | null {
	const [match, whole = '', fraction = ''] = POINT_AND_THREE.exec(bare) ?? [];
	if (match === undefined || digits === 0) return null;
	const decimal = scaled(whole, fraction, digits);
	if (decimal === null) return null;
	const isWritten = digits === fraction.length;
	return isWritten ? null : [(Number(whole + fraction) * 10 ** digits) as Cents, decimal as Cents];
}

/** The typed text without its own currency's sign or code; null if it has another currency's. */
function withoutCurrency(typed: string, { code }: Currency): string | null {
	const own = signsOf(code).map(escaped).join('|');
	const [, bare = ''] =
		new RegExp(`^(?:${own})?\\s*(.*?)\\s*(?:${own})?$`, 'iu').exec(typed.trim()) ?? [];
	const [, before = '', number = '', after = ''] = ANY_SIGN.exec(bare) ?? [];
	if ([before, after].some((sign) => sign !== '' && isCurrencySign(sign))) return null;
	return before + after === '' ? number.replace(/^[-−]\s*\p{Sc}/u, '-') : bare;
}

const ANY_SIGN =
	/^([A-Za-z]{0,3}\p{Sc}|[A-Za-z]{3}(?=[\s\d.,-]))?\s*(.*?)\s*([A-Za-z]{0,3}\p{Sc}|(?<=[\s\d.,])[A-Za-z]{3})?$/u;

const escaped = (sign: string): string => sign.replace(/[.$]/g, String.raw`\$&`);
