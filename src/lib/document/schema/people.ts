/** Requests about people: their accounts, sessions and cases. */
import { z } from 'zod';
import { text } from './fields';
import { CAPABILITIES } from '../capabilities';
import { LONGEST_CLAIM, LONGEST_VALUE, MOST_RULES } from '../directory';
import { LONGEST_NAME, LONGEST_ROLE } from '../people';
import { LONGEST_PASSKEY_NAME } from '../second-factor';
import { t } from '../refusals';
import { DESK_LANGUAGES } from '../../messages/message';

const name = text(t('The name'), 1, LONGEST_NAME);
/** More than any allowed password takes, however its characters are made up. */
const password = z.string().max(2_000);
const role = text(t('The role'), 1, LONGEST_ROLE);

export const signInRequest = z.strictObject({ name: z.string().max(200), password });
export const welcomeRequest = z.strictObject({ token: z.string().max(100), password });
/** The present password, and the one that is to be instead. */
export const passwordRequest = z.strictObject({ password, next: password });
export const newAccountRequest = z.strictObject({
	name,
	role,
	/** The name in the directory of who signs in there. */
	directory: text(t('The name in the directory'), 1, LONGEST_VALUE).nullable().default(null)
});

/** A role with what it lets people do; each is named once. */
export const roleRequest = z.strictObject({
	role,
	may: z.array(z.enum(CAPABILITIES)).refine((may) => new Set(may).size === may.length)
});
export const factorNeed = z.strictObject({ role, needsSecondFactor: z.boolean() });
export const roleDeletion = z.strictObject({ role });

/** All of how people come in by the directory. */
export const directoryPolicyRequest = z.strictObject({
	makesNewcomers: z.boolean(),
	passwords: z.boolean(),
	emergency: z.uuid().nullable(),
	rules: z
		.array(
			z.strictObject({
				claim: text(t('The field of the directory'), 1, LONGEST_CLAIM),
				value: text(t('The value'), 1, LONGEST_VALUE),
				role
			})
		)
		.max(MOST_RULES)
});

/** An action of a supervisor on an account. */
export const accountChange = z.discriminatedUnion('what', [
	z.strictObject({ what: z.enum(['lock', 'unlock', 'link']) }),
	z.strictObject({ what: z.literal('reset') }),
	/** Empty: nobody of the directory any more. */
	z.strictObject({
		what: z.literal('directory'),
		name: text(t('The name in the directory'), 0, LONGEST_VALUE)
	}),
	z.strictObject({ what: z.literal('role'), role })
]);
export type AccountChange = z.infer<typeof accountChange>;

/** A step of a sign-in, and what is brought to it. */
const step = z.string().max(100);
/** Bytes as they are written in addresses (RFC 4648, section 5). */
const passkeyId = z.string().regex(/^[\w-]{1,2000}$/);
/** What a browser says for a passkey; the library that reads it judges the rest. */
const credential = z.looseObject({
	id: passkeyId,
	type: z.literal('public-key'),
	response: z.looseObject({})
});
const code = z.string().max(60);
export const stepRequest = z.discriminatedUnion('kind', [
	z.strictObject({ step, kind: z.enum(['code', 'recovery']), typed: code }),
	z.strictObject({ step, kind: z.literal('passkey'), response: credential })
]);
export const stepPasskeyRequest = z.strictObject({ step });

/** What somebody does with their own second factors; what could be done by whoever finds a browser open needs the password. */
export const ownFactorRequest = z.discriminatedUnion('what', [
	z.strictObject({
		what: z.enum(['begin app', 'ask passkey', 'new codes', 'remove app']),
		password
	}),
	z.strictObject({ what: z.literal('confirm app'), code }),
	z.strictObject({
		what: z.literal('take passkey'),
		name: text(t('The name'), 1, LONGEST_PASSKEY_NAME),
		response: credential
	}),
	z.strictObject({ what: z.literal('remove passkey'), passkey: passkeyId, password })
]);
export type OwnFactorRequest = z.infer<typeof ownFactorRequest>;

const account = z.uuid();
export const ownerRequest = z.strictObject({ to: account });
export const sharedRequest = z.strictObject({ accounts: z.array(account).max(100) });
/** How a screen that is turned to a client is turned back: by four digits, or by the password only. */
export const clientViewRequest = z.strictObject({
	code: z
		.string()
		.regex(/^\d{4}$/)
		.nullable()
});
/** The code or the password that turns it back. */
export const endClientViewRequest = z.strictObject({ typed: password });
export const languageRequest = z.strictObject({ language: z.enum(DESK_LANGUAGES) });
/** Whether somebody still has a case open. */
export const hereRequest = z.strictObject({ here: z.boolean() });

/** An export of a case, made in the page. */
export const takenAlongRequest = z.strictObject({
	kind: z.string().regex(/^[a-z][a-z0-9-]{0,39}$/)
});
