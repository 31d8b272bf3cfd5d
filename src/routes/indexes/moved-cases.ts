import type { Cents } from '$lib/core/quantities/money';
import type { Percent } from '$lib/core/quantities/rate';
import { addMonths } from '$lib/core/quantities/calendar';
import { rateStepsOf } from '$lib/core/debt/rate-steps';
import { plannedTerms } from '$lib/core/debt/ways';
import { openCase } from '$lib/desk/requests';
import { carriedPlan } from '$lib/document/carried-plans';
import type { CaseDocument } from '$lib/document/case';
import { statedDebt, type DebtEntry } from '$lib/document/debt';
import { withNewValues, type RateIndex } from '$lib/document/indexes';
import { chosenPlan } from '$lib/document/plan';

/** A debt that follows an index, in the case that it is of. */
export interface Following {
	readonly caseId: string;
	readonly label: string;
	readonly debt: string;
	readonly name: string;
}

/** What the values that are recorded now would make of it. */
export interface Moved extends Following {
	readonly document: CaseDocument;
	/** Its rate a year from the day of its balance, by the values that the case has, and by those that are recorded. */
	readonly before: Percent;
	readonly after: Percent;
	/** By how much the interest and fees of the chosen plan, or the first, rise; null: it is not computed. */
	readonly more: Cents | null;
}

/**
 * Opens the cases one after the other and computes what the recorded values would move; a debt that has them already is
 * left out. `tell` says after each how many are done.
 */
export async function movedBy(
	following: readonly Following[],
	index: RateIndex,
	version: number,
	tell: (done: number, moved: Moved | null) => void,
	isLeft: () => boolean
): Promise<void> {
	for (const [at, one] of following.entries()) {
		const answer = await openCase(one.caseId);
		if (isLeft()) return;
		tell(
			at + 1,
			answer.kind === 'done' ? movedIn(one, answer.value.document, index, version) : null
		);
	}
}

function movedIn(
	one: Following,
	document: CaseDocument,
	index: RateIndex,
	version: number
): Moved | null {
	const debt = document.debts.find(({ id }) => id === one.debt);
	const asOf = debt?.asOf ?? document.asOf;
	const follows = debt?.follows && withNewValues(debt.follows, index, version, asOf);
	if (!debt || !follows) return null;
	const after = { ...debt, follows };
	const debts = document.debts.map((other) => (other.id === debt.id ? after : other));
	const plan = chosenPlan(document)?.plan ?? document.plans[0];
	const cost = (of: CaseDocument) => (plan ? carriedPlan(of, plan).plan : null);
	const [was, is] = [cost(document), cost({ ...document, debts })];
	const isComputed = [was, is].every((of) => of?.ending.status === 'cleared');
	return {
		...one,
		document,
		before: rateAfterYear(debt, document),
		after: rateAfterYear(after, document),
		more: was && is && isComputed ? ((is.totalCost - was.totalCost) as Cents) : null
	};
}

/** The rate of a debt a year on. */
function rateAfterYear(debt: DebtEntry, { asOf }: CaseDocument): Percent {
	const stated = statedDebt(debt, asOf);
	const now = debt.annualRate ?? (0 as Percent);
	if (!stated) return now;
	const terms = plannedTerms(stated);
	const year = addMonths(debt.asOf ?? asOf, 12);
	const { rateChanges = [] } = terms;
	const until = rateChanges.filter((change) => !('date' in change) || change.date <= year);
	return rateStepsOf({ ...terms, rateChanges: until }).at(-1)?.annual ?? now;
}
