/** Documents of earlier versions, as the present one would have them: history keeps what was written. */
import { addMonths, isCalendarDate } from '../core/quantities/calendar';
import { LAWFUL } from '../core/debt/account/policy';
import { USUAL_STYLE } from '../messages/style';
import { NO_CALENDAR } from './calendar';
import { NOTHING_NOTED, NO_STATEMENT } from './debt';
import { usualHandout } from './handout';
import { FIRST_PLAN } from './plan';
import { t } from './refusals';

/** Says that something in a document is wrong, and where. */
type Refuse = (message: string, path: readonly (string | number)[]) => void;

/** Whatever is no document of an earlier version is left for the schema to judge. */
export function upgraded(document: unknown, refuse: Refuse): unknown {
	refuseNewer(document, refuse);
	return raised(document);
}

/** The fields that each version brought, by where they are; `*` is each entry of a list. */
const BROUGHT: Readonly<Record<number, readonly string[]>> = {
	2: ['interestOnly', 'lending', 'pays', 'happenings', 'compared', 'baseline'].map(
		(field) => `debts.*.${field}`
	),
	4: ['plans', 'against', 'choices', 'sheet'],
	5: ['plans.*.named', 'plans.*.begins', 'plans.*.changes.*.assumed', 'choices.*.content'],
	6: ['style', 'debts.*.noted', 'debts.*.statement', 'debts.*.transactions'],
	7: ['handout'],
	8: ['forecasts', 'visits', 'readings', 'happened', 'debts.*.asOf', 'debts.*.balanceAssumed'],
	9: ['forecasts.*.shortFrom'],
	10: [
		'calendar',
		'debts.*.withdrawn',
		'forecasts.*.debts.*.withdrawn',
		'forecasts.*.figures.*.before'
	],
	11: [
		'recordedEvents',
		'plans.*.events',
		...['debts.*', 'forecasts.*.debts.*'].flatMap((debt) => [`${debt}.required`, `${debt}.events`])
	],
	12: ['debts.*', 'forecasts.*.debts.*'].flatMap((debt) =>
		['balances', 'allocation', 'atLeast', 'late', 'events.*.ofBalance'].map(
			(field) => `${debt}.${field}`
		)
	),
	13: [
		'readings.*.byBalance',
		...['debts.*', 'forecasts.*.debts.*'].flatMap((debt) => [
			`${debt}.late.history`,
			`${debt}.balances.*.printedInterest`
		])
	],
	14: [
		'debts.*.kind',
		'forecasts.*.debts.*.kind',
		...['plans.*', 'choices.*.content', 'forecasts.*.content'].flatMap((plan) => [
			`${plan}.savings`,
			`${plan}.shortOrder`,
			`${plan}.aside`
		]),
		...['income', 'needs'].flatMap((side) => [`sheet.${side}.*.from`, `sheet.${side}.*.until`])
	],
	15: [
		'people',
		'recordedMoney',
		'debts.*.owner',
		'forecasts.*.debts.*.owner',
		'forecasts.*.figures.*.forgiven',
		...['plans.*', 'choices.*.content', 'forecasts.*.content'].flatMap((plan) => [
			`${plan}.split`,
			`${plan}.changes.*.until`
		]),
		...['', 'choices.*.content.', 'forecasts.*.content.'].flatMap((of) =>
			['income', 'needs'].flatMap((side) => [
				`${of}sheet.${side}.*.id`,
				`${of}sheet.${side}.*.owner`
			])
		)
	]
};

/** Refuses fields that a document's version did not have: the upgrade would overwrite them silently. */
function refuseNewer(document: unknown, refuse: Refuse): void {
	if (!isRecord(document)) return;
	const { version } = document;
	if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) return;
	for (const [brought, fields] of Object.entries(BROUGHT)) {
		if (Number(brought) <= version) continue;
		for (const path of fields.flatMap((field) => pathsTo(document, field.split('.'))))
			refuse(
				t(
					'The version of the document is {version}, which has no field “{at}”; leave it out, or say the version that it is of, {brought} or later.',
					{ version, at: String(path.at(-1)), brought }
				),
				path
			);
	}
}

/** Where a field is, of all the places where it could be. */
function pathsTo(within: unknown, [first, ...rest]: readonly string[]): (string | number)[][] {
	if (first === undefined) return [[]];
	if (first !== '*')
		return isRecord(within) && first in within
			? pathsTo(within[first], rest).map((path) => [first, ...path])
			: [];
	return Array.isArray(within)
		? within.flatMap((entry, at) => pathsTo(entry, rest).map((path) => [at, ...path]))
		: [];
}

