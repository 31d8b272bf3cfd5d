/** Notes that say why: what a debt gets in a month, and what would cover a short one. */
import type { Plan, PlanTerms } from '$lib/core/plan/terms';
import { monthStart } from '$lib/document/plan';
import { writeMonth } from '$lib/reading/written';
import type { Writing } from '$lib/reading/writing';
import type { Listed } from '$lib/words/plan';
import { t } from '$lib/words/labels/plan';
import { cureByDebt, whyShare } from '$lib/words/shares';

export interface Why {
	readonly title: string;
	readonly lines: readonly string[];
	readonly anchor: HTMLElement;
}

/** Why a debt gets what it gets in a month; null where it gets nothing any more. */
export function whyDebtGets(
	plan: Plan,
	month: number,
	debt: Listed,
	terms: Pick<PlanTerms, 'order' | 'shortOrder'>,
	anchor: HTMLElement,
	writing: Writing
): Why | null {
	const kept = plan.kept[month - 1];
	const share = kept?.shares.find(({ index }) => plan.debts[index]?.id === debt.id);
	if (!kept || !share) return null;
	const lines = [whyShare(share, kept, terms, writing)];
	return { title: t('Why {name} gets this', { name: debt.name }), lines, anchor };
}

/** The payments that the first short month would cover, debt by debt. */
export function cureInFirst(
	plan: Plan,
	nameOf: (id: string) => string,
	anchor: HTMLElement,
	writing: Writing
): Why | null {
	const first = plan.kept[(plan.shortMonths[0]?.month ?? 0) - 1];
	if (!first) return null;
	const name = (index: number) => nameOf(plan.debts[index]?.id ?? '');
	const when = writeMonth(monthStart(plan.firstMonth, first.month), writing);
	return {
		title: t('Covered in {month} with lower minimum payments', { month: when }),
		lines: cureByDebt(first, name, writing),
		anchor
	};
}
