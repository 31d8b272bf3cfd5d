/** A household that has been read every month for years, with what its creditors' files say: for measuring. */
import { addDays, addMonths, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { caseDocument } from '../../src/lib/document/schema/case';
import { NOTHING_LIVED, type CaseDocument } from '../../src/lib/document/case';
import { VERSION } from '../../src/lib/document/version';
import { usualHandout } from '../../src/lib/document/handout';
import { NO_CALENDAR } from '../../src/lib/document/calendar';
import { forecastEntryOf, keptForecast } from '../../src/lib/document/kept-forecast';
import { contentOf, FIRST_PLAN, NO_SHEET } from '../../src/lib/document/plan';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { card } from './debts';

let count = 0;
const newId = () => `4b000000-0000-4000-8000-${String((count += 1)).padStart(12, '0')}`;

/** So many debts, months of readings, and entries of creditors' files in all; the last visit is still to be read. */
export function longLife(many: number, months: number, entries: number): CaseDocument {
	const asOf = '2021-12-15' as CalendarDate;
	const debts = Array.from({ length: many }, (_, at) =>
		card({
			id: newId(),
			name: `Loan ${at + 1}`,
			balance: 900_000 + 10_000 * at,
			annualRate: 63_500 - at * 500,
			firstDue: '2022-01-15',
			required: {
				kind: 'level',
				periods: 120,
				payment: null,
				balloon: 0,
				roundPayment: 'up',
				atTerm: 'settle'
			}
		})
	);
	const base = caseDocument.parse({
		version: VERSION,
		label: 'Measured',
		currency: { code: 'USD', digits: 2 },
		style: USUAL_STYLE,
		asOf,
		people: [],
		debts,
		plans: [FIRST_PLAN],
		against: 'minimums',
		choices: [],
		sheet: { income: [], needs: [] },
		handout: usualHandout('USD'),
		calendar: NO_CALENDAR,
		...NOTHING_LIVED
	});
	const entry = forecastEntryOf(base, FIRST_PLAN, { id: newId(), by: 'choice', date: asOf });
	const visits = Array.from({ length: months }, (_, at) => ({
		id: newId(),
		date: addMonths('2022-01-16' as CalendarDate, at)
	}));
	const kept = keptForecast(entry).debts;
	return caseDocument.parse({
		...base,
		choices: [
			{
				plan: FIRST_PLAN.id,
				name: FIRST_PLAN.name,
				date: asOf,
				note: '',
				content: contentOf(FIRST_PLAN, NO_SHEET)
			}
		],
		forecasts: [entry],
		visits,
		readings: visits.flatMap(({ id: visit, date }, month) =>
			kept.map(({ id: debt, forecast }, at) => ({
				id: newId(),
				visit,
				debt,
				date,
				balance: cents((forecast.periods[month]?.closing ?? 0) + 100 * ((month * 7 + at) % 13)),
				byBalance: [],
				interest: null
			}))
		),
		debts: base.debts.map((debt) => ({
			...debt,
			transactions: Array.from({ length: Math.floor(entries / many) }, (_, at) => ({
				reference: `T${at}`,
				date: addDays(asOf, 3 + Math.floor((at * months * 30) / (entries / many))),
				amount: cents(at % 2 === 0 ? 9_000 : -1_500),
				kind: at % 2 === 0 ? 'payment' : 'charge',
				text: 'An entry'
			}))
		}))
	});
}
