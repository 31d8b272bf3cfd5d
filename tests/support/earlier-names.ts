/** Documents as versions before 11 had them: their names of a debt's payment rule and of events, and one balance a debt. */
const BEFORE: Readonly<Record<string, string>> = {
	required: 'asked',
	events: 'happenings',
	event: 'happening',
	recordedEvents: 'happened'
};

/** What versions 12 to 16 brought, in documents and in rows. */
const SINCE_12 = new Set(
	`balances allocation atLeast late ofBalance minimum_to excess_to at_least at_least_until late_fee late_fee_again
	late_assumed penalty_rate penalty_after penalty_notice penalty_cure balance_id byBalance by_balance late_history
	printed_interest savings shortOrder aside savings_opening savings_monthly savings_target savings_cover short_order day_from
	day_until owner people recordedMoney split agreed_until paid_before settled_percent forgiven
	usual usual_terms usual_version reply replied_on follows programme`.split(/\s+/)
);

/**
 * Names that other parts have had before: the kind of a debt, the days and the identifier of a line of the
 * sheet, the end of an agreement, the sheet of a plan.
 */
const isLater = (name: string, of: object): boolean =>
	(name === 'kind' && ('lending' in of || 'balance_assumed' in of)) ||
	((name === 'from' || name === 'until' || name === 'id') && 'perYear' in of && 'name' in of) ||
	(name === 'until' && 'monthlyFee' in of) ||
	(name === 'id' && 'per_year' in of && 'side' in of) ||
	(name === 'sheet' && 'pays' in of);

/** A document or a part of it, every field and way of paying named as before version 11. */
export function namedAsBefore(value: unknown): unknown {
	if (Array.isArray(value)) return value.map(namedAsBefore);
	if (typeof value !== 'object' || value === null) return value;
	const known = Object.entries(value).filter(
		([name]) => !SINCE_12.has(name) && !isLater(name, value)
	);
	const fields = known.map(([name, inner]: [string, unknown]) => {
		// They had the same names before.
		if (name === 'budget' || name === 'calendar') return [name, inner];
		if ((name === 'kind' || name === 'pays') && inner === 'required') return [name, 'asked'];
		return [BEFORE[name] ?? name, namedAsBefore(inner)];
	});
	return Object.fromEntries(fields) as unknown;
}

/** What plans had before version 14. */
export const NO_HOUSEHOLD = {
	savings: null,
	shortOrder: null,
	aside: [],
	split: null,
	programme: null
};

/** An agreement as versions before 15 knew it: it does not end, and what was named in it was agreed. */
const agreedLongAgo = (change: object) => ({
	...change,
	until: null,
	debts: (change as { debts: { assumed: boolean }[] }).debts.map((debt) => ({
		...debt,
		usual: null,
		reply: { is: debt.assumed ? 'open' : 'agreed', on: null }
	}))
});

/** A document whose debts have one balance each, and terms that every version knows. */
export function ofEveryVersion<T extends object>(document: T): T {
	const debtOf = (debt: object) => ({
		...debt,
		balances: [],
		allocation: { minimum: 'lowest', excess: 'highest' },
		atLeast: null,
		late: null,
		usual: null,
		follows: null,
		kind: 'other',
		owner: null,
		events: (debt as { events: object[] }).events.map((event) =>
			'ofBalance' in event ? { ...event, ofBalance: null } : event
		)
	});
	const planOf = (plan: object) => ({
		...plan,
		...NO_HOUSEHOLD,
		changes: (plan as { changes: { kind: string }[] }).changes.flatMap((change) => {
			if (change.kind === 'settle') return [];
			return [change.kind === 'concession' ? agreedLongAgo(change) : change];
		})
	});
	const withContent = <C extends object>(entry: C) => {
		const { content } = entry as { content?: object | null };
		return content ? { ...entry, content: { ...planOf(content), sheet: null } } : entry;
	};
	const parts = document as Readonly<Record<string, readonly object[] | undefined>>;
	const { debts = [], forecasts = [], plans = [], choices = [], readings = [] } = parts;
	const { sheet } = document as { sheet?: Readonly<Record<string, readonly object[]>> };
	const undated = (lines: readonly object[] = [], side: string) =>
		lines.map((line, at) => ({
			...line,
			id: `00000000-0000-4000-${side}-${String(at + 1).padStart(12, '0')}`,
			from: null,
			until: null,
			owner: null
		}));
	return {
		...document,
		people: [],
		recordedMoney: [],
		debts: debts.map(debtOf),
		plans: plans.map(planOf),
		choices: choices.map(withContent),
		...(sheet && {
			sheet: { income: undated(sheet['income'], '8001'), needs: undated(sheet['needs'], '8002') }
		}),
		forecasts: forecasts.map((forecast) =>
			withContent({
				...forecast,
				debts: (forecast as { debts: object[] }).debts.map(debtOf),
				figures: (forecast as { figures: object[] }).figures.map((of) => ({ ...of, forgiven: 0 }))
			})
		),
		readings: readings.map((reading) => ({ ...reading, byBalance: [] }))
	};
}
