/** Debts as documents have them, for tests to change one thing about. */
import { NO_STATEMENT, NOTHING_NOTED } from '../../src/lib/document/debt';

const USUAL = {
	paymentsPerYear: 12,
	interest: { basis: 'nominal', compoundsPerYear: null },
	timing: 'arrears',
	interestRounding: 'cent',
	clearBelow: 0
};

export const interestPlus = (percent: number, floor = 0, roundUpTo = 0) => ({
	kind: 'interest-plus',
	percent,
	of: 'statement',
	plusFees: true,
	roundUpTo,
	floor
});
export const share = (percent: number, floor = 0, roundUpTo = 0) => ({
	...interestPlus(percent, floor, roundUpTo),
	kind: 'percent',
	plusFees: false
});
export const amount = (cents: number) => ({
	kind: 'amount',
	amount: cents,
	floor: 0,
	roundUpTo: 0
});
export const fixed = (cents: number, paymentsPerYear: number | null = null) => ({
	kind: 'fixed',
	amount: cents,
	paymentsPerYear
});

/** A card like the specification's. */
export function card(fields: object = {}) {
	return {
		id: crypto.randomUUID(),
		name: 'Quillmark card',
		kind: 'card',
		owner: null,
		balance: 418_236,
		asOf: null,
		balanceAssumed: false,
		annualRate: 224_900,
		balances: [],
		allocation: { minimum: 'lowest', excess: 'highest' },
		firstDue: '2027-01-15',
		required: interestPlus(10_000, 2_500, 100),
		interestOnly: 0,
		lending: USUAL,
		pays: { kind: 'held' },
		extra: 0,
		atLeast: null,
		late: null,
		usual: null,
		follows: null,
		events: [],
		compared: [],
		baseline: { kind: 'required' },
		noted: NOTHING_NOTED,
		statement: NO_STATEMENT,
		transactions: [],
		withdrawn: [],
		...fields
	};
}

/** A debt with every setting away from its usual value, and every kind of thing that happens. */
export function unusual() {
	const id = () => crypto.randomUUID();
	const dated = (date: string) => ({ id: id(), off: false, date });
	const april = { ...dated('2027-04-15'), kind: 'extra', amount: 40_000, perYear: 1, until: null };
	return card({
		required: {
			kind: 'level',
			periods: 60,
			payment: null,
			balloon: 50_000,
			roundPayment: 'up',
			atTerm: 'settle'
		},
		interestOnly: 6,
		lending: {
			paymentsPerYear: 4,
			interest: { basis: 'daily-compounded', dayYear: 'actual' },
			timing: 'arrears',
			interestRounding: 'none',
			clearBelow: 500
		},
		pays: fixed(14_000, 52),
		events: [
			april,
			{
				...dated('2028-01-15'),
				kind: 'charge',
				amount: 4_500,
				perYear: 4,
				until: '2030-01-15',
				fee: true,
				ofBalance: null
			},
			{ ...dated('2027-06-15'), kind: 'skip', off: true },
			{ ...dated('2027-08-15'), kind: 'payment', amount: null },
			{ ...dated('2027-09-15'), kind: 'payment', amount: 16_000 },
			{ ...dated('2027-10-15'), kind: 'rate', annual: 299_999, reamortize: true, ofBalance: null }
		],
		compared: [
			{ kind: 'without', event: april.id },
			{ kind: 'interest-plus', percent: 25_000 },
			{ kind: 'fixed', amount: 20_000, extra: 1_000 },
			{ kind: 'ends-in', months: 24 },
			{ kind: 'portions', paymentsPerYear: 26 }
		],
		baseline: { kind: 'held' },
		noted: {
			creditor: 'Harbour Lending',
			account: 'HL 4471 9023',
			limit: 600_000,
			pastDue: 9_100,
			security: 'secured',
			joint: true,
			note: 'The van is the security.',
			paymentsLeft: 41,
			paymentsInAll: 60,
			paymentEach: 28_439
		},
		statement: {
			roundTo: 'cent',
			interestCharged: 5_700,
			offerRate: 39_900,
			offerMonths: 12,
			minimumDue: 8_900,
			estimateCount: 14,
			estimateUnit: 'months',
			total: 764_500,
			payment36: 12_100,
			total36: 434_500,
			saving36: -1_200
		},
		transactions: [
			{ reference: 'T-1', date: '2026-12-01', amount: 9_100, kind: 'payment', text: 'Thank you' },
			{ reference: '', date: '2026-12-03', amount: -2_150, kind: 'charge', text: 'Chandlery' }
		],
		withdrawn: ['T-0']
	});
}

/** A card of three balances, one of them without interest up to a day, with every setting of theirs. */
export function cardOfBalances(fields: object = {}) {
	const [bought, drawn, heater] = [1, 2, 3].map((at) => `0c6f1d52-91ab-4e77-8c1e-5d2b7a4f900${at}`);
	const dated = (date: string) => ({ id: crypto.randomUUID(), off: false, date });
	return card({
		name: 'Lindgate store card',
		balance: 418_236,
		annualRate: 299_900,
		balances: [
			{
				id: bought,
				name: 'Purchases',
				balance: 230_236,
				annualRate: 249_900,
				printedInterest: 4_695,
				deferral: null
			},
			{
				id: drawn,
				name: 'Cash advances',
				balance: 38_000,
				annualRate: 294_900,
				printedInterest: null,
				deferral: null
			},
			{
				id: heater,
				name: 'Heater',
				balance: 150_000,
				annualRate: 299_900,
				printedInterest: null,
				deferral: { by: '2028-01-15', annualRate: 289_900, accrued: 4_210 }
			}
		],
		allocation: { minimum: 'share', excess: 'lowest' },
		atLeast: { amount: 20_537, until: '2028-01-15' },
		late: {
			assumed: true,
			fee: 3_000,
			feeAgain: 4_100,
			penaltyRate: 299_900,
			after: 2,
			notice: 2,
			cure: 6,
			history: {
				missed: [
					{ due: '2026-11-15', lacking: 0 },
					{ due: '2026-12-15', lacking: 4_500 }
				],
				feeDue: 4_100,
				penaltyFrom: '2027-03-15',
				onTime: 1
			}
		},
		events: [
			{
				...dated('2027-06-15'),
				kind: 'rate',
				annual: 269_900,
				reamortize: false,
				ofBalance: bought
			},
			{
				...dated('2027-03-15'),
				kind: 'charge',
				amount: 3_000,
				perYear: 12,
				until: null,
				fee: false,
				ofBalance: drawn
			}
		],
		...fields
	});
}

/** The specification's card as documents of version 1 had it. */
export function cardOfVersion1(fields: object = {}) {
	return {
		id: crypto.randomUUID(),
		name: 'Quillmark card',
		balance: 418_236,
		annualRate: 224_900,
		asked: { kind: 'interest-plus', percent: 10_000, roundUpTo: 100, floor: 2_500 },
		firstDue: '2027-01-15',
		held: null,
		extra: 0,
		...fields
	};
}
