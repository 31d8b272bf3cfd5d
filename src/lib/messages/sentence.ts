/**
 * Answers as sentences. A sentence is a list of phrases, so that the figures in it can be set apart
 * and opened; read one after the other, the phrases are the sentence.
 */
import type { Figure } from '../core/debt/figure';
import type { PlanFigure } from '../core/working/plan-figure';
import type { DriftFigure } from '../core/working/drift-figure';

export interface Phrase {
	readonly text: string;
	/** Set apart; `interest` in the one colour of interest. */
	readonly figure?: 'figure' | 'interest';
	/** The figure of a run or of a plan whose working it opens. */
	readonly opens?: Figure | PlanFigure | DriftFigure;
	/** Which plan's, where a sentence speaks of several. */
	readonly plan?: string;
}

export type Sentence = readonly Phrase[];

export const say = (text: string): Phrase => ({ text });

export function figure(text: string, opens?: Phrase['opens']): Phrase {
	return opens ? { text, figure: 'figure', opens } : { text, figure: 'figure' };
}

export function interest(text: string, opens?: Phrase['opens']): Phrase {
	return { ...figure(text, opens), figure: 'interest' };
}

/** The sentence as plain text, for titles, tests and screen readers. */
export function plain(sentence: Sentence): string {
	return sentence.map(({ text }) => text).join('');
}
