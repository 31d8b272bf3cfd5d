import type { CaseDocument } from '../document/case';
import { same } from '../document/same';
import { grouped, writeDate } from '../reading/written';
import { SCREEN, writingOf } from '../reading/writing';
import { nameOf } from './debt';
import en from '../messages/en/differences.json';
import {
	debtFields,
	handoutFields,
	livedFields,
	planFields,
	sheetFields,
	type Fields
} from './fields';
import { messagesOf, type Locale } from '../messages/message';
import { measureWords } from './plan-names';

const { text } = messagesOf('differences', en);

/** One thing that two versions of a case have differently. */
export interface CaseDifference {
	readonly what: string;
	readonly mine: string;
	readonly theirs: string;
}

/** Where two versions of a case differ, in words, for a person who has to choose between them. */
export function caseDifferences(mine: CaseDocument, theirs: CaseDocument): CaseDifference[] {
	const [one, other] = bothWritten(mine, theirs);
	const found = [
		...differing(text(one, 'client'), mine.label, theirs.label),
		...differing(text(one, 'day'), writeDate(mine.asOf, one), writeDate(theirs.asOf, other)),
		...differing(text(one, 'currency'), mine.currency.code, theirs.currency.code),
		...differing(text(one, 'style'), styleInWords(mine), styleInWords(theirs)),
		...differing(text(one, 'people'), peopleInWords(mine, one), peopleInWords(theirs, one)),
		...debtDifferences(mine, theirs),
		...planDifferences(mine, theirs),
		...laid(text(one, 'plans'), comparedFields(mine), comparedFields(theirs)),
		...laid(
			text(one, 'handout'),
			handoutFields(mine.handout, one),
			handoutFields(theirs.handout, other)
		),
		...laid(text(one, 'recorded events'), livedFields(mine, one), livedFields(theirs, other)),
		...laid(
			text(one, 'household'),
			sheetFields(mine.sheet, mine.people, one),
			sheetFields(theirs.sheet, theirs.people, other)
		)
	];
	if (found.length > 0) return found;
	const order = ({ debts }: CaseDocument) => debts.map((debt) => nameOf(debt, one)).join(', ');
	const sorted = differing(text(one, 'order of debts'), order(mine), order(theirs));
	if (sorted.length > 0 || same(mine, theirs)) return sorted;
	const [here, there] = [text(one, 'as here'), text(one, 'as there')];
	return [{ what: text(one, 'something'), mine: here, theirs: there }];
}

/** Each in its currency, both in one style: an amount does not differ where only its style does. */
const bothWritten = (mine: CaseDocument, theirs: CaseDocument) =>
	[writingOf(mine), writingOf({ currency: theirs.currency, style: mine.style })] as const;

/** “1,234.56, 15 Dec 2026” */
const styleInWords = (document: CaseDocument): string => {
	const writing = writingOf(document);
	return `${grouped(123_456, 2, writing)}, ${writeDate(document.asOf, writing)}`;
};

const peopleInWords = ({ people }: CaseDocument, locale: Locale): string =>
	people.map(({ name }) => name).join(', ') || text(locale, 'nobody');

const differing = (what: string, mine: string, theirs: string): CaseDifference[] =>
	mine === theirs ? [] : [{ what, mine, theirs }];

/** The fields of two versions beside each other. */
const laid = (what: string, mine: Fields, theirs: Fields): CaseDifference[] =>
	[...mine].flatMap(([field, words]) =>
		differing(text(SCREEN, 'field of', { name: what, field }), words, theirs.get(field) ?? '')
	);

function debtDifferences(mine: CaseDocument, theirs: CaseDocument): CaseDifference[] {
	const [one, other] = bothWritten(mine, theirs);
	const [is, isNot] = [text(one, 'in the list'), text(one, 'not in the list')];
	const others = new Map(theirs.debts.map((debt) => [debt.id, debt]));
	const found = mine.debts.flatMap((debt): CaseDifference[] => {
		const counterpart = others.get(debt.id);
		others.delete(debt.id);
		const what = nameOf(debt, one);
		if (!counterpart) return [{ what, mine: is, theirs: isNot }];
		return laid(
			what,
			debtFields(debt, mine.people, one),
			debtFields(counterpart, theirs.people, other)
		);
	});
	const only = [...others.values()].map((debt) => ({
		what: nameOf(debt, one),
		mine: isNot,
		theirs: is
	}));
	return [...found, ...only];
}

function planDifferences(mine: CaseDocument, theirs: CaseDocument): CaseDifference[] {
	const [one, other] = bothWritten(mine, theirs);
	const [is, isNot] = [text(one, 'among the plans'), text(one, 'not among the plans')];
	const nameIn = (document: CaseDocument) => (id: string) => {
		const debt = document.debts.find((entry) => entry.id === id);
		return debt ? nameOf(debt, one) : text(one, 'a debt that is gone');
	};
	const others = new Map(theirs.plans.map((plan) => [plan.id, plan]));
	const found = mine.plans.flatMap((plan): CaseDifference[] => {
		const counterpart = others.get(plan.id);
		others.delete(plan.id);
		const what = text(one, 'plan', { name: plan.name });
		if (!counterpart) return [{ what, mine: is, theirs: isNot }];
		const fields = planFields(plan, nameIn(mine), mine.people, one);
		return laid(what, fields, planFields(counterpart, nameIn(theirs), theirs.people, other));
	});
	const only = [...others.values()].map(({ name }) => ({
		what: text(one, 'plan', { name }),
		mine: isNot,
		theirs: is
	}));
	return [...found, ...only];
}

/** Fields that all plans share: their order, the baseline, and the choices. */
function comparedFields(document: CaseDocument): Fields {
	const writing = writingOf(document);
	const { plans, against, choices } = document;
	const chosen = choices.map(({ name, date: day, note }) =>
		text(writing, note === '' ? 'choice' : 'choice with a note', { name, day, note })
	);
	return new Map([
		[text(writing, 'order'), plans.map(({ name }) => name).join(', ')],
		[text(writing, 'measured against'), measureWords(against, plans, writing)],
		[text(writing, 'chosen'), chosen.join('; ') || text(writing, 'none')]
	]);
}
