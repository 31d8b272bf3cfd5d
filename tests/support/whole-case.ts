/** A case in which every field that a document can have says something. */
import { FIRST_PLAN, contentOf, type PlanEntry, NO_SHEET } from '../../src/lib/document/plan';
import { VERSION } from '../../src/lib/document/version';
import { caseDocument } from '../../src/lib/document/schema/case';
import type { CaseDocument } from '../../src/lib/document/case';
import { amount, card, cardOfBalances, fixed, interestPlus, unusual } from './debts';

const OPEN = { usual: null, reply: { is: 'open', on: null } };
const id = (at: number) => `7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f${String(at).padStart(3, '0')}`;

export function wholeCase(): CaseDocument {
	const lending = (interest: object) => ({ ...card().lending, interest });
	const debts = [
		{
			...unusual(),
			id: id(1),
			usual: { creditor: id(90), version: 12, terms: ['minimum'] },
			follows: {
				index: id(91),
				name: 'Harbor prime',
				version: 3,
				margin: -1_500,
				from: '2027-02-01',
				every: 3,
				lookBack: 45,
				step: 5_000,
				cap: 99_000,
				floor: 1_000,
				reamortize: true,
				values: [
					{ date: '2026-06-01', annual: 42_500 },
					{ date: '2026-12-01', annual: -2_500 }
				]
			}
		},
		{
			...card({ required: interestPlus(10_000, 2_500, 100), pays: { kind: 'required' } }),
			id: id(2)
		},
		{
			...card({ required: amount(9_000), pays: fixed(12_000, 26) }),
			id: id(3),
			lending: lending({ basis: 'effective' })
		},
		{
			...card({ pays: { kind: 'interest-plus', percent: 15_000 } }),
			id: id(4),
			lending: lending({ basis: 'daily', dayYear: 360 })
		},
		{ ...cardOfBalances(), id: id(5) }
	];
	const brought = (at: number, rule: object) => ({
		id: id(at),
		name: 'New',
		firstDue: '2027-01-20',
		rule
	});
	const plan = {
		...FIRST_PLAN,
		id: id(20),
		name: 'All together',
		named: true,
		begins: '2027-02-01',
		budget: { kind: 'constant', amount: 90_000 },
		order: 'listed',
		listed: [id(2), id(1)],
		events: [
			{
				id: id(21),
				kind: 'one-off',
				off: false,
				date: '2027-04-15',
				amount: 40_000,
				everyYear: true
			},
			{ id: id(22), kind: 'money', off: true, date: '2028-01-01', amount: 20_000 }
		],
		changes: [
			{
				kind: 'consolidate',
				assumed: ['annualRate', 'fee'],
				debts: [id(2)],
				loan: brought(23, { kind: 'level', periods: 48 }),
				annualRate: 115_000,
				fee: { percent: 40_000, amount: 5_000, paid: 'up-front' }
			},
			{
				kind: 'transfer',
				assumed: [],
				amounts: [
					{ debt: id(3), amount: null },
					{ debt: id(4), amount: 1_000 }
				],
				card: brought(24, { kind: 'minimum', percent: 20_000, floor: 2_500 }),
				feePercent: 30_000,
				offerRate: 0,
				offerMonths: 14,
				thenRate: 249_900,
				limit: 600_000
			},
			{
				kind: 'concession',
				assumed: ['from'],
				from: '2027-03-01',
				until: '2027-09-01',
				debts: [{ debt: id(1), annualRate: 80_000, assumed: true, payment: 10_500, ...OPEN }],
				setUpFee: 5_000,
				monthlyFee: { kind: 'percent', percent: 75_000, cap: 4_000 }
			},
			{
				kind: 'concession',
				assumed: [],
				from: '2027-03-01',
				until: null,
				debts: [
					{
						debt: id(4),
						annualRate: 0,
						assumed: false,
						payment: null,
						usual: 7,
						reply: { is: 'proposed', on: '2027-02-03' }
					}
				],
				setUpFee: 0,
				monthlyFee: { kind: 'amount', amount: 3_500 }
			},
			{
				kind: 'settle',
				assumed: ['date'],
				date: '2027-11-01',
				before: 'stop',
				debts: [
					{
						debt: id(4),
						percent: 450_000,
						amount: null,
						assumed: false,
						usual: null,
						reply: { is: 'refused', on: null }
					},
					{ debt: id(3), percent: null, amount: 10_000, assumed: true, ...OPEN }
				],
				fee: { percent: 150_000, amount: 2_000 }
			},
			{ kind: 'deadline', assumed: [], debts: [id(5)] }
		]
	};
	const plus = {
		...FIRST_PLAN,
		id: id(30),
		name: 'More',
		budget: { kind: 'required-plus', extra: 5_000 },
		savings: { opening: 10_000, monthly: 2_500, target: 90_000, covers: false },
		shortOrder: [id(2), id(1)],
		aside: [id(3)],
		split: { by: 'parts', parts: [{ person: id(70), percent: 600_000 }] },
		programme: {
			day: 31,
			setUpFee: 3_000,
			monthlyFee: { kind: 'percent', percent: 75_000, cap: 5_000 },
			version: 4,
			waived: 'no income until May'
		}
	};
	return caseDocument.parse({
		version: VERSION,
		label: 'A whole case',
		currency: { code: 'USD', digits: 2 },
		style: { numbers: 'comma', dates: 'month' },
		asOf: '2026-12-15',
		people: [{ id: id(70), name: 'Odile' }],
		debts,
		plans: [plan, plus],
		against: id(30),
		choices: [
			{
				plan: id(20),
				name: 'All together',
				date: '2026-12-15',
				note: 'agreed',
				content: contentOf(plan as PlanEntry, NO_SHEET)
			}
		],
		sheet: {
			income: [
				{
					id: id(60),
					name: 'pay',
					amount: 100_000,
					perYear: 26,
					from: '2026-12-18',
					until: null,
					owner: id(70)
				}
			],
			needs: [
				{
					id: id(61),
					name: 'rent',
					amount: 90_000,
					perYear: 12,
					from: null,
					until: '2029-06-01',
					owner: null
				}
			]
		},
		calendar: {
			sequence: 3,
			given: [{ plan: id(20), event: `2027-01-15 ${id(1)}` }]
		},
		handout: {
			language: 'es',
			paper: 'letter',
			without: ['months', 'sure'],
			contact: '555 0100',
			line: 'Until March',
			email: 'client@harbour.example'
		},
		forecasts: [
			{
				id: id(40),
				by: 'choice',
				date: '2026-12-15',
				plan: id(20),
				name: 'All together',
				asOf: '2026-12-15',
				debts: [debts[0]],
				content: contentOf(plan as PlanEntry, NO_SHEET),
				figures: [
					{
						debt: id(1),
						opening: 418_200,
						before: [7_700],
						paid: [9_000],
						charges: [1_000],
						interest: [7_800],
						forgiven: 0
					}
				],
				ends: '2031-02-15',
				shortFrom: '2027-05-01',
				cost: 123_400
			}
		],
		visits: [{ id: id(41), date: '2027-03-20' }],
		readings: [
			{
				id: id(42),
				visit: id(41),
				debt: id(1),
				date: '2027-03-18',
				balance: 410_000,
				byBalance: [],
				interest: 15_000
			},
			{
				id: id(45),
				visit: id(41),
				debt: id(5),
				date: '2027-03-18',
				balance: 400_000,
				byBalance: [{ id: '0c6f1d52-91ab-4e77-8c1e-5d2b7a4f9001', balance: 400_000 }],
				interest: null
			}
		],
		recordedEvents: [
			{ id: id(43), debt: id(1), date: '2027-02-15', kind: 'payment', amount: 9_000 },
			{ id: id(44), debt: id(1), date: '2027-02-20', kind: 'fee', amount: 2_500 }
		],
		recordedMoney: [
			{
				id: id(46),
				month: '2027-02-01',
				side: 'income',
				line: id(60),
				name: '',
				amount: 180_000,
				lasting: true
			}
		]
	});
}

