/** Problems of a request as sentences. */
import type { z } from 'zod';
import { quoted } from '../../reading/reading';
import { t } from '../refusals';
import { shown } from './fields';

/** One thing that is wrong with a request: where, and a sentence with what is allowed. */
export interface Problem {
	readonly at: string;
	readonly message: string;
}

/** More problems than these are not read. */
const NAMED = 40;

export function problemsOf(error: z.ZodError, within = ''): Problem[] {
	return error.issues.slice(0, NAMED).map(({ path, message }) => ({
		at: [...(within === '' ? [] : [within]), ...path].join('.'),
		message
	}));
}

/** Every refusal in words of our own, also where no field has one for it. */
export const inOurWords: z.core.$ZodErrorMap = (issue) => {
	const at = issue.path?.findLast((part) => typeof part === 'string');
	const field = at === undefined ? t('The request') : t('The field “{name}”', { name: String(at) });
	switch (issue.code) {
		case 'unrecognized_keys': {
			const [key = ''] = issue.keys;
			return t('There is no field {name} here; leave it out.', { name: quoted(key) });
		}
		case 'invalid_type': {
			const allowed = TYPE_WORDS[issue.expected] ?? t('something else');
			return issue.input === undefined
				? t('{field} is missing; allowed is {allowed}.', { field, allowed })
				: t('{field} is {value}; allowed is {allowed}.', {
						field,
						value: shown(issue.input),
						allowed
					});
		}
		default:
			return t('{field} is {value}; this is not allowed here.', {
				field,
				value: shown(issue.input)
			});
	}
};

const TYPE_WORDS: Readonly<Record<string, string>> = {
	object: t('a group of fields'),
	array: t('a list'),
	string: t('a text'),
	number: t('a number'),
	int: t('a whole number'),
	boolean: t('true or false')
};
