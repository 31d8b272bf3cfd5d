/**
 * Whether two values of plain data say the same: objects by their fields in any order, a field that is
 * undefined being none; lists by their items in order.
 */
export function same(one: unknown, other: unknown): boolean {
	if (Object.is(one, other)) return true;
	if (Array.isArray(one) || Array.isArray(other)) {
		return (
			Array.isArray(one) &&
			Array.isArray(other) &&
			one.length === other.length &&
			one.every((item, at) => same(item, other[at]))
		);
	}
	if (!isFields(one) || !isFields(other)) return false;
	const names = new Set([...Object.keys(one), ...Object.keys(other)]);
	return [...names].every((name) => same(one[name], other[name]));
}

const isFields = (value: unknown): value is Record<string, unknown> =>
	typeof value === 'object' && value !== null;
