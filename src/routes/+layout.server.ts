import type { LayoutServerLoad } from './$types';

/** The person signed in; null without accounts. */
export const load: LayoutServerLoad = ({ locals }) => ({ person: locals.actor.person });
