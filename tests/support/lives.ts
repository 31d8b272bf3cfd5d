/** Reference cases of what really happened, as documents: the same households, plans and lives, typed by a counselor. */
import { readFileSync } from 'node:fs';
import { DRIFT_PARTS, type DriftPart } from '../../src/lib/core/plan/progress';
import { caseDocument } from '../../src/lib/document/schema/case';
import { NOTHING_LIVED, type CaseDocument } from '../../src/lib/document/case';
import { VERSION } from '../../src/lib/document/version';
import { usualHandout } from '../../src/lib/document/handout';
import { NO_CALENDAR } from '../../src/lib/document/calendar';
import { forecastEntryOf } from '../../src/lib/document/kept-forecast';
import { contentOf, FIRST_PLAN, NO_SHEET } from '../../src/lib/document/plan';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { referenceHousehold } from './reference-household';

interface Interval {
	readonly date: string;
	readonly forecast: number;
	readonly balance: number;
	readonly gap: number;
	/** As the reference calls them: the creditor's part is the lender's there. */
	readonly parts: Readonly<Record<Exclude<DriftPart, 'creditor'> | 'lender', number>>;
}
interface DriftCase {
	readonly name: string;
	readonly readings: Record<string, { date: string; balance: number; interest?: number }[]>;
	readonly payments: Record<string, { date: string; amount: number }[]>;
	readonly charges: Record<string, { date: string; amount: number }[]>;
	readonly expect: Record<string, Interval[]>;
}

const DRIFT_CASES = new URL('../reference/drift.json', import.meta.url);

/** The debts of the reference household, in the order in which it has them. */
const NAMES = ['quill', 'pellan', 'marrow', 'dental', 'van'];

export interface LivedCase {
	readonly document: CaseDocument;
	/** What the reference has in all, at the latest reading of each debt. */
	readonly owed: number;
	readonly expected: number;
	readonly gap: number;
	readonly parts: Readonly<Record<DriftPart, number>>;
}

let count = 0;
const newId = () => `7e000000-0000-4000-8000-${String((count += 1)).padStart(12, '0')}`;

/** A reference case by its name; each day on which something was read is a visit. */
export function livedCase(name: string): LivedCase {
	const cases = JSON.parse(readFileSync(DRIFT_CASES, 'utf8')) as readonly DriftCase[];
	const found = cases.find((one) => one.name === name);
	if (!found) throw new Error(`no reference case ${name}`);
	const debts = referenceHousehold();
	const idOf = (of: string) => debts[NAMES.indexOf(of)]?.id ?? '';
	const plan = { ...FIRST_PLAN, budget: { kind: 'constant', amount: 82_000 } };
	const base = caseDocument.parse({
		version: VERSION,
		label: 'A household come back',
		currency: { code: 'USD', digits: 2 },
		style: USUAL_STYLE,
		asOf: '2026-12-15',
		people: [],
		debts,
		plans: [plan],
		against: 'minimums',
		choices: [],
		sheet: { income: [], needs: [] },
		handout: usualHandout('USD'),
		calendar: NO_CALENDAR,
		...NOTHING_LIVED
	});
	const [entry] = base.plans;
	if (!entry) throw new Error('a plan');
	const days = [
		...new Set(
			Object.values(found.readings)
				.flat()
				.map(({ date }) => date)
		)
	].sort();
	const visits = days.map((date) => ({ id: newId(), date }));
	const visitOn = (date: string) => visits.find((visit) => visit.date === date)?.id ?? '';
	const each = <T>(lists: Record<string, T[]>) =>
		Object.entries(lists).flatMap(([of, list]) => list.map((one) => ({ of, one })));
	const recordedEvents = (kind: string, lists: DriftCase['payments']) =>
		each(lists).map(({ of, one }) => ({ id: newId(), debt: idOf(of), kind, ...one }));
	const latest = Object.values(found.expect).map((intervals) => intervals.at(-1));
	const sum = (of: (interval: Interval) => number) =>
		latest.reduce((all, interval) => all + (interval ? of(interval) : 0), 0);
	const partsOf = (part: DriftPart) =>
		Object.values(found.expect)
			.flat()
			.reduce((all, { parts }) => all + parts[part === 'creditor' ? 'lender' : part], 0);
	return {
		document: caseDocument.parse({
			...base,
			choices: [
				{
					plan: entry.id,
					name: entry.name,
					date: '2026-12-15',
					note: '',
					content: contentOf(entry, NO_SHEET)
				}
			],
			forecasts: [
				forecastEntryOf(base, entry, { id: newId(), by: 'choice', date: '2026-12-15' as never })
			],
			visits,
			readings: each(found.readings).map(({ of, one: { date, balance, interest = null } }) => ({
				id: newId(),
				visit: visitOn(date),
				debt: idOf(of),
				date,
				balance,
				byBalance: [],
				interest
			})),
			recordedEvents: [
				...recordedEvents('payment', found.payments),
				...recordedEvents('charge', found.charges)
			]
		}),
		owed: sum(({ balance }) => balance),
		expected: sum(({ forecast }) => forecast),
		gap: sum(({ gap }) => gap),
		parts: Object.fromEntries(
			DRIFT_PARTS.map((part) => [part, partsOf(part)])
		) as LivedCase['parts']
	};
}
