/** A message to a client as it is put into the outbox, and as it is listed there. */

export const LONGEST_TEXT = 8_000;

/** A line of the outbox. */
export interface MessageSummary {
	readonly id: string;
	readonly caseId: string;
	readonly label: string;
	readonly madeAt: string;
	readonly to: string;
	readonly subject: string;
	readonly attachments: number;
}

/** A message as it would arrive, read back from its file. */
export interface ArrivedMessage extends MessageSummary {
	readonly from: string;
	readonly text: string;
	readonly files: readonly {
		readonly name: string;
		readonly type: string;
		readonly size: number;
	}[];
}
