/** The casebook being looked through: what is asked, and as many lines as have been in view. */
import {
	addressOf,
	AT_ONCE,
	type BookPage,
	type BookTotals,
	type CaseSummary,
	type Question
} from '../document/casebook';
import type { Answer } from './requests';

/** Lines from a place on; asked for one after the other, so that none is asked for that has been passed by. */
type Asking = (question: Question, from: number) => Promise<Answer<BookPage>>;

interface Answered {
	/** The query. */
	readonly question: Question;
	readonly totals: BookTotals;
	readonly lines: ReadonlyMap<number, CaseSummary>;
}

/** The state kept while another screen is open: the query, and the lines in view. */
export interface CasebookSnapshot {
	readonly question: Question;
	readonly totals: BookTotals;
	readonly lines: readonly (readonly [number, CaseSummary])[];
}

export class Casebook {
	/** The current query; its answer may be under way. */
	question: Question = $state.raw() as Question;
	/** The answer to the latest answered query. */
	answered: Answered = $state.raw() as Answered;
	/** Why lines are missing; null: they are there, or on their way. */
	failure = $state.raw<Answer<unknown> | null>(null);
	/** The places in view. */
	#view = { from: 0, to: AT_ONCE };
	/** The line that somebody is going to, which may not be in view yet; null: none. */
	#next: number | null = null;
	/** Whether the shown answer is stale. */
	#isStale = false;
	#filling: Promise<void> | null = null;

	constructor(
		question: Question,
		page: BookPage,
		private readonly asking: Asking
	) {
		this.question = question;
		this.answered = { question, totals: page.totals, lines: placed(page) };
	}

	/** The line at a place; the first is 0. */
	at(place: number): CaseSummary | undefined {
		return this.answered.lines.get(place);
	}

	/** Asks something else, from the first line on; what is there stays until the answer is. */
	ask(change: Partial<Question>): Promise<void> {
		this.question = { ...this.question, ...change };
		this.#view = { from: 0, to: AT_ONCE };
		this.#next = null;
		return this.again();
	}

	/** Asks the same anew, after something has been changed. */
	again(): Promise<void> {
		this.#isStale = true;
		return this.#fill();
	}

	/** Has the lines from one place up to another one, which are in view; what is missing is asked for. */
	show(from: number, to: number): Promise<void> {
		this.#view = { from, to };
		return this.#fill();
	}

	/** Has the line at a place, whatever comes into view meanwhile. */
	load(place: number): Promise<void> {
		this.#next = place;
		return this.#fill();
	}

	keep(): CasebookSnapshot {
		const { question, totals, lines } = this.answered;
		const { from, to } = this.#view;
		return { question, totals, lines: [...lines].filter(([place]) => from <= place && place < to) };
	}

	/** Shows what was kept, and asks for it anew, unless it is what is there already, and newer. */
	restore({ question, totals, lines }: CasebookSnapshot): Promise<void> {
		const { found } = this.answered.totals;
		const isThere = lines.every(([place]) => this.at(place) ?? place >= found);
		if (isThere && isSame(question, this.question)) return Promise.resolve();
		this.question = question;
		this.answered = { question, totals, lines: joined(null, lines) };
		this.#view = { from: lines[0]?.[0] ?? 0, to: (lines.at(-1)?.[0] ?? 0) + 1 };
		return this.again();
	}

	#fill(): Promise<void> {
		this.failure = null;
		// Where it is under way already, it goes on until nothing is missing.
		if (this.#filling === null && this.#missing() !== null) this.#filling = this.#ask();
		return this.#filling ?? Promise.resolve();
	}

	/** Asks until nothing is missing; `#filling` ends in the very step in which that is seen. */
	async #ask(): Promise<void> {
		try {
			for (let from = this.#missing(); from !== null; from = this.#missing()) {
				const { question } = this;
				const isAnew = this.#isStale;
				this.#isStale = false;
				const answer = await this.asking(question, from);
				// Something else has been asked since: nobody waits for this answer.
				if (question !== this.question) continue;
				if (answer.kind !== 'done') {
					this.#isStale ||= isAnew;
					this.failure = answer;
					return;
				}
				this.#take(question, answer.value, isAnew);
			}
		} finally {
			this.#filling = null;
		}
	}

	/** Puts lines beside those that are there, or in their place. */
	#take(question: Question, page: BookPage, isAnew: boolean): void {
		const { totals } = page;
		const isOther = isAnew || totals.found !== this.answered.totals.found;
		const lines = joined(isOther ? null : this.answered.lines, placed(page));
		this.answered = { question, totals, lines };
	}

	/** From which place on lines are to be asked for; null: all that are in view are there. */
	#missing(): number | null {
		const { found } = this.answered.totals;
		const { from, to } = this.#view;
		const pageOf = (place: number) => place - (place % AT_ONCE);
		for (let place = from; place < Math.min(to, found); place += 1)
			if (this.#isStale || !this.at(place)) return pageOf(place);
		const next = this.#next;
		if (next !== null && next < found && !this.at(next)) return pageOf(next);
		return this.#isStale ? 0 : null;
	}
}

const isSame = (one: Question, other: Question): boolean =>
	addressOf(one).toString() === addressOf(other).toString();

/** Lines and more lines, by their places. */
const joined = (
	before: ReadonlyMap<number, CaseSummary> | null,
	more: Iterable<readonly [number, CaseSummary]>
): ReadonlyMap<number, CaseSummary> => new Map([...(before ?? []), ...more]);

const placed = ({ from, lines }: BookPage): Map<number, CaseSummary> =>
	new Map(lines.map((line, index) => [from + index, line]));
