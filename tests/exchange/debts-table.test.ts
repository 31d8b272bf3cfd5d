import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { debtOf, flatOf, type Field } from '../../src/lib/exchange/debt-columns';
import { debtsCsv } from '../../src/lib/exchange/debts-csv';
import { takenTable, type Reader } from '../../src/lib/exchange/debts-table';
import { tableUnder } from '../../src/lib/exchange/tables-on-sheet';
import { tableQuestion } from '../../src/lib/words/imports';
import { plain } from '../../src/lib/messages/sentence';
import { rowsOfText, type Row } from '../../src/lib/exchange/table';
import { emptyDebt } from '../../src/lib/document/debt';
import { writingOf } from '../../src/lib/reading/writing';
import { USUAL_STYLE } from '../../src/lib/messages/style';
import { anyDocument } from '../support/documents';
import { usd } from '../support/said';

const asOf = '2026-12-15' as CalendarDate;
const reader: Reader = { name: 'a list', writing: usd, asOf };
const kwd = writingOf({ currency: { code: 'KWD', digits: 3 }, style: USUAL_STYLE });
const taken = (rows: readonly Row[] | string, more: Partial<Reader> = {}) =>
	takenTable(typeof rows === 'string' ? rowsOfText(rows, 'a list', usd) : rows, {
		...reader,
		...more
	});
const flats = (...args: Parameters<typeof taken>) => taken(...args).lines.map(({ flat }) => flat);

