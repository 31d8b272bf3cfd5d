/** Documents of earlier versions, as the present one would have them: history keeps what was written. */

import { FIRST_PLAN } from './plan-document';

/** Whatever is no document of an earlier version is left for the schema to judge. */
export function upgraded(document: unknown): unknown {
	if (!isRecord(document)) return document;
	switch (document['version']) {
		case 1:
			return upgraded(ofVersion2(document));
		case 2:
			return ofVersion4(document, {});
		case 3: {
			const { plan, ...rest } = document;
			return ofVersion4(rest, plan);
		}
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
	const { name } = FIRST_PLAN;
	return {
		...document,
		version: 4,
		plans: [{ ...FIRST_PLAN, ...fields, name }],
		against: baseline ?? 'minimums',
		choices: [],
		sheet: sheet ?? { income: [], needs: [] }
	};
}

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
