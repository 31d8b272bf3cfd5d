/** The people of an agency and the audit trail, in words. */
import type { Capability } from '../document/capabilities';
import type { DirectoryRefusal } from '../document/directory';
import type { AccountSummary, AuditEvent } from '../document/people';
import type { SecondFactors } from '../document/second-factor';
import en from '../messages/en/people.json';
import { messagesOf, type Locale } from '../messages/message';
import type { Sentence } from '../messages/sentence';

const { sentence, text } = messagesOf('people', en);

/** “4 people can sign in, 1 of them a supervisor.” */
export function accountsSentence(accounts: readonly AccountSummary[], locale: Locale): Sentence {
	const open = accounts.filter(({ isLocked }) => !isLocked);
	return sentence(locale, 'accounts', {
		count: open.length,
		supervisors: open.filter(({ role }) => role === 'supervisor').length,
		locked: accounts.length - open.length
	});
}

/** “The latest 200 entries of the audit trail, newest first.” */
export const trailSentence = (
	count: number,
	before: number | null,
	isOfOne: boolean,
	locale: Locale
): Sentence =>
	before === null
		? sentence(locale, 'trail', { count, of: isOfOne ? 'one' : 'all' })
		: sentence(locale, 'older', { count, before, of: isOfOne ? 'one' : 'all' });

/** “imported a case”: an action of the audit trail, whose record keeps the words it was written with. */
export const actionInWords = (action: AuditEvent, locale: Locale): string =>
	text(locale, 'action', { action: action.replaceAll(' ', '_'), recorded: action });

/** “counselor”: a role, those that were made by the name they were given. */
export const roleInWords = (role: string, locale: Locale): string =>
	text(locale, 'role', { role, name: role });

/** “Reassign cases”: something that roles include. */
export const capabilityInWords = (capability: Capability, locale: Locale): string =>
	text(locale, 'capability', { capability: capability.replaceAll(' ', '_') });

/** Why the directory did not let somebody in, and what to do about it. */
export const directoryRefusalInWords = (why: DirectoryRefusal, locale: Locale): string =>
	text(locale, 'directory', { why: why.replace(' ', '_') });

/** “You sign in with your password and a code from an app.” */
export const factorsSentence = ({ hasApp, passkeys }: SecondFactors, locale: Locale): Sentence =>
	sentence(locale, 'factors', {
		which: hasApp ? (passkeys.length > 0 ? 'both' : 'app') : passkeys.length > 0 ? 'key' : 'none',
		count: passkeys.length
	});
