/** Whether a message is text alone, without parts, tags or quotation of them (ICU MessageFormat): it needs no parsing. */
export const isPlain = (message: unknown): message is string =>
	typeof message === 'string' && !/[{}<']/.test(message);
