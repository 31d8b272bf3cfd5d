import { emlOf } from '$lib/exchange/mail';
import { answering, asDownload } from '$lib/server/answers';
import { remindersOf } from '$lib/server/book/reminders';
import { now, today } from '$lib/server/clock';
import { SCREEN } from '$lib/reading/writing';
import { remindersMail } from '$lib/words/reminders';
import type { RequestHandler } from './$types';

/** The reminders of today as a message to whoever asks, as a mail program opens it. */
export const GET: RequestHandler = ({ locals }) =>
	answering(async () => {
		const { subject, text } = remindersMail(await remindersOf(locals.actor), today(), SCREEN);
		const bytes = new Uint8Array(
			await emlOf({
				// Accounts have no address; a name without one is none.
				to: {
					name: locals.actor.person?.name ?? 'Residuum',
					address: 'reminders@residuum.invalid'
				},
				subject,
				text,
				language: SCREEN.language,
				attachments: [],
				date: now(),
				id: crypto.randomUUID()
			})
		);
		return asDownload({ name: 'residuum-reminders.eml', type: 'message/rfc822', bytes });
	});
