/** Reference data as it is stored, sent and written into files: rows of an agency, each with the day from which it holds. */
import { z } from 'zod';
import { DEBT_KINDS } from '../../core/plan/priority';
import { LIMITS } from '../../core/quantities/limits';
import { needOf } from '../../core/debt/rules/all-forms';
import { currencyOf } from '../../reading/currencies';
import { feeAmount, feePercent, monthlyFee } from './change';
import { lateTerms, ruleEntry } from './debt';
import {
	choice,
	count,
	date,
	identifier,
	lines,
	money,
	name,
	percentage,
	sentence,
	signedPercentage,
	text
} from './fields';
import { t } from '../refusals';
import { HANDOUT_LANGUAGES } from '../handout-parts';
import { logoProblem } from '../logo';
import { ADDRESS, LONGEST_ADDRESS } from '../../reading/addresses';

export const currency = (what: string) =>
	z.string().refine((code) => currencyOf(code) !== null, {
		error: sentence(what, t('an ISO 4217 code'))
	});

/** A creditor, but for its terms. */
export const creditorProfile = z.strictObject({
	name: name(t('The name of a creditor'), 1),
	/** Other names that statements and clients have for it. */
	names: lines(t('The other names of a creditor'), LIMITS.creditorNames),
	kind: choice(t('The kind of a debt'), DEBT_KINDS),
	address: lines(t('The address of a creditor'), LIMITS.addressLines),
	/** Its address of mail; empty: it is written to on paper. */
	email: z
		.string({ error: sentence(t('The address'), t('an address of mail')) })
		.max(LONGEST_ADDRESS, { error: t('The address is too long.') })
		.regex(ADDRESS, {
			error: sentence(t('The address'), t('an address as in name@place.example'))
		}),
	/** In which language it is written to. */
	language: choice(t('The language of a creditor'), HANDOUT_LANGUAGES),
	/** Of the amounts in its terms. */
	currency: currency(t('The currency of a creditor'))
});

/** What it asks each month: a rule that is whole, and is no loan's. */
export const usualMinimum = ruleEntry.refine(
	(rule) => rule.kind !== 'level' && needOf(rule) === null,
	{
		error: t('A usual minimum is a percentage or an amount, with all that its rule needs.')
	}
);

const usualLate = z.strictObject(lateTerms);
export type UsualLate = z.infer<typeof usualLate>;

/** What it usually agrees to. */
export const agreementTerms = z
	.strictObject({
		/** Null: the debt's own rate goes on. */
		annualRate: percentage(t('The usual agreed rate'), LIMITS.rate).nullable(),
		/** A percentage of the balance on the day of the proposal, or an amount; null: what the debt asks. */
		payment: z
			.discriminatedUnion(
				'kind',
				[
					z.strictObject({
						kind: z.literal('percent'),
						percent: percentage(t('The usual agreed payment'), LIMITS.minimumPercent)
					}),
					z.strictObject({
						kind: z.literal('amount'),
						amount: money(t('The usual agreed payment'))
					})
				],
				{ error: sentence(t('The usual agreed payment'), t('a percent or an amount')) }
			)
			.nullable(),
		fee: money(t('The fee of a usual agreement')),
		/** Months from the proposal to the first month in which it holds. */
		after: count(t('The months until a usual agreement holds'), 0, LIMITS.months, t('months')),
		conditions: text(t('The conditions of a usual agreement'), 0, LIMITS.note)
	})
	.refine(({ annualRate, payment }) => annualRate !== null || payment !== null, {
		error: t('A usual agreement has a rate, a payment or both.')
	});

export const indexProfile = z.strictObject({
	name: name(t('The name of an index'), 1),
	/** What it is, and who publishes it. */
	about: text(t('The description of an index'), 0, LIMITS.note)
});
export const indexValue = z.strictObject({
	annual: signedPercentage(t('The value of an index'), LIMITS.rate)
});

/** What stands at the head of what leaves the house. */
export const letterhead = z.strictObject({
	name: name(t('The name of the agency'), 1),
	address: lines(t('The address of the agency'), LIMITS.addressLines),
	/** An image as a data URL; null: none. */
	logo: z
		.string()
		.max(LIMITS.logo, { error: t('The logo is larger than 200 kB.'), abort: true })
		.refine((url) => logoProblem(url) === null, {
			error: t(
				'The logo is an SVG or PNG image without scripts, styles and links to anything outside it.'
			)
		})
		.nullable()
});

