/** Creditors and their usual terms in words. */
import type { CalendarDate } from '../core/quantities/calendar';
import { saidIn, type RuleEntry } from '../core/debt/rules/all-forms';
import type { Cents } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import { creditorOn, type Creditor } from '../document/creditors';
import type { DebtEntry } from '../document/debt';
import type { Held, ReferenceRow, UsualAgreement, UsualLate } from '../document/reference';
import type { UsualTerm } from '../document/usual-terms';
import en from '../messages/en/usual-terms.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';
import { writeDate, writeMoney, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';

const { text, sentence } = messagesOf('usual-terms', en);

/** “2 % of the balance, at least 25.00” */
export function minimumInWords(rule: RuleEntry, writing: Writing): string {
	if (rule.kind === 'level') return '';
	const percent = saidIn(rule, 'percent') as Percent | null | undefined;
	const amount = saidIn(rule, 'amount') as Cents | null | undefined;
	const floor = (saidIn(rule, 'floor') ?? 0) as Cents;
	const said = text(writing, `minimum ${rule.kind}`, {
		percent: writePercent(percent ?? (0 as Percent), writing),
		amount: writeMoney(amount ?? (0 as Cents), writing)
	});
	if (floor === 0) return said;
	return text(writing, 'with floor', { said, floor: writeMoney(floor, writing) });
}

/** “late fee 30.00, then 41.00, 29.99 % after 2 missed payments” */
export function lateTermsInWords(
	{
		fee,
		feeAgain,
		penaltyRate,
		after
	}: Pick<UsualLate, 'fee' | 'feeAgain' | 'penaltyRate' | 'after'>,
	writing: Writing
): string {
	const parts = { fee: writeMoney(fee, writing) };
	const fees =
		feeAgain === null
			? text(writing, 'late', parts)
			: text(writing, 'late again', { ...parts, again: writeMoney(feeAgain, writing) });
	if (penaltyRate === null) return fees;
	return `${fees}, ${text(writing, 'penalty', { rate: writePercent(penaltyRate, writing), after })}`;
}

/** “8 %, 2.2 % of the balance a month, fee 25.00, from the next month” */
export function agreementInWords(terms: UsualAgreement, writing: Writing): string {
	const { annualRate, payment, fee, after } = terms;
	return [
		annualRate === null ? text(writing, 'own rate') : writePercent(annualRate, writing),
		...(payment === null
			? []
			: payment.kind === 'percent'
				? [text(writing, 'payment percent', { percent: writePercent(payment.percent, writing) })]
				: [text(writing, 'payment amount', { amount: writeMoney(payment.amount, writing) })]),
		...(fee === 0 ? [] : [text(writing, 'agreement fee', { fee: writeMoney(fee, writing) })]),
		text(writing, 'agreement from', { after })
	].join(', ');
}

/** What is usual of some terms of a debt: “minimum 2 % of the balance, late fee 30.00” */
const termsInWords = (
	{ required, late }: Partial<Pick<DebtEntry, 'required' | 'late'>>,
	writing: Writing
): string =>
	[
		...(required ? [text(writing, 'minimum', { said: minimumInWords(required, writing) })] : []),
		...(late ? [lateTermsInWords(late, writing)] : [])
	].join('; ');

/** “Usual at Harbour Mutual: minimum 2 % of the balance, at least 25.00; late fee 30.00.” */
export const usualSentence = (
	creditor: Creditor,
	fields: Partial<DebtEntry>,
	writing: Writing
): Sentence =>
	sentence(writing, 'usual at', {
		creditor: creditor.profile.content.name,
		terms: termsInWords(fields, writing)
	});

/** How a creditor's usual terms differ from what a paper says. */
export function unlikeSentence(
	creditor: Creditor,
	terms: readonly UsualTerm[],
	day: CalendarDate,
	writing: Writing
): Sentence {
	const { minimum, late } = creditorOn(creditor, day);
	const parts = [
		...(terms.includes('minimum') && minimum
			? [text(writing, 'minimum', { said: minimumInWords(minimum.content, writing) })]
			: []),
		...(terms.includes('late') && late ? [lateTermsInWords(late.content, writing)] : [])
	];
	return sentence(writing, 'unlike', {
		creditor: creditor.profile.content.name,
		terms: parts.join('; ')
	});
}

/** Which terms of a debt are usual and were read on no paper yet. */
export function markedSentence(
	{ usual }: Pick<DebtEntry, 'usual'>,
	creditor: Creditor | null,
	writing: Writing
): Sentence {
	const terms = listOf(
		writing,
		(usual?.terms ?? []).map((term) => text(writing, 'term', { term }))
	);
	return creditor
		? sentence(writing, 'marked', { creditor: creditor.profile.content.name, terms })
		: sentence(writing, 'marked unknown', { terms });
}

/** “12 creditors are recorded; 9 have usual terms today. 2 changes lie ahead, the first on 1 Mar 2027.” */
export function creditorsSentence(
	creditors: readonly Creditor[],
	today: CalendarDate,
	locale: Locale
): Sentence {
	const terms = creditors.filter((creditor) =>
		Object.values(creditorOn(creditor, today)).some((held) => held !== null)
	).length;
	const ahead = creditors
		.flatMap(({ profile, minimum, late, agreement }) =>
			[...minimum, ...late, ...agreement].map(({ holdsFrom }) => ({
				name: profile.content.name,
				holdsFrom
			}))
		)
		.filter(({ holdsFrom }) => holdsFrom > today)
		.sort((a, b) => (a.holdsFrom < b.holdsFrom ? -1 : 1));
	const [next] = ahead;
	return [
		...sentence(locale, 'creditors', { count: creditors.length, terms }),
		...(next
			? [
					...sentence(locale, 'space'),
					...sentence(locale, 'changes ahead', {
						count: ahead.length,
						name: next.name,
						day: writeDate(next.holdsFrom, locale)
					})
				]
			: [])
	];
}

/** “since 1 Jan 2026, from: its letter of December” */
export function heldInWords(
	{ holdsFrom, knownFrom }: Held<unknown>,
	today: CalendarDate,
	locale: Locale
): string {
	const of = holdsFrom > today ? 'ahead' : 'since';
	return text(locale, knownFrom === '' ? of : `${of} from`, {
		day: writeDate(holdsFrom, locale),
		source: knownFrom
	});
}

/** A row of the history: which term from which day, and who wrote it when. */
export const historyInWords = (
	{ term, holdsFrom, content, version, writtenAt, by }: ReferenceRow,
	locale: Locale
): { readonly what: string; readonly written: string } => ({
	what: text(locale, 'history', {
		term,
		day: writeDate(holdsFrom, locale),
		withdrawn: content === null ? 'yes' : 'no'
	}),
	written: text(locale, 'written', {
		version,
		when: writeDate(writtenAt.slice(0, 10) as CalendarDate, locale),
		by: by === null ? 'none' : 'some',
		who: by ?? ''
	})
});

/** “creditors.csv has 14 creditors: 2 new, 1 changed, 11 as recorded.” */
export const readFromSentence = (
	name: string,
	{
		fresh,
		changed,
		same
	}: { readonly fresh: number; readonly changed: number; readonly same: number },
	locale: Locale
): Sentence =>
	sentence(locale, 'read from', {
		name,
		count: fresh + changed + same,
		creditors: text(locale, 'of creditors', { count: fresh + changed + same }),
		fresh,
		changed,
		same
	});

/** “Row 3: 12x cannot be read.” */
export const notReadInWords = (row: number, problem: string, locale: Locale): string =>
	text(locale, 'not read', { row, problem });

/** “Letters and handouts go out from Port Ferris Debt Advice.” */
export const agencySentence = (name: string | null, locale: Locale): Sentence =>
	sentence(locale, 'agency', { name: name === null ? 'none' : 'set', said: name ?? '' });
