import { ALL, type Whose } from '../document/household';

/** The view state of a case, which is no part of its document and survives a change of screen. */
export class OnScreen {
	/** The plan that was looked at last; the way back leads to it. */
	plan = $state.raw<string | null>(null);
	/** The month of the plan that is looked at. */
	month = $state(1);
	/** Whose debts are looked at. */
	whose = $state<Whose>(ALL);
	/** The draft of a message to the client; null: as the template has it. */
	mail = $state.raw<Draft>(NOTHING_TYPED);
}

interface Draft {
	readonly subject: string | null;
	readonly text: string | null;
}
export const NOTHING_TYPED: Draft = { subject: null, text: null };
