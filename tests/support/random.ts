/** How often what is random is drawn: in the suite as a test says, many times as often in `npm run torture -- random`. */
import { TIMES } from '../../scripts/random.mjs';

export const runs = (usual: number): number => usual * TIMES;
