/** Records and lists in a document of which nothing is known yet. */

export const records = (list: unknown): Record<string, unknown>[] =>
	Array.isArray(list) ? list.filter(isRecord) : [];

/** Each item of a list raised; what is no list of records is left for the schema to judge. */
export const listOr = (list: unknown, raise: (item: Record<string, unknown>) => unknown): unknown =>
	Array.isArray(list) ? list.map((item: unknown) => (isRecord(item) ? raise(item) : item)) : list;

export function isRecord(value: unknown): value is Record<string, unknown> {
	return typeof value === 'object' && value !== null && !Array.isArray(value);
}
