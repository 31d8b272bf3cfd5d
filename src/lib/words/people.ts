/** The people of an agency and their trail, in words. */
import type { AccountSummary } from '../document/people';
import en from '../messages/en/people.json';
import { messagesOf, type Spoken } from '../messages/message';
import type { Sentence } from '../messages/sentence';

const { sentence } = messagesOf({ en });

/** “4 people may come in, 1 of them a supervisor.” */
export function accountsSentence(accounts: readonly AccountSummary[], spoken: Spoken): Sentence {
	const open = accounts.filter(({ isLocked }) => !isLocked);
	return sentence(spoken, 'accounts', {
		count: open.length,
		supervisors: open.filter(({ role }) => role === 'supervisor').length,
		locked: accounts.length - open.length
	});
}

/** “The last 200 entries of the trail, the latest first.” */
export const trailSentence = (
	count: number,
	before: number | null,
	isOfOne: boolean,
	spoken: Spoken
): Sentence =>
	before === null
		? sentence(spoken, 'trail', { count, of: isOfOne ? 'one' : 'all' })
		: sentence(spoken, 'older', { count, before, of: isOfOne ? 'one' : 'all' });
