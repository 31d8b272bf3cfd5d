/** How often what is random is drawn: a part of what a test says in `npm test`, many times as often in `npm run test:thorough`. */
import { TIMES } from '../../scripts/random.mjs';

export const runs = (usual: number): number => Math.max(1, Math.round(usual * TIMES));

/** How many random cases have to be of the kind that a test is about: as it says, or that part of it where fewer are drawn. */
export const ofWhich = (usual: number): number => Math.floor(usual * Math.min(1, TIMES));
