/** The plans of a screen that is turned to a client. */
import type { CaseDocument } from '../document/case';
import { chosenPlan, type PlanEntry } from '../document/plan';
import type { CalendarDate } from '../core/quantities/calendar';
import type { Sentence } from '../messages/sentence';
import type { TakeHome } from '../take-home/take-home';
import { calledPlan, handedOf, openingBlocks, partOf } from './handout';
import { homeOf, type Handed } from './handed';
import { NO_HOUSE } from '../document/agency';

/** All that a screen turned to a client knows: plain data, kept by the browser's window alone. */
export interface ClientView {
	readonly today: CalendarDate;
	/** The address of the desk's screen that it came from. */
	readonly back: string;
	/** Whether a code turns it back, or only the password. */
	readonly hasCode: boolean;
	readonly plans: readonly ClientPlan[];
}

interface ClientPlan {
	readonly id: string;
	readonly name: string;
	/** That it rests on what nobody has agreed to; then the answer, and what becomes of its deadlines. */
	readonly said: readonly Sentence[];
	readonly answer: Sentence;
	readonly home: TakeHome;
}

/** More plans are not read beside each other by somebody who sees them for the first time. */
const MOST = 3;

/** Of the plans those that can be carried out, in their order; of too many the first, and the chosen one in any case. */
export function clientPlans(document: CaseDocument, entries: readonly PlanEntry[]): ClientPlan[] {
	const possible = entries
		.map((entry) => handedOf(document, entry, null))
		.filter(({ carried }) => carried.refusal === null);
	const chosen = chosenPlan(document)?.plan.id;
	const first = possible
		.toSorted((a, b) => Number(b.entry.id === chosen) - Number(a.entry.id === chosen))
		.slice(0, MOST);
	return possible.filter((one) => first.includes(one)).map(clientPlan);
}

function clientPlan(handed: Handed): ClientPlan {
	const { entry, writing } = handed;
	const sentences = [...openingBlocks(handed, NO_HOUSE), ...partOf('answer', handed)].flatMap(
		(block) =>
			block.kind === 'sentence' || block.kind === 'answer'
				? [{ kind: block.kind, sentence: block.sentence }]
				: []
	);
	return {
		id: entry.id,
		name: calledPlan(entry, writing),
		said: sentences.flatMap(({ kind, sentence }) => (kind === 'sentence' ? [sentence] : [])),
		answer: sentences.find(({ kind }) => kind === 'answer')?.sentence ?? [],
		home: homeOf(handed)
	};
}
