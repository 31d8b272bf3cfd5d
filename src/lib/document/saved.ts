/** What a plan saves a client against paying only the minimums, as planned and as it went. */
import { minus, type Cents } from '../core/quantities/money';
import type { CaseDocument } from './case';
import { comeBack } from './coming-back';
import { minimumFigures } from './what-if';

/**
 * Interest and fees from the first forecast on, less than if from there on only the minimum payments had been made;
 * negative: more. Null where either never ends.
 */
export interface Saved {
	/** By the plan as it was first chosen. */
	readonly planned: Cents | null;
	/** By what was recorded, and the plan from the last visit on; null where no balance was recorded. */
	readonly lived: Cents | null;
}

const NOTHING: Saved = { planned: null, lived: null };

export function savedIn(document: CaseDocument): Saved {
	const [first] = document.forecasts;
	if (!first) return NOTHING;
	const least = minimumFigures(first)?.cost ?? null;
	if (least === null) return NOTHING;
	const last = document.readings.length === 0 ? undefined : lastVisit(document);
	const outlook = last === undefined ? null : (comeBack(document, last)?.outlook ?? null);
	return {
		planned: first.ends === null ? null : minus(least, first.cost),
		lived: outlook === null || outlook.ends === null ? null : minus(least, outlook.cost)
	};
}

const lastVisit = ({ visits }: CaseDocument) =>
	visits
		.map(({ date }) => date)
		.sort()
		.at(-1);

/** Of several cases; one that can't be computed has no saving. */
export const savedInEach = (documents: readonly CaseDocument[]): Saved[] =>
	documents.map((document) => {
		try {
			return savedIn(document);
		} catch {
			return NOTHING;
		}
	});
