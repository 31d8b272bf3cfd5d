/** What the ways of paying a debt are called. */
import type { Way } from '../core/ways';
import { writeMonths } from './date-text';
import type { DebtEntry } from './debt-document';
import { frequencyWords } from './frequency-text';
import { happeningInWords } from './happening-text';
import { writeMoney, type Currency } from './money-text';
import { writePercent } from './percent-text';

/** “its own minimum”, “interest + 2 %”, “180.00 and 25.00 more”, “ends in 2 years” */
export function wayName(way: Way, debt: DebtEntry, currency: Currency): string {
	const money = (amount: Parameters<typeof writeMoney>[0]) => writeMoney(amount, currency);
	switch (way.kind) {
		case 'paid':
			return 'as it is paid now';
		case 'asked':
			return asksMinimum(debt) ? 'its own minimum' : 'as it was agreed';
		case 'held':
			return 'today’s minimum held';
		case 'interest-plus':
			return `interest + ${writePercent(way.percent)}`;
		case 'fixed':
			return way.extra === 0
				? `${money(way.amount)} fixed`
				: `${money(way.amount)} and ${money(way.extra)} more`;
		case 'ends-in':
			return `ends in ${writeMonths(way.months)}`;
		case 'portions':
			return `${frequencyWords(way.paymentsPerYear).adverb}, same money a year`;
		case 'without': {
			const found = debt.happenings.find(({ id }) => id === way.happening);
			return found
				? `without ${happeningInWords(found, debt.lending.paymentsPerYear, currency)}`
				: 'as it is paid now';
		}
	}
}

/** Whether what is asked follows the balance, so that today's amount can be held. */
export function asksMinimum({ asked }: DebtEntry): boolean {
	return asked.kind === 'percent' || asked.kind === 'interest-plus';
}

/** The same way in a sentence, as what another one is measured against: “paying the minimum”. */
export function baselineName(way: Way, debt: DebtEntry, currency: Currency): string {
	switch (way.kind) {
		case 'asked':
			return asksMinimum(debt) ? 'paying the minimum' : 'paying as agreed';
		case 'held':
			return 'holding today’s minimum';
		case 'paid':
			return 'as it is paid now';
		default:
			return `with “${wayName(way, debt, currency)}”`;
	}
}