describe('headings', () => {
	it.each<[string, Field]>([
		['Creditor', 'name'],
		['CREDITOR NAME', 'creditor'],
		['Card', 'name'],
		['Who / what', 'note'],
		['APR', 'annualRate'],
		['APR (%)', 'annualRate'],
		['Interest rate', 'annualRate'],
		['int. rate', 'annualRate'],
		['Min. payment', 'amount'],
		['Min Pmt', 'amount'],
		['Minimum due (USD)', 'amount'],
		['monthly payment', 'amount'],
		['Owed', 'balance'],
		['Amount owed $', 'balance'],
		['  current   balance ', 'balance'],
		['Outstanding', 'balance'],
		['Due', 'firstDue'],
		['Due day', 'firstDue'],
		['Next due date', 'firstDue'],
		['Acct #', 'account'],
		['Account no.', 'account'],
		['Credit line', 'limit'],
		['Past-due amount', 'pastDue'],
		['Comments', 'note']
	])('%s is %s', (heading, field) => {
		const other = field === 'balance' ? 'APR' : 'Balance';
		const { fields } = taken([
			[heading, other, 'Joint'],
			['1', '2', 'no']
		]);
		expect(fields[0]).toBe(field === 'note' && heading.startsWith('Who') ? null : field);
	});

	it('gives each meaning to one column, the best first', () => {
		const both = [['Creditor', 'Card', 'Payment', 'Minimum payment', 'Owed', 'Shoe size']];
		expect(taken(both).fields).toEqual([
			'creditor',
			'name',
			'paysAmount',
			'amount',
			'balance',
			null
		]);
	});

	it('takes neither of two columns of one meaning before it is said which', () => {
		const rows = [
			['Balance', 'APR', 'Owed'],
			['100', '2', '300']
		];
		const asked = taken(rows);
		expect([asked.fields, asked.twins]).toEqual([
			[null, 'annualRate', null],
			{ field: 'balance', columns: [0, 2] }
		]);
		const question = tableQuestion(asked, () => null, usd);
		expect(plain(question?.sentence ?? [])).toBe(
			'Which column is the balance: “Balance” or “Owed”?'
		);
		const [, second] = question?.answers ?? [];
		const answered = taken(rows, { fields: second?.fields });
		expect(answered.twins).toBeNull();
		expect(answered.lines[0]?.flat).toMatchObject({ balance: 30_000, annualRate: 20_000 });
	});

	it.each([
		['Deuda;Saldo;Tasa de interés;Cuota mensual;Vencimiento', 'Totales'],
		['Dette;Reste dû;Taux d’intérêt;Mensualité;Échéance', 'Somme'],
		['Gläubiger;Restschuld;Zinssatz p. a.;Monatsrate;Fällig am', 'Gesamtsumme'],
		['Debt;Balance;Annual rate;Payment;Due', 'Grand total']
	])('are known in four languages, and so are totals: %s', (head, total) => {
		const { fields, lines, totals } = taken(
			`${head}\nEins;1.200,50;22,49 %;30,00;15\nZwei;800,00;0 %;20,00;3\n${total};2.000,50;;50,00;`
		);
		expect(fields).toEqual(['name', 'balance', 'annualRate', 'amount', 'firstDue']);
		expect(
			lines.map(({ flat }) => [flat.name, flat.balance, flat.annualRate, flat.amount])
		).toEqual([
			['Eins', 120_050, 224_900, 3_000],
			['Zwei', 80_000, 0, 2_000]
		]);
		expect(totals).toBe(1);
	});

	it('refuses amounts of another currency than the case’s', () => {
		const euros = ['Name', 'Balance (EUR)'];
		expect(() => taken([euros, ['One', '100.00']])).toThrow(
			'“a list” has “Balance (EUR)” in EUR, but this case is in USD.'
		);
	});

	it('are in the row that is picked, below a row of groups too', () => {
		const rows = [
			['Household', '', 'Money', ''],
			['Name', 'Balance', 'Rate', 'Sum asked'],
			['One', '100.00', '5 %', '10.00']
		];
		expect(taken(rows).place.head).toBe(1);
		// Groups of which more is known than of the headings below them are a dead end no more.
		const grouped = [
			['Name', 'Balance', 'Rate'],
			['called', 'open', 'a year'],
			['One', '100.00', '5 %']
		];
		expect(taken(grouped).lines[0]?.flat.name).toBe('called');
		const picked = taken(grouped, {
			place: tableUnder(grouped, 1),
			fields: ['name', 'balance', 'annualRate']
		});
		expect(picked.lines.map(({ row, flat }) => [row, flat.name, flat.balance])).toEqual([
			[3, 'One', 10_000]
		]);
		expect(taken(rows, { place: tableUnder(rows, null) }).lines).toHaveLength(3);
	});

	it('begin each table of a sheet, one below the other or side by side', () => {
		const cards = [
			['Name', 'Balance', 'Rate'],
			['One', '100.00', '5 %'],
			['Two', '200.00', '6 %']
		];
		const loans = [
			['Creditor', 'Owed'],
			['Three', '300.00']
		];
		const below = [['Cards'], ...cards, [], ['Loans'], ...loans];
		const first = taken(below);
		expect(first.lines.map(({ flat }) => flat.name)).toEqual(['One', 'Two']);
		expect(first.others).toMatchObject([{ head: 6, title: 'Loans' }]);
		const [other] = first.others;
		const second = taken(below, { place: other });
		expect(second.lines.map(({ row, flat }) => [row, flat.name, flat.balance])).toEqual([
			[8, 'Three', 30_000]
		]);
		const beside = cards.map((row, at) => [...row, '', ...(loans[at] ?? ['', ''])]);
		expect(flats(beside).map(({ name }) => name)).toEqual(['One', 'Two']);
		const [right] = taken(beside).others;
		expect(flats(beside, { place: right }).map(({ name, balance }) => [name, balance])).toEqual([
			['Three', 30_000]
		]);
	});

	it('finds them below titles and empty rows, and leaves totals below out', () => {
		const table = taken([
			['Our debts, autumn'],
			[],
			['as of', 'December'],
			['Name', 'APR', 'Owed'],
			['', '', ''],
			['One', '20', '100'],
			['Totally Fair Loans', '10', '300'],
			['Total', '', '400']
		]);
		expect(table.lines.map(({ row, flat }) => [row, flat.name])).toEqual([
			[6, 'One'],
			[7, 'Totally Fair Loans']
		]);
		expect(table.totals).toBe(1);
		const unnamed = taken([
			['Name', 'Owed'],
			['One', '100'],
			['Two', '300'],
			['', '400']
		]);
		expect(unnamed.lines).toHaveLength(2);
		expect(
			taken([
				['Name', 'Owed'],
				['One', '100'],
				['Two', '300'],
				['', '401']
			]).lines
		).toHaveLength(3);
	});

	it('guesses by what stands in the columns where there are none', () => {
		expect(taken('Quillmark, 4182.36, 22.49%, 80, 15 Jan').fields).toEqual([
			'name',
			'balance',
			'annualRate',
			'amount',
			'firstDue'
		]);
		// What stands before a number is no month; small whole numbers at the end are days.
		expect(taken('Card 1\t100\t20 %\t35\t15\nCard 2\t200\t30 %\t40\t20').fields).toEqual([
			'name',
			'balance',
			'annualRate',
			'amount',
			'firstDue'
		]);
		expect(taken('One\t100\t20\nTwo\t200\t30').fields).toEqual(['name', 'balance', 'annualRate']);
	});
});

