/** A card's statement beside what follows from its debt: verdicts, what it means, and which rule its creditor uses. */
import type { BalanceAnswer } from '../core/debt/solve';
import {
	checked,
	minimumSplit,
	type Printed,
	type Statement,
	type StatementFigures,
	type StatementGiven,
	type Verdict
} from '../core/debt/statement';
import type { MinimumTerms } from '../core/debt/rules/minimum';
import type { PrintedInterest } from '../core/debt/account/printed';
import { lackFor } from '../core/plan/answers';
import { type Cents, size, asCarried } from '../core/quantities/money';
import {
	byFloor,
	type FittingRules,
	type FloorGroup,
	type Telling
} from '../core/search/fitting-rules';
import type { BalanceEntry } from '../document/balances';
import type { MonthsMoney } from '../document/carried-plans';
import { writeMoney, writePercent, writeRoundMoney } from '../reading/written';
import type { Writing } from '../reading/writing';
import { countOf, signOf } from './amounts';
import { balanceName } from './account';
import type { WrittenWorking } from './debt-working';
import en from '../messages/en/statement.json';
import { listOf, messagesOf } from '../messages/message';
import { say, type Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('statement', en);

/** The figures that are typed, in their order on a statement. */
export const PRINTED = [
	'minimumDue',
	'estimate',
	'total',
	'payment36',
	'total36',
	'saving36'
] as const;
export type PrintedFigure = (typeof PRINTED)[number];

export const figureInWords = (figure: PrintedFigure, writing: Writing): string =>
	text(writing, figure);

/** A figure as it is written: an amount, months or years. */
function valueInWords(value: StatementFigures[PrintedFigure], writing: Writing): string {
	return typeof value === 'number'
		? writeMoney(value, writing)
		: countOf(writing, value.count, value.unit);
}

/** Why there is no such figure. */
function absence(
	figure: PrintedFigure,
	{ status, omitted36 }: Statement
): 'never' | 'interest' | 'out' {
	if (figure === 'minimumDue') return 'interest';
	return status === 'cleared' || (omitted36 && figure === 'payment36') ? 'out' : 'never';
}

/** Ours, or why there is none. */
export function oursInWords(figure: PrintedFigure, statement: Statement, writing: Writing): string {
	const value = statement.figures[figure];
	return value === undefined
		? text(writing, 'no figure', { why: absence(figure, statement) })
		: valueInWords(value, writing);
}

/** “The same”, “Within what the rule allows: 16 years printed, 15 computed”, “Differs by 212.00” */
export function verdictInWords(
	figure: PrintedFigure,
	verdict: Verdict,
	statement: Statement,
	printed: Printed,
	writing: Writing
): string {
	const [ours, theirs] = [statement.figures[figure], printed[figure]];
	if (verdict.kind === 'agrees') return text(writing, 'agrees');
	if (ours === undefined || theirs === undefined) {
		return text(writing, 'none of ours', { why: absence(figure, statement) });
	}
	const both = { theirs: valueInWords(theirs, writing), ours: valueInWords(ours, writing) };
	if (verdict.kind === 'within') return text(writing, 'within', both);
	if (typeof ours !== 'number' || verdict.by === null)
		return text(writing, 'differs in unit', both);
	return text(writing, 'differs', { by: writeMoney(size(verdict.by), writing) });
}

/** “The same”, “0.85 more than a month of interest …” */
export const interestVerdict = ({ by }: PrintedInterest, writing: Writing): string =>
	by === 0
		? text(writing, 'agrees')
		: text(writing, 'interest differs', { by: writeMoney(size(by), writing), way: signOf(by) });

/** How the interest of a balance comes about. */
export const interestWorking = (
	{ bearing, ours }: PrintedInterest,
	balance: BalanceEntry,
	writing: Writing
): WrittenWorking => ({
	title: text(writing, 'interest title', { name: balanceName(balance, writing) }),
	words: text(writing, balance.deferral ? 'working of deferred interest' : 'working of interest'),
	numbers:
		balance.deferral || balance.annualRate === null
			? null
			: text(writing, 'interest numbers', {
					bearing: writeMoney(bearing, writing),
					rate: writePercent(balance.annualRate, writing),
					ours: writeMoney(ours, writing)
				}),
	result: writeMoney(ours, writing),
	sources: []
});

/** Whether a statement can be trusted as it stands. */
export function statementSentence(
	statement: Statement,
	printed: Printed,
	interests: readonly { readonly name: string; readonly by: Cents }[],
	writing: Writing
): Sentence {
	const figures = Object.entries(checked(statement, printed)) as [PrintedFigure, Verdict][];
	const verdicts = [
		...interests.map(({ name, by }) => ({
			name: text(writing, 'interest title', { name }),
			isInterest: true,
			kind: by === 0 ? 'agrees' : 'differs'
		})),
		...figures.map(([figure, { kind }]) => ({
			name: lowered(figureInWords(figure, writing)),
			isInterest: false,
			kind
		}))
	];
	const count = verdicts.length;
	if (count === 0) return sentence(writing, 'nothing printed');
	const differing = verdicts.filter(({ kind }) => kind === 'differs');
	if (differing.length > 0) {
		const names = listOf(
			writing,
			differing.map(({ name }) => name)
		);
		const isInterestAlone = differing.every(({ isInterest }) => isInterest);
		const why = isInterestAlone ? 'interest' : 'rule';
		return sentence(writing, 'some differ', { differing: differing.length, count, names, why });
	}
	const all = verdicts.every(({ kind }) => kind === 'agrees');
	return sentence(writing, all ? 'all agree' : 'all within', { count });
}

const lowered = (words: string): string => words.charAt(0).toLowerCase() + words.slice(1);

/** Why nothing can be checked. */
export const uncheckable = (isLevel: boolean, writing: Writing): Sentence =>
	sentence(writing, isLevel ? 'level' : 'missing');

/** The meaning of a statement for the client, and whether the budget covers it. */
export function meaningSentence(
	{ figures }: Statement,
	{ interestCharged }: StatementGiven,
	month: MonthsMoney | null,
	writing: Writing
): Sentence {
	const parts: Sentence[] = [];
	const money = (amount: number) => writeMoney(asCarried(amount), writing);
	const { minimumDue: due, payment36: payment } = figures;
	if (due !== undefined && interestCharged !== undefined) {
		const { interest, principal } = minimumSplit(due, interestCharged);
		const split = { interest: money(interest), principal: money(principal) };
		parts.push(sentence(writing, 'means', { due: money(due), ...split }));
	}
	if (payment !== undefined) {
		parts.push(sentence(writing, 'means 36', { payment: money(payment) }));
		if (month) {
			const missing = lackFor(payment, month);
			const of = { plan: month.plan.name, money: money(month.money), missing: money(missing) };
			parts.push(sentence(writing, missing > 0 ? 'fits not' : 'fits', of));
		}
	}
	return parts.flatMap((one, at) => (at === 0 ? one : [say(' '), ...one]));
}

/** How a figure of ours comes about. */
export function figureWorking(
	figure: PrintedFigure,
	statement: Statement,
	given: StatementGiven,
	rule: MinimumTerms,
	writing: Writing
): WrittenWorking {
	const { figures, run } = statement;
	const money = (amount: number) => writeMoney(asCarried(amount), writing);
	const result = oursInWords(figure, statement, writing);
	const months = countOf(writing, run.periods, 'months');
	const title = lowered(figureInWords(figure, writing));
	const work = (words: keyof typeof en, numbers: string | null): WrittenWorking => ({
		title,
		words: text(writing, words),
		numbers: figures[figure] === undefined ? null : numbers,
		result,
		sources: []
	});
	const { payment36 = 0, total36 = 0, total = 0, saving36 = 0 } = figures;
	switch (figure) {
		case 'minimumDue':
			return work(
				'working of minimum',
				text(writing, 'minimum numbers', {
					percent: writePercent(rule.percent, writing),
					balance: money(given.balance),
					interest: rule.plusInterest ? money(given.interestCharged ?? 0) : 'none',
					up: rule.roundUpTo === 0 ? 'none' : money(rule.roundUpTo),
					floor: money(rule.floor),
					pastDue: given.pastDue ? money(given.pastDue) : 'none',
					due: result
				})
			);
		case 'estimate':
			return work(
				'working of estimate',
				text(writing, 'estimate numbers', { months, estimate: result })
			);
		case 'total': {
			const ends = { months, total: money(run.totalPaid), last: money(run.finalPayment) };
			return work('working of run', text(writing, 'run numbers', ends));
		}
		case 'payment36': {
			const numbers = { balance: money(given.balance), payment: money(payment36) };
			return work('working of payment', text(writing, 'payment numbers', numbers));
		}
		case 'total36': {
			const numbers = { payment: money(payment36), total: money(total36) };
			return work('working of payment', text(writing, 'total36 numbers', numbers));
		}
		case 'saving36': {
			const numbers = { total: money(total), total36: money(total36), saving: money(saving36) };
			return work('working of saving', text(writing, 'saving numbers', numbers));
		}
	}
}

/** “interest + 1 %, at least 25.00, rounded up to 1.00” */
export function ruleInWords(
	{ percent, plusInterest, roundUpTo, floors }: FloorGroup,
	writing: Writing
): string {
	const some = floors.filter((floor) => floor > 0).map((floor) => writeMoney(floor, writing));
	return text(writing, 'rule', {
		percent: writePercent(percent, writing),
		interest: plusInterest ? 'yes' : 'no',
		of: plusInterest ? 'no' : 'yes',
		floors: some.length === 0 ? 'none' : some.join(' / '),
		up: roundUpTo === 0 ? 'none' : writeMoney(roundUpTo, writing)
	});
}

export const searchingInWords = ({ tried, of }: FittingRules, writing: Writing): string =>
	text(writing, 'searching', { tried, of });

/** The figures needed before searching for the rule. */
export const needsPrinted = (writing: Writing): string => text(writing, 'needs printed');

/** Which rules give the printed figures: one, several with what would tell them apart, or none with the nearest. */
export function fitSentence(found: FittingRules, printed: Printed, writing: Writing): Sentence {
	const { fitting, of, telling, nearest } = found;
	const asked = (['minimumDue', 'estimate', 'total'] as const).filter(
		(figure) => printed[figure] !== undefined
	);
	const figures = text(writing, 'printed figures', { count: asked.length });
	const [only] = byFloor(fitting);
	if (fitting.length === 1 && only) {
		return sentence(writing, 'one fits', {
			of,
			printed: figures,
			rule: ruleInWords(only, writing)
		});
	}
	if (fitting.length > 1) {
		const several = sentence(writing, 'several fit', {
			count: fitting.length,
			of,
			printed: figures
		});
		return telling ? [...several, say(' '), ...tellingSentence(telling, writing)] : several;
	}
	const [rule] = nearest ? byFloor([nearest.rule]) : [];
	const misses = (nearest?.misses ?? []).map(({ figure, ours }) => {
		const theirs = printed[figure];
		const name = lowered(figureInWords(figure, writing));
		return ours === undefined || theirs === undefined
			? text(writing, 'miss without', { figure: name })
			: text(writing, 'miss', {
					figure: name,
					ours: valueInWords(ours, writing),
					theirs: valueInWords(theirs, writing)
				});
	});
	return sentence(writing, 'none fits', {
		of,
		printed: figures,
		rule: rule ? ruleInWords(rule, writing) : '',
		misses: listOf(writing, misses)
	});
}

/** Most values that are named. */
const NAMED = 4;

function tellingSentence({ figure, values }: Telling, writing: Writing): Sentence {
	const said = values
		.slice(0, NAMED)
		.map((value) =>
			typeof value === 'number'
				? writeRoundMoney(value, writing)
				: countOf(writing, value.count, value.unit)
		);
	const listed = listOf(writing, said);
	return sentence(writing, 'telling', {
		figure: text(writing, figure === 'nextMinimum' ? figure : `told ${figure}`),
		values: values.length > NAMED ? text(writing, 'or more', { values: said.join(', ') }) : listed
	});
}

/** The balance that the last line of a loan's paper implies, beside the one that is stated. */
export function impliedSentence(
	{ balance: implied }: Pick<BalanceAnswer, 'balance'>,
	{ left, each, rate, stated }: { left: number; each: Cents; rate: string; stated: Cents },
	writing: Writing
): Sentence {
	const off = stated - implied;
	return sentence(writing, 'implied', {
		left: countOf(writing, left, 'payments'),
		each: writeMoney(each, writing),
		rate,
		implied: writeMoney(implied, writing),
		way: signOf(off),
		off: writeMoney(size(off), writing)
	});
}

export const impliedNeeds = (writing: Writing): string => text(writing, 'implied needs');
