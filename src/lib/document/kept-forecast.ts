/** Making a forecast of a plan, and carrying out anew one that was kept. */
import { addMonths, type CalendarDate } from '../core/quantities/calendar';
import { LIMITS } from '../core/quantities/limits';
import { cents, ZERO } from '../core/quantities/money';
import { interestAndFees } from '../core/plan/answers';
import { asKept } from '../core/plan/kept-figures';
import { forecastOf, type ExpectedPeriod, type Forecast } from '../core/plan/progress';
import { carriedPlan, type CarriedPlan } from './carried-plans';
import type { CaseDocument } from './case';
import { withoutRecords } from './debt';
import { nameIn, withForecast, type ForecastEntry, type KeptFigures } from './forecast';
import { contentOf, NO_SHEET, USUAL_PLAN, type PlanEntry } from './plan';

type Expecting = Pick<CaseDocument, 'debts' | 'asOf' | 'sheet'>;

/** A plan of a case as a forecast. */
export function forecastEntryOf(
	{ debts, asOf, sheet }: Expecting,
	plan: PlanEntry,
	made: Pick<ForecastEntry, 'id' | 'by' | 'date'>
): ForecastEntry {
	const carried = carriedPlan({ debts, asOf, sheet }, plan);
	const [short] = carried.plan.shortMonths;
	return {
		...made,
		plan: plan.id,
		name: plan.name,
		asOf,
		debts: debts.map(withoutRecords),
		content: contentOf(plan, sheet),
		figures: figuresOf(carried),
		ends: carried.plan.ending.status === 'cleared' ? carried.plan.ending.payoffDate : null,
		shortFrom: short ? addMonths(carried.plan.firstMonth, short.month - 1) : null,
		cost: cents(Math.min(interestAndFees(carried.plan), LIMITS.sum))
	};
}

/** A case in which a plan is chosen on a day, with what is expected of it from then on. */
export function withChoice(
	document: CaseDocument,
	plan: PlanEntry,
	note: string,
	made: Pick<ForecastEntry, 'id' | 'by' | 'date'>
): CaseDocument {
	const choice = {
		plan: plan.id,
		name: plan.name,
		date: made.date,
		note,
		content: contentOf(plan, document.sheet)
	};
	// Only of the latest choice it is asked whether its plan has been changed since.
	const earlier = document.choices.map((one) => ({ ...one, content: null }));
	return {
		...document,
		choices: [...earlier, choice].slice(-LIMITS.choices),
		forecasts: withForecast(document.forecasts, forecastEntryOf(document, plan, made))
	};
}

/** The figures of all debts that are owed, as far ahead as all of them together fit. */
function figuresOf({ debts, plan }: CarriedPlan): KeptFigures[] {
	const forecasts = debts.map((debt, index) => ({
		debt,
		forecast: forecastOf(debts, plan, index)
	}));
	const owed = forecasts.filter(({ debt }) => debt.terms.opening > 0);
	const until = horizonOf(
		owed.map(({ forecast }) => forecast),
		plan.firstMonth
	);
	return owed.map(({ debt, forecast }) => {
		const periods = forecast.periods.filter(({ date: due }) => due < until);
		const forgiven = plan.debts.find(({ id }) => id === debt.id)?.forgiven ?? ZERO;
		const due = periods.filter(({ k }) => k > 0);
		return {
			debt: debt.id,
			opening: debt.terms.opening,
			before: periods.filter(({ k }) => k < 1).map(({ interest }) => interest),
			paid: due.map(({ paid }) => paid),
			charges: due.map(({ charges }) => charges),
			interest: due.map(({ interest }) => interest),
			// With a payment that is not kept, it isn't either.
			forgiven: periods.length === forecast.periods.length ? forgiven : ZERO
		};
	});
}

/** The first day whose figures are not kept: there are too many of them by then, or one is too large for a case. */
function horizonOf(forecasts: readonly Forecast[], first: CalendarDate): CalendarDate {
	const tooLarge = forecasts
		.flatMap(({ periods }) => periods.find(isTooLarge)?.date ?? [])
		.reduce(
			(earliest, date) => (date < earliest ? date : earliest),
			addMonths(first, LIMITS.months)
		);
	const count = (until: CalendarDate) =>
		forecasts.reduce(
			(sum, { periods }) => sum + periods.filter(({ date: due }) => due < until).length,
			0
		);
	let years = 100;
	while (years > 1 && count(addMonths(first, 12 * years)) > LIMITS.forecastPeriods) years -= 1;
	const until = addMonths(first, 12 * years);
	return tooLarge < until ? tooLarge : until;
}

const isTooLarge = ({ interest, paid, charges }: ExpectedPeriod): boolean =>
	Math.max(interest, paid, charges) > LIMITS.amount;

/** A debt of a forecast, as it is kept. */
interface ExpectedDebt {
	readonly id: string;
	readonly name: string;
	readonly forecast: Forecast;
}

/** A forecast as the core knows it. */
export interface KeptForecast {
	readonly entry: ForecastEntry;
	/** Its plan, as a case has plans; and the same carried out anew. */
	readonly plan: PlanEntry;
	readonly carried: CarriedPlan;
	/** Those that were owed. */
	readonly debts: readonly ExpectedDebt[];
	/** Where what was kept and what the program would say now part; null: nowhere. */
	readonly differs: { readonly debt: string; readonly date: CalendarDate } | null;
}

const known = new WeakMap<ForecastEntry, KeptForecast>();

/** The figures are those that were kept; what they are beside a rerun is said (`differs`), not hidden. */
export function keptForecast(entry: ForecastEntry): KeptForecast {
	const before = known.get(entry);
	if (before) return before;
	const plan = planOf(entry);
	const carried = carriedPlan({ ...entry, sheet: entry.content.sheet ?? NO_SHEET }, plan);
	let differs: KeptForecast['differs'] = null;
	const debts = entry.figures.flatMap((figures): ExpectedDebt[] => {
		const index = carried.debts.findIndex(({ id }) => id === figures.debt);
		if (index < 0) return [];
		const rerun = forecastOf(carried.debts, carried.plan, index);
		const forecast = asKept(rerun, figures);
		differs ??= firstDifference(forecast, rerun, figures);
		return [{ id: figures.debt, name: nameIn(entry, figures.debt), forecast }];
	});
	const kept = { entry, plan, carried, debts, differs };
	known.set(entry, kept);
	return kept;
}

/** The plan of a forecast, as a case has plans. */
function planOf({ plan, name: called, content }: ForecastEntry): PlanEntry {
	const { sheet: _, ...terms } = content;
	return { ...USUAL_PLAN, ...terms, id: plan, name: called };
}

function firstDifference(
	{ periods, terms }: Forecast,
	rerun: Forecast,
	{ debt }: KeptFigures
): KeptForecast['differs'] {
	if (terms.opening !== rerun.terms.opening) return { debt, date: terms.firstDue };
	const at = periods.findIndex(({ k, paid, charges, interest }, place) => {
		const other = rerun.periods[place];
		return (
			other?.k !== k ||
			other.paid !== paid ||
			other.charges !== charges ||
			other.interest !== interest
		);
	});
	const date = periods[at]?.date ?? rerun.periods[periods.length]?.date;
	return date === undefined ? null : { debt, date };
}
