/** No request of the page, or of what works beside it, takes longer than this, in milliseconds. */
export const LONGEST_REQUEST = 20_000;
