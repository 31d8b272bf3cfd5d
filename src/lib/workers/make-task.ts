import type { OutgoingFile, OutgoingTask } from '../handout/outgoing';
import type { NothingToMakeReason } from '../words/exports';

/** A case's file, or all cases in one. */
export type MakeTask = OutgoingTask | { readonly cases: readonly string[] };

export type MakeAnswer =
	| { readonly kind: 'done'; readonly part: number }
	| { readonly kind: 'made'; readonly file: OutgoingFile }
	/** It could not be made, and why. */
	| { readonly kind: 'failed'; readonly reason: NothingToMakeReason };
