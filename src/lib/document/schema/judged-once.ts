/**
 * What a schema has judged is not judged again by it: a case is judged at every save, and almost all of it is what it was.
 * What was judged is never changed afterwards, here as everywhere: a change is another object.
 */
import type { z } from 'zod';

const judged = new WeakMap<z.ZodType, WeakSet<object>>();

/** A schema of groups that takes what came out of it before as it is. */
export function judgedOnce<T extends z.ZodType<object>>(schema: T): T {
	const good = new WeakSet<object>();
	judged.set(schema, good);
	const judge = schema._zod.run;
	schema._zod.run = (payload, context) => {
		if (isGroup(payload.value) && good.has(payload.value)) return payload;
		const result = judge(payload, context);
		if (!(result instanceof Promise) && result.issues.length === 0 && isGroup(result.value))
			good.add(result.value);
		return result;
	};
	return schema;
}

/** Says of groups that they have been judged by a schema elsewhere, as in another thread. */
export function rememberJudged(schema: z.ZodType, groups: readonly object[]): void {
	for (const group of groups) judged.get(schema)?.add(group);
}

const isGroup = (value: unknown): value is object => typeof value === 'object' && value !== null;
