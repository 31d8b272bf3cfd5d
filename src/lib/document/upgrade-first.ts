/** Documents of versions 1 to 9, each as the next version would have it. */
import { addMonths, isCalendarDate } from '../core/quantities/calendar';
import { USUAL_STYLE } from '../messages/style';
import { NO_CALENDAR } from './calendar';
import { NOTHING_NOTED, NO_STATEMENT } from './debt';
import { usualHandout } from './handout';
import { FIRST_PLAN } from './plan';
import { isRecord, listOr, records } from './upgrade-records';

/** Version 1 knew monthly cards alone: a nominal rate, an amount held (null: today's minimum), one extra. */
export function ofVersion2(document: Record<string, unknown>) {
	const { debts } = document;
	return {
		...document,
		version: 2,
		debts: Array.isArray(debts) ? debts.map(upgradedDebt) : debts
	};
}

/** Version 3 knew one plan, with the sheet and what it is measured against in it; version 2 none. */
export function ofVersion4(document: Record<string, unknown>, plan: unknown) {
	const { sheet, baseline, ...fields } = isRecord(plan) ? plan : {};
	const { id, name, pays, budget, order, listed, changes, hidden } = FIRST_PLAN;
	const first = { id, pays, budget, order, listed, happenings: [], changes, hidden };
	return {
		...document,
		version: 4,
		plans: [{ ...first, ...fields, name }],
		against: baseline ?? 'minimums',
		choices: [],
		sheet: sheet ?? { income: [], needs: [] }
	};
}

/** Version 4 knew no month in which a plan begins, no assumed terms, and only typed names. */
export function ofVersion5(document: Record<string, unknown>) {
	const { plans, debts, choices, asOf } = document;
	return {
		...document,
		version: 5,
		plans: listOr(plans, (plan) => ({
			...plan,
			named: typeof plan['name'] !== 'string' || !GIVEN_NAME.test(plan['name']),
			begins: beginOf(plan, debts, asOf),
			changes: listOr(plan['changes'], withNothingAssumed)
		})),
		choices: listOr(choices, (choice) => ({ ...choice, content: null }))
	};
}

/** Version 5 knew one way of writing numbers and dates, nothing noted beside the terms, and no statements. */
export function ofVersion6(document: Record<string, unknown>) {
	const more = { noted: NOTHING_NOTED, statement: NO_STATEMENT, transactions: [] };
	return {
		...document,
		version: 6,
		style: USUAL_STYLE,
		debts: listOr(document['debts'], (debt) => ({ ...debt, ...more }))
	};
}

/** Version 6 knew no handout. */
export function ofVersion7(document: Record<string, unknown>) {
	const { currency } = document;
	const code = isRecord(currency) ? String(currency['code']) : '';
	return { ...document, version: 7, handout: usualHandout(code) };
}

/** Version 7 kept no forecasts and nothing that had happened; each balance was of the day of the figures. */
export function ofVersion8(document: Record<string, unknown>) {
	const raised = (debt: Record<string, unknown>) => {
		const { asked } = debt;
		const level = isRecord(asked) && asked['kind'] === 'level';
		return {
			...debt,
			asOf: null,
			balanceAssumed: false,
			asked: level ? { ...asked, payment: null } : asked
		};
	};
	return {
		...document,
		version: 8,
		debts: listOr(document['debts'], raised),
		forecasts: [],
		visits: [],
		readings: [],
		happened: []
	};
}

/** Version 8 kept of a forecast no month in which its money falls short. */
export function ofVersion9(document: Record<string, unknown>) {
	const forecasts = listOr(document['forecasts'], (forecast) => ({ ...forecast, shortFrom: null }));
	return { ...document, version: 9, forecasts };
}

/** Version 9 knew no whole periods before the first payment, and nothing of calendars given out or transactions withdrawn. */
export function ofVersion10(document: Record<string, unknown>) {
	const keeping = (debt: Record<string, unknown>) => ({ ...debt, withdrawn: [] });
	const raised = (forecast: Record<string, unknown>) => ({
		...forecast,
		debts: listOr(forecast['debts'], keeping),
		figures: listOr(forecast['figures'], (figures) => ({ ...figures, before: [] }))
	});
	const forecasts = listOr(document['forecasts'], raised);
	const debts = listOr(document['debts'], keeping);
	return { ...document, version: 10, calendar: NO_CALENDAR, debts, forecasts };
}

/** Names that the program gave to plans. */
const GIVEN_NAME =
	/^(Highest rate first|Minimums only|Payments as today|One new loan|Moved balance|Agreed lower rates)( \d+)?$/;

/**
 * The first month of a plan was that in which its first monthly debt is due, and its money began with it, also
 * for debts that are due later. Where all are due in one month that is kept, if a new plan would begin in
 * another one; else the plan begins as a new one does.
 */
function beginOf(plan: Record<string, unknown>, debts: unknown, asOf: unknown): string | null {
	const due: { readonly day: string; readonly monthly: boolean }[] = [];
	for (const { lending, firstDue: day } of records(debts)) {
		if (typeof day !== 'string') continue;
		due.push({ day, monthly: isRecord(lending) && lending['paymentsPerYear'] === 12 });
	}
	for (const change of records(plan['changes'])) {
		const { firstDue: day } = [change['loan'], change['card']].find(isRecord) ?? {};
		if (typeof day === 'string') due.push({ day, monthly: true });
	}
	const months = new Set(due.flatMap(({ day, monthly }) => (monthly ? [day.slice(0, 7)] : [])));
	const [month] = months;
	if (month === undefined || months.size > 1) return null;
	const known = typeof asOf === 'string' && isCalendarDate(asOf);
	const near = known ? due.filter(({ day }) => day <= addMonths(asOf, 1)) : due;
	const usual = near
		.map(({ day }) => day.slice(0, 7))
		.sort()
		.at(-1);
	return month === usual ? null : `${month}-01`;
}

function withNothingAssumed(change: Record<string, unknown>) {
	const raised = { ...change, assumed: [] };
	if (change['kind'] !== 'concession') return raised;
	return { ...raised, debts: listOr(change['debts'], (debt) => ({ ...debt, assumed: false })) };
}

function upgradedDebt(debt: unknown): unknown {
	if (!isRecord(debt)) return debt;
	const { held, asked, ...kept } = debt;
	return {
		...kept,
		asked: upgradedAsked(asked),
		interestOnly: 0,
		lending: {
			paymentsPerYear: 12,
			interest: { basis: 'nominal', compoundsPerYear: null },
			timing: 'arrears',
			interestRounding: 'cent',
			clearBelow: 0
		},
		pays: held === null ? { kind: 'held' } : { kind: 'fixed', amount: held, paymentsPerYear: null },
		happenings: [],
		compared: [],
		baseline: { kind: 'asked' }
	};
}

function upgradedAsked(asked: unknown): unknown {
	if (!isRecord(asked) || asked['kind'] === 'amount') return asked;
	return { ...asked, of: 'statement', plusFees: asked['kind'] === 'interest-plus' };
}
