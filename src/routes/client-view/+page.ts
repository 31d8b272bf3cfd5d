/** What it shows is kept by this window alone, and computed in it. */
export const ssr = false;
