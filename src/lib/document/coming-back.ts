/** A case on a day after its plan was chosen: what was expected, what happened, and what is to be expected from there. */
import { monthsBetween, type CalendarDate } from '../core/quantities/calendar';
import { type Cents, minus, plus, sumOf, asCarried } from '../core/quantities/money';
import {
	interestAndFees,
	moreThatEnds,
	onceThatEnds,
	type PlanDifference
} from '../core/plan/answers';
import { agreedSoFar } from '../core/plan/comparison';
import { costSoFar, driftOn, gapOn, type Drift, type LivedDebt } from '../core/plan/drift';
import type { Forecast } from '../core/plan/progress';
import { carriedPlan, type CarriedPlan } from './carried-plans';
import type { CaseDocument } from './case';
import { forecastOn, type ForecastEntry } from './forecast';
import { goneAhead, type GoneOn } from './going-on';
import { keptForecast, type KeptForecast } from './kept-forecast';
import { lifeOf, readingsOf, type ReadingEntry } from './life';
import type { TransactionEntry } from './debt';
import { contentOf } from './plan';

/** A case continued from a day. */
export interface Outlook {
	/** The last payoff; null: it doesn't end. */
	readonly ends: CalendarDate | null;
	/** Interest and fees from the first forecast on: as they were by the day, and as they are expected from there. */
	readonly cost: Cents;
}

export interface ComeBack {
	readonly day: CalendarDate;
	readonly kept: KeptForecast;
	readonly drift: Drift;
	/** The case gone on with from that day, and its plan; null where it can't be. */
	readonly on: (GoneOn & { readonly carried: CarriedPlan }) | null;
	/** Interest and fees up to that day, from the first forecast on. */
	readonly soFar: Cents;
	readonly expected: Outlook;
	/** Where it is gone on with as planned. */
	readonly outlook: Outlook | null;
}

/** Seen from the forecast that was in force before a day; null where no plan was ever chosen. */
export function comeBack(document: CaseDocument, day: CalendarDate): ComeBack | null {
	const entry = forecastOn(document, day);
	return entry && seenFrom(document, entry, day);
}

/** The debts of a forecast with what is known of them by a day. */
const livedDebts = (document: CaseDocument, entry: ForecastEntry, day: CalendarDate): LivedDebt[] =>
	keptForecast(entry).debts.map((debt) => livedDebt(document, debt, day));

interface LivedFrom {
	readonly lived: LivedDebt;
	/** The parts of the document that it was made from. */
	readonly readings: readonly ReadingEntry[];
	readonly recordedEvents: CaseDocument['recordedEvents'];
	readonly transactions: readonly TransactionEntry[];
}

/** The same one as long as nothing that is known of the debt changes: what follows from it is not worked out again. */
const lives = new WeakMap<Forecast, LivedFrom>();
const NONE: readonly TransactionEntry[] = [];

function livedDebt(
	document: CaseDocument,
	{ id, forecast }: Pick<LivedDebt, 'id' | 'forecast'>,
	day: CalendarDate
): LivedDebt {
	const { recordedEvents } = document;
	const transactions = document.debts.find((debt) => debt.id === id)?.transactions ?? NONE;
	const readings = readingsOf(document, id, day);
	const before = lives.get(forecast);
	if (
		before?.recordedEvents === recordedEvents &&
		before.transactions === transactions &&
		before.readings.length === readings.length &&
		before.readings.every((reading, at) => reading === readings[at])
	) {
		return before.lived;
	}
	const lived = { id, forecast, life: lifeOf(document, id, day, forecast) };
	lives.set(forecast, { lived, readings, recordedEvents, transactions });
	return lived;
}

function seenFrom(document: CaseDocument, entry: ForecastEntry, day: CalendarDate): ComeBack {
	const kept = keptForecast(entry);
	const drift = driftOn(livedDebts(document, entry, day), day);
	const before = costBefore(document, entry);
	const gone = goneAhead(asOfForecast(document, entry), day, idsOf(entry.id));
	const carried = gone && carriedPlan(gone.document, gone.plan);
	const soFar =
		before +
		costSoFar(drift, (id) => dayIn(gone?.document ?? document, id)) +
		agreedBy(kept, gone?.paidUntil ?? day);
	return {
		day,
		kept,
		drift,
		on: gone && carried && { ...gone, carried },
		soFar: asCarried(soFar),
		expected: { ends: entry.ends, cost: plus(before, entry.cost) },
		outlook: carried && {
			ends: endOf(carried),
			cost: plus(soFar, interestAndFees(carried.plan))
		}
	};
}

const endOf = ({ plan }: CarriedPlan): CalendarDate | null =>
	plan.ending.status === 'cleared' ? plan.ending.payoffDate : null;

/** The day of a debt's balance in a case, or a forecast. */
const dayIn = ({ debts, asOf }: Pick<CaseDocument, 'debts' | 'asOf'>, id: string): CalendarDate =>
	debts.find((debt) => debt.id === id)?.asOf ?? asOf;

/** The fees of a forecast's changes before a month, which no debt has in its life. */
const agreedBy = ({ carried: { plan } }: KeptForecast, month: CalendarDate): number =>
	agreedSoFar(plan, Math.max(0, monthsBetween(plan.firstMonth, month)));

