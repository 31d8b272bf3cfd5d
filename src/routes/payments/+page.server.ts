import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

/** The payments are asked for by the page, some cases at a time. */
export const load: PageServerLoad = () => ({ today: today() });
