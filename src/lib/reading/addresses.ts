import { messagesOf, type Locale } from '../messages/message';
import en from '../messages/en/names.json';
import { accepted, quoted, refused, type Reading } from './reading';

const { text } = messagesOf('names', en);

/** One address of mail (RFC 5321, 4.1.2, without quoted names and address literals); empty: none. */
export const ADDRESS = /^$|^[\w.!#$%&'*+/=?^`{|}~-]{1,64}@[a-z0-9-]+(\.[a-z0-9-]+)+$/i;
export const LONGEST_ADDRESS = 254;

/** Reads one address of mail (RFC 5321), as in name@place.example. */
export function readAddress(typed: string, locale: Locale): Reading<string> {
	const address = typed.trim();
	return address !== '' && ADDRESS.test(address) && address.length <= LONGEST_ADDRESS
		? accepted(address)
		: refused(text(locale, 'address', { typed: quoted(address) }), text(locale, 'address allowed'));
}
