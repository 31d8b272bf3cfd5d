/** What can be taken along, and what it is good for. */
import en from '../messages/en/take-along.json';
import { messagesOf, type Spoken } from '../messages/message';

const { text } = messagesOf({ en });

/** A file's name in the menu, and a line of what is in it. */
export const takeWords = (
	subject: 'case' | 'debt' | 'plan' | 'plans',
	kind: string,
	spoken: Spoken
): { readonly name: string; readonly help: string } => ({
	name: text(spoken, 'name', { kind, subject }),
	help: text(spoken, 'help', { kind, subject })
});
