/** Figures of a run in a few words, as they stand in tables and pictures. */
import type { CalendarDate } from '../core/calendar';
import type { Difference } from '../core/compare';
import { costPerUnit, type RunTotals } from '../core/run';
import { grouped } from './decimal-text';
import { writeMoney, type Currency } from './money-text';

/** A run's end in a few words: “March 2044”, “never”, “not in 100 years”. */
export function endInWords({ ending }: RunTotals, month: (date: CalendarDate) => string): string {
	if (ending.status === 'cleared') return month(ending.payoffDate);
	if (ending.status === 'never' || ending.limit === 'largest balance') return 'never';
	return 'not in 100 years';
}

/** How a way stands against the baseline, in the two columns of a comparison. */
export function againstInWords(
	against: Difference,
	currency: Currency
): { readonly sooner: string; readonly less: string } {
	switch (against.kind) {
		case 'both end': {
			const { monthsSooner, interestLess } = against;
			return {
				sooner: monthsSooner === 0 ? 'same' : shortMonths(monthsSooner),
				less: interestLess === 0 ? 'same' : writeMoney(interestLess, currency)
			};
		}
		case 'only this ends':
			return { sooner: 'ends', less: '—' };
		case 'only the other ends':
			return { sooner: 'never ends', less: '—' };
		case 'neither ends':
			return { sooner: '—', less: '—' };
	}
}

/** `12 y 6 m`; later than the baseline: `1 y later`. */
function shortMonths(months: number): string {
	const count = Math.abs(months);
	const parts = [Math.floor(count / 12), count % 12];
	const units = ['y', 'm'];
	const words = parts.flatMap((part, index) => (part === 0 ? [] : [`${part} ${units[index]}`]));
	return words.join(' ') + (months < 0 ? ' later' : '');
}

/** What each 1.00 owed costs, as text: `1.48`. */
export function costInWords(totals: RunTotals): string {
	const cost = costPerUnit(totals);
	return cost === null || totals.ending.status !== 'cleared' ? '—' : grouped(cost, 2);
}
