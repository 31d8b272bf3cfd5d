import { getContext, setContext } from 'svelte';
import { caseDifferences } from '../formats/case-differences';
import type { CaseDocument, CaseState, Problem } from '../formats/case-document';
import type { DebtEntry } from '../formats/debt-document';
import type { PlanEntry } from '../formats/plan-document';
import { leaveBehind, takeLeftBehind } from './left-behind';
import { withOwnName } from './plan-entry';
import { saveCase, stepCase } from './requests';

/** Whether what is on screen is what the server has. */
export type Saving =
	| { readonly kind: 'saved' }
	| { readonly kind: 'saving' }
	/** The server doesn't answer; it is asked again. */
	| { readonly kind: 'waiting' }
	| { readonly kind: 'refused'; readonly message: string; readonly problems: readonly Problem[] }
	/** The case was changed elsewhere; a person has to choose. */
	| { readonly kind: 'stale'; readonly theirs: CaseState };

interface Change {
	readonly what: string;
	document: CaseDocument;
}

/** A plan, and the debts that were changed together with it, as they stood before. */
interface PlanBefore {
	readonly plan: PlanEntry;
	readonly debts: Readonly<Record<string, DebtEntry>>;
}

/** Typing rests for so long before it is saved, in milliseconds. */
const PAUSE = 700;
/** After so long a server that didn't answer is asked again. */
const RETRY = 2000;

/**
 * The case on the desk: its document as it is being worked on, and the one queue through which every
 * change reaches the server. Each change of one thing becomes one revision there; typing on in the same
 * field stays one change until it rests.
 */
export class CaseDesk {
	readonly id: string;
	document = $state.raw() as CaseDocument;
	saving = $state.raw<Saving>({ kind: 'saved' });
	undoable = $state.raw<string | null>(null);
	redoable = $state.raw<string | null>(null);
	/** How debts stood before they were changed, by id, until let go. */
	before = $state.raw<Readonly<Record<string, DebtEntry>>>({});

	/** How plans, and the debts changed from there, stood before, by the plan's id, until let go. */
	plansBefore = $state.raw<Readonly<Record<string, PlanBefore>>>({});

	/** The plan that was looked at last; the way back leads to it. */
	planLookedAt = $state.raw<string | null>(null);

	/** The month of the plan that is looked at; it is still the same one after a look at a debt. */
	pickedMonth = $state(1);

	#revision: number;
	#queue: Change[] = [];
	#sending: Promise<void> | null = null;
	#timer: ReturnType<typeof setTimeout> | undefined;

	constructor(state: CaseState) {
		this.id = state.id;
		this.document = state.document;
		this.undoable = state.undo;
		this.redoable = state.redo;
		this.#revision = state.revision;
	}

	debt(id: string): DebtEntry | undefined {
		return this.document.debts.find((debt) => debt.id === id);
	}

	/** Changes the case; `what` says what changed, in the words of the undo button. */
	change(what: string, update: (document: CaseDocument) => CaseDocument): void {
		this.document = update(this.document);
		const last = this.#queue.at(-1);
		// The head may be on its way already; only a change that still waits is continued.
		if (last?.what === what && (this.#queue.length > 1 || this.#sending === null)) {
			last.document = this.document;
		} else {
			this.#queue.push({ what, document: this.document });
		}
		if (this.saving.kind === 'stale') return;
		this.saving = { kind: 'saving' };
		this.#sendAfter(PAUSE);
	}

	changeDebt(id: string, what: string, fields: Partial<DebtEntry>): void {
		this.change(what, (document) => ({
			...document,
			debts: document.debts.map((debt) => (debt.id === id ? { ...debt, ...fields } : debt))
		}));
	}

	/** Changes a debt and keeps how it stood before, until that is let go. */
	vary(id: string, what: string, fields: Partial<DebtEntry>): void {
		const before = this.debt(id);
		if (before && !(id in this.before)) this.before = { ...this.before, [id]: before };
		this.changeDebt(id, what, fields);
	}

	/** Changes a plan and keeps how it stood before, until that is let go. */
	varyPlan(id: string, what: string, fields: Partial<PlanEntry>): void {
		this.#keepPlan(id, {});
		this.changePlan(id, what, fields);
	}

	/** Changes a debt from a plan and keeps how both stood before, until that is let go. */
	varyPlannedDebt(planId: string, id: string, what: string, fields: Partial<DebtEntry>): void {
		const debt = this.debt(id);
		if (!debt) return;
		this.#keepPlan(planId, { [id]: debt });
		this.changeDebt(id, what, fields);
	}

	changePlan(id: string, what: string, fields: Partial<PlanEntry>): void {
		this.change(what, (document) => ({
			...document,
			plans: document.plans.map((plan) =>
				plan.id === id ? withOwnName({ ...plan, ...fields }, document) : plan
			)
		}));
	}

	/** Keeps a plan, and debts, as they stand now, where they are not kept already. */
	#keepPlan(id: string, standing: PlanBefore['debts']): void {
		const now = this.document.plans.find((plan) => plan.id === id);
		if (!now) return;
		const kept = this.plansBefore[id];
		// What is kept already stays the same object, so that what it came to is not worked out again.
		if (kept && Object.keys(standing).every((debt) => debt in kept.debts)) return;
		const { plan, debts } = kept ?? { plan: now, debts: {} };
		this.plansBefore = {
			...this.plansBefore,
			[id]: { plan, debts: { ...standing, ...debts } }
		};
	}

