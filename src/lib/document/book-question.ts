/** The query of the casebook, as its address has it. */
import { z } from 'zod';
import { LIMITS } from '../core/quantities/limits';
import { inOurWords } from './schema/problems';
import { LONGEST_SEARCH, SHOWN, SORTS, USUAL, type Question } from './casebook';
import { choice, count, text } from './schema/fields';
import { t } from './refusals';

/** A number as an address has it. */
export const written = <T extends z.ZodType>(schema: T) =>
	z.preprocess(
		(value) => (typeof value === 'string' && /^\d{1,15}$/.test(value) ? Number(value) : value),
		schema
	);

/** A question; what is left away is as usual. */
export const questionFields = z.object({
	search: text(t('What is searched'), 0, LONGEST_SEARCH).default(USUAL.search),
	sort: choice(t('The sort order of the cases'), SORTS).default(USUAL.sort),
	show: choice(t('The filter of the cases'), SHOWN).default(USUAL.show),
	months: written(
		count(t('The months without a recorded balance'), 1, 120, t('months')).default(
			USUAL.rule.months
		)
	),
	off: z
		.literal('any')
		.transform(() => null)
		.or(written(count(t('The distance from the plan'), 0, LIMITS.amount, t('minor units'))))
		.default(USUAL.rule.off)
});

/** The same, and from which line on it is answered. */
const asked = questionFields.extend({
	from: written(count(t('The first line'), 0, 10_000_000, t('lines')).default(0))
});

/** A question of its fields. */
export const questionOf = ({ months, off, ...rest }: z.infer<typeof questionFields>): Question => ({
	...rest,
	rule: { months, off }
});

/** The question in an address, or what is wrong with it. */
export function questionIn(
	parameters: URLSearchParams
):
	| { readonly ok: true; readonly question: Question; readonly from: number }
	| { readonly ok: false; readonly error: z.ZodError } {
	const parsed = asked.safeParse(Object.fromEntries(parameters), { error: inOurWords });
	if (!parsed.success) return { ok: false, error: parsed.error };
	const { from, ...question } = parsed.data;
	return { ok: true, question: questionOf(question), from };
}