describe('numbers, by the whole', () => {
	const balances = (cells: readonly string[], more: Partial<Reader> = {}) => {
		const table = taken([['Name', 'Owed'], ...cells.map((cell) => ['x', cell])], more);
		return [table.numbers, ...table.lines.map(({ flat }) => flat.balance ?? null)];
	};
	const one = (is: string) => ({ is, how: 'one' });

	it.each<[readonly string[], string, readonly number[]]>([
		[['4,182.36'], 'point', [418_236]],
		[['4182.36', '12'], 'point', [418_236, 1_200]],
		[['1.234,56'], 'comma', [123_456]],
		[['1 234,56', '12,5'], 'comma', [123_456, 1_250]],
		[['1\u202f234,56'], 'comma', [123_456]],
		[["1'234.56"], 'point', [123_456]],
		[['1’234’567.5'], 'point', [123_456_750]],
		[['€ 12,30'], 'comma', [1_230]],
		[['12k', '1.5k'], 'point', [1_200_000, 150_000]],
		[['$4,182'], 'point', [418_200]],
		[['4.182', '1.250,00'], 'comma', [418_200, 125_000]],
		[['4.182', '12.50'], 'point', []],
		[['USD 99'], 'point', [9_900]],
		[['1.234.567'], 'comma', [123_456_700]],
		[['0'], 'point', [0]],
		[['7.'], 'point', [700]]
	])('%j is written with a %s', (cells, numbers, amounts) => {
		const eur = writingOf({ currency: { code: 'EUR', digits: 2 }, style: USUAL_STYLE });
		const isEuro = cells.some((cell) => cell.includes('€'));
		const [found, ...read] = balances(cells, isEuro ? { writing: eur } : {});
		expect(found).toMatchObject({ is: numbers });
		if (amounts.length > 0) expect(read).toEqual(amounts);
	});

	it('asks where either way reads all of it and means something else', () => {
		expect(balances(['4.180', '9.250'])[0]).toEqual({ is: 'point', how: 'either' });
		expect(balances(['4.180', '12.50'])).toEqual([one('point'), 418, 1_250]);
		expect(balances(['4.180', '9.250'], { style: { numbers: 'comma' } }).slice(1)).toEqual([
			418_000, 925_000
		]);
		// Three decimals are possible in some currencies, and then a comma can be either.
		expect(balances(['4,182'], { writing: kwd })[0]).toEqual({ is: 'point', how: 'either' });
	});

	it('says what can’t be read, and why', () => {
		const [line] = taken([
			['Name', 'Owed', 'APR'],
			['x', 'a lot', '22,49']
		]).lines;
		expect(line?.unread).toEqual([
			{
				field: 'balance',
				typed: 'a lot',
				problem: expect.stringContaining('is not an amount') as string
			}
		]);
		expect(line?.flat.annualRate).toBe(224_900);
		expect(balances(['12.50', '1.234,56'])[0]).toMatchObject({ how: 'mixed' });
	});
});

