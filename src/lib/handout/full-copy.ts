/** A full copy of what is kept about a client, as a page to be read: HTML that asks nothing from outside. */
import type { CaseDocument } from '../document/case';
import type { FullCopy, FullCopyMessage } from '../document/full-copy';
import { writeAmount, writeDate, writeLongDate, writeMonth } from '../reading/written';
import { writingOf, type Writing } from '../reading/writing';
import type { CalendarDate } from '../core/quantities/calendar';
import { nameOf } from '../words/debt';
import { debtFields, handoutFields, planFields, sheetFields, type Fields } from '../words/fields';
import { fullCopyText as text } from '../words/full-copy';
import { actionInWords } from '../words/people';
import { recordedKind } from '../words/progress';
import { element, markupOf, verbatim, type Element } from './markup';

/** The files of a copy, which its page names. */
export const COPY_FILES = {
	page: 'full-copy.html',
	rows: 'full-copy.json',
	case: 'case.json'
} as const;

/** The name of a message among the files. */
export const messageName = ({ id }: Pick<FullCopyMessage, 'id'>): string => `messages/${id}.eml`;

const STYLE = `body { max-width: 60rem; margin: 2rem auto; padding: 0 1rem; font: 16px/1.45 system-ui, sans-serif; }
h1 { font-size: 1.5rem; } h2 { margin: 2rem 0 .4rem; font-size: 1.15rem; } h3 { margin: 1.2rem 0 .2rem; font-size: 1rem; }
table { width: 100%; border-collapse: collapse; } caption { text-align: start; }
th, td { padding: .2rem .8rem .2rem 0; border-bottom: 1px solid #ccc; text-align: start; vertical-align: top; overflow-wrap: anywhere; }
tbody th { width: 14rem; font-weight: normal; color: #555; } tbody th::first-letter { text-transform: uppercase; }`;

/** Nothing is asked from outside, and no script runs. */
const POLICY = "default-src 'none'; style-src 'unsafe-inline'; base-uri 'none'; form-action 'none'";

/**
 * The page as text in UTF-8, part by part: nobody waits until a large one is written. `made` is the day on which it is
 * made.
 */
export function* fullCopyPage(copy: FullCopy, made: CalendarDate): Generator<string> {
	const writing = writingOf(copy.document);
	const title = text(writing, 'title', { label: copy.document.label });
	const head = element('head', {}, [
		element('meta', { charset: 'utf-8' }),
		element('meta', { 'http-equiv': 'Content-Security-Policy', content: POLICY }),
		element('meta', { name: 'viewport', content: 'width=device-width' }),
		element('title', {}, title),
		element('style', {}, [verbatim(STYLE)])
	]);
	yield `<!doctype html>\n<html lang="${writing.language}">${markupOf([head])}<body><main>`;
	yield markupOf([element('h1', {}, title)]);
	for (const one of bodyOf(copy, made, writing)) yield markupOf([one]);
	yield '</main></body></html>\n';
}

function* bodyOf(copy: FullCopy, made: CalendarDate, writing: Writing): Generator<Element> {
	const { document } = copy;
	const counts = {
		day: writeLongDate(made, writing),
		debts: document.debts.length,
		plans: document.plans.length,
		revisions: copy.revisions.length,
		messages: copy.messages.length,
		entries: copy.trail.length
	};
	yield element('p', {}, text(writing, 'made', counts));
	yield element('p', {}, text(writing, 'files', COPY_FILES));
	yield* section(text(writing, 'the case'), fieldsTable(caseFields(copy, writing)));
	yield* debtsOf(document, writing);
	yield* plansOf(document, writing);
	const household = sheetFields(document.sheet, document.people, writing);
	yield* section(text(writing, 'household'), fieldsTable(household));
	yield* section(text(writing, 'handout'), fieldsTable(handoutFields(document.handout, writing)));
	yield* progressOf(document, writing);
	yield* messagesIn(copy, writing);
	yield* historyOf(copy, writing);
	yield* trailOf(copy, writing);
}

const section = (heading: string, ...inner: readonly Element[]): Element[] => [
	element('h2', {}, heading),
	...inner
];

const fieldsTable = (fields: Fields | readonly (readonly [string, string])[]): Element =>
	element('table', {}, [
		element(
			'tbody',
			{},
			[...fields].map(([name, said]) =>
				element('tr', {}, [element('th', { scope: 'row' }, name), element('td', {}, said)])
			)
		)
	]);

/** A table of lines; where there are none, that there are none. */
function listTable(
	headings: readonly string[],
	lines: readonly (readonly (string | Element)[])[],
	writing: Writing
): Element {
	if (lines.length === 0) return element('p', {}, text(writing, 'nothing'));
	const cell = (one: string | Element) => element('td', {}, typeof one === 'string' ? one : [one]);
	return element('table', {}, [
		element('thead', {}, [
			element(
				'tr',
				{},
				headings.map((heading) => element('th', { scope: 'col' }, heading))
			)
		]),
		element(
			'tbody',
			{},
			lines.map((line) => element('tr', {}, line.map(cell)))
		)
	]);
}

/** An instant, as a day and a time by UTC. */
const instant = (at: string, writing: Writing): string =>
	text(writing, 'instant', {
		day: writeDate(at.slice(0, 10) as CalendarDate, writing),
		time: at.slice(11, 16)
	});

