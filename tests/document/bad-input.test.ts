import { describe, expect, it } from 'vitest';
import { caseDocument, inOurWords, problemsOf } from '../../src/lib/document/case';
import { badValues, placesIn, wholeCase, withValue } from '../support/whole-case';

/** Words of the schema library, or none at all. */
const NOT_OURS =
	/Invalid|Expected|expected|received|Unrecognized|NaN|undefined|\[object|Too (big|small)|not found/;

describe('a document with one bad value, in every field and of every kind', () => {
	const document = wholeCase();
	const places = placesIn(document);

	it.each(badValues())(
		'refuses %s with its field, in our words, or takes what it may be',
		(_, bad) => {
			let refused = 0;
			for (const place of places) {
				const sent = withValue(document, place, bad);
				const parsed = caseDocument.safeParse(sent, { error: inOurWords });
				if (parsed.success) {
					// What is taken may really be: it reads back as what it is.
					expect(caseDocument.parse(parsed.data)).toEqual(parsed.data);
					continue;
				}
				refused += 1;
				for (const { at, message } of problemsOf(parsed.error)) {
					const said = `${place.join('.')}: ${message}`;
					expect(said).not.toMatch(NOT_OURS);
					expect(message.length).toBeGreaterThan(20);
					expect(said.length).toBeLessThan(420);
					expect(at === '' && place.length > 0 ? said : '').toBe('');
				}
				// One of the problems names the field, what holds it, or what it holds.
				const field = place.join('.');
				const names = problemsOf(parsed.error).map(({ at }) => at);
				const close = names.some(
					(at) => field.startsWith(at.replace(/\.[^.]+$/, '')) || at.startsWith(field)
				);
				expect(close || field === '' ? '' : `${field}: ${names.join()}`).toBe('');
			}
			expect(refused).toBeGreaterThan(places.length / 4);
		}
	);
});

describe('what a document may not say, though each field alone may', () => {
	const document = wholeCase();
	const refusal = (change: (of: typeof document) => object) => {
		const parsed = caseDocument.safeParse(change(document), { error: inOurWords });
		return parsed.success ? '' : (problemsOf(parsed.error)[0]?.message ?? '');
	};

	it('is refused: a new debt with the identifier of a debt, days too far from that of the figures', () => {
		const [first] = document.debts;
		const taken = refusal(
			(of) => withValue(of, ['plans', 0, 'changes', 0, 'loan', 'id'], first?.id) as object
		);
		expect(taken).toContain('the identifier of a debt of the case');
		const far = refusal(
			(of) => withValue(of, ['debts', 0, 'happenings', 0, 'date'], '2190-01-01') as object
		);
		expect(far).toContain('2190-01-01 is too far from the day of the figures, 2026-12-15');
	});
});
