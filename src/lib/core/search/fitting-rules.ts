/** Which minimum rule a creditor uses: those of a list of usual ones that give every printed figure (specification, section 11). */
import { type Cents, plus } from '../quantities/money';
import { interestOn, NO_DAYS, percent, type Percent } from '../quantities/rate';
import { periodicRate } from '../debt/interest/all-ways';
import {
	checked,
	minimumDue,
	statementOf,
	type Printed,
	type StatementFigures,
	type StatementGiven
} from '../debt/statement';
import type { MinimumTerms } from '../debt/rules/minimum';

/** Percentages of the statement's balance alone, and on top of the interest; in ten-thousandths of a percent. */
const OF_STATEMENT = [1, 1.5, 2, 2.25, 2.5, 3, 3.5, 4, 5, 6, 7, 8, 10];
const WITH_INTEREST = [0.5, 1, 1.5, 2, 2.5, 3];
/** In whole units of the currency. */
const ROUNDED_UP_TO = [0, 1, 5];
const FLOORS = [0, 5, 10, 15, 20, 25, 27, 28, 29, 30, 35, 40, 50];

/** Every usual rule, in the order of the specification's list. `unit`: minor units in a whole one of the currency. */
export function usualRules(unit: number): MinimumTerms[] {
	const kinds = [
		{ plusInterest: false, percents: OF_STATEMENT },
		{ plusInterest: true, percents: WITH_INTEREST }
	];
	return kinds.flatMap(({ plusInterest, percents }) =>
		percents.flatMap((share) =>
			ROUNDED_UP_TO.flatMap((step) =>
				FLOORS.map((floor) => ({
					percent: percent(share * 10_000),
					of: 'statement' as const,
					plusInterest,
					plusFees: false,
					roundUpTo: (step * unit) as Cents,
					floor: (floor * unit) as Cents
				}))
			)
		)
	);
}

/** Rules that differ in their floor alone. */
export interface FloorGroup {
	readonly percent: Percent;
	readonly plusInterest: boolean;
	readonly roundUpTo: Cents;
	readonly floors: readonly Cents[];
}

/** A figure that is not printed yet, and what it would be under the rules that are left: of most values. */
export interface Telling {
	readonly figure: 'minimumDue' | 'nextMinimum' | 'estimate' | 'total';
	readonly values: readonly (Cents | StatementFigures['estimate'])[];
}

/** The rule that comes nearest, and the printed figures that it does not give. */
interface Nearest {
	readonly rule: MinimumTerms;
	readonly misses: readonly {
		readonly figure: MatchedFigure;
		/** Ours; undefined where the rule gives none. */
		readonly ours: Printed[MatchedFigure];
	}[];
}

/** The printed figures by which a rule is found. */
const MATCHED = ['minimumDue', 'estimate', 'total'] as const;
type MatchedFigure = (typeof MATCHED)[number];

export interface FittingRules {
	/** How many rules there are, and how many have been tried. */
	readonly of: number;
	readonly tried: number;
	readonly fitting: readonly MinimumTerms[];
	/** The figure that would tell several rules apart; null if none would or only one is left. */
	readonly telling: Telling | null;
	/** Where none fits. */
	readonly nearest: Nearest | null;
}

export interface FitTask {
	readonly given: StatementGiven;
	readonly printed: Printed;
	/** Minor units in a whole unit of the currency. */
	readonly unit: number;
}

/** Rules tried between two reports. */
const STEP = 39;

/** Tries every usual rule; yields how far it has come, and returns the rules that fit. */
export function* fittingRules({
	given,
	printed,
	unit
}: FitTask): Generator<FittingRules, FittingRules> {
	const rules = usualRules(unit);
	const fitting: MinimumTerms[] = [];
	let nearest: (Nearest & { readonly off: number }) | null = null;
	const told = (tried: number): FittingRules => ({
		of: rules.length,
		tried,
		fitting,
		telling: null,
		nearest: null
	});
	for (const [index, rule] of rules.entries()) {
		if (index > 0 && index % STEP === 0) yield told(index);
		const missed = misses(given, printed, rule);
		if (missed.misses.length === 0) fitting.push(rule);
		else if (fitting.length === 0 && (nearest === null || isNearer(missed, nearest))) {
			nearest = { rule, ...missed };
		}
	}
	return {
		...told(rules.length),
		telling: fitting.length > 1 ? tellingOf(given, printed, fitting) : null,
		nearest: fitting.length > 0 || nearest === null ? null : { ...nearest }
	};
}

