import { openApi } from '$lib/server/programs/openapi';
import { json } from '@sveltejs/kit';
import type { RequestHandler } from './$types';

/** The description of the interface: the same for everybody, and nothing of anybody. */
export const GET: RequestHandler = () => json(openApi());
