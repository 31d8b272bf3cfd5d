/** The working of a figure in words and numbers, as it stands in its note. */
import type { Cents } from '../core/money';
import type { Figure, Operand, Working } from '../core/working';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';

export interface WrittenWorking {
	readonly title: string;
	/** The formula in words. */
	readonly words: string;
	/** The same with the numbers in it; null where nothing is computed. */
	readonly numbers: string | null;
	readonly result: string;
	/** Where the numbers come from, each to be opened in turn. */
	readonly sources: readonly { readonly text: string; readonly figure: Figure }[];
}

/** How many decimals an unrounded amount is shown with, beyond those of the currency. */
const MORE = 3;

export function writeWorking(
	{ figure, result, formula }: Working,
	currency: Currency
): WrittenWorking {
	const money = (amount: Cents) => writeMoney(amount, currency);
	const title = capital(figureName(figure));
	const written = (
		words: string,
		numbers: string | null,
		operands: readonly Operand[]
	): WrittenWorking => ({
		title,
		words,
		numbers,
		result: money(result),
		sources: operands.map(({ amount, from }) => ({
			text: `${money(amount)} is the ${figureName(from)}`,
			figure: from
		}))
	});
	switch (formula.kind) {
		case 'stated':
			return written('as it was written down or chosen', null, []);
		case 'same':
			return written(`the ${figureName(formula.as.from)}`, null, [formula.as]);
		case 'rest':
			return written('all that is owed, as that is no more than the payment', null, [formula.of]);
		case 'by rule':
			return written(RULE_WORDS[formula.rule], null, []);
		case 'sum':
			return written(
				joined(formula.operands, ({ from }) => shortName(from)),
				`${joined(formula.operands, ({ amount }) => money(amount))} = ${money(result)}`,
				formula.operands
			);
		case 'interest': {
			const { on, annual, paymentsPerYear, unrounded } = formula;
			return written(
				`balance × annual rate ÷ ${paymentsPerYear} payments a year`,
				`${money(on.amount)} × ${writePercent(annual)} ÷ ${paymentsPerYear} = ${precise(unrounded, currency)}, rounded to ${money(result)}`,
				[on]
			);
		}
		case 'minimum': {
			const { percent, of, added, fees, roundUpTo, floor, unrounded } = formula;
			const more = [...added.map(({ from }) => shortName(from)), ...(fees > 0 ? ['fees'] : [])];
			const up = roundUpTo > 0 ? `, up to the next ${money(roundUpTo)}` : ', rounded';
			const least = floor > 0 ? `, at least ${money(floor)}` : '';
			const terms = [
				`${writePercent(percent)} × ${money(of.amount)}`,
				...added.map(({ amount }) => money(amount)),
				...(fees > 0 ? [money(fees)] : [])
			];
			return written(
				[`${writePercent(percent)} of the ${shortName(of.from)}`, ...more].join(' + ') + up + least,
				`${terms.join(' + ')} = ${precise(unrounded, currency)}, so ${money(result)}`,
				[of, ...added]
			);
		}
	}
}

const RULE_WORDS = {
	level: 'the equal payment that ends the debt at its term',
	'interest-only': 'the interest alone, while only interest is paid',
	skipped: 'nothing, as this payment is missed',
	'rate convention': 'by the convention in which this lender charges interest'
};

const SHORT = {
	opening: 'opening',
	charges: 'charges',
	interest: 'interest',
	bearing: 'balance with charges',
	statement: 'statement balance',
	scheduled: 'payment',
	extra: 'extra',
	paid: 'payment',
	principal: 'principal',
	closing: 'closing',
	interestSoFar: 'interest so far',
	starting: 'starting balance',
	totalInterest: 'total interest',
	totalPaid: 'total paid',
	totalPrincipal: 'total principal',
	totalCharges: 'total charges'
};

const shortName = ({ name }: Figure) => SHORT[name];

/** “interest of payment 2”, “total interest” */
function figureName(figure: Figure): string {
	if (figure.of === 'run') return SHORT[figure.name];
	const balance = figure.name === 'opening' || figure.name === 'closing' ? ' balance' : '';
	if (figure.name === 'paid') return `payment ${figure.k}`;
	if (figure.name === 'scheduled') return `scheduled payment ${figure.k}`;
	if (figure.name === 'interestSoFar') return `interest up to payment ${figure.k}`;
	return `${SHORT[figure.name]}${balance} of payment ${figure.k}`;
}

function joined(operands: readonly Operand[], text: (operand: Operand) => string): string {
	return operands
		.map((operand, index) => (index === 0 ? '' : operand.minus ? ' − ' : ' + ') + text(operand))
		.join('');
}

/** An unrounded amount with three decimals more than the currency has. */
function precise(unrounded: number, currency: Currency): string {
	const scaled = Math.round(unrounded * 10 ** MORE) as Cents;
	return writeMoney(scaled, { ...currency, digits: currency.digits + MORE });
}

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1);
