/** The data that a page is loaded with, as the framework sends them: values by their places in a list. */
import type { Asked } from './residuum';

export async function pageData<T>(
	{ address, headers }: Pick<Asked, 'address' | 'headers'>,
	path: string
): Promise<T> {
	const [route, query = ''] = path.split('?');
	const response = await fetch(`${address}${route}/__data.json?${query}`, { headers });
	const { nodes } = (await response.json()) as { nodes: ({ data?: unknown[] } | null)[] };
	const data = nodes.findLast((node) => node?.data)?.data ?? [];
	const revived = (at: number): unknown => {
		// Nothing is written without a place.
		const value = at < 0 ? undefined : data[at];
		if (Array.isArray(value)) return value.map((one) => revived(one as number));
		if (typeof value !== 'object' || value === null) return value;
		return Object.fromEntries(
			Object.entries(value).map(([name, one]) => [name, revived(one as number)])
		);
	};
	return revived(0) as T;
}
