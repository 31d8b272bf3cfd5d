/** Every file that goes out: of what, of which kind, and how it is made. */
import { carryOut, wayTerms } from '../core/debt/ways';
import { depositsOf } from '../core/plan/deposit';
import { ONLY_REQUIRED, planOf } from '../core/plan/walk';
import { carriedPlan } from '../document/carried-plans';
import { cancelledEvents, type GivenEvent } from '../document/calendar';
import type { CaseDocument } from '../document/case';
import { standingOf } from '../document/change';
import { NO_HOUSE, type House } from '../document/agency';
import { ownerAmong } from '../document/household';
import { monthStart, sheetItem, type PlanEntry, type SheetLine } from '../document/plan';
import { daysIn } from '../core/plan/budget-sheet';
import type { Plan } from '../core/plan/terms';
import type { Writing } from '../reading/writing';
import { frequencyWords } from '../words/amounts';
import type { CalendarDate, PaymentsPerYear } from '../core/quantities/calendar';
import type { Language } from '../messages/message';
import { statedDebt } from '../document/debt';
import {
	calendarOf,
	eventsOf,
	type CalendarPayments,
	type CalendarWanted,
	type Payday
} from '../exchange/calendar';
import { budgetCsv } from '../exchange/budget-csv';
import { casesJson } from '../exchange/case-json';
import { debtsCsv } from '../exchange/debts-csv';
import { fileName } from '../exchange/file-name';
import { depositsCsv } from '../exchange/paid-out-csv';
import { planCsv, plansCsv } from '../exchange/plan-csv';
import { scheduleCsv } from '../exchange/schedule-csv';
import { letterOf, nameOf } from '../words/debt';
import { listedDebts } from '../words/plan';
import type { Handout } from './blocks';
import { handoutOf, handoutWriting, marked } from './handout';
import { letterOf as letterTo, type LetterParts } from './letter';
import { planPicture, plansPicture } from './plan-picture';
import { scheduleOf } from './schedule';
import type { NothingToMakeReason } from '../words/exports';

/** The subject of a file. */
export type Subject =
	| { readonly of: 'case' }
	| { readonly of: 'debt'; readonly id: string }
	/** `person`: in a handout, whose it is; absent: of all together. */
	| { readonly of: 'plan'; readonly id: string; readonly person?: string }
	/** A proposal to the creditor of a debt. */
	| { readonly of: 'letter'; readonly plan: string; readonly id: string }
	/** What comes in and goes out in a plan that is paid out of one deposit. */
	| { readonly of: 'deposits'; readonly id: string }
	| { readonly of: 'plans' }
	| { readonly of: 'budget sheet' };

export type OutgoingKind = 'pdf' | 'html' | 'xlsx' | 'ics' | 'csv' | 'svg' | 'json';

/** The kinds of files that there are of something, the likeliest first. */
export const KINDS_OF: Readonly<Record<Subject['of'], readonly OutgoingKind[]>> = {
	case: ['csv', 'json'],
	debt: ['pdf', 'xlsx', 'csv'],
	plan: ['pdf', 'html', 'xlsx', 'ics', 'csv', 'svg'],
	letter: ['pdf'],
	deposits: ['csv'],
	plans: ['csv', 'svg'],
	'budget sheet': ['csv']
};

/** The media type of each kind. */
export const TYPES: Readonly<Record<OutgoingKind, string>> = {
	pdf: 'application/pdf',
	html: 'text/html; charset=utf-8',
	xlsx: 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
	ics: 'text/calendar; charset=utf-8',
	csv: 'text/csv; charset=utf-8',
	svg: 'image/svg+xml',
	json: 'application/json'
};

export interface OutgoingTask {
	readonly document: CaseDocument;
	readonly subject: Subject;
	readonly kind: OutgoingKind;
	readonly calendar?: Pick<CalendarWanted, 'months' | 'each'> & {
		/** Whether paydays are in it, too. */
		readonly paydays?: boolean;
	};
	/** Of a letter: who writes to whom. */
	readonly letter?: LetterParts;
	/** The agency on a handout; absent: none is named. */
	readonly house?: House;
	/** When it is made, as an ISO instant; absent: on the day of the figures. */
	readonly made?: string;
	/** The day on which that is, where it is made; absent: the day of the figures. */
	readonly today?: CalendarDate;
	/** Whether a calendar cancels what was given out before: where it is remembered that it did. */
	readonly cancels?: boolean;
}

