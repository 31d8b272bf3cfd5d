import { cents } from './money';
import { HIGHEST_RATE } from './rate';

/** Limits of input; the database's constraints have the same numbers. */
export const LIMITS = {
	/** Minor units: 999,999,999.99 in a currency with two decimals. */
	amount: cents(99_999_999_999),
	rate: HIGHEST_RATE,
	/** A minimum asks for at most the whole statement: 100 %, in ten-thousandths of a percent. */
	minimumPercent: 1_000_000,
	/** Characters of a name or a label. */
	name: 80,
	/** Characters of an account, of a note, and of the reference of a transaction. */
	account: 40,
	note: 400,
	reference: 120,
	/** Transactions that a debt keeps. */
	transactions: 1000,
	/** Cases in one file. */
	cases: 10_000,
	/** Cases that one request brings in: they are one transaction, for which other saves wait. */
	casesAtOnce: 40,
	/** Debts in one case. */
	debts: 60,
	/** Balances of one debt, and payments that terms for late payments count. */
	balances: 12,
	latePeriods: 60,
	/** A first due date lies within so many months of the day the figures are as of. */
	firstDueMonths: 60,
	/** Payments of a term: a hundred years of weeks. */
	periods: 5200,
	/** How often a year something can be done: daily. */
	timesAYear: 365,
	/** Events of one debt, and ways of paying that are compared. */
	events: 100,
	ways: 40,
	/** Values of an index that a debt keeps, and days by which they are looked up before. */
	indexValues: 600,
	lookBack: 366,
	/** Other names of a creditor, lines of an address, and characters of where something is known from. */
	creditorNames: 12,
	addressLines: 6,
	knownFrom: 200,
	/** Characters of a logo as a data URL, and of a text of letters. */
	logo: 270_000,
	letterText: 2_000,
	/** Rows of reference data that are written at once. */
	referenceRows: 10_000,
	/** Plans of one case, and what one of them changes about the debts. */
	plans: 12,
	changes: 12,
	/** Choices that a case remembers. */
	choices: 200,
	/** Forecasts that a case keeps, and periods of debts whose figures one of them keeps. */
	forecasts: 60,
	forecastPeriods: 12_000,
	/** Events of calendars that were given out. */
	calendarEvents: 5_000,
	/** Revisions of a case. */
	revisions: 2_147_483_647,
	/** A sum of what amounts come to over a life, in minor units: the largest that a number holds exactly. */
	sum: cents(Number.MAX_SAFE_INTEGER),
	/** Visits of a client, balances read in them, and single payments and charges that were typed. */
	visits: 400,
	readings: 6_000,
	recordedEvents: 2_000,
	/** Amounts of single months that came in or were needed, as they were typed. */
	recordedMoney: 4_000,
	/** Steps of an index that is asked about. */
	indexSteps: 12,
	/** People of one household. */
	people: 4,
	/** Lines on each side of a household's sheet. */
	sheetLines: 30,
	/** The most months that a debt can be paid off in. */
	months: 1200,
	/** Every date of a case lies within so many years before and after the day of its figures. */
	span: { before: 50, after: 100 },
	/** Years in which a case's figures may be as of. */
	years: { first: 1990, last: 2100 }
} as const;
