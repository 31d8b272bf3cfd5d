/** How the fees of a plan come about, in words and numbers. */
import type { MonthlyFee } from '../core/working/plan-figure';
import { precise, writeMonth, writePercent } from '../reading/written';
import { source, yes, type Of, type Pen, type Written } from './working-parts';

export function openingWritten({ brought, total }: Of<'opening'>, pen: Pen): Written {
	const { debt, takes, fee, paid } = brought;
	const isAdded = paid === 'added' && fee > 0;
	const amounts = [...takes.map(({ amount }) => amount), ...(isAdded ? [fee] : [])];
	return {
		title: pen.text('opening', { name: pen.nameOf(debt) }),
		words: pen.text('opening words', { fee: yes(isAdded) }),
		numbers: pen.added(amounts, total),
		result: pen.money(total),
		sources: [
			...takesSources(takes, pen),
			...(isAdded
				? [source(pen.text('is the fee', { amount: pen.money(fee) }), { feeOf: debt })]
				: [])
		]
	};
}

const takesSources = (takes: Of<'opening'>['brought']['takes'], pen: Pen) =>
	takes.map(({ id, amount }) =>
		source(pen.text('is taken over', { amount: pen.money(amount), name: pen.nameOf(id) }))
	);

export function feeWritten({ brought, unrounded }: Of<'fee'>, pen: Pen): Written {
	const { debt, takes, moved, percent, amount, fee } = brought;
	const rate = pen.text('times', {
		amount: pen.money(moved),
		percent: writePercent(percent, pen.writing)
	});
	const parts = [
		...(percent > 0 ? [{ words: pen.text('times a rate'), numbers: rate }] : []),
		...(amount > 0 ? [{ words: pen.text('an amount'), numbers: pen.money(amount) }] : [])
	];
	const is = pen.money(fee);
	const total =
		Math.abs(unrounded - fee) < 1e-9
			? is
			: pen.text('rounded', { unrounded: precise(unrounded, pen.writing), is });
	const sum = parts.map(({ numbers }) => numbers).join(' + ');
	return {
		title: pen.text('fee', { name: pen.nameOf(debt) }),
		words: parts.length === 0 ? pen.text('none') : parts.map(({ words }) => words).join(' + '),
		numbers: parts.length === 0 ? null : pen.text('sum', { sum, total }),
		result: is,
		sources: percent > 0 ? takesSources(takes, pen) : []
	};
}

export function feesWritten(
	{ brought, setUps, monthly, ofDebts, total }: Of<'fees'>,
	pen: Pen
): Written {
	const sources = [
		...brought.map(({ debt, fee, paid }) => ({
			amount: fee,
			...source(
				pen.text(paid === 'added' ? 'fee added' : 'fee up front', {
					amount: pen.money(fee),
					name: pen.nameOf(debt)
				}),
				{ feeOf: debt }
			)
		})),
		...setUps.map(({ month, date, amount }) => ({
			amount,
			...source(
				pen.text('set up', { amount: pen.money(amount), month: writeMonth(date, pen.writing) }),
				{ inMonth: month, what: 'fees' }
			)
		})),
		...(monthly > 0
			? [
					{
						amount: monthly,
						...source(pen.text('month by month', { amount: pen.money(monthly) }), 'monthlyFees')
					}
				]
			: []),
		...ofDebts.map(({ id, amount }) => ({
			amount,
			...source(pen.text('charged by', { amount: pen.money(amount), name: pen.nameOf(id) }))
		}))
	];
	const amounts = sources.map(({ amount }) => amount);
	return {
		title: pen.text('total fees'),
		words: pen.text(sources.length === 0 ? 'no fees' : 'fees words'),
		numbers: sources.length === 0 ? null : pen.added(amounts, total),
		result: pen.money(total),
		sources: sources.map(({ text, figure }) => ({ text, figure }))
	};
}

export function monthFeesWritten(
	{ month, before, owed, setUp, monthly, total }: Of<'fees of a month'>,
	pen: Pen
): Written {
	const asPart = monthly.some(({ fee }) => fee.kind === 'percent');
	const numbers = [
		...(setUp > 0 ? [pen.money(setUp)] : []),
		...monthly.map((fee) => monthlyNumbers(fee, Math.min(before, owed), pen))
	];
	const title = pen.text('fees of month', { month: writeMonth(month, pen.writing) });
	const result = pen.money(total);
	if (numbers.length === 0) {
		return { title, words: pen.text('no fees then'), numbers: null, result, sources: [] };
	}
	return {
		title,
		words: [
			...(setUp > 0 ? [pen.text('once')] : []),
			...monthly.map(({ fee }) =>
				fee.kind === 'amount'
					? pen.text('agreed amount')
					: pen.text('part of money', { cap: yes(fee.cap !== null) })
			)
		].join(' + '),
		numbers: pen.text('sum', { sum: numbers.join(' + '), total: result }),
		result,
		sources: asPart
			? [
					source(pen.text('money before', { amount: pen.money(before) })),
					source(pen.text('owed then', { amount: pen.money(owed) }))
				]
			: []
	};
}

/** “7.50 % of 260.00”, and what a cap leaves of it */
function monthlyNumbers({ fee, part, due }: MonthlyFee, base: number, pen: Pen): string {
	if (fee.kind === 'amount') return pen.money(due);
	return pen.text(due < part ? 'part capped' : 'part', {
		percent: writePercent(fee.percent, pen.writing),
		base: pen.money(base),
		part: pen.money(part),
		due: pen.money(due)
	});
}

export function monthlyWritten({ spans, total }: Of<'monthly fees'>, pen: Pen): Written {
	const { named, rest } = spans;
	const terms = [
		...named.map(({ months, amount }) => {
			const cost = pen.money(amount);
			return months === 1 ? cost : pen.text('count times', { count: String(months), amount: cost });
		}),
		...(rest ? [pen.money(rest.amount)] : [])
	];
	return {
		title: pen.text('monthly fees'),
		words: pen.text('monthly fees words'),
		numbers: pen.text('sum', { sum: terms.join(' + '), total: pen.money(total) }),
		result: pen.money(total),
		sources: pen.spans(spans, ({ month, amount }, when) =>
			source(pen.text('is paid when', { amount: pen.money(amount), when }), {
				inMonth: month,
				what: 'fees'
			})
		)
	};
}
