/** The reference household with two plans, and changes of each kind, as documents have them. */
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { usd } from './said';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { percent } from '../../src/lib/core/quantities/rate';
import { NOTHING_LIVED } from '../../src/lib/document/case';
import { VERSION } from '../../src/lib/document/version';
import { caseDocument } from '../../src/lib/document/schema/case';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import type { ChangeEntry } from '../../src/lib/document/change';
import { usualHandout } from '../../src/lib/document/handout';
import { NO_CALENDAR } from '../../src/lib/document/calendar';
import { FIRST_PLAN, type PlanEntry } from '../../src/lib/document/plan';
import { referenceHousehold } from './reference-household';

export { usd };
const day = (text: string) => text as CalendarDate;
export const debts = referenceHousehold();
const [quill, pellan, marrow] = debts.map(({ id }) => id);
export const names = (id: string) => debts.find((debt) => debt.id === id)?.name ?? 'New';

export const loan: Extract<ChangeEntry, { kind: 'consolidate' }> = {
	kind: 'consolidate',
	assumed: [],
	debts: [quill ?? '', pellan ?? '', marrow ?? ''],
	loan: {
		id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f001',
		name: '',
		firstDue: day('2027-01-15'),
		rule: { kind: 'level', periods: 48 }
	},
	annualRate: percent(115_000),
	fee: { percent: percent(40_000), amount: cents(0), paid: 'added' }
};
export const moved: Extract<ChangeEntry, { kind: 'transfer' }> = {
	kind: 'transfer',
	assumed: [],
	amounts: [
		{ debt: quill ?? '', amount: cents(100_000) },
		{ debt: pellan ?? '', amount: null }
	],
	card: {
		id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f002',
		name: 'Tern card',
		firstDue: day('2027-01-15'),
		rule: { kind: 'minimum', percent: percent(20_000), floor: cents(2_500) }
	},
	feePercent: percent(30_000),
	offerRate: percent(0),
	offerMonths: 14,
	thenRate: percent(249_900),
	limit: null
};
/** Named by nobody’s usual terms, and agreed to. */
export const AGREED = { usual: null, reply: { is: 'agreed', on: null } } as const;

export const agreed: ChangeEntry = {
	kind: 'concession',
	assumed: [],
	from: day('2027-03-01'),
	until: null,
	debts: [
		{
			debt: quill ?? '',
			annualRate: percent(80_000),
			assumed: false,
			payment: cents(10_500),
			...AGREED
		}
	],
	setUpFee: cents(5_000),
	monthlyFee: { kind: 'percent', percent: percent(75_000), cap: cents(4_000) }
};

const budget = { kind: 'constant' as const, amount: cents(82_000) };
export const other = {
	...FIRST_PLAN,
	id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f003',
	name: 'One loan',
	budget
};
export const document = caseDocument.parse({
	version: VERSION,
	label: 'A household',
	currency: usd.currency,
	style: USUAL_STYLE,
	asOf: '2026-12-15',
	people: [],
	debts,
	plans: [
		{ ...FIRST_PLAN, budget },
		{ ...other, changes: [loan] }
	],
	against: 'minimums',
	choices: [],
	sheet: { income: [], needs: [] },
	handout: usualHandout('USD'),
	calendar: NO_CALENDAR,
	...NOTHING_LIVED
});

/** A plan of the household carried out, with its name. */
function carried(place: number) {
	const entry: PlanEntry | undefined = document.plans[place];
	if (!entry) throw new Error('two plans');
	return { id: entry.id, entry, name: entry.name, ...carriedPlan(document, entry) };
}
export const own = carried(0);
/** With three cards paid off by one loan. */
export const consolidated = carried(1);