	/** Lets go of how a plan stood before it was changed. */
	letGoPlan(id: string): void {
		this.plansBefore = Object.fromEntries(
			Object.entries(this.plansBefore).filter(([other]) => other !== id)
		);
	}

	/** Lets go of how a debt stood before it was changed. */
	letGo(id: string): void {
		this.before = Object.fromEntries(Object.entries(this.before).filter(([other]) => other !== id));
	}

	/** Sends what waits; resolves when the server has it, or has refused it. */
	async flush(): Promise<void> {
		clearTimeout(this.#timer);
		if (this.saving.kind === 'stale') return;
		this.#sending ??= this.#send().finally(() => (this.#sending = null));
		await this.#sending;
	}

	/** The page is going: what still waits is sent without waiting for what is on its way, and kept. */
	leave(): void {
		const last = this.#queue.at(-1);
		if (last === undefined || this.saving.kind === 'stale') return;
		const underWay = this.#sending !== null && this.#queue.length > 1;
		const basedOn = this.#revision + (underWay ? 1 : 0);
		leaveBehind(this.id, { ...last, basedOn });
		if (this.#sending === null) void this.flush();
		else if (underWay) void saveCase(this.id, basedOn, last.document, last.what);
	}

	/** Takes up what was left behind here, unless the case has it by now or has gone on since. */
	takeUp(): void {
		const left = takeLeftBehind(this.id);
		if (left === null || left.document.version !== this.document.version) return;
		if (this.#revision > left.basedOn) return;
		if (caseDifferences(left.document, this.document).length === 0) return;
		this.change(left.what, () => left.document);
		void this.flush();
	}

	async step(direction: 'undo' | 'redo'): Promise<void> {
		await this.flush();
		if (this.saving.kind !== 'saved') return;
		this.saving = { kind: 'saving' };
		const answer = await stepCase(this.id, direction, this.#revision);
		if (answer.kind === 'done') this.#take(answer.value);
		else if (answer.kind === 'stale') this.saving = { kind: 'stale', theirs: answer.state };
		else this.saving = { kind: 'saved' };
	}

	/** After a change elsewhere: the other version, or this one on top of it. */
	settle(choice: 'theirs' | 'mine'): void {
		if (this.saving.kind !== 'stale') return;
		const { theirs } = this.saving;
		const mine = this.document;
		this.#queue = [];
		this.#take(theirs);
		if (choice === 'mine') {
			this.change('kept over a change made elsewhere', () => mine);
			void this.flush();
		}
	}

	#sendAfter(milliseconds: number): void {
		clearTimeout(this.#timer);
		this.#timer = setTimeout(() => void this.flush(), milliseconds);
	}

	async #send(): Promise<void> {
		for (let head = this.#queue[0]; head !== undefined; head = this.#queue[0]) {
			const answer = await saveCase(this.id, this.#revision, head.document, head.what);
			switch (answer.kind) {
				case 'done':
					this.#queue.shift();
					this.#stand(answer.value);
					break;
				case 'stale':
					// An answer may have been lost on its way: then the server has just this version.
					if (caseDifferences(head.document, answer.state.document).length > 0) {
						this.saving = { kind: 'stale', theirs: answer.state };
						return;
					}
					this.#queue.shift();
					this.#stand(answer.state);
					break;
				case 'refused':
					// The next change is saved with this one in it, once it is allowed.
					this.#queue.shift();
					this.saving = { ...answer };
					if (this.#queue.length === 0) return;
					break;
				case 'unreachable':
					this.saving = { kind: 'waiting' };
					this.#sendAfter(RETRY);
					return;
			}
		}
		if (this.saving.kind !== 'refused') this.saving = { kind: 'saved' };
		takeLeftBehind(this.id);
	}

	#take(state: CaseState): void {
		this.document = state.document;
		this.#stand(state);
		this.saving = { kind: 'saved' };
	}

	#stand({ revision, undo, redo }: CaseState): void {
		this.#revision = revision;
		this.undoable = undo;
		this.redoable = redo;
	}
}

const KEY = Symbol('the case on the desk');

export const putOnDesk = (desk: () => CaseDesk) => setContext(KEY, desk);

/** The case that the surrounding layout has put on the desk; a function, since navigation changes it. */
export const deskInUse = () => getContext<() => CaseDesk>(KEY);
