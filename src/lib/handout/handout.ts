/** The hand-out of a plan: the parts that are chosen, in the client's language, with the plan's figures. */
import { moneyThatCovers } from '../core/plan/answers';
import { comparedPlan } from '../core/plan/comparison';
import { byPayoff } from '../core/plan/over-time';
import { paymentsOf } from '../core/plan/payments';
import { planTotals } from '../core/plan/walk';
import type { Plan, PlanMonth } from '../core/plan/terms';
import { dateParts, type CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import { underStrain } from '../core/search/how-sure';
import { rateChangesByMonth } from '../core/plan/rates';
import type { CaseDocument } from '../document/case';
import { carriedPlan, measuredPlan } from '../document/carried-plans';
import { HANDOUT_PARTS, type HandoutPart } from '../document/handout';
import { chosenPlan, monthStart, type PlanEntry } from '../document/plan';
import type { Writing } from '../reading/writing';
import {
	monthName,
	writeLongDate,
	writeMoney,
	writeMonth,
	writeShortMonth
} from '../reading/written';
import { letterOf } from '../words/debt';
import {
	assumedSentence,
	callBefore,
	handedAnswer,
	handedPicture,
	handedShort,
	handoutText,
	leastToPay,
	moneyFrom,
	onTop,
	possibleLine,
	strainedSentence,
	whenGone
} from '../words/handout';
import type { Language } from '../words/message';
import { measureWords, usualName } from '../words/plan-names';
import { listedDebts } from '../words/plan';
import { plain, say, type Sentence } from '../words/sentence';
import { styleIn } from '../words/style';
import { PICTURE_WIDTH, type Block, type Handout, type Row } from './blocks';
import { planPicture } from './plan-picture';

/** So many months are on the page one by one. */
const MONTHS = 12;
/** An amount of more characters makes the months' columns too wide for one table. */
const NARROW = 9;

/** What the parts are made of. */
interface Handed {
	readonly document: CaseDocument;
	readonly entry: PlanEntry;
	readonly writing: Writing<Language>;
	readonly carried: ReturnType<typeof carriedPlan>;
	readonly debts: readonly HandedDebt[];
}

interface HandedDebt {
	readonly id: string;
	readonly index: number;
	readonly place: number;
	readonly letter: string;
	readonly name: string;
}

/** How the hand-out of a case is written: English as the case is, another language as it is in its country. */
export function handoutWriting({ handout, currency, style }: CaseDocument): Writing<Language> {
	const { language } = handout;
	return {
		language,
		currency,
		style: language === 'en' ? style : styleIn(language, currency.code)
	};
}

/** The hand-out of a plan of a case. */
export function handoutOf(document: CaseDocument, entry: PlanEntry): Handout {
	const writing = handoutWriting(document);
	const carried = carriedPlan(document, entry);
	const handed: Handed = {
		document,
		entry,
		writing,
		carried,
		debts: debtsOf(document, carried, writing)
	};
	const { handout } = document;
	const parts = HANDOUT_PARTS.filter((part) => !handout.without.includes(part));
	const title = handoutText(writing, 'title');
	const own: readonly Block[] =
		handout.line === '' ? [] : [{ kind: 'sentence', sentence: [say(handout.line)], quiet: false }];
	// The line of the counselor's own stands before what the figures assume, which closes the page.
	const blocks = parts.flatMap((part) =>
		part === 'assumes' ? [...own, ...BLOCKS[part](handed)] : BLOCKS[part](handed)
	);
	return {
		language: handout.language,
		paper: handout.paper,
		title,
		left: `${title} · ${document.label}`,
		right: writeLongDate(document.asOf, writing),
		page: (page, pages) => handoutText(writing, 'page', { page, pages }),
		blocks: parts.includes('assumes') ? blocks : [...blocks, ...own],
		replaced: handoutText(writing, 'replaced')
	};
}

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

const BLOCKS: Readonly<Record<HandoutPart, (handed: Handed) => readonly Block[]>> = {
	answer: ({ document, entry, carried, writing }) => {
		const measure = {
			plan: measuredPlan(document),
			words: measureWords(document.against, document.plans, writing)
		};
		const isMeasure = document.against === entry.id;
		const answer = handedAnswer(carried.plan, entry, isMeasure ? null : measure, writing);
		return [{ kind: 'answer', sentence: answer }];
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
				...size,
				svg: planPicture(plan, debts, document.asOf, size, writing),
				words: handedPicture(gone, writing)
			}
		];
	},
	pay: (handed) => payBlocks(handed),
	months: (handed) => monthsBlocks(handed),
	choice: ({ document, entry, writing }) => {
		const { plans } = document;
		const chosen = chosenPlan(document)?.plan.id;
		const shown = plans.filter(({ hidden, id }) => !hidden || id === entry.id);
		const line = (name: string, plan: Plan, isStrong: boolean): Row => {
			const { ends, months, cost } = possibleLine(comparedPlan(plan), writing);
			return { letter: null, cells: [name, ends, months, cost], isStrong };
		};
		const rows = shown.map((plan) => {
			const name = plan.named ? plan.name : numbered(plan, usualName(plan, writing));
			const isThis = plan.id === entry.id;
			const id = plan.id === chosen ? 'is chosen' : isThis ? 'is this' : null;
			const called = id === null ? name : handoutText(writing, id, { name });
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
	short: ({ document, carried, writing }) => {
		const { debts, terms, plan } = carried;
		if (plan.starting === 0) return [];
		const least = moneyThatCovers(debts, terms);
		const short = handedShort(plan, writing);
		return [
			heading(writing, 'if short'),
			paragraph([
				...(short === null ? [] : [short]),
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

const heading = (
	writing: Writing<Language>,
	id: Parameters<typeof handoutText>[1],
	parts: Readonly<Record<string, string | number>> = {}
): Block => ({ kind: 'heading', text: handoutText(writing, id, parts) });

/** Sentences after each other. */
const paragraph = (sentences: readonly Sentence[]): Block => ({
	kind: 'sentence',
	sentence: sentences.flatMap((one, at) => (at === 0 ? one : [say(' '), ...one])),
	quiet: false
});

/** “Highest rate first 2”: what tells two plans of one usual name apart stays with the name. */
function numbered({ name }: PlanEntry, usual: string): string {
	const [number] = /( \d+)?$/.exec(name) ?? [''];
	return usual + (number ?? '');
}

function payBlocks({ entry, carried, debts, writing }: Handed): Block[] {
	const { plan, terms } = carried;
	const month = plan.kept[plan.begins - 1] ?? plan.kept[0];
	if (!month) return [];
	const money = (amount: Cents) => writeMoney(amount, writing);
	const payments = paymentsOf(carried.debts, plan).filter((one) => one.month === month.month);
	const rows = debts.map(({ index, letter, name }): Row => {
		const own = payments.filter((one) => one.index === index);
		const { payoffDate, interest } = plan.debts[index] ?? {};
		return {
			letter,
			cells: [
				name,
				own.map(({ date }) => dateParts(date).day).join(', '),
				own.length === 0 ? '–' : money(paidIn(month, index)),
				payoffDate ? writeShortMonth(payoffDate, writing) : handoutText(writing, 'never gone'),
				money(interest ?? (0 as Cents))
			],
			isStrong: false
		};
	});
	const sum: Row = {
		letter: null,
		cells: [
			handoutText(writing, 'together'),
			'',
			money(month.paid),
			plan.ending.status === 'cleared' ? writeShortMonth(plan.ending.payoffDate, writing) : '',
			money(plan.totalInterest)
		],
		isStrong: true
	};
	const headings = ['debt', 'due', 'pay', 'gone in', 'interest until then'] as const;
	const when = monthStart(plan.firstMonth, month.month);
	const notes = [
		...(plan.begins > 1 ? [[say(handoutText(writing, 'before begin'))]] : []),
		whenGone(entry, writing),
		...expected(plan.kept, carried, debts, writing)
	];
	return [
		heading(writing, 'what to pay', { month: writeMonth(when, writing) }),
		{
			kind: 'table',
			columns: headings.map((id, at) => ({
				heading: handoutText(writing, id),
				align: at === 0 ? 'left' : 'right'
			})),
			rows: [...rows, sum],
			hasSum: true,
			isDense: false
		},
		...(terms.budget.kind === 'required' && debts.length < 2 ? [] : [paragraph(notes)])
	];
}

const paidIn = ({ shares }: PlanMonth, index: number): Cents =>
	shares.find((share) => share.index === index)?.paid ?? (0 as Cents);

/** What comes on top within the months on the page, and where the money changes. */
function expected(
	kept: readonly PlanMonth[],
	{ terms, plan }: Handed['carried'],
	debts: readonly HandedDebt[],
	writing: Writing<Language>
): Sentence[] {
	const within = kept.slice(0, MONTHS);
	const start = (month: number): CalendarDate => monthStart(plan.firstMonth, month);
	const oneOffs = terms.oneOffs.filter(({ month }) => month <= within.length);
	// What comes with a debt every month is in its payment, and nothing to be told of.
	const own = debts.flatMap((debt) => {
		const months = within.flatMap(({ month, shares }) => {
			const amount = shares.find(({ index }) => index === debt.index)?.own ?? 0;
			return amount > 0 ? [{ month, amount: amount as Cents, name: debt.name }] : [];
		});
		return months.length > 2 ? [] : months;
	});
	const top = [...oneOffs.map((one) => ({ ...one, name: null })), ...own];
	return [
		...top
			.sort((a, b) => a.month - b.month)
			.map(({ month, amount, name }) => onTop(start(month), amount, name, writing)),
		...terms.budgetChanges
			.filter(({ from }) => terms.budget.kind === 'constant' && from <= within.length)
			.map(({ from, amount }) => moneyFrom(start(from), amount, writing))
	];
}

/** Debt by month; where amounts are long, half a year beside each other. */
function monthsBlocks({ carried, debts, writing }: Handed): Block[] {
	const { plan } = carried;
	const months = plan.kept.slice(0, MONTHS);
	if (months.length === 0) return [];
	const amount = (cents: Cents) => (cents === 0 ? '–' : writeMoney(cents, writing));
	const longest = Math.max(...months.map(({ paid }) => writeMoney(paid, writing).length));
	const beside = longest > NARROW ? MONTHS / 2 : MONTHS;
	const tables: Block[] = [];
	for (let from = 0; from < months.length; from += beside) {
		const some = months.slice(from, from + beside);
		const rows = debts.map(({ letter, index }): Row => ({
			letter,
			cells: ['', ...some.map((month) => amount(paidIn(month, index)))],
			isStrong: false
		}));
		const sum: Row = {
			letter: null,
			cells: ['', ...some.map(({ paid }) => amount(paid))],
			isStrong: true
		};
		tables.push({
			kind: 'table',
			columns: [
				{ heading: '', align: 'left' },
				...some.map(({ month }) => ({
					heading: monthName(monthStart(plan.firstMonth, month), writing, 'short'),
					align: 'right' as const
				}))
			],
			rows: [...rows, sum],
			hasSum: true,
			isDense: true
		});
	}
	return [heading(writing, 'next months', { count: months.length }), ...tables];
}

/** The hand-out as plain text, for the body of a message and for tests. */
export function plainHandout({ title, blocks }: Handout): string {
	const parts = blocks.flatMap((block): string[] => {
		switch (block.kind) {
			case 'heading':
				return ['', block.text.toUpperCase()];
			case 'answer':
			case 'sentence':
				return [plain(block.sentence)];
			case 'picture':
				return [];
			case 'table':
				return block.rows.map(({ letter, cells }) =>
					[letter ?? '', ...cells].filter(Boolean).join('  ')
				);
		}
	});
	return [title, ...parts].join('\n');
}
