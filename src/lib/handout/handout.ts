/** The handout of a plan: the parts that are chosen, in the client's language, with the plan's figures. */
import { moneyThatCovers } from '../core/plan/answers';
import { deadlinesIn } from '../core/plan/deadlines';
import { byPayoff } from '../core/plan/over-time';
import { rateChangesByMonth } from '../core/plan/rates';
import type { Plan } from '../core/plan/terms';
import { planTotals } from '../core/plan/walk';
import { underStrain } from '../core/search/stress-test';
import { NO_HOUSE, type House } from '../document/agency';
import type { CaseDocument } from '../document/case';
import { carriedPlan, measuredPlan } from '../document/carried-plans';
import { standingOf, type Standing } from '../document/change';
import { HANDOUT_PARTS, type HandoutPart } from '../document/handout-parts';
import { chosenPlan, monthStart, type PlanEntry } from '../document/plan';
import type { Writing } from '../reading/writing';
import { writeLongDate } from '../reading/written';
import { letterOf } from '../words/debt';
import {
	assumedSentence,
	callBefore,
	handedAnswer,
	handedDeadline,
	handedPicture,
	handedShort,
	payFirst,
	handoutText,
	leastToPay,
	possibleLine,
	strainedSentence
} from '../words/handout';
import type { Language } from '../messages/message';
import { measureWords, usualName } from '../words/plan-names';
import { listedDebts } from '../words/plan';
import { styleIn } from '../messages/style';
import { PICTURE_WIDTH, type Block, type Handout, type Row } from './blocks';
import { heading, paragraph, paragraphs, type Handed, type HandedDebt } from './handed';
import { partBlocks } from './parts';
import { monthsBlocks, payBlocks } from './payments';
import { planPicture } from './plan-picture';
import { replyBlocks } from './replies';

/** How the handout of a case is written: English as the case is, another language as it is in its country. */
export function handoutWriting({ handout, currency, style }: CaseDocument): Writing<Language> {
	const { language } = handout;
	return {
		language,
		currency,
		style: language === 'en' ? style : styleIn(language, currency.code)
	};
}

const TITLES = { assumed: 'title assumed', open: 'title open', agreed: 'title' } as const;

/** The name of a plan, marked where it rests on what nobody has agreed to. */
export const marked = (title: string, standing: Standing, writing: Writing<Language>): string =>
	standing === 'agreed' ? title : handoutText(writing, `is ${standing}`, { title });

/** Where a debt is in the order of short months; what is not in it comes after. */
function placeIn(shortOrder: readonly string[] | undefined, id: string): number {
	const place = shortOrder?.indexOf(id) ?? -1;
	return place < 0 ? Infinity : place;
}

/** What the parts of a handout are made of, for all together or for one person (by identity). */
export function handedOf(document: CaseDocument, entry: PlanEntry, whose: string | null): Handed {
	const writing = handoutWriting(document);
	const carried = carriedPlan(document, entry);
	const person = document.people.find(({ id }) => id === whose) ?? null;
	return {
		document,
		entry,
		person,
		writing,
		carried,
		debts: debtsOf(document, carried, writing)
	};
}

/** The handout of a plan of a case, for all together or for one person (by identity). */
export function handoutOf(
	document: CaseDocument,
	entry: PlanEntry,
	whose: string | null = null,
	house: House = NO_HOUSE
): Handout {
	const handed = handedOf(document, entry, whose);
	const { person, writing } = handed;
	const { handout } = document;
	const parts = HANDOUT_PARTS.filter((part) => !handout.without.includes(part));
	const title = titleOf(entry, writing);
	// The counselor's own line and the agency's text stand before what the figures assume, which closes the page.
	const last = closingBlocks(handed, house);
	const blocks = parts.flatMap((part) =>
		part === 'assumes' ? [...last, ...partOf(part, handed)] : partOf(part, handed)
	);
	blocks.unshift(...openingBlocks(handed, house));
	return {
		language: handout.language,
		paper: handout.paper,
		title,
		left: [title, document.label, ...(person ? [person.name] : [])].join(' · '),
		right: writeLongDate(document.asOf, writing),
		page: (page, pages) => handoutText(writing, 'page', { page, pages }),
		blocks: parts.includes('assumes') ? blocks : [...blocks, ...last],
		replaced: handoutText(writing, 'replaced')
	};
}

