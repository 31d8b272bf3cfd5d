/** The working of figures of a debt with several balances, or with payments past due, in words and numbers. */
import type { BalanceInterest, Formula } from '../core/debt/figure';
import type { Cents } from '../core/quantities/money';
import { writeAmount, writePercent } from '../reading/written';
import type { Writing } from '../reading/writing';
import { allocationInWords, balanceName } from './account';
import en from '../messages/en/account-working.json';
import { messagesOf } from '../messages/message';

const { text } = messagesOf('account-working', en);

interface InNumbers {
	readonly words: string;
	readonly numbers: string;
}

/** Each balance at its rate, and the sum: “Purchases 2,302.36 at 24.99 %: 47.95 + …” */
export function interestByBalanceWritten(
	balances: readonly BalanceInterest[],
	is: string,
	writing: Writing
): InNumbers {
	const money = (amount: Cents) => writeAmount(amount, writing);
	const charged = balances.filter(({ accruing, interest }) => accruing === null || interest > 0);
	const lines = balances.map((balance) => {
		const { on, annual, interest, deferredCharged, accruing } = balance;
		const at = {
			name: balanceName(balance, writing),
			on: money(on),
			rate: writePercent(annual, writing)
		};
		if (balance.name === '' && balances.length === 1) {
			at.name = text(writing, 'the balance');
		}
		if (accruing !== null) return text(writing, 'deferring', { ...at, accruing: money(accruing) });
		return text(writing, deferredCharged > 0 ? 'with deferred' : 'at its rate', {
			...at,
			interest: money(interest),
			deferred: money(deferredCharged)
		});
	});
	const sum = charged.map(({ interest }) => money(interest)).join(' + ') || money(0 as Cents);
	return {
		words: `${text(writing, 'each at its rate')} ${lines.join('; ')}.`,
		numbers: text(writing, 'sum', { sum, is })
	};
}

/** “the rule’s 82.00, and 79.00 past due”, “205.37, the amount that is paid at least” */
export function raisedWritten(
	{ rule, pastDue, atLeast }: Extract<Formula, { kind: 'raised' }>,
	is: string,
	writing: Writing
): InNumbers {
	const money = (amount: Cents) => writeAmount(amount, writing);
	if (atLeast !== null) {
		return {
			words: text(writing, 'paid at least'),
			numbers: text(writing, 'more than the rule', { rule: money(rule), is })
		};
	}
	return {
		words: text(writing, 'with what is past due'),
		numbers: text(writing, 'sum', { sum: `${money(rule)} + ${money(pastDue)}`, is })
	};
}

/** Where a payment goes, and by which rule. */
export function allocatedWritten(
	{ minimum, orders, balances, dueSoon }: Extract<Formula, { kind: 'allocated' }>,
	writing: Writing
): InNumbers {
	const money = (amount: Cents) => writeAmount(amount, writing);
	const to = balances.map(({ name, paid }) =>
		text(writing, 'goes to', { name: balanceName({ name }, writing), paid: money(paid) })
	);
	const first =
		dueSoon === null
			? ''
			: ` ${text(writing, 'deadline first', { name: balanceName({ name: dueSoon }, writing) })}`;
	return {
		words: `${text(writing, 'required minimum', { minimum: money(minimum) })} ${allocationInWords(orders, writing)}${first}`,
		numbers: to.join(' + ')
	};
}
