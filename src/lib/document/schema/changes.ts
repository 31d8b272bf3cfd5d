/** The changes that a save carries, as JSON Patch (RFC 6902). `patches.ts` finds and applies them. */
import type { Operation } from 'fast-json-patch';
import { z } from 'zod';

/** Nothing is copied or moved: a few of those could make a document of any size. */
const path = z.string().max(2_000);
export const changesList = z.array(
	z.discriminatedUnion('op', [
		z.strictObject({ op: z.literal('add'), path, value: z.unknown() }),
		z.strictObject({ op: z.literal('replace'), path, value: z.unknown() }),
		z.strictObject({ op: z.literal('remove'), path })
	])
);
export const changesEntry = changesList.transform((changes) => changes as Operation[]);
