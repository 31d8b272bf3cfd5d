import { LIMITS } from '../core/limits';
import type { Cents } from '../core/money';
import { decimalDigits, grouped, scaled } from './decimal-text';
import { accepted, quoted, refused, type Reading } from './reading';

/** A case's one currency: its ISO 4217 code and how many decimals its amounts have. */
export interface Currency {
	readonly code: string;
	readonly digits: number;
}

/** `4,182.36`: the amount in the currency's decimals, without its sign. */
export function writeMoney(amount: Cents, currency: Currency): string {
	return grouped(amount, currency.digits);
}

/** How many decimals an unrounded amount is shown with, beyond those of the currency. */
const MORE = 3;

/** An unrounded amount with three decimals more than the currency has: `77.58563`. */
export function precise(unrounded: number, { digits }: Currency): string {
	return grouped(Math.round(unrounded * 10 ** MORE), digits + MORE);
}

/** One whole unit of the currency in minor units. */
function wholeUnit(currency: Currency): Cents {
	return (10 ** currency.digits) as Cents;
}

/** What a minimum can be rounded up to, in minor units: nothing, a whole unit, five, ten. */
export function roundingSteps(currency: Currency): readonly Cents[] {
	return [0, 1, 5, 10].map((units) => (units * wholeUnit(currency)) as Cents);
}

/** The smallest whole multiple of 1 that `LIMITS.amount` allows, as text, for refusals. */
function largestAmount(currency: Currency): string {
	return writeMoney(LIMITS.amount, currency);
}

/** Reads an amount as people write it: `4,182.36`, `4182.36`, `$4182`, `4182 USD`. */
export function readMoney(typed: string, currency: Currency): Reading<Cents> {
	const allowed = `An amount from 0 to ${largestAmount(currency)}, such as ${writeMoney(418236 as Cents, currency)}.`;
	const bare = withoutCurrency(typed, currency);
	if (bare === null) {
		return refused(
			`${quoted(typed.trim())} is in another currency than this case, ${currency.code}.`,
			allowed
		);
	}
	if (bare === '') return refused('The amount is missing.', allowed);
	const parts = decimalDigits(withoutGroups(bare, currency));
	if (parts === null) return refused(`${quoted(typed.trim())} is not an amount.`, allowed);
	if (parts.negative) return refused('An amount can’t be below zero.', allowed);
	const either = otherReading(bare, currency);
	if (either !== null) {
		const readings = either.map((amount) => writeMoney(amount, currency)).join(' or ');
		return refused(`${quoted(typed.trim())} could be ${readings}.`, allowed);
	}
	const amount = scaled(parts.whole, parts.fraction, currency.digits);
	if (amount === null) {
		const decimals = currency.digits === 0 ? 'no decimals' : `at most ${currency.digits} decimals`;
		return refused(`${currency.code} amounts have ${decimals}.`, allowed);
	}
	if (amount > LIMITS.amount) return refused(`${quoted(typed.trim())} is too large.`, allowed);
	return accepted(amount as Cents);
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

/** What was typed without the currency's own sign or code; null where it has those of another one. */
function withoutCurrency(typed: string, { code }: Currency): string | null {
	const text = typed.trim();
	const [, before = '', number = '', after = ''] =
		/^(\p{Sc}|[A-Za-z]{3}(?=[\s\d.,-]))?\s*(.*?)\s*(\p{Sc}|(?<=[\s\d.,])[A-Za-z]{3})?$/u.exec(
			text
		) ?? [];
	for (const sign of [before, after]) {
		if (sign !== '' && !signsOf(code).includes(sign.toUpperCase())) {
			return isCurrencySign(sign) ? null : text;
		}
	}
	return number.replace(/^-\s*\p{Sc}/u, '-');
}

/** The code of a currency and the signs that it is written with. */
function signsOf(code: string): string[] {
	const signs = (['symbol', 'narrowSymbol'] as const).map(
		(currencyDisplay) =>
			new Intl.NumberFormat('en', { style: 'currency', currency: code, currencyDisplay })
				.formatToParts(0)
				.find(({ type }) => type === 'currency')?.value ?? code
	);
	return [code, ...signs].map((sign) => sign.toUpperCase());
}

const isCurrencySign = (sign: string): boolean =>
	/^\p{Sc}$/u.test(sign) || Intl.supportedValuesOf('currency').includes(sign.toUpperCase());

/** The currencies one can choose, with their decimals, from the platform's own ISO 4217 data. */
export function knownCurrencies(): readonly (Currency & { readonly name: string })[] {
	const names = new Intl.DisplayNames('en', { type: 'currency' });
	return Intl.supportedValuesOf('currency').map((code) => ({
		code,
		digits: currencyDigits(code),
		name: names.of(code) ?? code
	}));
}

/** Reads a currency's code, in either case. */
export function readCurrency(typed: string): Reading<Currency> {
	const code = typed.trim().toUpperCase();
	const allowed = 'An ISO 4217 code of three letters, such as USD, EUR, JPY or KWD.';
	if (code === '') return refused('The currency is missing.', allowed);
	if (!Intl.supportedValuesOf('currency').includes(code)) {
		return refused(`${quoted(typed.trim())} is not a currency that is known here.`, allowed);
	}
	return accepted({ code, digits: currencyDigits(code) });
}

function currencyDigits(currency: string): number {
	const format = new Intl.NumberFormat('en', { style: 'currency', currency });
	return format.resolvedOptions().maximumFractionDigits ?? 2;
}