export interface OutgoingFile {
	readonly name: string;
	readonly type: string;
	readonly bytes: Uint8Array<ArrayBuffer>;
	/** Of a calendar: its events, to be remembered. */
	readonly given?: readonly GivenEvent[];
}

/** How far it is, from 0 to 1. */
export type Tell = (done: number) => void;

/** Tools of the place where files are made: PDFs need fonts, which a page loads from elsewhere. */
export interface Tools {
	readonly pdf: (handout: Handout, tell: Tell) => Promise<Uint8Array>;
}

/** No file can be made of the subject. */
export class NothingToMake extends Error {
	override readonly name = 'NothingToMake';

	constructor(readonly reason: NothingToMakeReason) {
		super(reason);
	}
}

const CALENDAR = { months: 12, each: 'payment' } as const;
const PICTURE = { width: 760, height: 400 };

export async function madeFile(
	task: OutgoingTask,
	tools: Tools,
	tell: Tell = () => undefined
): Promise<OutgoingFile> {
	const { subject, kind, document } = task;
	const content = await CONTENT[subject.of](task, tools, tell);
	const bytes = typeof content === 'string' ? new TextEncoder().encode(content) : content;
	const name = `${fileName(document.label, whatOf(document, subject))}.${kind}`;
	const given = kind === 'ics' ? { given: eventsOf(calendarPayments(task)) } : {};
	return { name, type: TYPES[kind], bytes: new Uint8Array(bytes), ...given };
}

type Content = (task: OutgoingTask, tools: Tools, tell: Tell) => Promise<string | Uint8Array>;

const CONTENT: Readonly<Record<Subject['of'], Content>> = {
	case: ({ document, kind }) =>
		Promise.resolve(kind === 'json' ? casesJson([document]) : debtsCsv(document.debts, document)),
	'budget sheet': ({ document }) => {
		const { language } = handoutWriting(document);
		const often = (perYear: PaymentsPerYear) => frequencyWords({ language }, perYear).adverb;
		return Promise.resolve(budgetCsv(document, often));
	},
	debt: debtContent,
	plan: planContent,
	letter: ({ document, subject, letter }, tools, tell) => {
		const entry = document.plans.find(({ id }) => subject.of === 'letter' && id === subject.plan);
		const made =
			entry && letter && subject.of === 'letter'
				? letterTo(document, entry, subject.id, letter)
				: null;
		if (made === null) throw new NothingToMake('nothing proposed');
		return tools.pdf(made, tell);
	},
	deposits: ({ document, subject }) => {
		const entry = document.plans.find(({ id }) => subject.of === 'deposits' && id === subject.id);
		if (!entry?.programme) throw new NothingToMake('nothing to pay');
		const { debts, plan } = carriedPlan(document, entry);
		refuseUnpayable(plan, 'csv');
		const listed = listedDebts(document, debts, { language: 'en' });
		const whom = debts.map(({ id }) => ({
			creditor: creditorOf(document, id, listed),
			account: document.debts.find((debt) => debt.id === id)?.noted.account ?? ''
		}));
		const deposits = depositsOf(debts, plan, entry.programme.day);
		return Promise.resolve(depositsCsv(deposits, whom, document.currency));
	},
	plans: async ({ document, kind }) => {
		const plans = document.plans
			.filter(({ hidden }) => !hidden)
			.map((entry) => ({ entry, ...carriedPlan(document, entry) }))
			.filter(({ refusal }) => refusal === null)
			.map(({ entry, plan }) => ({ name: entry.name, plan, standing: standingOf(entry) }));
		if (plans.length === 0) throw new NothingToMake('no plan shown');
		if (kind === 'csv') return plansCsv(plans, document.currency);
		const size = { ...PICTURE, height: PICTURE.height + 14 * plans.length };
		const writing = handoutWriting(document);
		const named = plans.map(({ name, plan, standing }) => ({
			name: marked(name, standing, writing),
			plan
		}));
		return plansPicture(named, document.asOf, size, writing, document.label);
	}
};

