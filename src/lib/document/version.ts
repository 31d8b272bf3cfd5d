/** The present version of the document; earlier ones are raised to it. */
export const VERSION = 16 as const;