/** “Your plan, if your creditors agree” */
export const titleOf = (entry: PlanEntry, writing: Writing<Language>): string =>
	handoutText(writing, TITLES[standingOf(entry)]);

/** Who writes, and what nobody reads an answer before: that it rests on what nobody has agreed to. */
export function openingBlocks({ entry, writing }: Handed, { letterhead }: House): Block[] {
	const standing = standingOf(entry);
	return [
		...(letterhead ? [{ kind: 'letterhead', ...letterhead } as const] : []),
		...(standing === 'agreed' ? [] : paragraphs(handoutText(writing, `terms ${standing}`)))
	];
}

/** What creditors have said, the counselor's own line, and the agency's text. */
export const closingBlocks = (handed: Handed, { texts }: House): Block[] => [
	...replyBlocks(handed),
	...paragraphs(handed.document.handout.line),
	...paragraphs(texts?.handout[handed.writing.language] ?? '')
];

/** A part of a handout. */
export const partOf = (part: HandoutPart, handed: Handed): readonly Block[] => BLOCKS[part](handed);

/** The debts that the plan pays, in the order in which they are gone. */
function debtsOf(
	document: CaseDocument,
	{ debts, plan }: Handed['carried'],
	writing: Writing<Language>
): HandedDebt[] {
	const listed = listedDebts(document, debts, { language: 'en' });
	const named = new Set(document.debts.flatMap(({ id, name }) => (name === '' ? [id] : [])));
	const paid = listed.flatMap(({ id, name, place }): HandedDebt[] => {
		const index = debts.findIndex((debt) => debt.id === id);
		const letter = letterOf(place);
		if ((plan.debts[index]?.starting ?? 0) === 0) return [];
		const called = named.has(id) ? handoutText(writing, 'unnamed', { letter }) : name;
		return [{ id, index, place, letter, name: called }];
	});
	return byPayoff(plan, paid);
}

/** What becomes of each deadline of deferred interest. */
const deadlineBlocks = (
	{ debts: planned, plan }: Handed['carried'],
	debts: readonly HandedDebt[],
	writing: Writing<Language>
): Block[] =>
	deadlinesIn(planned, plan).flatMap(({ id, outcomes }) => {
		const debt = debts.find((one) => one.id === id)?.name ?? '';
		return outcomes.map((outcome): Block => {
			const sentence = handedDeadline(outcome, debt, writing);
			return { kind: 'sentence', sentence, quiet: false };
		});
	});