describe('rates, minimums and dates', () => {
	const cell = (heading: string, written: string) =>
		flats([
			['Name', 'Owed', heading],
			['x', '1', written]
		])[0];

	it.each([
		['22.49', 224_900],
		['22.49%', 224_900],
		['22.49 %', 224_900],
		['0.2249', 224_900],
		['22,49', 224_900],
		['0', 0],
		['0%', 0],
		['0.5%', 5_000]
	])('a rate of %s', (written, rate) => {
		expect(cell('APR', written)?.annualRate).toBe(rate);
	});

	it('reads parts of one only where all are', () => {
		const rates = (...cells: string[]) =>
			flats([['Name', 'APR'], ...cells.map((one) => ['x', one])]).map((flat) => flat.annualRate);
		expect(rates('0.2249', '0.18', '0')).toEqual([224_900, 180_000, 0]);
		expect(rates('0.9', '18')).toEqual([9_000, 180_000]);
	});

	it.each([
		['35', { amount: 3_500 }],
		['$35.00', { amount: 3_500 }],
		['3 %', { rule: 'percent', percent: 30_000 }],
		['3%, min 25', { rule: 'percent', percent: 30_000, floor: 2_500 }],
		['2.5 % or at least $25.00', { rule: 'percent', percent: 25_000, floor: 2_500 }],
		['interest + 1 %', { rule: 'interest-plus', percent: 10_000 }],
		['Interest plus 1%, at least 25', { rule: 'interest-plus', percent: 10_000, floor: 2_500 }]
	])('a minimum of %s', (written, said) => {
		expect(cell('Minimum', written)).toMatchObject(said);
	});

	it.each([
		['2027-01-15', '2027-01-15'],
		['15 Jan 2027', '2027-01-15'],
		['January 15, 2027', '2027-01-15'],
		['1/15/2027', '2027-01-15'],
		['15-01-2027', '2027-01-15'],
		['15.1.2027', '2027-01-15'],
		['15', '2027-01-15'],
		['15th', '2027-01-15'],
		['20', '2026-12-20']
	])('due on %s', (written, day) => {
		expect(cell('Due', written)?.firstDue).toBe(day);
	});

	it('reads all dates in one order, and asks where none of them shows which', () => {
		const due = (...cells: string[]) => {
			const table = taken([['Name', 'Due'], ...cells.map((one) => ['x', one])]);
			return [table.dates.how, table.dates.is, ...table.lines.map(({ flat }) => flat.firstDue)];
		};
		expect(due('3/4/2027', '1/15/2027')).toEqual(['one', 'month', '2027-03-04', '2027-01-15']);
		expect(due('3/4/2027', '15/1/2027')).toEqual(['one', 'day', '2027-04-03', '2027-01-15']);
		expect(due('3/4/2027')).toEqual(['either', 'day', '2027-04-03']);
		expect(due('4/4/2027')[0]).toBe('one');
	});

	it('takes what a workbook knows as numbers and days', () => {
		const [flat] = flats([
			['Name', 'APR', 'Owed', 'Due', 'Minimum'],
			[
				'x',
				{ number: 0.2249, isShare: true },
				{ number: 4182.360_000_000_1, isShare: false },
				{ day: '2027-01-15' as CalendarDate },
				{ number: 0.03, isShare: true }
			]
		]);
		expect(flat).toEqual({
			name: 'x',
			annualRate: 224_900,
			balance: 418_236,
			firstDue: '2027-01-15',
			rule: 'percent',
			percent: 30_000
		});
	});
});

describe('the day of a balance', () => {
	const line = (day: string, due: string) => {
		const [only] = taken(`Name,Owed,Balance on,Due\nx,5.00,${day},${due}`).lines;
		return only;
	};

	it('is in the past, and the first due date after it', () => {
		expect(line('1 Dec', '10 Dec 2026')?.flat).toMatchObject({
			balanceOn: '2026-12-01',
			firstDue: '2026-12-10'
		});
		expect(line('2026-12-15', '2026-12-10')?.unread).toMatchObject([{ field: 'firstDue' }]);
	});

	it('is refused after that of the figures', () => {
		const [unread] = line('2026-12-16', '2027-01-10')?.unread ?? [];
		expect(unread).toEqual({
			field: 'balanceOn',
			typed: '2026-12-16',
			problem:
				'The date of this balance is after the date of the case’s balances, 15 Dec 2026. A date up to 15 Dec 2026.'
		});
	});
});