async function debtContent({ document, subject, kind }: OutgoingTask, tools: Tools, tell: Tell) {
	const place = document.debts.findIndex((debt) => subject.of === 'debt' && debt.id === subject.id);
	const entry = document.debts[place];
	const stated = entry && statedDebt(entry, document.asOf);
	if (!entry || !stated) throw new NothingToMake('incomplete debt');
	const { asOf, currency } = document;
	if (kind === 'csv') return scheduleCsv(carryOut(stated, { kind: 'paid' }).run, currency);
	if (kind === 'pdf') {
		const handout = scheduleOf(document, entry);
		if (handout === null) throw new NothingToMake('no schedule');
		return tools.pdf(handout, tell);
	}
	const name = nameOf(entry, { language: 'en' });
	const debt = { id: entry.id, terms: wayTerms(stated, { kind: 'paid' }) };
	const { isLive, planWorkbook, scheduleWorkbook } = await import('../exchange/workbooks-out');
	if (!isLive(debt.terms, 1)) {
		const { run } = carryOut(stated, { kind: 'paid' });
		return scheduleWorkbook(`${document.label} · ${name}`, run, currency);
	}
	return planWorkbook({
		title: `${document.label} · ${name}`,
		asOf,
		currency,
		debts: [{ ...debt, letter: letterOf(place), name }],
		terms: ONLY_REQUIRED,
		plan: planOf([debt], ONLY_REQUIRED),
		tell
	});
}

async function planContent(task: OutgoingTask, tools: Tools, tell: Tell) {
	const { document, subject, kind } = task;
	const entry = document.plans.find((plan) => subject.of === 'plan' && plan.id === subject.id);
	if (!entry) throw new NothingToMake('deleted plan');
	const { asOf, currency } = document;
	const { debts, terms, plan } = carriedPlan(document, entry);
	refuseUnpayable(plan, kind);
	if (kind === 'pdf')
		return tools.pdf(handoutOf(document, entry, personIn(subject), task.house), tell);
	if (plan.kept.length === 0) throw new NothingToMake('nothing to pay');
	const listed = listedDebts(document, debts, { language: 'en' });
	const indexOf = (id: string) => debts.findIndex((debt) => debt.id === id);
	const writing = handoutWriting(document);
	switch (kind) {
		case 'html': {
			const { takeHomeOf } = await import('./take-home');
			return takeHomeOf(document, entry, task.house ?? NO_HOUSE, task.today ?? asOf);
		}
		case 'csv':
			return planCsv(
				plan,
				listed.map(({ id, name }) => ({ index: indexOf(id), name })),
				currency,
				standingOf(entry)
			);
		case 'ics':
			return calendarOf({
				...calendarPayments(task),
				name: document.label,
				creditorOf: (id) => creditorOf(document, id, listed),
				standing: standingOf(entry),
				sequence: document.calendar.sequence + 1,
				made: new Date(task.made ?? `${asOf}T00:00:00Z`),
				cancelled: task.cancels
					? cancelledEvents(document.calendar, eventsOf(calendarPayments(task)), asOf)
					: [],
				writing
			});
		case 'svg': {
			const drawn = listed
				.filter(({ id }) => (plan.debts[indexOf(id)]?.starting ?? 0) > 0)
				.map(({ id, place }) => ({ id, place, letter: letterOf(place) }));
			return planPicture(plan, drawn, asOf, PICTURE, writing, titleOf(entry, writing)).svg;
		}
		case 'xlsx': {
			const { planWorkbook } = await import('../exchange/workbooks-out');
			const named = debts.map((debt) => {
				const { place = 0, name = '' } = listed.find(({ id }) => id === debt.id) ?? {};
				return { ...debt, letter: letterOf(place), name };
			});
			const title = `${document.label} · ${titleOf(entry, { language: 'en', currency })}`;
			const { income, needs } = document.sheet;
			const called = ({ name, owner }: SheetLine) => {
				const person = ownerAmong(document.people, { owner });
				return person ? `${name} (${person.name})` : name;
			};
			const names = {
				income: income.map(called),
				needs: needs.map(called)
			};
			return planWorkbook({ title, asOf, currency, debts: named, terms, plan, names, tell });
		}
		case 'json':
			throw new RangeError('a plan alone is not written as JSON');
	}
}