/** The rule whose figures miss fewest of those printed, and those by least. */
const isNearer = (
	one: { misses: Nearest['misses']; off: number },
	other: { misses: Nearest['misses']; off: number }
): boolean =>
	one.misses.length === other.misses.length
		? one.off < other.off
		: one.misses.length < other.misses.length;

/** The printed figures that a rule does not give, and by how much of them in all. */
function misses(given: StatementGiven, printed: Printed, rule: MinimumTerms) {
	const { figures } = statementOf(given, rule);
	const verdicts = checked({ figures }, printed);
	const missed = MATCHED.filter((figure) => {
		const verdict = verdicts[figure];
		return verdict !== undefined && verdict.kind !== 'agrees';
	});
	const off = missed.reduce((sum, figure) => {
		const [theirs, ours] = [sizeOf(printed[figure]), sizeOf(figures[figure])];
		return sum + (ours === null || !theirs ? 1 : Math.min(1, Math.abs(theirs - ours) / theirs));
	}, 0);
	return { misses: missed.map((figure) => ({ figure, ours: figures[figure] })), off };
}

/** Money in minor units, an estimate in months. */
function sizeOf(figure: Printed[MatchedFigure]): number | null {
	if (figure === undefined) return null;
	if (typeof figure === 'number') return figure;
	return figure.unit === 'years' ? 12 * figure.count : figure.count;
}

/** The unprinted figure with the most values under the remaining rules. */
function tellingOf(
	given: StatementGiven,
	printed: Printed,
	rules: readonly MinimumTerms[]
): Telling | null {
	const statements = rules.map((rule) => ({
		...statementOf(given, rule).figures,
		nextMinimum: nextMinimum(given, rule)
	}));
	const candidates = (['minimumDue', 'nextMinimum', 'estimate', 'total'] as const)
		.filter((figure) => figure === 'nextMinimum' || printed[figure] === undefined)
		.map((figure): Telling => {
			const values = new Map<number, Telling['values'][number]>();
			for (const { [figure]: value } of statements) {
				const size = value === undefined ? null : typeof value === 'number' ? value : sizeOf(value);
				if (value !== undefined && size !== null) values.set(size, value);
			}
			const sorted = [...values].sort(([one], [other]) => one - other);
			return { figure, values: sorted.map(([, value]) => value) };
		});
	const [most] = candidates.sort((one, other) => other.values.length - one.values.length);
	return most && most.values.length > 1 ? most : null;
}

/** The minimum of the next statement, where this one's is paid and nothing is bought; undefined where it isn't known. */
function nextMinimum(given: StatementGiven, rule: MinimumTerms): Cents | undefined {
	const due = minimumDue(given, rule);
	if (due === null) return undefined;
	const annual = given.offer && given.offer.months > 0 ? given.offer.annual : given.annual;
	const rate = periodicRate({ basis: 'nominal', annual }, 12);
	const left = given.balance - due;
	const interestCharged = interestOn(rate, left, NO_DAYS) as Cents;
	const balance = plus(left, interestCharged);
	return minimumDue({ ...given, balance, interestCharged }, rule) ?? undefined;
}

/** The rules with those together that differ in their floor alone, in the order of the list. */
export function byFloor(rules: readonly MinimumTerms[]): FloorGroup[] {
	const groups = new Map<string, { -readonly [K in keyof FloorGroup]: FloorGroup[K] }>();
	for (const { percent: share, plusInterest, roundUpTo, floor } of rules) {
		const key = `${share} ${plusInterest} ${roundUpTo}`;
		const group = groups.get(key) ?? { percent: share, plusInterest, roundUpTo, floors: [] };
		groups.set(key, { ...group, floors: [...group.floors, floor] });
	}
	return [...groups.values()];
}
