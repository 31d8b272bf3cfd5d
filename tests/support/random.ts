/** How often what is random is drawn: a part of what a test says in `npm test`, many times as often in `npm run test:thorough`. */
import { TIMES } from '../../scripts/random.mjs';

export const runs = (usual: number): number => Math.max(1, Math.round(usual * TIMES));
