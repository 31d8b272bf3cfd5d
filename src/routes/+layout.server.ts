import type { LayoutServerLoad } from './$types';

/** Who is signed in; null where there are no accounts. */
export const load: LayoutServerLoad = ({ locals }) => ({ person: locals.actor.person });
