/** A creditor's usual terms as terms of a debt: taken over, and marked as usual until somebody reads them on a paper. */
import type { CalendarDate } from '../core/quantities/calendar';
import { filled, needOf } from '../core/debt/rules/all-forms';
import { roundedShare, type Cents } from '../core/quantities/money';
import { WHOLE } from '../core/quantities/rate';
import type { Currency } from '../reading/currencies';
import { creditorOn, type Creditor } from './creditors';
import type { DebtEntry } from './debt';
import { same } from './same';

type Usual = NonNullable<DebtEntry['usual']>;
export type UsualTerm = Usual['terms'][number];

/** The field of a debt that each term is in. */
const FIELDS = { minimum: 'required', late: 'late' } as const satisfies Record<
	UsualTerm,
	keyof DebtEntry
>;
const TERMS = Object.keys(FIELDS) as readonly UsualTerm[];

/** What is usual for a debt on a day, by term; nothing where its amounts are in another currency. */
function usualOn(
	creditor: Creditor,
	day: CalendarDate,
	{ code }: Currency
): Partial<Pick<DebtEntry, 'required' | 'late'>> {
	if (creditor.profile.content.currency !== code) return {};
	const { minimum, late } = creditorOn(creditor, day);
	return {
		...(minimum && { required: minimum.content }),
		...(late && { late: { assumed: true, ...late.content, history: null } })
	};
}

/** Whether nothing was entered of a term yet. */
const isOpen = (debt: DebtEntry, term: UsualTerm): boolean =>
	term === 'late'
		? debt.late === null
		: needOf(debt.required) !== null && same(debt.required, filled(debt.required.kind));

/** Whether a debt can have a usual minimum: a loan in level payments has its own. */
const takesMinimum = ({ required }: DebtEntry): boolean => required.kind !== 'level';

/** The usual terms of its creditor that a debt has nothing of, as its fields; null where there are none. */
export function usualFields(
	debt: DebtEntry,
	creditor: Creditor,
	day: CalendarDate,
	currency: Currency,
	version: number
): Partial<DebtEntry> | null {
	const usual = usualOn(creditor, day, currency);
	const terms = TERMS.filter(
		(term) =>
			usual[FIELDS[term]] !== undefined &&
			isOpen(debt, term) &&
			(term === 'late' || takesMinimum(debt))
	);
	if (terms.length === 0) return null;
	const before = debt.usual?.creditor === creditor.id ? debt.usual.terms : [];
	return {
		...Object.fromEntries(terms.map((term) => [FIELDS[term], usual[FIELDS[term]]])),
		usual: { creditor: creditor.id, version, terms: [...before, ...terms] }
	};
}

/** The terms of a debt that are others than its creditor's usual ones; none that it has nothing of. */
export function unlikeUsual(
	debt: DebtEntry,
	creditor: Creditor,
	day: CalendarDate,
	currency: Currency
): UsualTerm[] {
	const usual = usualOn(creditor, day, currency);
	return TERMS.filter((term) => {
		if (isOpen(debt, term) || !takesMinimum(debt)) return false;
		if (term === 'minimum')
			return usual.required !== undefined && !same(usual.required, debt.required);
		const plain = (late: DebtEntry['late']) => late && { ...late, assumed: false, history: null };
		return usual.late !== undefined && !same(plain(usual.late), plain(debt.late));
	});
}

/** The mark of usual terms once some fields of a debt are typed: what is typed is no longer usual. */
export function stillUsual(
	fields: Partial<DebtEntry>,
	{ usual }: Pick<DebtEntry, 'usual'>
): Partial<Pick<DebtEntry, 'usual'>> {
	if (usual === null || 'usual' in fields) return {};
	const terms = usual.terms.filter((term) => !(FIELDS[term] in fields));
	if (terms.length === usual.terms.length) return {};
	return { usual: terms.length === 0 ? null : { ...usual, terms } };
}

/** The debt with its usual terms taken as they are: somebody has read them on a paper. */
export const withUsualConfirmed = ({
	usual,
	late
}: Pick<DebtEntry, 'usual' | 'late'>): Partial<DebtEntry> => ({
	usual: null,
	...(late && usual?.terms.includes('late') && { late: { ...late, assumed: false } })
});

/** What a creditor usually agrees to for a debt, as it is proposed on a day; null where nothing is known. */
export function usualAgreement(
	{ balance }: Pick<DebtEntry, 'balance'>,
	creditor: Creditor,
	day: CalendarDate,
	{ code }: Currency
): {
	readonly annualRate: DebtEntry['annualRate'];
	readonly payment: Cents | null;
	readonly fee: Cents;
	/** Months from that day to the first month in which it holds. */
	readonly after: number;
} | null {
	const { agreement } = creditorOn(creditor, day);
	if (agreement === null || creditor.profile.content.currency !== code) return null;
	const { annualRate, payment, fee, after } = agreement.content;
	if (payment?.kind === 'percent' && balance === null) return null;
	const amount =
		payment === null
			? null
			: payment.kind === 'amount'
				? payment.amount
				: (roundedShare(balance ?? 0, payment.percent, WHOLE) as Cents);
	return { annualRate, payment: amount, fee, after };
}
