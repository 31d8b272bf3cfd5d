/** Lets those who wait have their turn, between two pieces of work that take a while: all of a large case takes too long. */
export const othersFirst = (): Promise<void> => new Promise((resolve) => setImmediate(resolve));