/** The agency's schedule of fees for a plan that it pays out of one deposit (specification, section 10). */
export const agencyFees = z.strictObject({
	/** The plans of which it is for; not named: dollars. */
	currency: currency(t('The currency of a schedule of fees')).default('USD'),
	setUpFee: money(t('The setup fee of a program')),
	monthlyFee: monthlyFee(feeAmount, feePercent)
});

/** Texts of letters, by language; empty: as the program has it. */
const paragraphs = z
	.string()
	.max(LIMITS.letterText, {
		error: t('A text of a letter has at most {letterText} characters.', {
			letterText: LIMITS.letterText
		})
	})
	.refine((written) => !/[\p{Cc}--\n]/v.test(written), {
		error: t('A text of a letter has no control characters.')
	});
const inEachLanguage = z.strictObject({
	en: paragraphs,
	es: paragraphs,
	fr: paragraphs.default(''),
	de: paragraphs.default('')
});
export const agencyTexts = z.strictObject({
	opening: inEachLanguage,
	closing: inEachLanguage,
	handout: inEachLanguage,
	message: inEachLanguage
});

/** The schema of each term of each kind. */
const REFERENCE_SCHEMAS = {
	creditor: {
		profile: creditorProfile,
		minimum: usualMinimum,
		late: usualLate,
		agreement: agreementTerms
	},
	index: { profile: indexProfile, value: indexValue },
	agency: { letterhead, fees: agencyFees, texts: agencyTexts }
} as const;

/** The schema of a term's content; null where a kind has no such term. */
const schemaOf = (kind: string, term: string): z.ZodType | null =>
	(REFERENCE_SCHEMAS as Readonly<Record<string, Readonly<Record<string, z.ZodType>>>>)[kind]?.[
		term
	] ?? null;

const rowFields = {
	kind: choice(t('The kind of reference data'), ['creditor', 'index', 'agency']),
	subject: identifier(t('The subject of reference data')),
	term: text(t('The term of reference data'), 1, 20),
	holdsFrom: date(t('The day from which it holds')),
	knownFrom: text(t('Where it is known from'), 0, LIMITS.knownFrom),
	/** Null: what was written for that day is withdrawn. */
	content: z.unknown()
};

/** A row that is to be written; its content is judged by the schema of its term. */
const referencePut = z.strictObject(rowFields).transform((row, context) => {
	const schema = schemaOf(row.kind, row.term);
	if (schema === null) {
		const message = t('There is no reference data “{kind}, {term}”.', {
			kind: row.kind,
			term: row.term
		});
		context.addIssue({ code: 'custom', path: ['term'], message });
		return z.NEVER;
	}
	if (row.content === null) return row;
	const judged = schema.safeParse(row.content);
	if (judged.success) return { ...row, content: judged.data };
	for (const { path, message } of judged.error.issues)
		context.addIssue({ code: 'custom', path: ['content', ...path], message });
	return z.NEVER;
});
export type ReferencePut = z.infer<typeof referencePut>;

/** A row as it is kept: which version wrote it, when, and who. */
export interface ReferenceRow extends ReferencePut {
	readonly version: number;
	/** An instant. */
	readonly writtenAt: string;
	/** Null without accounts. */
	readonly by: string | null;
}

const rows = z
	.array(referencePut, { error: t('The rows are missing. A list of rows is expected.') })
	.max(LIMITS.referenceRows, {
		error: t('At most {referenceRows} rows are written at once.', {
			referenceRows: LIMITS.referenceRows
		})
	});

/** A request that writes rows: all of them or none. */
export const referenceRequest = z.strictObject({
	/** The version that the rows were made from: of what was written since, none is written over. */
	basedOn: count(t('The version of the reference data'), 0, LIMITS.revisions, ''),
	rows: rows.min(1, { error: t('There is no row in it. At least one is expected.') })
});

/** A file of reference data. */
export const referenceFile = z.strictObject({
	$schema: z.string().optional(),
	residuum: z.literal('reference data', { error: t('This is no file of reference data.') }),
	rows
});
