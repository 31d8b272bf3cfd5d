import type { CaseState } from '$lib/document/case';
import type { LayoutLoad } from './$types';

/** The case as the server has judged it. */
export const load: LayoutLoad = ({ data: { kept, ...more } }) => ({
	...more,
	state: JSON.parse(kept) as CaseState
});
