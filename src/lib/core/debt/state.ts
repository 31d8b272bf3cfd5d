/** A debt between two of its periods, on its way through a run or a plan. */
import { accountAtStart, copiedAccount, type Account } from './account/account';
import { periodicRate } from './interest/all-ways';
import { rateStepsOf } from './rate-steps';
import type { Stretch } from './stretches';
import type { DebtTerms } from './terms';

/** What is in force, and the balances of a debt that has more than one number to it. */
export interface DebtState extends Stretch {
	/** Null: what is owed is one number, which whoever goes through the periods keeps. */
	account: Account | null;
}

/** The state before period 1: nothing is in force yet, and period 1 begins the first stretch. */
export function stateAtStart(terms: DebtTerms): DebtState {
	return {
		asking: { kind: 'whole' },
		rate: periodicRate(terms.rate, terms.paymentsPerYear, terms.interestRounding),
		annual: terms.rate.annual,
		next: 1,
		freezesAt: 0,
		rule: terms.payment,
		ruleFrom: 1,
		isAgreed: false,
		eased: null,
		rates: rateStepsOf(terms),
		account: accountAtStart(terms)
	};
}

/** The same state, to go on by itself. */
export function copiedState(state: DebtState): DebtState {
	const copy = { ...state };
	if (copy.account !== null) copy.account = copiedAccount(copy.account);
	return copy;
}
