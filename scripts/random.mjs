/** How many times as often as in the suite what is random is drawn: what happens once in thousands of draws is found by it. */
export const TIMES = Number(process.env.RESIDUUM_RANDOM ?? 1);
