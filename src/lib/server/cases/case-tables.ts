/** The tables of a case, and what of its document lies in them. */
import { BASES, basisFields, type BasisEntry } from '../../core/debt/interest/all-ways';
import { RULE_KINDS, fieldsOf, type RuleEntry } from '../../core/debt/rules/all-forms';
import type { Field } from '../../core/quantities/field';
import type { Way } from '../../core/debt/ways';
import type { CaseDocument } from '../../document/case';
import type { ChangeEntry, NewDebtEntry } from '../../document/change';
import type { DebtEntry, EventEntry } from '../../document/debt';
import type { PlanEntry, PlanEvent, SheetLine } from '../../document/plan';
import { column, date, fields, optional, percent, variants, type Part } from '../database/shapes';

/** How the amounts and dates of a case are written, in `case_file`. */
export const CURRENCY = fields<CaseDocument['currency']>({
	code: column('currency'),
	digits: column('currency_digits')
});
export const STYLE = fields<CaseDocument['style']>({
	numbers: column('number_style'),
	dates: column('date_order')
});

/** `case_file`, but for where it is in its history. */
export const CASE = fields<
	Pick<
		CaseDocument,
		'label' | 'currency' | 'style' | 'asOf' | 'people' | 'against' | 'handout' | 'calendar'
	>
>({
	label: column('label'),
	currency: CURRENCY,
	style: STYLE,
	asOf: date('as_of'),
	people: column('people'),
	against: column('against'),
	handout: fields<CaseDocument['handout']>({
		language: column('handout_language'),
		paper: column('handout_paper'),
		without: column('handout_without'),
		contact: column('handout_contact'),
		line: column('handout_line'),
		email: column('client_email')
	}),
	calendar: column('calendar')
});

/** Each field of what is required, or of how interest is charged, in a column that is named after it. */
function termColumns<T>(
	kinds: readonly string[],
	fieldsOfKind: (kind: never) => readonly (readonly [string, Field])[],
	before = ''
) {
	const column = ([name, field]: readonly [string, Field]) =>
		[name, termColumn(`${before}${snake(name)}`, field)] as const;
	const parts = kinds.map((kind) => [
		kind,
		Object.fromEntries(fieldsOfKind(kind as never).map(column))
	]);
	return Object.fromEntries(parts) as T;
}
const snake = (name: string): string =>
	name.replace(/[A-Z]/g, (letter) => `_${letter.toLowerCase()}`);

function termColumn(name: string, field: Field): Part<unknown> {
	if (field.of === 'percent') return percent<never>(name);
	if (field.of !== 'choice') return column(name);
	// Some choices are numbers, and lie in the column as text.
	return {
		...column(name),
		write: (value) => ({ [name]: String(value) }),
		read: (row) => field.among.find((one) => String(one) === row[name]) ?? row[name]
	};
}

/** `debt`; what happens to it, the ways of paying it and its transactions are in tables of their own. */
export const DEBT = fields<
	Omit<DebtEntry, 'balances' | 'events' | 'compared' | 'baseline' | 'transactions'>
>({
	id: column('id'),
	name: column('name'),
	balance: column('balance'),
	asOf: date('balance_as_of'),
	balanceAssumed: column('balance_assumed'),
	annualRate: percent('annual_rate'),
	firstDue: date('first_due'),
	required: variants<RuleEntry, 'kind'>(
		'kind',
		'required_kind',
		termColumns(RULE_KINDS, fieldsOf, 'required_')
	),
	interestOnly: column('interest_only'),
	lending: fields<DebtEntry['lending']>({
		paymentsPerYear: column('payments_per_year'),
		interest: variants<BasisEntry, 'basis'>('basis', 'basis', termColumns(BASES, basisFields)),
		timing: column('timing'),
		interestRounding: column('interest_rounding'),
		clearBelow: column('clear_below')
	}),
	pays: variants('kind', 'pays_kind', {
		required: {},
		held: {},
		fixed: { amount: column('pays_amount'), paymentsPerYear: column('pays_per_year') },
		'interest-plus': { percent: percent('pays_percent') }
	}),
	extra: column('extra'),
	allocation: fields<DebtEntry['allocation']>({
		minimum: column('minimum_to'),
		excess: column('excess_to')
	}),
	atLeast: optional(
		'at_least',
		fields<NonNullable<DebtEntry['atLeast']>>({
			amount: column('at_least'),
			until: date('at_least_until')
		})
	),
	late: optional(
		'late_fee',
		fields<NonNullable<DebtEntry['late']>>({
			assumed: column('late_assumed'),
			fee: column('late_fee'),
			feeAgain: column('late_fee_again'),
			penaltyRate: percent('penalty_rate'),
			after: column('penalty_after'),
			notice: column('penalty_notice'),
			cure: column('penalty_cure'),
			history: column('late_history')
		})
	),
	noted: fields<DebtEntry['noted']>({
		creditor: column('creditor'),
		account: column('account'),
		limit: column('noted_limit'),
		pastDue: column('past_due'),
		security: column('security'),
		joint: column('joint'),
		note: column('note'),
		paymentsLeft: column('payments_left'),
		paymentsInAll: column('payments_in_all'),
		paymentEach: column('payment_each')
	}),
	statement: fields<DebtEntry['statement']>({
		roundTo: column('printed_round_to'),
		interestCharged: column('printed_interest'),
		offerRate: percent('printed_offer_rate'),
		offerMonths: column('printed_offer_months'),
		minimumDue: column('printed_minimum'),
		estimateCount: column('printed_estimate'),
		estimateUnit: column('printed_estimate_unit'),
		total: column('printed_total'),
		payment36: column('printed_payment_36'),
		total36: column('printed_total_36'),
		saving36: column('printed_saving_36')
	}),
	withdrawn: column('withdrawn'),
	usual: column('usual_terms'),
	follows: column('follows'),
	kind: column('kind'),
	owner: column('owner')
});