function caseFields(
	{ id, document, begunAt, changedAt, deletedAt, owner, sharedWith }: FullCopy,
	writing: Writing
): [string, string][] {
	const nobody = text(writing, 'nobody');
	return [
		[text(writing, 'client'), document.label],
		[text(writing, 'people'), document.people.map(({ name }) => name).join(', ') || nobody],
		[text(writing, 'begun'), instant(begunAt, writing)],
		[text(writing, 'changed'), instant(changedAt, writing)],
		...(deletedAt === null
			? []
			: [[text(writing, 'deleted'), instant(deletedAt, writing)] as [string, string]]),
		[text(writing, 'balances of'), writeDate(document.asOf, writing)],
		[text(writing, 'currency'), document.currency.code],
		[text(writing, 'held by'), owner ?? nobody],
		[text(writing, 'shared with'), sharedWith.join(', ') || nobody],
		[text(writing, 'identifier'), id]
	];
}

function* debtsOf({ debts, people }: CaseDocument, writing: Writing): Generator<Element> {
	yield* section(text(writing, 'debts'));
	for (const debt of debts) {
		yield element('h3', {}, nameOf(debt, writing));
		yield fieldsTable(debtFields(debt, people, writing));
	}
}

function* plansOf(document: CaseDocument, writing: Writing): Generator<Element> {
	const { plans, people, choices } = document;
	yield* section(text(writing, 'plans'));
	for (const plan of plans) {
		yield element('h3', {}, plan.name);
		yield fieldsTable(planFields(plan, debtCalled(document, writing), people, writing));
	}
	yield element('h3', {}, text(writing, 'chosen'));
	yield listTable(
		[text(writing, 'day'), text(writing, 'plan'), text(writing, 'note')],
		choices.map(({ date, name, note }) => [writeDate(date, writing), name, note]),
		writing
	);
}

/** The names of debts, also of those that are there no more. */
const debtCalled =
	({ debts }: CaseDocument, writing: Writing) =>
	(id: string): string => {
		const debt = debts.find((one) => one.id === id);
		return debt ? nameOf(debt, writing) : text(writing, 'deleted debt');
	};

/** Forecasts, and what came instead. */
function progressOf(document: CaseDocument, writing: Writing): Element[] {
	const { sheet, forecasts, visits, readings, recordedEvents, recordedMoney } = document;
	const called = debtCalled(document, writing);
	const [day, debt, amount, what] = [
		text(writing, 'day'),
		text(writing, 'debt'),
		text(writing, 'amount'),
		text(writing, 'what')
	];
	return [
		...section(
			text(writing, 'forecasts'),
			listTable(
				[day, text(writing, 'plan'), text(writing, 'ends'), text(writing, 'cost')],
				forecasts.map(({ date, name, ends, cost }) => [
					writeDate(date, writing),
					name,
					ends === null ? text(writing, 'never') : writeDate(ends, writing),
					writeAmount(cost, writing)
				]),
				writing
			)
		),
		...section(
			text(writing, 'visits'),
			listTable(
				[day],
				visits.map(({ date }) => [writeDate(date, writing)]),
				writing
			)
		),
		...section(
			text(writing, 'readings'),
			listTable(
				[day, debt, text(writing, 'balance')],
				readings.map(({ date, debt: of, balance }) => [
					writeDate(date, writing),
					called(of),
					writeAmount(balance, writing)
				]),
				writing
			)
		),
		...section(
			text(writing, 'recorded events'),
			listTable(
				[day, debt, what, amount],
				recordedEvents.map(({ date, debt: of, kind, amount: much }) => [
					writeDate(date, writing),
					called(of),
					recordedKind(kind, writing),
					writeAmount(much, writing)
				]),
				writing
			)
		),
		...section(
			text(writing, 'recorded money'),
			listTable(
				[text(writing, 'month'), what, amount],
				recordedMoney.map(({ month, side, line, name, amount: much }) => [
					writeMonth(month, writing),
					sheet[side].find(({ id }) => id === line)?.name ?? name,
					writeAmount(much, writing)
				]),
				writing
			)
		)
	];
}

const messagesIn = ({ messages }: FullCopy, writing: Writing): Element[] =>
	section(
		text(writing, 'messages'),
		listTable(
			[text(writing, 'when'), text(writing, 'to'), text(writing, 'subject'), text(writing, 'file')],
			messages.map((message) => [
				instant(message.madeAt, writing),
				message.to,
				message.subject,
				element('a', { href: messageName(message) }, messageName(message))
			]),
			writing
		)
	);

const historyOf = ({ revisions }: FullCopy, writing: Writing): Element[] =>
	section(
		text(writing, 'history'),
		listTable(
			[text(writing, 'number'), text(writing, 'when'), text(writing, 'what')],
			revisions.map(({ number, at, what }) => [String(number), instant(at, writing), what]),
			writing
		)
	);

const trailOf = ({ trail }: FullCopy, writing: Writing): Element[] =>
	section(
		text(writing, 'trail'),
		element('p', {}, text(writing, 'about the trail')),
		listTable(
			[text(writing, 'when'), text(writing, 'what')],
			trail.map(({ at, what, detail }) => [
				instant(at, writing),
				detail === null
					? actionInWords(what, writing)
					: text(writing, 'action', { action: actionInWords(what, writing), detail })
			]),
			writing
		)
	);
