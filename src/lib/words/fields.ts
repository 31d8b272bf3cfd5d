/** Every field of a debt, a plan and the household as text, to lay two versions beside each other. */
import { fieldsOf, saidIn, type RuleEntry, type RuleField } from '../core/debt/rules/all-forms';
import type { Field } from '../core/quantities/field';
import type { CalendarDate } from '../core/quantities/calendar';
import type { Cents } from '../core/quantities/money';
import type { Percent } from '../core/quantities/rate';
import type { BalanceEntry } from '../document/balances';
import type { DebtEntry, EventEntry, Noted, StatementEntry } from '../document/debt';
import type { CaseDocument } from '../document/case';
import type { HandoutEntry } from '../document/handout';
import { ownerAmong, type PersonEntry } from '../document/household';
import type { PlanEntry, Sheet, SheetLine } from '../document/plan';
import { grouped, writeDate, writeAmount, writeMonth, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import {
	allocationInWords,
	atLeastInWords,
	balanceInWords,
	balanceName,
	lateInWords
} from './account';
import { countOf, frequencyWords } from './amounts';
import { changeField } from './changes';
import { eventInWords, lendingInWords, nameOf, wayName } from './debt';
import { kindWords } from './kinds';
import en from '../messages/en/differences.json';
import { partInWords } from './handout-settings';
import { messagesOf } from '../messages/message';
import { ruleName, choiceWords, fieldName } from '../messages/terms';
import { planEventInWords } from './plan';
import { orderWords } from './plan-names';
import { accountInWords } from './noted';

const { text } = messagesOf('differences', en);
type MessageId = Parameters<typeof text>[1];

/** Each field with what it says, in an order to be read in. */
export type Fields = ReadonlyMap<string, string>;

const named = (writing: Writing, fields: readonly (readonly [MessageId, string])[]): Fields =>
	new Map(fields.map(([id, words]) => [text(writing, id), words]));

/** Forecasts and records, by their number. */
export const livedFields = (
	{ forecasts, visits, readings, recordedEvents, recordedMoney }: CaseDocument,
	writing: Writing
): Fields => {
	const latest = visits
		.map(({ date }) => date)
		.sort()
		.at(-1);
	return named(writing, [
		['forecasts', grouped(forecasts.length, 0, writing)],
		['visits', grouped(visits.length, 0, writing)],
		['last visit', latest === undefined ? text(writing, 'nothing') : writeDate(latest, writing)],
		[
			'balances read',
			listedOf(
				readings.map(({ balance }) => writeAmount(balance, writing)),
				writing
			)
		],
		[
			'paid or bought',
			listedOf(
				recordedEvents.map(({ amount }) => writeAmount(amount, writing)),
				writing
			)
		],
		[
			'money of months',
			listedOf(
				recordedMoney.map(({ month, amount, lasting }) =>
					text(writing, 'amount of month', {
						month: writeMonth(month, writing),
						amount: writeAmount(amount, writing),
						lasting: lasting ? 'yes' : 'no'
					})
				),
				writing
			)
		]
	]);
};

/** Whose something is. */
const ownerField = (
	people: readonly PersonEntry[],
	of: { readonly owner: string | null },
	writing: Writing
): string => ownerAmong(people, of)?.name ?? text(writing, 'all together');

/** The last few of many. */
const listedOf = (words: readonly string[], writing: Writing): string =>
	words.length === 0
		? text(writing, 'nothing')
		: `${words.length > 6 ? '… ' : ''}${words.slice(-6).join('; ')}`;

export function debtFields(
	entry: DebtEntry,
	people: readonly PersonEntry[],
	writing: Writing
): Fields {
	const { required, lending, events, compared, baseline } = entry;
	const nothingYet = text(writing, 'nothing yet');
	const listed = (texts: readonly string[]) => texts.join('; ') || text(writing, 'nothing');
	const known = named(writing, [
		['name', nameOf(entry, writing)],
		['kind of debt', kindWords(entry.kind, writing)],
		['owed by', ownerField(people, entry, writing)],
		['balance', moneyField(entry.balance, writing)],
		['day of the balance', entry.asOf === null ? nothingYet : writeDate(entry.asOf, writing)],
		[
			'annual rate',
			entry.annualRate === null ? nothingYet : writePercent(entry.annualRate, writing)
		],
		['minimum payment', ruleName(required.kind, writing)]
	]);
	const further = named(writing, [
		['interest alone', countOf(writing, entry.interestOnly, 'payments')],
		['first due date', entry.firstDue === null ? nothingYet : writeDate(entry.firstDue, writing)],
		['payments due', frequencyWords(writing, lending.paymentsPerYear).adverb],
		['interest', lendingInWords(lending, writing)],
		['paid', paysInWords(entry, writing)],
		['extra payment', moneyField(entry.extra, writing)],
		['balances', listed(entry.balances.map((one) => balanceField(one, writing)))],
		['where payments go', allocationInWords(entry.allocation, writing)],
		[
			'paid at least',
			entry.atLeast === null ? text(writing, 'nothing') : atLeastInWords(entry.atLeast, writing)
		],
		['late payments', lateField(entry.late, writing)],
		['over time', listed(events.map((item) => eventField(item, entry, writing)))],
		['ways compared', listed(compared.map((way) => wayName(way, entry, writing)))],
		['measured against', wayName(baseline, entry, writing)],
		...notedFields(entry.noted, writing),
		...statementFields(entry.statement, writing),
		['transactions', countOf(writing, entry.transactions.length, 'transactions')],
		['withdrawn', countOf(writing, entry.withdrawn.length, 'transactions')]
	]);
	return new Map([...known, ...ruleFields(required, writing), ...further]);
}

function notedFields(noted: Noted, writing: Writing): (readonly [MessageId, string])[] {
	const { security, joint, paymentsLeft, paymentsInAll } = noted;
	const nothing = text(writing, 'nothing');
	return [
		['creditor', noted.creditor || nothing],
		['account', accountInWords(noted.account, writing) || nothing],
		['credit limit', moneyField(noted.limit, writing)],
		['past due', moneyField(noted.pastDue, writing)],
		['secured', security === null ? nothing : text(writing, 'secured or not', { security })],
		['joint', text(writing, 'yes or no', { holds: joint ? 'yes' : 'no' })],
		['note', noted.note || nothing],
		[
			'payments left',
			text(writing, 'left of all', {
				left: countField(paymentsLeft, writing),
				all: countField(paymentsInAll, writing),
				each: moneyField(noted.paymentEach, writing)
			})
		]
	];
}

function statementFields(of: StatementEntry, writing: Writing): (readonly [MessageId, string])[] {
	const { offerRate, offerMonths, estimateCount: count } = of;
	const nothing = text(writing, 'nothing');
	const offer = offerRate === null ? nothing : writePercent(offerRate, writing);
	const unit = of.estimateUnit;
	return [
		['printed rounded to', text(writing, 'cent or unit', { to: of.roundTo })],
		['interest charged', moneyField(of.interestCharged, writing)],
		['offer', text(writing, 'offer for', { offer, months: countField(offerMonths, writing) })],
		['minimum due', moneyField(of.minimumDue, writing)],
		['how long', count === null ? nothing : countOf(writing, count, unit)],
		['total at the minimum', moneyField(of.total, writing)],
		['36-month payment', moneyField(of.payment36, writing)],
		['36-month total', moneyField(of.total36, writing)],
		['36-month saving', moneyField(of.saving36, writing)]
	];
}

const countField = (count: number | null, writing: Writing): string =>
	count === null ? text(writing, 'nothing yet') : grouped(count, 0, writing);

const moneyField = (amount: Cents | null, writing: Writing): string =>
	amount === null ? text(writing, 'nothing yet') : writeAmount(amount, writing);

/** The fields of a form with their names and values. */
const ruleFields = (required: RuleEntry, writing: Writing): Fields =>
	new Map(
		fieldsOf(required.kind).map(([name, field]) => [
			fieldName(name, writing),
			ruleField(name, field, saidIn(required, name), writing)
		])
	);

function ruleField(name: RuleField, { of }: Field, said: unknown, writing: Writing): string {
	if (said === null) return text(writing, 'nothing yet');
	switch (of) {
		case 'money':
		case 'rounding':
			return writeAmount(said as Cents, writing);
		case 'percent':
			return writePercent(said as Percent, writing);
		case 'count':
		case 'times':
			return grouped(said as number, 0, writing);
		case 'choice':
		case 'flag':
			return choiceWords(name, said as string | boolean, writing);
	}
}

/** How a debt is paid now. */
export function paysInWords({ pays }: DebtEntry, writing: Writing): string {
	switch (pays.kind) {
		case 'required':
			return text(writing, 'pays the minimum');
		case 'held':
			return text(writing, 'pays held');
		case 'interest-plus':
			return text(writing, 'pays interest plus', { percent: writePercent(pays.percent, writing) });
		case 'fixed': {
			const amount = writeAmount(pays.amount, writing);
			if (pays.paymentsPerYear === null) return amount;
			const often = frequencyWords(writing, pays.paymentsPerYear).adverb;
			return text(writing, 'pays as often', { amount, often });
		}
	}
}

/** A balance with its rate of deferral and what has accrued. */
function balanceField(balance: BalanceEntry, writing: Writing): string {
	const { deferral } = balance;
	const { printedInterest } = balance;
	const owed = balanceInWords(balance, writing);
	const what =
		printedInterest === null
			? owed
			: text(writing, 'with interest', {
					what: owed,
					interest: writeAmount(printedInterest, writing)
				});
	if (deferral === null) return what;
	const rate = deferral.annualRate === null ? '' : writePercent(deferral.annualRate, writing);
	return [what, rate, writeAmount(deferral.accrued, writing)].filter(Boolean).join(', ');
}

function lateField(late: DebtEntry['late'], writing: Writing): string {
	if (late === null) return lateInWords(late, writing);
	const { after, notice, cure, history } = late;
	const said = [lateInWords(late, writing), [after, notice, cure].join('/')];
	if (history === null) return said.join(', ');
	const { missed, feeDue, penaltyFrom, onTime } = history;
	const before = text(writing, 'missed before', {
		count: missed.length,
		days: missed
			.map(({ due, lacking }) => `${writeDate(due, writing)} ${writeAmount(lacking, writing)}`)
			.join('; '),
		fee: feeDue === 0 ? 'none' : writeAmount(feeDue, writing),
		from: penaltyFrom === null ? 'none' : writeDate(penaltyFrom, writing),
		onTime
	});
	return [...said, before].join(', ');
}

function eventField(entry: EventEntry, { lending, balances }: DebtEntry, writing: Writing): string {
	let what = eventInWords(entry, lending.paymentsPerYear, writing);
	const about =
		'ofBalance' in entry ? balances.find(({ id }) => id === entry.ofBalance) : undefined;
	if (about) what = text(writing, 'event of', { what, name: balanceName(about, writing) });
	if (entry.kind === 'rate' && entry.reamortize) what = text(writing, 'set anew', { what });
	return entry.off ? text(writing, 'off', { what }) : what;
}

export function planFields(
	{ name, pays, budget, begins, order, listed, events, changes, hidden, ...plan }: PlanEntry,
	nameOfDebt: (id: string) => string,
	people: readonly PersonEntry[],
	writing: Writing
): Fields {
	const happens = events.map((item) => {
		const what = planEventInWords(item, writing);
		return item.off ? text(writing, 'off', { what }) : what;
	});
	const changed = changes.map((change) => changeField(change, nameOfDebt, writing));
	const { savings, shortOrder, aside, split } = plan;
	const inOrder = shortOrder?.map((id) => `, ${nameOfDebt(id)}`).join('');
	return named(writing, [
		['name', name],
		['debts pay', text(writing, 'pays', { pays })],
		['money', budgetField(budget, writing)],
		['begins', begins === null ? text(writing, 'as usual') : writeMonth(begins, writing)],
		['order', orderWords(order, writing)],
		['own order', listed.map(nameOfDebt).join(', ') || text(writing, 'none yet')],
		['savings', savingsField(savings, writing)],
		[
			'short months',
			inOrder === undefined
				? text(writing, 'short shared')
				: text(writing, 'short in order', { names: inOrder })
		],
		['who pays', splitField(split, people, writing)],
		['left aside', aside.map(nameOfDebt).join(', ') || text(writing, 'none')],
		['over time', happens.join('; ') || text(writing, 'nothing')],
		['changes', changed.join('; ') || text(writing, 'none')],
		['shown', text(writing, 'shown or not', { shown: hidden ? 'no' : 'yes' })]
	]);
}

function budgetField(budget: PlanEntry['budget'], writing: Writing): string {
	switch (budget.kind) {
		case 'required':
			return text(writing, 'money of minimums');
		case 'required-plus':
			return text(writing, 'money with more', { extra: writeAmount(budget.extra, writing) });
		case 'constant':
			return budget.amount === null
				? text(writing, 'money at the beginning')
				: writeAmount(budget.amount, writing);
		case 'sheet':
			return text(writing, 'money of the sheet');
	}
}

function splitField(
	split: PlanEntry['split'],
	people: readonly PersonEntry[],
	writing: Writing
): string {
	if (split === null) return text(writing, 'nothing yet');
	const parts = split.by === 'parts' ? split.parts : [];
	return text(writing, 'split by', {
		by: split.by,
		parts: parts
			.map(({ person, percent }) => {
				const name = people.find(({ id }) => id === person)?.name ?? text(writing, 'unnamed');
				return `${name} ${writePercent(percent, writing)}`;
			})
			.join(', ')
	});
}

function savingsField(savings: PlanEntry['savings'], writing: Writing): string {
	if (savings === null) return text(writing, 'none');
	const { opening, monthly, target, covers } = savings;
	return text(writing, 'savings field', {
		opening: writeAmount(opening, writing),
		monthly: monthly === null ? text(writing, 'all that is left') : writeAmount(monthly, writing),
		target: target === null ? text(writing, 'no target') : writeAmount(target, writing),
		covers: covers ? 'yes' : 'no'
	});
}

/** The household's sheet. */
export const sheetFields = (
	{ income, needs }: Sheet,
	people: readonly PersonEntry[],
	writing: Writing
): Fields =>
	named(writing, [
		['comes in', sheetField(income, people, writing)],
		['needed', sheetField(needs, people, writing)]
	]);

const sheetField = (
	lines: readonly SheetLine[],
	people: readonly PersonEntry[],
	writing: Writing
): string =>
	lines
		.map(({ name, amount, perYear, from, until, owner }) => {
			const day = (of: CalendarDate) => writeDate(of, writing);
			return [
				text(writing, 'sheet line', {
					name: name || text(writing, 'unnamed'),
					amount: writeAmount(amount, writing),
					often: frequencyWords(writing, perYear).adverb
				}),
				...(from === null ? [] : [text(writing, 'sheet day', { day: day(from) })]),
				...(until === null ? [] : [text(writing, 'sheet end', { day: day(until) })]),
				...(owner === null ? [] : [`, ${ownerField(people, { owner }, writing)}`])
			].join('');
		})
		.join('; ') || text(writing, 'nothing');

export function handoutFields(of: HandoutEntry, writing: Writing): Fields {
	const nothing = text(writing, 'nothing');
	return named(writing, [
		['handout language', text(writing, 'language', { language: of.language })],
		['paper', text(writing, 'paper kind', { paper: of.paper })],
		['left out', of.without.map((part) => partInWords(part, writing)).join(', ') || nothing],
		['contact', of.contact || nothing],
		['own line', of.line || nothing],
		['client’s address', of.email || nothing]
	]);
}
