/** How a figure in the table of every month comes about, in words and numbers. */
import { writeMonth } from '../reading/written';
import { interestByBalanceWritten } from './account-working';
import { interestWritten } from './debt-working';
import type { Pen } from './working-parts';
import { source, yes, type Of, type Written } from './working-parts';

export function monthInterestWritten(
	{ id, month, periods, interest }: Of<'interest of a month'>,
	pen: Pen
): Written {
	const [only, ...others] = periods;
	const is = pen.money(interest);
	const title = pen.text('month interest', {
		name: pen.nameOf(id),
		month: writeMonth(month, pen.writing)
	});
	if (!only) {
		return {
			title,
			words: pen.text('month interest none'),
			numbers: null,
			result: is,
			sources: []
		};
	}
	if (others.length > 0) {
		const amounts = periods.map((period) => period.interest);
		const words = pen.text('month interest of several', { count: periods.length });
		return { title, words, numbers: pen.added(amounts, interest), result: is, sources: [] };
	}
	if (only.byBalance !== null) {
		const said = interestByBalanceWritten(only.byBalance, is, pen.writing);
		return { title, ...said, result: is, sources: [] };
	}
	const balance =
		only.charges === 0
			? pen.money(only.opening)
			: `(${pen.money(only.opening)} + ${pen.money(only.charges)})`;
	return { title, ...interestWritten(only, balance, is, pen.writing), result: is, sources: [] };
}

export function monthBalanceWritten(working: Of<'balance after a month'>, pen: Pen): Written {
	const { id, month, number, opening, charges, interest, paid, forgiven, closing } = working;
	const charged = yes(charges !== 0);
	return {
		title: pen.text('month balance', {
			name: pen.nameOf(id),
			month: writeMonth(month, pen.writing)
		}),
		words: pen.text('month balance words', { charged, forgiven: yes(forgiven !== 0) }),
		numbers: pen.text('month balance numbers', {
			opening: pen.money(opening),
			charged,
			charges: pen.money(charges),
			interest: pen.money(interest),
			paid: pen.money(paid),
			isForgiven: yes(forgiven !== 0),
			forgiven: pen.money(forgiven),
			closing: pen.money(closing)
		}),
		result: pen.money(closing),
		sources: [
			source(pen.text('is its interest', { amount: pen.money(interest) }), {
				inMonth: number,
				ofDebt: id,
				what: 'interest'
			})
		]
	};
}

export function monthsWritten(
	{ what, year, id, spans, total }: Of<'sum of months'>,
	pen: Pen
): Written {
	const when = year === null ? 'all' : 'year';
	const name = id === null ? '' : pen.nameOf(id);
	return {
		title: pen.text('over title', {
			what,
			when,
			year: String(year ?? ''),
			of: id === null ? 'all' : 'one',
			name
		}),
		words: pen.text('over words', { what, when }),
		numbers: null,
		result: pen.money(total),
		sources: pen.spans(spans, ({ amount }, time) =>
			source(pen.text('is paid when', { amount: pen.money(amount), when: time }))
		)
	};
}
