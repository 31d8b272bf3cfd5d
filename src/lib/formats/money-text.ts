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
	if (bare === '') return refused('The amount is missing.', allowed);
	const parts = decimalDigits(bare);
	if (parts === null) return refused(`${quoted(typed.trim())} is not an amount.`, allowed);
	if (parts.negative) return refused('An amount can’t be below zero.', allowed);
	const amount = scaled(parts.whole, parts.fraction, currency.digits);
	if (amount === null) {
		const decimals = currency.digits === 0 ? 'no decimals' : `at most ${currency.digits} decimals`;
		return refused(`${currency.code} amounts have ${decimals}.`, allowed);
	}
	if (amount > LIMITS.amount) return refused(`${quoted(typed.trim())} is too large.`, allowed);
	return accepted(amount as Cents);
}

function withoutCurrency(typed: string, { code }: Currency): string {
	return typed
		.trim()
		.replace(new RegExp(`^${code}|${code}$`, 'i'), '')
		.replace(/^(-?)\s*\p{Sc}|\p{Sc}$/u, '$1')
		.trim();
}

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
