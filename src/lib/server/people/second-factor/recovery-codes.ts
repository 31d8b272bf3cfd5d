/** Recovery codes: shown once, each good once, for whoever has lost everything else. */
import { randomInt } from 'node:crypto';
import { RECOVERY_CODES } from '../../../document/second-factor';
import type { Statements } from '../../database/statements';
import { hashed } from '../tokens';

/** No letters and digits that look alike. */
const LETTERS = 'ABCDEFGHJKMNPQRSTVWXYZ23456789';
/** Six groups of four: some 117 bits, far too many to be guessed, or to be found from their hashes. */
const GROUPS = 6;
const GROUP = 4;

const oneCode = (): string =>
	Array.from({ length: GROUPS }, () =>
		Array.from({ length: GROUP }, () => LETTERS[randomInt(LETTERS.length)]).join('')
	).join('-');

/** However it is typed: with lines and spaces or without, in small letters or large ones. */
const plain = (typed: string): string => typed.toUpperCase().replace(/[^A-Z0-9]/g, '');

/** Makes new ones; those of before are good no more. */
export async function newCodes(statements: Statements, account: string): Promise<string[]> {
	const codes = Array.from({ length: RECOVERY_CODES }, oneCode);
	await statements.query('delete from recovery_code where account_id = $1', [account]);
	for (const code of codes)
		await statements.query('insert into recovery_code (account_id, code) values ($1, $2)', [
			account,
			hashed(plain(code))
		]);
	return codes;
}

/** Whether a code is one of somebody's; it is gone then. */
export async function useRecoveryCode(
	statements: Statements,
	account: string,
	typed: string
): Promise<boolean> {
	const { affectedRows } = await statements.query(
		'delete from recovery_code where account_id = $1 and code = $2',
		[account, hashed(plain(typed))]
	);
	return affectedRows > 0;
}