describe('text', () => {
	it.each([
		['tabs', 'One\t1,200.50\t20\nTwo\t3\t4'],
		['semicolons', 'One;1,200.50;20\nTwo;3;4'],
		['commas and quotes', 'One,"1,200.50",20\nTwo,3,4'],
		['a typed list', 'One, 1,200.50, 20\nTwo, 3, 4']
	])('with %s', (_, written) => {
		expect(flats(written).map(({ name, balance }) => [name, balance])).toEqual([
			['One', 120_050],
			['Two', 300]
		]);
	});
});

/** A balance without its identity, which no table has. */
const unnamed = <T extends { readonly id: string }>({ id: _, ...balance }: T) => balance;

it('debts as CSV come back as they were, what happens to them aside', () => {
	fc.assert(
		fc.property(anyDocument, fc.boolean(), ({ debts, people, currency, style }, other) => {
			const money = other ? kwd.currency : currency;
			const written = debtsCsv(debts, { currency: money, people });
			const writing = { ...writingOf({ currency: money, style }) };
			const { lines, totals } = takenTable(rowsOfText(written, 'debts.csv', usd), {
				...reader,
				writing
			});
			expect(lines.flatMap(({ unread }) => unread)).toEqual([]);
			expect(totals).toBe(0);
			const back = lines.map(({ flat }, at) => debtOf(flat, debts[at]?.id ?? '', people));
			const plain = debts.map((debt) => {
				const { usual, follows, events, compared, baseline, statement, transactions, withdrawn } =
					emptyDebt(debt.id);
				const now = { balanceAssumed: false, balances: debt.balances.map(unnamed) };
				return {
					...debt,
					...now,
					usual,
					follows,
					events,
					compared,
					baseline,
					statement,
					transactions,
					withdrawn
				};
			});
			const known = back.map((debt) => ({ ...debt, balances: debt.balances.map(unnamed) }));
			expect(known).toEqual(plain);
			expect(back.map((debt) => flatOf(debt, people))).toEqual(lines.map(({ flat }) => flat));
		})
	);
});

it('a way of paying is read as earlier versions wrote it', () => {
	const ways = (way: string) => flats(`Name,Balance,Way of paying\nOne,300,${way}`)[0]?.pays;
	// Words that every object has a field of are words like any other.
	for (const word of ['constructor', 'toString', '__proto__']) expect(ways(word)).toBeUndefined();
	expect([ways('required'), ways('asked'), ways('gift')]).toEqual([
		'required',
		'required',
		undefined
	]);
});

it('writes no text that a sheet would run', () => {
	const debt = { ...emptyDebt(crypto.randomUUID()), name: '=1+1' };
	const [, line] = debtsCsv([debt], { ...usd, people: [] }).split('\r\n');
	expect(line?.startsWith("'=1+1,")).toBe(true);
});

describe('the balances of a card', () => {
	const read = (cell: string) =>
		takenTable(rowsOfText(`Name,Balances\nLindgate card,"${cell}"`, 'debts.csv', usd), reader)
			.lines[0];

	it('are read from one cell, and their sum is what is owed', () => {
		const line = read(
			'Purchases: 2302.36 at 24.99 %; Heater\\: hall: 1500.00 at 29.99 % by 2028-01-10, deferred 42.10'
		);
		expect(line?.unread).toEqual([]);
		expect(line && debtOf(line.flat, 'x', [])).toMatchObject({
			balance: 380_236,
			annualRate: 299_900,
			balances: [
				{ name: 'Purchases', balance: 230_236, annualRate: 249_900, deferral: null },
				{ name: 'Heater: hall', deferral: { by: '2028-01-10', annualRate: null, accrued: 4_210 } }
			]
		});
	});

	it.each([
		'Purchases 2302.36',
		'Purchases: much at 24.99 %',
		'Purchases: 1.00 at 24.99 % by soon',
		'Purchases: 1.00 at 2400.99 %',
		': : :'
	])('are refused with an example where a cell says no such thing: %s', (cell) => {
		const line = read(cell);
		expect(line?.unread).toHaveLength(1);
		expect(line?.flat.balances).toBeUndefined();
	});
});
