/** What of a case is on screen and is none of its document: it is still so after a look at something else of the case. */
export class OnScreen {
	/** The plan that was looked at last; the way back leads to it. */
	plan = $state.raw<string | null>(null);
	/** The month of the plan that is looked at. */
	month = $state(1);
	/** What was typed of a message to the client and is not in the outbox yet; null: as the template has it. */
	mail = $state.raw<Draft>(NOTHING_TYPED);
}

interface Draft {
	readonly subject: string | null;
	readonly text: string | null;
}
export const NOTHING_TYPED: Draft = { subject: null, text: null };
