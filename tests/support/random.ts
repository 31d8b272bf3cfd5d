/** How often what is random is drawn: a part of what a test says in `npm test`, many times as often in `npm run test:thorough`. */
import { it } from 'vitest';
import { TIMES } from '../../scripts/random.mjs';

export const runs = (usual: number): number => Math.max(1, Math.round(usual * TIMES));

/**
 * More than so many random cases have to be of the kind that a test is about: as it says, or, where fewer are drawn, one, since
 * chance has more to say in a few.
 */
export const ofWhich = (usual: number): number => (TIMES < 1 ? 0 : usual);

/** Tests that take long without any draws: left to `npm run test:thorough`. */
export const longOnes = it.runIf(TIMES >= 1);

const step = Math.max(1, Math.round(1 / TIMES));
const first = Math.floor(Math.random() * step);

/** All of many cases, or of few draws so many of them, others each time. */
export const drawnOf = <T>(all: readonly T[]): readonly T[] =>
	all.filter((_, at) => at % step === first);
