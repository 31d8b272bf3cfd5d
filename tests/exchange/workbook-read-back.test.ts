/** The workbook of a plan, read back as the debts that it was written of. */
import { describe, expect, it } from 'vitest';
import type { PlannedDebt, PlanTerms } from '../../src/lib/core/plan/terms';
import { type CalendarDate } from '../../src/lib/core/quantities/calendar';
import type { DebtTerms } from '../../src/lib/core/debt/terms';
import type { PaymentRule } from '../../src/lib/core/debt/rules/all-rules';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { rateStepsOf } from '../../src/lib/core/debt/rate-steps';
import { termsNow, wayTerms } from '../../src/lib/core/debt/ways';
import { debtOf } from '../../src/lib/exchange/debt-columns';
import { takenTable } from '../../src/lib/exchange/debts-table';
import { sheetsOf } from '../../src/lib/exchange/workbook';
import { writingOf } from '../../src/lib/reading/writing';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { usd } from '../support/said';
import { statedDebt } from '../../src/lib/document/debt';
import { demoPlans } from '../support/demo-cases';
import { written } from '../support/plan-workbook';

/** A rate without what is not said of it. */
const said = (rate: DebtTerms['rate']) =>
	Object.fromEntries(Object.entries(rate).filter(([, value]) => value !== null));

describe('a workbook of ours', () => {
	/** A rule with what is usual in it written out; that a minimum is held is a way of paying it. */
	const whole = (rule: PaymentRule) => {
		if (rule.kind === 'level')
			return { balloon: 0, payment: null, roundPayment: 'nearest', atTerm: 'settle', ...rule };
		return rule.kind === 'frozen-minimum' ? { ...rule, kind: 'minimum' } : rule;
	};

	/** A debt as the workbook has it, read back: what is required, its rates and its dates. */
	async function readBack(debts: readonly PlannedDebt[], terms: PlanTerms, digits: 0 | 2 = 2) {
		const [sheet] = await sheetsOf(
			{ name: 'a plan.xlsx', bytes: await written(debts, terms, digits) },
			usd
		);
		const currency = { code: digits === 2 ? 'USD' : 'JPY', digits };
		const writing = writingOf({ currency, style: USUAL_STYLE });
		const table = takenTable(sheet?.rows ?? [], {
			name: 'a plan.xlsx',
			writing,
			asOf: '2026-01-01' as CalendarDate
		});
		expect(table.lines.flatMap(({ unread }) => unread)).toEqual([]);
		expect(table.lines).toHaveLength(debts.length);
		return table.lines.map(({ flat }) => debtOf(flat, 'read', []));
	}

	it.each(demoPlans.map(({ name, ...one }) => [name, one] as const))(
		'is read back as the debts that it was written of: %s',
		async (_, { document, entry }) => {
			const { debts, terms } = carriedPlan(document, entry);
			const digits = document.currency.digits as 0 | 2;
			const read = await readBack(debts, terms, digits);
			read.forEach((debt, at) => {
				const stated = statedDebt(debt, document.asOf);
				const was = debts[at]?.terms;
				if (!stated || !was) throw new Error('a debt');
				expect(debt.name).toBe(`Debt ${at}`);
				const {
					payment,
					rate,
					opening,
					firstDue,
					paymentsPerYear,
					timing = 'arrears'
				} = wayTerms(stated, { kind: 'required' });
				expect({
					payment: whole(payment),
					rate: said(rate),
					opening,
					firstDue,
					paymentsPerYear,
					timing
				}).toEqual({
					payment: whole(was.payment),
					rate: said(was.rate),
					opening: was.opening,
					firstDue: was.firstDue,
					paymentsPerYear: was.paymentsPerYear,
					timing: was.timing ?? 'arrears'
				});
				// Which balance a later rate is about is only in the months.
				if (was.balances) {
					const balancesOf = ({ balances = [] }: Pick<DebtTerms, 'balances'>) =>
						balances.map(({ name, opening: owed, annual, deferred }) => [
							name,
							owed,
							annual,
							deferred
						]);
					expect(balancesOf(termsNow(stated))).toEqual(balancesOf(was));
					return;
				}
				expect(rateStepsOf(termsNow(stated)).map(({ from, annual }) => [from, annual])).toEqual(
					rateStepsOf(was).map(({ from, annual }) => [from, annual])
				);
			});
		},
		60_000
	);
});
