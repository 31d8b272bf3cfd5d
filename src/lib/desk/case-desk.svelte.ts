import { getContext, setContext } from 'svelte';
import { v4 as newKey } from 'uuid';
import type { CaseDocument, CaseState } from '../document/case';
import type { Problem } from '../document/schema/problems';
import { withGiven, type GivenEvent } from '../document/calendar';
import { withFields } from '../document/balances';
import { stillUsual } from '../document/usual-terms';
import type { DebtEntry } from '../document/debt';
import type { PlanEntry } from '../document/plan';
import { writingOf } from '../reading/writing';
import { Before } from './before.svelte';
import { leaveBehind, takeLeftBehind } from './left-behind';
import { OnScreen } from './on-screen.svelte';
import { withOwnName } from './plan-entry';
import { serverOf } from './case-saves';
import { SaveQueue, type Direction, type Saving as SavingOf, type Stepped } from './save-queue';
import { t } from '../words/labels/desk';

export type Saving = SavingOf<CaseDocument, Problem>;

/**
 * The case on the desk: its document as it is being worked on, how things were before, and what is on screen. Every change goes through the queue of saves; this is what a screen sees of it.
 */
export class CaseDesk {
	readonly id: string;
	document = $state.raw() as CaseDocument;
	/** How the case is written and read. */
	readonly writing = $derived(writingOf(this.document));
	saving = $state.raw<Saving>({ kind: 'saved' });
	undoable = $state.raw<string | null>(null);
	redoable = $state.raw<string | null>(null);
	/** The last step back or forward, until it is let go. */
	stepped = $state.raw<Stepped<CaseDocument> | null>(null);
	/** How things were before they were changed, as long as that is kept. */
	readonly before: Before = new Before(this);
	/** The part of it that is on screen. */
	readonly onScreen = new OnScreen();

	readonly #queue: SaveQueue<CaseDocument, Problem>;
	readonly #who: string | null;

	/** `who`: whose desk it is, where there are people to be told apart. */
	constructor(state: CaseState, who: string | null) {
		this.id = state.id;
		this.#who = who;
		this.#queue = new SaveQueue(state, serverOf(state.id), after, newKey, (stepped) =>
			this.#told(stepped)
		);
		this.#show();
	}

	#told(stepped: Stepped<CaseDocument> | null): void {
		this.#show();
		if (stepped) this.stepped = stepped;
		if (this.saving.kind === 'saved') leaveBehind(this.id, this.#who, null);
	}

	#show(): void {
		const { document, saving, undoable, redoable } = this.#queue;
		this.document = document;
		this.saving = saving;
		this.undoable = undoable;
		this.redoable = redoable;
	}

	debt(id: string): DebtEntry | undefined {
		return this.document.debts.find((debt) => debt.id === id);
	}

	/** The plan that is meant: one that is named, the last looked at, the chosen one, or the first. */
	planMeant(named: string | null): PlanEntry | undefined {
		const { plans, choices } = this.document;
		const of = (id: string | null | undefined) => plans.find((plan) => plan.id === id);
		return of(named ?? this.onScreen.plan) ?? of(choices.at(-1)?.plan) ?? plans[0];
	}

	/**
	 * Changes the case; `what` says what changed, in the words of the undo button, `of` whose field it is, where several
	 * are called alike: typing on in one field is one step, in another one the next.
	 */
	change(what: string, update: (document: CaseDocument) => CaseDocument, of = ''): void {
		this.stepped = null;
		this.#queue.change(what, update, `${of} ${what}`);
	}

	/** A calendar with these events was given out: the next one replaces it, and cancels what is gone by then. */
	rememberCalendar(given: readonly GivenEvent[]): void {
		this.change(t('export of a calendar'), (document) => ({
			...document,
			calendar: withGiven(document.calendar, given, document.asOf)
		}));
	}

	changeDebt(id: string, what: string, fields: Partial<DebtEntry>): void {
		this.change(
			what,
			(document) => ({
				...document,
				debts: document.debts.map((debt) =>
					debt.id === id
						? withFields(debt, {
								...asRead(fields, debt, document),
								...stillUsual(fields, debt),
								...fields
							})
						: debt
				)
			}),
			id
		);
	}

	changePlan(id: string, what: string, fields: Partial<PlanEntry>): void {
		this.change(
			what,
			(document) => ({
				...document,
				plans: document.plans.map((plan) =>
					plan.id === id ? withOwnName({ ...plan, ...fields }, document) : plan
				)
			}),
			id
		);
	}

	/** Sends what waits; resolves when the server has it, or when it can't go on by itself. */
	flush(): Promise<void> {
		return this.#queue.flush();
	}

	/** The page is going: what still waits is sent and kept; false where it could not be kept. */
	leave(): boolean {
		const isKept = leaveBehind(this.id, this.#who, this.#queue.leftBehind());
		this.#queue.leave();
		return isKept;
	}

	/** Takes up what was left behind here, unless the case has it by now. */
	takeUp(): void {
		const left = takeLeftBehind(this.id, this.#who);
		if (left) this.#queue.takeUp(left);
	}

	step(direction: Direction): void {
		this.#queue.step(direction);
	}

	/** After both windows changed the same: what is here, or what is there. */
	settle(choice: 'mine' | 'theirs'): void {
		this.#queue.settle(choice);
	}
}

/** A balance that somebody states is no longer assumed, and is of the day of the figures. */
function asRead(
	{ balance }: Partial<DebtEntry>,
	{ asOf, firstDue }: DebtEntry,
	of: CaseDocument
): Partial<DebtEntry> {
	if (balance === undefined) return {};
	// Where a payment was due since, its balance stays that of its own day.
	const isDueLater = firstDue === null || firstDue > of.asOf;
	return { asOf: isDueLater ? null : asOf, balanceAssumed: false };
}

const after = (milliseconds: number, call: () => void): (() => void) => {
	const timer = setTimeout(call, milliseconds);
	return () => clearTimeout(timer);
};

const KEY = Symbol('the case on the desk');

export const putOnDesk = (desk: () => CaseDesk) => setContext(KEY, desk);

/** The case that the surrounding layout has put on the desk; a function, since navigation changes it. */
export const deskInUse = () => getContext<() => CaseDesk>(KEY);