/** Interest and fees paid between the first forecast and this one. */
function costBefore({ forecasts, ...document }: CaseDocument, entry: ForecastEntry): number {
	const at = forecasts.findIndex(({ id }) => id === entry.id);
	const earlier = forecasts.slice(0, Math.max(0, at));
	const last = earlier.at(-1);
	if (!last || last.date >= entry.date) return 0;
	const before = { ...document, forecasts: earlier };
	const kept = keptForecast(last);
	const lived = livedDebts(before, last, entry.date);
	return (
		costBefore(before, last) +
		costSoFar(driftOn(lived, entry.date), (id) => dayIn(entry, id)) +
		agreedBy(kept, keptForecast(entry).carried.plan.firstMonth)
	);
}

/** The case as it stood under a forecast: the present one where that is the latest, else as it was kept. */
export function asOfForecast(document: CaseDocument, entry: ForecastEntry): CaseDocument {
	if (document.forecasts.at(-1)?.id === entry.id) return document;
	const at = document.forecasts.findIndex(({ id }) => id === entry.id);
	const { plan } = keptForecast(entry);
	const sheet = entry.content.sheet ?? document.sheet;
	return {
		...document,
		sheet,
		asOf: entry.asOf,
		debts: entry.debts,
		plans: [plan],
		choices: [
			{
				plan: entry.plan,
				name: entry.name,
				date: entry.date,
				note: '',
				content: contentOf(plan, sheet)
			}
		],
		forecasts: document.forecasts.slice(0, at + 1)
	};
}

/** Identities for what is only looked at: the same each time. */
function idsOf(seed: string): () => string {
	let count = 0;
	return () => {
		count += 1;
		return `${seed.slice(0, 24)}${String(count).padStart(12, '0')}`;
	};
}

/** The extra amounts that restore the expected payoff; null if it is not later, or nothing does. */
export interface BringsBack {
	readonly by: CalendarDate;
	/** More in every month; or once, in the first. */
	readonly each: Cents | null;
	readonly once: Cents | null;
}

export function bringsBack({ on, expected, outlook }: ComeBack): BringsBack | null {
	const { ends: by } = expected;
	if (!on || by === null || !outlook) return null;
	const { debts, terms, plan } = on.carried;
	const months = monthsBetween(plan.firstMonth, by) + 1;
	const isInTime = plan.ending.status === 'cleared' && plan.months <= months;
	if (isInTime || months < 1) return null;
	return {
		by,
		each: moreThatEnds(debts, terms, months),
		once: onceThatEnds(debts, terms, months)
	};
}

/** One outlook beside another, as plans are compared. */
export function apart(one: Outlook, other: Outlook): PlanDifference {
	if (one.ends !== null && other.ends !== null) {
		const costLess = minus(other.cost, one.cost);
		return {
			kind: 'both end',
			monthsSooner: monthsBetween(one.ends, other.ends),
			interestLess: costLess,
			costLess
		};
	}
	if (one.ends !== null) return { kind: 'only this ends' };
	return { kind: other.ends === null ? 'neither ends' : 'only the other ends' };
}

/** Something on the line of visits: a plan chosen or gone on with, or a visit. */
export interface Moment {
	readonly id: string;
	readonly kind: 'choice' | 'going on' | 'visit';
	readonly date: CalendarDate;
	/** The plan that was chosen or gone on with; of a visit, the one that was in force. */
	readonly name: string;
	/** The balance then; of a visit, the difference from plan, null if nothing was recorded. */
	readonly amount: Cents | null;
}

/** All moments in order of date; on one day a visit comes before what it led to. */
export function momentsOf(document: CaseDocument): Moment[] {
	const made = document.forecasts.map(({ id, by: kind, date, name, figures }): Moment => ({
		id,
		kind,
		date,
		name,
		amount: sumOf(figures, ({ opening }) => opening)
	}));
	// Progress is followed once for each forecast, and looked at on the day of each visit.
	const drifts = new Map<string, Drift>();
	const driftFrom = (entry: ForecastEntry): Drift => {
		const known = drifts.get(entry.id);
		if (known) return known;
		const all = driftOn(livedDebts(document, entry, END), END);
		drifts.set(entry.id, all);
		return all;
	};
	const visits = document.visits.map(({ id, date }): Moment => {
		const entry = forecastOn(document, date);
		const amount = entry ? gapOn(driftFrom(entry), date) : null;
		return { id, kind: 'visit', date, name: entry?.name ?? '', amount };
	});
	const rank = ({ kind }: Moment) => (kind === 'visit' ? 0 : 1);
	return [...made, ...visits].sort((a, b) =>
		a.date === b.date ? rank(a) - rank(b) : a.date < b.date ? -1 : 1
	);
}

/** Later than any day of a case. */
const END = '9999-12-31' as CalendarDate;

/** A case continued from a moment; null if it cannot be. */
export function outlookFrom(document: CaseDocument, { id, kind, date }: Moment): Outlook | null {
	if (kind === 'visit') return comeBack(document, date)?.outlook ?? null;
	const entry = document.forecasts.find((one) => one.id === id);
	if (!entry) return null;
	return { ends: entry.ends, cost: plus(costBefore(document, entry), entry.cost) };
}