const personIn = (subject: Subject): string | null =>
	(subject.of === 'plan' && subject.person) || null;

/** The name of a plan in a file, marked where its terms are assumed. */
const titleOf = (entry: PlanEntry, writing: Writing<Language>): string =>
	marked(entry.name, standingOf(entry), writing);

/**
 * A plan that can't be carried out is not handed out; one that never ends has no calendar and no payments to hand out.
 */
function refuseUnpayable({ ending }: Plan, kind: OutgoingKind): void {
	if (ending.status === 'refused') {
		throw new NothingToMake(
			ending.reason === 'changes' ? 'incomplete changes' : 'unaffordable fees'
		);
	}
	if (ending.status !== 'cleared' && (kind === 'ics' || kind === 'csv')) {
		throw new NothingToMake('endless plan');
	}
}

/** The payments of a plan's calendar. */
function calendarPayments({ document, subject, calendar }: OutgoingTask): CalendarPayments {
	const entry = document.plans.find((plan) => subject.of === 'plan' && plan.id === subject.id);
	if (!entry) throw new NothingToMake('deleted plan');
	const { debts, plan } = carriedPlan(document, entry);
	const { paydays = false, ...which } = { ...CALENDAR, ...calendar };
	return {
		...which,
		id: entry.id,
		debts,
		plan,
		depositDay: entry.programme?.day ?? null,
		paydays: paydays ? paydaysOf(document, plan, which.months) : []
	};
}

/** The days of the income that has days, in so many months of a plan, from the day of the balances on. */
function paydaysOf({ sheet, asOf }: CaseDocument, { firstMonth }: Plan, months: number): Payday[] {
	return sheet.income
		.filter(({ from }) => from !== null)
		.flatMap((line) =>
			Array.from({ length: months }, (_, at) => monthStart(firstMonth, at + 1)).flatMap((month) =>
				daysIn(sheetItem(line), month)
					.filter((date) => date >= asOf)
					.map((date) => ({ date, line: line.id, name: line.name, amount: line.amount }))
			)
		);
}

/** Whom a debt is owed to: the creditor where that is noted, else what it is called. */
const creditorOf = (
	{ debts }: CaseDocument,
	id: string,
	listed: readonly { readonly id: string; readonly name: string }[]
): string =>
	debts.find((debt) => debt.id === id)?.noted.creditor ||
	(listed.find((debt) => debt.id === id)?.name ?? '');

/** The file name's part after the client. */
function whatOf({ debts, plans, people }: CaseDocument, subject: Subject): string {
	switch (subject.of) {
		case 'case':
			return 'debts';
		case 'debt':
			return debts.find(({ id }) => id === subject.id)?.name ?? '';
		case 'plan':
			return [
				planFileName(
					plans.find(({ id }) => id === subject.id),
					plans.length
				),
				people.find(({ id }) => id === subject.person)?.name ?? ''
			].join(' ');
		case 'deposits':
			return `deposits ${plans.length > 1 ? (plans.find(({ id }) => id === subject.id)?.name ?? '') : ''}`;
		case 'letter':
			return `proposal ${debts.find(({ id }) => id === subject.id)?.name ?? ''}`;
		case 'plans':
			return 'plans side by side';
		case 'budget sheet':
			return 'budget sheet';
	}
}

function planFileName(entry: PlanEntry | undefined, count: number): string {
	const name = count > 1 ? (entry?.name ?? '') : 'plan';
	const standing = entry ? standingOf(entry) : 'agreed';
	return standing === 'agreed' ? name : `${name} ${standing === 'open' ? 'not agreed' : standing}`;
}
