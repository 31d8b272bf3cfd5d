import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

/** What is recorded of the agency is asked for by the page. */
export const load: PageServerLoad = () => ({ today: today() });
