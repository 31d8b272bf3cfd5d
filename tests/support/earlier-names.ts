/** Documents as versions before 11 had them: their names of a debt's payment rule and of events, and one balance a debt. */
const BEFORE: Readonly<Record<string, string>> = {
	required: 'asked',
	events: 'happenings',
	event: 'happening',
	recordedEvents: 'happened'
};

/** What versions 12 and 13 brought, in documents and in rows. */
const SINCE_12 = new Set(
	`balances allocation atLeast late ofBalance minimum_to excess_to at_least at_least_until late_fee late_fee_again
	late_assumed penalty_rate penalty_after penalty_notice penalty_cure balance_id byBalance by_balance late_history
	printed_interest`.split(/\s+/)
);

/** A document or a part of it, every field and way of paying named as before version 11. */
export function namedAsBefore(value: unknown): unknown {
	if (Array.isArray(value)) return value.map(namedAsBefore);
	if (typeof value !== 'object' || value === null) return value;
	const known = Object.entries(value).filter(([name]) => !SINCE_12.has(name));
	const fields = known.map(([name, inner]: [string, unknown]) => {
		// They had the same names before.
		if (name === 'budget' || name === 'calendar') return [name, inner];
		if ((name === 'kind' || name === 'pays') && inner === 'required') return [name, 'asked'];
		return [BEFORE[name] ?? name, namedAsBefore(inner)];
	});
	return Object.fromEntries(fields) as unknown;
}

/** A document whose debts have one balance each, and terms that every version knows. */
export function ofOneBalance<T extends object>(document: T): T {
	const debtOf = (debt: object) => ({
		...debt,
		balances: [],
		allocation: { minimum: 'lowest', excess: 'highest' },
		atLeast: null,
		late: null,
		events: (debt as { events: object[] }).events.map((event) =>
			'ofBalance' in event ? { ...event, ofBalance: null } : event
		)
	});
	const { debts = [], forecasts = [] } = document as { debts?: object[]; forecasts?: object[] };
	const kept = forecasts.map((forecast) => ({
		...forecast,
		debts: (forecast as { debts: object[] }).debts.map(debtOf)
	}));
	const { readings = [] } = document as { readings?: object[] };
	return {
		...document,
		debts: debts.map(debtOf),
		forecasts: kept,
		readings: readings.map((reading) => ({ ...reading, byBalance: [] }))
	};
}
