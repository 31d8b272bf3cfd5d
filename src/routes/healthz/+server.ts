import type { RequestHandler } from './$types';

/** The program runs. */
export const GET: RequestHandler = () => new Response('ok\n');
