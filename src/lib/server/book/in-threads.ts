/** What is computed of many cases, in threads beside the program: one for each lane of the queue. */
import type { CaseDocument } from '../../document/case';
import { savedInEach, type Saved } from '../../document/saved';
import type { Effect } from '../../document/what-if';
import { effectsOf, type Asked } from '../../document/what-if-many';
import { settings } from '../settings';
import { ThreadBeside } from '../thread-beside';

/** No portion takes so long to compute, in milliseconds: then it is given up, and tried again. */
const LONGEST = 30_000;

export type Question = Asked | { readonly documents: readonly CaseDocument[] };

const threads = new Map<number, ThreadBeside<Question, unknown>>();

function asked(lane: number, build: string, question: Question): Promise<unknown> {
	const thread =
		threads.get(lane) ?? new ThreadBeside<Question, unknown>('commands/compute.js', LONGEST);
	threads.set(lane, thread);
	return thread.ask(build, question);
}

/** The effects of a change, in the order of the cases. */
export async function effectsBeside(lane: number, question: Asked): Promise<Effect[]> {
	const { build } = settings();
	return build === null ? effectsOf(question) : ((await asked(lane, build, question)) as Effect[]);
}

/** What the plan of each case saves, in their order. */
export async function savedBeside(
	lane: number,
	documents: readonly CaseDocument[]
): Promise<Saved[]> {
	const { build } = settings();
	return build === null
		? savedInEach(documents)
		: ((await asked(lane, build, { documents })) as Saved[]);
}
