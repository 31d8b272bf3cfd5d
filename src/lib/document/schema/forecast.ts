/** A forecast as a case document has it: the terms and figures of a chosen plan as it was chosen. */
import { z } from 'zod';
import { LIMITS } from '../../core/quantities/limits';
import { debtEntry } from './debt';
import { choice, date, identifier, money, moneyList, name, sum } from './fields';
import { judgedOnce } from './judged-once';
import { planContent } from './plan';
import { t } from '../refusals';

const amounts = (what: string) =>
	moneyList(
		what,
		LIMITS.forecastPeriods,
		t('A forecast keeps at most {forecastPeriods} figures of a kind.', {
			forecastPeriods: LIMITS.forecastPeriods
		})
	);

/** One debt, period by period; what it owes after each follows from these. */
const figuresEntry = z
	.strictObject({
		debt: identifier(t('A debt of a forecast')),
		opening: money(t('The balance that a forecast begins with')),
		/** The interest of each whole period before the first due one, from the earliest on. */
		before: amounts(t('The interest of a forecast before its first payment')),
		paid: amounts(t('A payment of a forecast')),
		charges: amounts(t('A charge of a forecast')),
		interest: amounts(t('The interest of a forecast')),
		/** With its last payment, where it is settled. */
		forgiven: money(t('What is forgiven in a forecast'))
	})
	.refine(
		({ paid, charges, interest }) =>
			paid.length === charges.length && paid.length === interest.length,
		{
			error: t('A forecast has as many payments as charges and interest amounts.')
		}
	);

export const forecastEntry = judgedOnce(
	z.strictObject({
		id: identifier(t('The identifier of a forecast')),
		/** By what it came to be: a plan was chosen, or gone on with. */
		by: choice(t('How a forecast came to be'), ['choice', 'going on']),
		date: date(t('The day of a forecast')),
		plan: identifier(t('The plan of a forecast')),
		name: name(t('The name of the plan of a forecast'), 1),
		asOf: date(t('The date of the balances of a forecast')),
		debts: z.array(debtEntry).max(LIMITS.debts, {
			error: t('A forecast has at most {debts} debts.', { debts: LIMITS.debts })
		}),
		content: planContent,
		figures: z.array(figuresEntry).max(2 * LIMITS.debts, {
			error: t('A forecast has figures of at most {debts} debts.', { debts: 2 * LIMITS.debts })
		}),
		/** Its last payoff; null: it doesn’t end. */
		ends: date(t('The end of a forecast')).nullable(),
		/** The first month whose money is less than what is required; null: there is none, or (before version 9) it was not kept. */
		shortFrom: date(t('The first short month of a forecast')).nullable(),
		/** Interest and fees in all. */
		cost: sum(t('The cost of a forecast'))
	})
);
