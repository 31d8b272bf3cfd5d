/** Why a debt gets what it gets in a month, and what would cure a short one, in words. */
import { minus, asCarried } from '../core/quantities/money';
import { reliefOf, type Order } from '../core/plan/order';
import type { MonthShare, PlanMonth, PlanTerms } from '../core/plan/terms';
import type { Percent } from '../core/quantities/rate';
import { writeMoney, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import en from '../messages/en/shares.json';
import { messagesOf } from '../messages/message';

const { text } = messagesOf('shares', en);

/** Why a debt got what it got in a month. */
export function whyShare(
	share: MonthShare,
	month: PlanMonth,
	/** The order of what is left, and whether short months are paid in an order, too. */
	{ order, shortOrder }: Pick<PlanTerms, 'order' | 'shortOrder'>,
	writing: Writing
): string {
	const money = (amount: number) => writeMoney(asCarried(amount), writing);
	const { ownExtra, paid, rolledOver } = share;
	const given = paid - ownExtra;
	let why = whyGiven(share, given, month, { order, isInOrder: shortOrder !== undefined }, writing);
	if (ownExtra > 0) {
		const parts = { given: money(given), own: money(ownExtra), paid: money(paid) };
		why = text(writing, 'own', { why, ...parts });
	}
	if (rolledOver > 0) why = text(writing, 'passed on', { why, amount: money(rolledOver) });
	return why;
}

function whyGiven(
	share: MonthShare,
	given: number,
	month: PlanMonth,
	{ order, isInOrder }: { readonly order: Order; readonly isInOrder: boolean },
	writing: Writing
): string {
	const money = (amount: number) => writeMoney(asCarried(amount), writing);
	if (share.owed > 0 && share.required === 0 && given === 0 && share.interest === 0) {
		return text(writing, 'nothing due');
	}
	if (month.shortfall > 0) {
		return text(writing, isInOrder ? 'in order' : 'in proportion', {
			required: money(share.required),
			money: money(month.forDebts),
			missing: money(month.shortfall),
			all: money(month.required),
			given: money(given)
		});
	}
	const rest = given - share.required;
	const left = month.forDebts - month.required;
	const required = text(writing, share.required === share.owed ? 'required all' : 'required', {
		required: money(share.required)
	});
	if (rest > 0) {
		const place = placeWords(share, order, writing);
		const gone = share.closing === 0 ? 'yes' : 'no';
		return text(writing, 'rest', { required, rest: money(rest), left: money(left), place, gone });
	}
	if (left === 0) return text(writing, 'nothing left', { required });
	return share.rank === null
		? required
		: text(writing, 'left for others', { required, left: money(left) });
}

/** The payments that a short month's budget would cover, debt by debt. */
export function cureByDebt(
	{ shares }: PlanMonth,
	nameOf: (index: number) => string,
	writing: Writing
): string[] {
	return shares
		.filter(({ required }) => required > 0)
		.map(({ index, required, paid, ownExtra }) =>
			text(writing, 'cure', {
				name: nameOf(index),
				required: writeMoney(required, writing),
				given: writeMoney(minus(paid, ownExtra), writing)
			})
		);
}

function placeWords(
	{ rank, annual, opening, ...share }: MonthShare,
	order: Order,
	writing: Writing
): string {
	const parts = {
		place:
			rank === 1
				? text(writing, 'first in line')
				: text(writing, 'next in line', { rank: String(rank) }),
		rank: String(rank)
	};
	switch (order) {
		case 'rate':
			return text(writing, 'by rate', { ...parts, rate: writePercent(annual as Percent, writing) });
		case 'balance':
			return text(writing, 'by balance', { ...parts, balance: writeMoney(opening, writing) });
		case 'relief':
			return text(writing, 'by relief', { ...parts, times: reliefOf(share).toFixed(1) });
		case 'listed':
			return text(writing, 'by list', parts);
		case 'spread':
			return text(writing, 'shared');
	}
}
