/** The parts, languages and paper sizes of a client handout. */
/** The parts of a handout, in the order in which they are printed. */
export const HANDOUT_PARTS = [
	'answer',
	'picture',
	'pay',
	'months',
	'choice',
	'short',
	'sure',
	'assumes'
] as const;
export type HandoutPart = (typeof HANDOUT_PARTS)[number];

export const HANDOUT_LANGUAGES = ['en', 'es', 'fr', 'de'] as const;
export const PAPERS = ['a4', 'letter'] as const;
export type Paper = (typeof PAPERS)[number];
