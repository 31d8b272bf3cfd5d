import pino from 'pino';
import { settings } from './settings';

/** The loggable part of an error: no client's figures, no secrets. */
export const log = pino({ level: settings().log }, pino.destination(2));

/** An error whose message is ours and quotes nothing that it was given. */
export class OwnError extends Error {}

/**
 * What may be said of an error in the log: its name and code, and where it came up. Its message only where it is
 * one of ours: others may quote what they were given.
 */
export function loggable(error: unknown) {
	if (!(error instanceof Error)) return { name: typeof error };
	const places = (error.stack ?? '').split('\n').filter((line) => /^\s+at /.test(line));
	return {
		name: error.name,
		...('code' in error ? { code: error.code } : {}),
		...(error instanceof OwnError ? { message: error.message } : {}),
		stack: places.join('\n')
	};
}
