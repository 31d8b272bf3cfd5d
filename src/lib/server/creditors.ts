/** Creditors that can be asked for statements: one address, that of a stand-in in the demo. */
import { askOutside } from './outside';
import { settings } from './settings';

/** The result of requesting one account's statement. */
export type Asked =
	| { readonly kind: 'statement'; readonly text: string }
	| { readonly kind: 'silent' | 'unknown' | 'nonsense' | 'unset' };

/** The statement of an account up to a day, as the creditor sends it. */
export async function askCreditor(account: string, until: string): Promise<Asked> {
	const { creditors, outsideWait } = settings();
	const path = `/accounts/${encodeURIComponent(account)}/statement?until=${until}`;
	const answer = await askOutside(creditors, path, outsideWait);
	return answer.kind === 'text' ? { kind: 'statement', text: answer.text } : answer;
}