function raised(document: unknown): unknown {
	if (!isRecord(document)) return document;
	switch (document['version']) {
		case 1:
			return raised(ofVersion2(document));
		case 2:
			return raised(ofVersion4(document, {}));
		case 3: {
			const { plan, ...rest } = document;
			return raised(ofVersion4(rest, plan));
		}
		case 4:
			return raised(ofVersion5(document));
		case 5:
			return raised(ofVersion6(document));
		case 6:
			return raised(ofVersion7(document));
		case 7:
			return raised(ofVersion8(document));
		case 8:
			return raised(ofVersion9(document));
		case 9:
			return raised(ofVersion10(document));
		case 10:
			return raised(ofVersion11(document));
		case 11:
			return raised(ofVersion12(document));
		case 12:
			return raised(ofVersion13(document));
		case 13:
			return raised(ofVersion14(document));
		case 14:
			return ofVersion15(document);
		default:
			return document;
	}
}

/** Version 1 knew monthly cards alone: a nominal rate, an amount held (null: today's minimum), one extra. */
function ofVersion2(document: Record<string, unknown>) {
	const { debts } = document;
	return {
		...document,
		version: 2,
		debts: Array.isArray(debts) ? debts.map(upgradedDebt) : debts
	};
}

/** Version 3 knew one plan, with the sheet and what it is measured against in it; version 2 none. */
function ofVersion4(document: Record<string, unknown>, plan: unknown) {
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
function ofVersion5(document: Record<string, unknown>) {
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
function ofVersion6(document: Record<string, unknown>) {
	const more = { noted: NOTHING_NOTED, statement: NO_STATEMENT, transactions: [] };
	return {
		...document,
		version: 6,
		style: USUAL_STYLE,
		debts: listOr(document['debts'], (debt) => ({ ...debt, ...more }))
	};
}

/** Version 6 knew no handout. */
function ofVersion7(document: Record<string, unknown>) {
	const { currency } = document;
	const code = isRecord(currency) ? String(currency['code']) : '';
	return { ...document, version: 7, handout: usualHandout(code) };
}

/** Version 7 kept no forecasts and nothing that had happened; each balance was of the day of the figures. */
function ofVersion8(document: Record<string, unknown>) {
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
function ofVersion9(document: Record<string, unknown>) {
	const forecasts = listOr(document['forecasts'], (forecast) => ({ ...forecast, shortFrom: null }));
	return { ...document, version: 9, forecasts };
}

/** Version 9 knew no whole periods before the first payment, and nothing of calendars given out or transactions withdrawn. */
function ofVersion10(document: Record<string, unknown>) {
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

/** Fields by their names in version 10, and since. */
const RENAMED: ReadonlyMap<string, string> = new Map([
	['asked', 'required'],
	['happenings', 'events'],
	['happening', 'event']
]);

/** Version 10 called a debt's payment rule `asked`, events `happenings`, and those that were recorded `happened`. */
function ofVersion11({ happened, ...document }: Record<string, unknown>) {
	const named = (debt: Record<string, unknown>) =>
		renamed(
			{
				...debt,
				pays: withRequired(debt['pays']),
				baseline: withRequired(debt['baseline']),
				compared: listOr(debt['compared'], withRequired)
			},
			RENAMED
		);
	const plan = (content: Record<string, unknown>) =>
		renamed(
			{ ...content, pays: content['pays'] === 'asked' ? 'required' : content['pays'] },
			RENAMED
		);
	const ofContent = (entry: Record<string, unknown>) =>
		isRecord(entry['content']) ? { ...entry, content: plan(entry['content']) } : entry;
	return {
		...document,
		version: 11,
		recordedEvents: happened,
		debts: listOr(document['debts'], named),
		plans: listOr(document['plans'], plan),
		choices: listOr(document['choices'], ofContent),
		forecasts: listOr(document['forecasts'], (forecast) =>
			ofContent({ ...forecast, debts: listOr(forecast['debts'], named) })
		)
	};
}

/** Version 11 knew one balance of a debt, and missed payments that cost nothing. */
function ofVersion12(document: Record<string, unknown>) {
	const event = (of: Record<string, unknown>) =>
		of['kind'] === 'rate' || of['kind'] === 'charge' ? { ...of, ofBalance: null } : of;
	const raised = (debt: Record<string, unknown>) => ({
		...debt,
		...ONE_BALANCE,
		events: listOr(debt['events'], event)
	});
	return {
		...document,
		version: 12,
		debts: listOr(document['debts'], raised),
		forecasts: listOr(document['forecasts'], (forecast) => ({
			...forecast,
			debts: listOr(forecast['debts'], raised)
		}))
	};
}

/** Version 12 knew nothing that was missed before, no printed interest of a balance, and one balance of a reading. */
function ofVersion13(document: Record<string, unknown>) {
	const raised = (debt: Record<string, unknown>) => ({
		...debt,
		balances: listOr(debt['balances'], (one) => ({ ...one, printedInterest: null })),
		late: isRecord(debt['late']) ? { ...debt['late'], history: null } : debt['late']
	});
	return {
		...document,
		version: 13,
		debts: listOr(document['debts'], raised),
		readings: listOr(document['readings'], (reading) => ({ ...reading, byBalance: [] })),
		forecasts: listOr(document['forecasts'], (forecast) => ({
			...forecast,
			debts: listOr(forecast['debts'], raised)
		}))
	};
}

/** Version 13 knew no kinds of debts, no days of income and needs, no savings, and short months that are shared. */
function ofVersion14(document: Record<string, unknown>) {
	const debt = (of: Record<string, unknown>) => ({ ...of, kind: 'other' });
	const plan = (of: Record<string, unknown>) => ({
		...of,
		savings: null,
		shortOrder: null,
		aside: []
	});
	const ofContent = (entry: Record<string, unknown>) =>
		isRecord(entry['content'])
			? { ...entry, content: { ...plan(entry['content']), sheet: null } }
			: entry;
	const { sheet } = document;
	const lines = (side: string) =>
		isRecord(sheet) ? listOr(sheet[side], (line) => ({ ...line, from: null, until: null })) : [];
	return {
		...document,
		version: 14,
		debts: listOr(document['debts'], debt),
		plans: listOr(document['plans'], plan),
		choices: listOr(document['choices'], ofContent),
		sheet: isRecord(sheet) ? { ...sheet, income: lines('income'), needs: lines('needs') } : sheet,
		forecasts: listOr(document['forecasts'], (forecast) =>
			ofContent({ ...forecast, debts: listOr(forecast['debts'], debt) })
		)
	};
}

/** Version 14 knew no people of a household, no agreements that end, and lines of a budget sheet by their places. */
function ofVersion15(document: Record<string, unknown>) {
	const debt = (of: Record<string, unknown>) => ({ ...of, owner: null });
	const change = (of: Record<string, unknown>) =>
		of['kind'] === 'concession' ? { ...of, until: null } : of;
	const sheetOf = (sheet: unknown) => {
		if (!isRecord(sheet)) return sheet;
		const income = namedLines(sheet['income'], 'income');
		return { ...sheet, income, needs: namedLines(sheet['needs'], 'needs') };
	};
	const plan = (of: Record<string, unknown>) => ({
		...of,
		split: null,
		changes: listOr(of['changes'], change)
	});
	const ofContent = (entry: Record<string, unknown>) => {
		const { content } = entry;
		if (!isRecord(content)) return entry;
		return { ...entry, content: { ...plan(content), sheet: sheetOf(content['sheet']) } };
	};
	return {
		...document,
		version: 15,
		people: [],
		recordedMoney: [],
		debts: listOr(document['debts'], debt),
		plans: listOr(document['plans'], plan),
		choices: listOr(document['choices'], ofContent),
		sheet: sheetOf(document['sheet']),
		forecasts: listOr(document['forecasts'], (forecast) =>
			ofContent({
				...forecast,
				debts: listOr(forecast['debts'], debt),
				figures: listOr(forecast['figures'], (figures) => ({ ...figures, forgiven: 0 }))
			})
		)
	};
}

/** The lines of one side of a budget sheet, each with an identifier that says where it stood. */
const namedLines = (list: unknown, side: 'income' | 'needs'): unknown =>
	Array.isArray(list)
		? list.map((line: unknown, at) => {
				if (!isRecord(line)) return line;
				const place = String(at + 1).padStart(12, '0');
				const id = `00000000-0000-4000-${side === 'income' ? '8001' : '8002'}-${place}`;
				return { ...line, id, owner: null };
			})
		: list;

const ONE_BALANCE = { balances: [], allocation: LAWFUL, atLeast: null, late: null };

/** A way of paying; one without an event named it a happening. */
function withRequired(way: unknown): unknown {
	if (!isRecord(way)) return way;
	if (way['kind'] === 'asked') return { ...way, kind: 'required' };
	return renamed(way, RENAMED);
}

const renamed = (
	fields: Record<string, unknown>,
	names: ReadonlyMap<string, string>
): Record<string, unknown> =>
	Object.fromEntries(
		Object.entries(fields).map(([name, value]) => [names.get(name) ?? name, value])
	);

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

const records = (list: unknown): Record<string, unknown>[] =>
	Array.isArray(list) ? list.filter(isRecord) : [];

/** Each item of a list raised; what is no list of records is left for the schema to judge. */
const listOr = (list: unknown, raise: (item: Record<string, unknown>) => unknown): unknown =>
	Array.isArray(list) ? list.map((item: unknown) => (isRecord(item) ? raise(item) : item)) : list;

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

function isRecord(value: unknown): value is Record<string, unknown> {
	return typeof value === 'object' && value !== null && !Array.isArray(value);
}
