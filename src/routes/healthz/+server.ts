import { damageFound } from '$lib/server/database';
import type { RequestHandler } from './$types';

/** The program runs, also where its data are damaged: started anew they would be no less so. */
export const GET: RequestHandler = () =>
	new Response(damageFound() === null ? 'ok\n' : 'damaged\n');
