import type { ParamMatcher } from '@sveltejs/kit';

/** The kinds of reference data; a list of its own, since what judges them is no part of every page. */
export const match: ParamMatcher = (text) => /^(creditor|index|agency)$/.test(text);
