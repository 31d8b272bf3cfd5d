import { loading } from '$lib/server/answers';
import { remindersOf } from '$lib/server/book/reminders';
import { today } from '$lib/server/clock';
import type { PageServerLoad } from './$types';

export const load: PageServerLoad = async ({ locals }) => ({
	reminders: await loading(() => remindersOf(locals.actor)),
	today: today()
});