const BLOCKS: Readonly<Record<HandoutPart, (handed: Handed) => readonly Block[]>> = {
	answer: ({ document, entry, carried, debts, writing }) => {
		const measure = {
			plan: measuredPlan(document),
			words: measureWords(document.against, document.plans, writing)
		};
		const isMeasure = document.against === entry.id;
		const answer = handedAnswer(carried.plan, entry, isMeasure ? null : measure, writing);
		return [{ kind: 'answer', sentence: answer }, ...deadlineBlocks(carried, debts, writing)];
	},
	picture: ({ document, carried, debts, writing }) => {
		const { plan } = carried;
		if (plan.starting === 0) return [];
		const size = { width: PICTURE_WIDTH, height: 150 };
		const gone = debts.map(({ letter, name, index }) => ({
			letter,
			name,
			gone: plan.debts[index]?.payoffDate ?? null
		}));
		return [
			{
				kind: 'picture',
				...planPicture(plan, debts, document.asOf, size, writing),
				words: handedPicture(gone, writing)
			}
		];
	},
	pay: (handed) => [...payBlocks(handed), ...partBlocks(handed)],
	months: (handed) => monthsBlocks(handed),
	choice: ({ document, entry, writing }) => {
		const { plans } = document;
		const chosen = chosenPlan(document)?.plan.id;
		const shown = plans.filter(({ hidden, id }) => !hidden || id === entry.id);
		const line = (name: string, plan: Plan, isStrong: boolean): Row => {
			const { ends, months, cost } = possibleLine(plan, writing);
			return { letter: null, cells: [name, ends, months, cost], isStrong };
		};
		const rows = shown.map((plan) => {
			const name = calledPlan(plan, writing);
			const isThis = plan.id === entry.id;
			const id = plan.id === chosen ? 'is chosen' : isThis ? 'is this' : null;
			const title = id === null ? name : handoutText(writing, id, { name });
			const called = marked(title, standingOf(plan), writing);
			return line(called, carriedPlan(document, plan).plan, isThis);
		});
		// What comes of doing nothing else is possible too.
		const nothingElse = handoutText(writing, 'minimums');
		rows.push(line(nothingElse, measuredPlan({ ...document, against: 'minimums' }), false));
		const headings = ['plan', 'over in', 'after', 'cost'] as const;
		return [
			heading(writing, 'choice', { chosen: chosen === entry.id ? 'yes' : 'no' }),
			{
				kind: 'table',
				columns: headings.map((id, at) => ({
					heading: handoutText(writing, id),
					align: at === 0 ? 'left' : 'right'
				})),
				rows,
				hasSum: false,
				isDense: false
			}
		];
	},
	short: ({ document, carried, debts: named, writing }) => {
		const { debts, terms, plan } = carried;
		if (plan.starting === 0) return [];
		const least = moneyThatCovers(debts, terms);
		const { shortOrder } = terms;
		const short = handedShort(plan, shortOrder === undefined, writing);
		const inOrder = [...debts]
			.filter((debt) => debt.terms.opening > 0)
			.sort((a, b) => placeIn(shortOrder, a.id) - placeIn(shortOrder, b.id))
			.flatMap(({ id }) => named.find((debt) => debt.id === id)?.name ?? []);
		return [
			heading(writing, 'if short'),
			paragraph([
				...(short === null ? [] : [short]),
				...(shortOrder && inOrder.length > 1 ? [payFirst(inOrder, writing)] : []),
				...(least === null ? [] : [leastToPay(least, writing)]),
				callBefore(document.handout, writing)
			])
		];
	},
	sure: ({ carried, writing }) => {
		const { debts, terms, plan } = carried;
		if (plan.ending.status !== 'cleared' || plan.starting === 0) return [];
		const kinds = (['missed months', 'less money', 'higher rates'] as const).filter(
			(kind) => !(terms.budget.kind === 'required' && kind === 'less money')
		);
		const sentences = kinds.map((kind) => {
			const under = underStrain(debts, terms, { kind });
			return strainedSentence(kind, planTotals(under.debts, under.plan), plan, writing);
		});
		return [heading(writing, 'how sure'), paragraph(sentences)];
	},
	assumes: ({ document, carried, debts, writing }) => {
		const rates = debts.flatMap(({ index, name }) =>
			rateChangesByMonth(carried.debts, carried.plan, index).map((change) => ({
				name,
				annual: change.annual,
				month: monthStart(carried.plan.firstMonth, change.month)
			}))
		);
		const bought = carried.plan.totalCharges > 0;
		return [
			heading(writing, 'assumes'),
			{
				kind: 'sentence',
				sentence: assumedSentence(document.asOf, bought, rates, writing),
				quiet: true
			}
		];
	}
};

/** A plan's name, in the client's language where it is a usual one. */
export const calledPlan = (plan: PlanEntry, writing: Writing<Language>): string =>
	plan.named ? plan.name : numbered(plan, usualName(plan, writing));

/** “Highest rate first 2”: what tells two plans of one usual name apart stays with the name. */
function numbered({ name }: PlanEntry, usual: string): string {
	const [number] = /( \d+)?$/.exec(name) ?? [''];
	return usual + (number ?? '');
}