/** `debt_balance`, one of several balances of a debt. */
export const BALANCE = fields<DebtEntry['balances'][number]>({
	id: column('id'),
	name: column('name'),
	balance: column('balance'),
	annualRate: percent('annual_rate'),
	printedInterest: column('printed_interest'),
	deferral: optional(
		'deferred_by',
		fields<NonNullable<DebtEntry['balances'][number]['deferral']>>({
			by: date('deferred_by'),
			annualRate: percent('deferred_rate'),
			accrued: column('deferred_accrued')
		})
	)
});

/** `debt_transaction`, what has happened on an account. */
export const TRANSACTION = fields<DebtEntry['transactions'][number]>({
	reference: column('reference'),
	date: date('date'),
	amount: column('amount'),
	kind: column('kind'),
	text: column('text')
});

const dated = { id: column<string>('id'), off: column<boolean>('off'), date: date<never>('date') };
const repeated = {
	amount: column<never>('amount'),
	perYear: column<never>('per_year'),
	until: date<never>('until')
};

/** `debt_event`, what happens to a debt. */
export const EVENT: Part<EventEntry> = variants('kind', 'kind', {
	extra: { ...dated, ...repeated },
	charge: { ...dated, ...repeated, fee: column('fee'), ofBalance: column('balance_id') },
	skip: dated,
	payment: { ...dated, amount: column('amount') },
	rate: {
		...dated,
		annual: percent('annual_rate'),
		reamortize: column('reamortize'),
		ofBalance: column('balance_id')
	}
});

/** `way`, ways of paying a debt. */
export const WAY: Part<Way> = variants('kind', 'kind', {
	paid: {},
	required: {},
	held: {},
	without: { event: column('event') },
	'interest-plus': { percent: percent('percent') },
	fixed: { amount: column('amount'), extra: column('extra') },
	'ends-in': { months: column('months') },
	portions: { paymentsPerYear: column('per_year') }
});

/** `plan`; its own order, what happens to its money and its changes are in tables of their own. */
export const PLAN = fields<Omit<PlanEntry, 'listed' | 'events' | 'changes'>>({
	id: column('id'),
	name: column('name'),
	named: column('named'),
	pays: column('pays'),
	budget: variants('kind', 'budget', {
		required: {},
		'required-plus': { extra: column('amount') },
		constant: { amount: column('amount') },
		sheet: {}
	}),
	savings: optional(
		'savings_opening',
		fields<NonNullable<PlanEntry['savings']>>({
			opening: column('savings_opening'),
			monthly: column('savings_monthly'),
			target: column('savings_target'),
			covers: column('savings_cover')
		})
	),
	shortOrder: column('short_order'),
	aside: column('aside'),
	split: column('split'),
	programme: column('programme'),
	begins: date('begins'),
	order: column('payoff_order'),
	hidden: column('hidden')
});

/** `plan_place`, a debt in a plan's own order. */
export const PLACE = column<string>('debt_id');

const money = { ...dated, amount: column<never>('amount') };

/** `plan_event`, what happens to a plan's money. That every year comes again is known only of money on top. */
export const PLAN_EVENT: Part<PlanEvent> = variants('kind', 'kind', {
	'one-off': { ...money, everyYear: column('every_year') },
	money
});

const newDebt = fields<NewDebtEntry>({
	id: column('new_id'),
	name: column('new_name'),
	firstDue: date('new_first_due'),
	rule: variants('kind', 'new_rule', {
		level: { periods: column('new_periods') },
		fixed: { amount: column('new_amount') },
		minimum: { percent: percent('new_percent'), floor: column('new_amount') }
	})
});

