/** Whose debts become of what, and who of a household pays how much. */
import type { OwnDebts, PaidByEach, Split } from '../core/plan/who-pays';
import type { CalendarDate } from '../core/quantities/calendar';
import { ZERO } from '../core/quantities/money';
import { JOINT, ownerAmong, type PersonEntry, type Whose } from '../document/household';
import { writeMoney, writeMonth } from '../reading/written';
import type { Writing } from '../reading/writing';
import en from '../messages/en/who-pays.json';
import { listOf, messagesOf, type Locale } from '../messages/message';
import { figure, interest, type Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('who-pays', en);

/** “Odile: 3 debts, 3,400.00 owed at the start; paid off in May 2029, 512.00 in interest.” `name` null: of all together. */
export function ownDebtsSentence(own: OwnDebts, name: string | null, writing: Writing): Sentence {
	const who = { name: name ?? '', whose: name === null ? 'joint' : 'own' };
	if (own.count === 0) return sentence(writing, 'no debts of theirs', who);
	return sentence(writing, 'own debts', {
		...who,
		count: own.count,
		owed: figure(writeMoney(own.starting, writing)),
		end:
			own.ends === null
				? sentence(writing, 'never', {})
				: sentence(writing, 'ends', { month: writeMonth(own.ends, writing) }),
		interest: interest(writeMoney(own.interest, writing))
	});
}

/** “Odile: ”, before what is said of theirs alone. */
export const whoseInWords = (
	people: readonly PersonEntry[],
	whose: Whose,
	locale: Locale
): string =>
	text(locale, 'whose', {
		name: ownerAmong(people, { owner: whose })?.name ?? '',
		whose: whose === JOINT ? 'joint' : 'own'
	});

/** “In January 2027, of 890.00, Odile pays 540.00 and Bram 350.00.” */
export function whoPaysSentence(
	paid: PaidByEach,
	month: CalendarDate,
	names: readonly string[],
	writing: Writing
): Sentence {
	const parts = names.map((name, at) =>
		text(writing, at === 0 ? 'first pays' : 'pays', {
			name,
			amount: writeMoney(paid.parts[at] ?? ZERO, writing)
		})
	);
	return sentence(writing, 'who pays', {
		month: writeMonth(month, writing),
		total: figure(writeMoney(paid.total, writing)),
		parts: listOf(writing, parts)
	});
}

/** The ways in which a plan's months can be divided. */
export const splitChoices = (
	locale: Locale
): readonly { readonly value: Split['by']; readonly words: string }[] =>
	(['income', 'debts', 'parts'] as const).map((value) => ({
		value,
		words: text(locale, 'split', { by: value })
	}));

/** Why a month is divided as it is. */
export const splitHelp = (by: Split['by'], locale: Locale): string =>
	text(locale, 'split help', { by });
