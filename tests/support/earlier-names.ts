/** Documents with the names that versions before 11 had for a debt's payment rule and for events. */
const BEFORE: Readonly<Record<string, string>> = {
	required: 'asked',
	events: 'happenings',
	event: 'happening',
	recordedEvents: 'happened'
};

/** A document or a part of it, every field and way of paying named as before version 11. */
export function namedAsBefore(value: unknown): unknown {
	if (Array.isArray(value)) return value.map(namedAsBefore);
	if (typeof value !== 'object' || value === null) return value;
	const fields = Object.entries(value).map(([name, inner]: [string, unknown]) => {
		// They had the same names before.
		if (name === 'budget' || name === 'calendar') return [name, inner];
		if ((name === 'kind' || name === 'pays') && inner === 'required') return [name, 'asked'];
		return [BEFORE[name] ?? name, namedAsBefore(inner)];
	});
	return Object.fromEntries(fields) as unknown;
}