type Concession = Extract<ChangeEntry, { kind: 'concession' }>;
type Settle = Extract<ChangeEntry, { kind: 'settle' }>;
type Transfer = Extract<ChangeEntry, { kind: 'transfer' }>;

/** A change but for the debts that it names. */
export type ChangeTerms =
	| Omit<Extract<ChangeEntry, { kind: 'consolidate' }>, 'debts'>
	| Omit<Transfer, 'amounts'>
	| Omit<Concession, 'debts'>
	| Omit<Settle, 'debts'>
	| Omit<Extract<ChangeEntry, { kind: 'deadline' }>, 'debts'>;

/** `plan_change`; the debts that it names are in a table of their own. */
export const CHANGE: Part<ChangeTerms> = variants('kind', 'kind', {
	consolidate: {
		assumed: column('assumed'),
		loan: newDebt,
		annualRate: percent('new_rate'),
		fee: fields({
			percent: percent('fee_percent'),
			amount: column('fee_amount'),
			paid: column('fee_paid')
		})
	},
	transfer: {
		assumed: column('assumed'),
		card: newDebt,
		feePercent: percent('fee_percent'),
		offerRate: percent('new_rate'),
		offerMonths: column('offer_months'),
		thenRate: percent('then_rate'),
		limit: column('credit_limit')
	},
	concession: {
		assumed: column('assumed'),
		from: date('agreed_from'),
		until: date('agreed_until'),
		setUpFee: column('set_up_fee'),
		monthlyFee: variants('kind', 'fee_kind', {
			amount: { amount: column('fee_amount') },
			percent: { percent: percent('fee_percent'), cap: column('fee_cap') }
		})
	},
	settle: {
		assumed: column('assumed'),
		date: date('agreed_from'),
		before: column('paid_before'),
		fee: fields({ percent: percent('fee_percent'), amount: column('fee_amount') })
	},
	deadline: { assumed: column('assumed') }
});

/** What a creditor has answered to what is proposed for a debt. */
const reply = fields<Concession['debts'][number]['reply']>({
	is: column('reply'),
	on: date('replied_on')
});

/** `plan_change_debt`, a debt that a change names, by the kind of the change. */
export const NAMED = {
	consolidate: column<string>('debt_id'),
	transfer: fields<Transfer['amounts'][number]>({
		debt: column('debt_id'),
		amount: column('amount')
	}),
	concession: fields<Concession['debts'][number]>({
		debt: column('debt_id'),
		annualRate: percent('agreed_rate'),
		assumed: column('assumed'),
		payment: column('amount'),
		usual: column('usual_version'),
		reply
	}),
	settle: fields<Settle['debts'][number]>({
		debt: column('debt_id'),
		percent: percent('settled_percent'),
		amount: column('amount'),
		assumed: column('assumed'),
		usual: column('usual_version'),
		reply
	}),
	deadline: column<string>('debt_id')
};

/** `plan_choice` */
export const CHOICE = fields<CaseDocument['choices'][number]>({
	plan: column('plan_id'),
	name: column('name'),
	date: date('date'),
	note: column('note'),
	content: column('content')
});

/** `household_line` */
export const LINE = fields<SheetLine>({
	id: column('id'),
	name: column('name'),
	amount: column('amount'),
	perYear: column('per_year'),
	from: date('day_from'),
	until: date('day_until'),
	owner: column('owner')
});

/** `forecast`; its terms and figures are kept as they were. */
export const FORECAST = fields<CaseDocument['forecasts'][number]>({
	id: column('id'),
	by: column('made_by'),
	date: date('date'),
	plan: column('plan_id'),
	name: column('name'),
	asOf: date('as_of'),
	debts: column('debts'),
	content: column('content'),
	figures: column('figures'),
	ends: date('ends'),
	shortFrom: date('short_from'),
	cost: column('cost')
});

/** `visit`, `reading`, `recorded_event`, `recorded_money`: what has been recorded since. */
export const VISIT = fields<CaseDocument['visits'][number]>({
	id: column('id'),
	date: date('date')
});
export const READING = fields<CaseDocument['readings'][number]>({
	id: column('id'),
	visit: column('visit_id'),
	debt: column('debt_id'),
	date: date('date'),
	balance: column('balance'),
	byBalance: column('by_balance'),
	interest: column('interest')
});
export const RECORDED_EVENT = fields<CaseDocument['recordedEvents'][number]>({
	id: column('id'),
	debt: column('debt_id'),
	date: date('date'),
	kind: column('kind'),
	amount: column('amount')
});
export const RECORDED_MONEY = fields<CaseDocument['recordedMoney'][number]>({
	id: column('id'),
	month: date('month'),
	side: column('side'),
	line: column('line_id'),
	name: column('name'),
	amount: column('amount'),
	lasting: column('lasting')
});
