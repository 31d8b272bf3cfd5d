import { describe, expect, it } from 'vitest';
import { caseDocument } from '../../src/lib/document/schema/case';
import { inOurWords, problemsOf } from '../../src/lib/document/schema/problems';
import { drawnOf } from '../support/random';
import { badValues, placesIn, wholeCase, withValue, type Path } from '../support/whole-case';

/** Words of the schema library, or none at all. */
const NOT_OURS =
	/Invalid|Expected|expected|received|Unrecognized|NaN|undefined|\[object|Too (big|small)|not found/;

describe('a document with one bad value, in every field and of every kind', () => {
	const document = wholeCase();
	const places = placesIn(document);
	const parse = (sent: unknown) => caseDocument.safeParse(sent, { error: inOurWords });

	/** Of some fields that are bad at once, those that are not each named by a problem of its own. */
	function notNamed(together: readonly Path[], bad: unknown): readonly Path[] {
		const sent = together.reduce<unknown>((of, place) => withValue(of, place, bad), document);
		const { error } = parse(sent);
		if (!error) return together;
		const problems = problemsOf(error);
		problems.forEach(isOurs);
		const named = new Set(problems.map(({ at }) => at));
		return together.filter((place) => !named.has(place.join('.')));
	}

	function isOurs({ at, message }: { at: string; message: string }): void {
		const said = `${at}: ${message}`;
		expect(said).not.toMatch(NOT_OURS);
		expect(message.length).toBeGreaterThan(20);
		expect(said.length).toBeLessThan(420);
	}

	it.each(drawnOf(badValues()))(
		'refuses %s with its field, in our words, or takes what it may be',
		(_, bad) => {
			// First many at once, far from each other; then each by itself that this says nothing of.
			const alone = apart(places).flatMap((together) => notNamed(together, bad));
			const tried = drawnOf(alone);
			let refused = places.length - alone.length;
			for (const place of tried) {
				const parsed = parse(withValue(document, place, bad));
				if (parsed.success) {
					// What is taken may really be: it reads back as what it is.
					expect(caseDocument.parse(parsed.data)).toEqual(parsed.data);
					continue;
				}
				refused += 1;
				const field = place.join('.');
				const problems = problemsOf(parsed.error);
				for (const problem of problems) {
					isOurs(problem);
					expect(problem.at === '' && place.length > 0 ? field : '').toBe('');
				}
				// One of the problems names the field, what holds it, or what it holds.
				const names = problems.map(({ at }) => at);
				const close = names.some(
					(at) => field.startsWith(at.replace(/\.[^.]+$/, '')) || at.startsWith(field)
				);
				expect(close || field === '' ? '' : `${field}: ${names.join()}`).toBe('');
			}
			expect(refused).toBeGreaterThan((places.length - alone.length + tried.length) / 4);
		}
	);
});

/** Groups of some places, none of which is in another of its group. */
function apart(places: readonly Path[]): Path[][] {
	const isIn = (inner: Path, outer: Path) => outer.every((key, at) => inner[at] === key);
	const groups = Array.from({ length: Math.ceil(places.length / 12) }, (): Path[] => []);
	places.forEach((place, at) => {
		const isClear = (group: readonly Path[]) =>
			group.every((other) => !isIn(place, other) && !isIn(other, place));
		const free = groups.slice(at % groups.length).find(isClear);
		if (free) free.push(place);
		else groups.push([place]);
	});
	return groups;
}

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
			(of) => withValue(of, ['debts', 0, 'events', 0, 'date'], '2190-01-01') as object
		);
		expect(far).toContain('2190-01-01 is too far from the date of the balances, 2026-12-15');
	});
});
