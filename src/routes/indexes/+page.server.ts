import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

/** The indexes themselves are asked for by the page, which has them for the cases, too. */
export const load: PageServerLoad = () => ({ today: today() });
