import type { CaseState } from '$lib/document/case';
import type { LayoutLoad } from './$types';

/** The case as the server has judged it; null: it comes by itself. */
export const load: LayoutLoad = ({ data: { kept, ...more } }) => ({
	...more,
	state: kept === null ? null : (JSON.parse(kept) as CaseState)
});
