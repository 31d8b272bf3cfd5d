/** How many times as often as a test says its random cases are drawn: what happens once in thousands of draws is found by many. */
export const TIMES = Number(process.env.RESIDUUM_RANDOM ?? 1);
