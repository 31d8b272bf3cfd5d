/** The input of a handout's parts. */
import type { carriedPlan } from '../document/carried-plans';
import type { CaseDocument } from '../document/case';
import type { PersonEntry } from '../document/household';
import type { PlanEntry } from '../document/plan';
import type { Writing } from '../reading/writing';
import type { TakeHome } from '../take-home/take-home';
import { handoutText } from '../words/handout';
import type { Language } from '../messages/message';
import { say, type Sentence } from '../messages/sentence';
import type { Block } from './blocks';

/** A plan of a case with what it comes to, and in which words. */
export interface Handed {
	readonly document: CaseDocument;
	readonly entry: PlanEntry;
	readonly writing: Writing<Language>;
	readonly carried: ReturnType<typeof carriedPlan>;
	readonly debts: readonly HandedDebt[];
	/** Whose handout it is; null: of all together. */
	readonly person: PersonEntry | null;
}

export interface HandedDebt {
	readonly id: string;
	readonly index: number;
	readonly place: number;
	readonly letter: string;
	readonly name: string;
}

/** What a client computes a plan with, on a phone or on a screen that is turned. */
export const homeOf = ({ document, entry, writing, carried, debts }: Handed): TakeHome => ({
	writing,
	asOf: document.asOf,
	debts: carried.debts,
	terms: carried.terms,
	named: debts,
	depositDay: entry.programme?.day ?? null
});

export const heading = (
	writing: Writing<Language>,
	id: Parameters<typeof handoutText>[1],
	parts: Readonly<Record<string, string | number>> = {}
): Block => ({ kind: 'heading', text: handoutText(writing, id, parts) });

/** Sentences after each other. */
export const paragraph = (sentences: readonly Sentence[]): Block => ({
	kind: 'sentence',
	sentence: sentences.flatMap((one, at) => (at === 0 ? one : [say(' '), ...one])),
	quiet: false
});

/** A text as paragraphs, one for each of its lines; an empty one is none. */
export const paragraphs = (text: string): Block[] =>
	text
		.split(/\n+/)
		.filter((line) => line.trim() !== '')
		.map((line) => paragraph([[say(line)]]));
