import type { OutgoingFile, OutgoingTask } from '../handout/outgoing';
import type { NothingToMakeReason } from '../words/exports';

/** A case's file, all cases in one, or a table of many as a workbook. */
export type MakeTask =
	| OutgoingTask
	| { readonly cases: readonly string[] }
	| {
			/** Where the table is as CSV. */
			readonly table: string;
			readonly name: string;
			/** The columns of what people wrote. */
			readonly written: readonly string[];
	  };

export type MakeAnswer =
	| { readonly kind: 'done'; readonly part: number }
	| { readonly kind: 'made'; readonly file: OutgoingFile }
	/** It could not be made, and why. */
	| { readonly kind: 'failed'; readonly reason: NothingToMakeReason };
