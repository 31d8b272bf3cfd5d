import type { ParamMatcher } from '@sveltejs/kit';
import { REFERENCE_SCHEMAS } from '$lib/document/schema/reference';

export const match: ParamMatcher = (text) => Object.hasOwn(REFERENCE_SCHEMAS, text);