/** Where a value is in plain data. */
export type Path = readonly (string | number)[];

/** Every place in plain data that holds something, also lists and groups. */
export function placesIn(value: unknown, path: Path = []): Path[] {
	if (typeof value !== 'object' || value === null) return [path];
	const entries: [string | number, unknown][] = Array.isArray(value)
		? [...value.entries()]
		: Object.entries(value);
	return [path, ...entries.flatMap(([key, inner]) => placesIn(inner, [...path, key]))];
}

/** The data with another value at a place; undefined leaves the field out. */
export function withValue(value: unknown, [key, ...rest]: Path, put: unknown): unknown {
	if (key === undefined) return put;
	if (Array.isArray(value))
		return value.map((item: unknown, at) => (at === key ? withValue(item, rest, put) : item));
	const fields = value as Record<string, unknown>;
	const inner = withValue(fields[key as string], rest, put);
	if (inner !== undefined) return { ...fields, [key]: inner };
	return Object.fromEntries(Object.entries(fields).filter(([name]) => name !== key));
}

/** Twenty kinds of bad values, as they can come in JSON. */
export function badValues(): readonly [kind: string, value: unknown][] {
	let deep: unknown = [];
	for (let level = 0; level < 10_000; level += 1) deep = [deep];
	return [
		['missing', undefined],
		['null', null],
		['true', true],
		['a negative number', -1],
		['half', 0.5],
		['a number beyond all', 1e300],
		['an unsafe integer', 2 ** 53 + 2],
		['an empty text', ''],
		['a text', 'x'],
		['a number as text', '4182'],
		['NUL in a text', 'a\u0000b'],
		['half of a pair', 'a\ud800b'],
		['writing turned round', 'a\u202eb'],
		['a long text', 'long '.repeat(20_000)],
		['the year 1', '0001-01-01'],
		['the year 9999', '9999-12-31'],
		['a day that is none', '2027-02-30'],
		['an identifier in capitals', '7A1F6F0E-2C11-4A9B-9A55-0B8A52C5F001'],
		['an empty list', []],
		['an empty group', {}],
		['a group of something else', { __proto__x: 1, kind: 'wish' }],
		['nested 10,000 deep', deep]
	];
}
