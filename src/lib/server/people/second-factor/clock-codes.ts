/** Codes by the clock, as an app gives them (TOTP, RFC 6238): six digits, a new one every half minute, each good once. */
import { Secret, TOTP } from 'otpauth';
import { renderSVG } from 'uqr';
import type { NewApp } from '../../../document/second-factor';
import type { Statements } from '../../database/statements';

const PERIOD = 30;
/** Clocks differ by so many intervals. */
const WINDOW = 1;
/** Of the secret, in bytes: as long as what it is hashed with (RFC 4226, section 4). */
const LENGTH = 20;

const generator = (secret: string, label = ''): TOTP =>
	new TOTP({
		issuer: 'Residuum',
		label,
		algorithm: 'SHA1',
		digits: 6,
		period: PERIOD,
		secret: Secret.fromBase32(secret)
	});

/** Begins to set up an app; another one that was only begun is gone. Null where there is one already. */
export async function beginApp(
	statements: Statements,
	{ id, name }: { readonly id: string; readonly name: string }
): Promise<NewApp | null> {
	const secret = new Secret({ size: LENGTH }).base32;
	await statements.query('delete from clock_code where account_id = $1 and confirmed_at is null', [
		id
	]);
	const { affectedRows } = await statements.query(
		'insert into clock_code (account_id, secret) values ($1, $2) on conflict do nothing',
		[id, secret]
	);
	if (affectedRows === 0) return null;
	const uri = generator(secret, name).toString();
	return { secret, picture: renderSVG(uri, { border: 2 }) };
}

/** Whether a code is right now, and was not used before; it is used then. `confirms`: it ends the setting up. */
export async function useCode(
	statements: Statements,
	account: string,
	typed: string,
	confirms = false
): Promise<boolean> {
	const { rows } = await statements.query<{ secret: string; last_step: string }>(
		`select secret, last_step::text from clock_code
		where account_id = $1 and (confirmed_at is null) = $2 for update`,
		[account, confirms]
	);
	const [row] = rows;
	const token = typed.replace(/\s/g, '');
	if (!row || !/^\d{6}$/.test(token)) return false;
	const now = Date.now();
	const off = generator(row.secret).validate({ token, timestamp: now, window: WINDOW });
	if (off === null) return false;
	const step = Math.floor(now / 1000 / PERIOD) + off;
	if (step <= Number(row.last_step)) return false;
	await statements.query(
		'update clock_code set last_step = $2, confirmed_at = coalesce(confirmed_at, $3) where account_id = $1',
		[account, step, new Date(now)]
	);
	return true;
}
