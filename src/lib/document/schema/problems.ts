/** Problems of a request as sentences. */
import type { z } from 'zod';
import { quoted } from '../../reading/reading';
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
	const field = at === undefined ? 'The request' : `The field “${String(at)}”`;
	switch (issue.code) {
		case 'unrecognized_keys': {
			const [key = ''] = issue.keys;
			return `There is no field ${quoted(key)} here; leave it out.`;
		}
		case 'invalid_type': {
			const expected = TYPE_WORDS[issue.expected] ?? 'something else';
			return issue.input === undefined
				? `${field} is missing; allowed is ${expected}.`
				: `${field} is ${shown(issue.input)}; allowed is ${expected}.`;
		}
		default:
			return `${field} is ${shown(issue.input)}; this is not allowed here.`;
	}
};

const TYPE_WORDS: Readonly<Record<string, string>> = {
	object: 'a group of fields',
	array: 'a list',
	string: 'a text',
	number: 'a number',
	int: 'a whole number',
	boolean: 'true or false'
};
