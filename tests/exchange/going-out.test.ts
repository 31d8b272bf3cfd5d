import ICAL from 'ical.js';
import fc from 'fast-check';
import { simpleParser } from 'mailparser';
import Papa from 'papaparse';
import { describe, expect, it } from 'vitest';
import { paymentsOf } from '../../src/lib/core/plan/payments';
import { addMonths, type CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { newChange, withProposedTerms } from '../../src/lib/desk/plan-entry';
import { withGiven } from '../../src/lib/document/calendar';
import type { CaseDocument } from '../../src/lib/document/case';
import type { PlanEntry } from '../../src/lib/document/plan';
import { owedInAll } from '../../src/lib/core/plan/answers';
import { carryOut } from '../../src/lib/core/debt/ways';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { statedDebt } from '../../src/lib/document/debt';
import { calendarOf, type CalendarWanted } from '../../src/lib/exchange/calendar';
import { emlOf } from '../../src/lib/exchange/mail';
import { planCsv, plansCsv } from '../../src/lib/exchange/plan-csv';
import { scheduleCsv } from '../../src/lib/exchange/schedule-csv';
import { madeFile, NothingToMake, type OutgoingKind } from '../../src/lib/handout/outgoing';
import { handoutWriting } from '../../src/lib/handout/handout';
import { caseDocument } from '../../src/lib/document/schema/case';
import { demoCases, demoPlans, handedIn } from '../support/demo-cases';
import { ofWhich, runs } from '../support/random';

const tools = { pdf: () => Promise.resolve(new Uint8Array([1])) };
const rowsOf = (csv: string): string[][] =>
	Papa.parse<string[]>(csv, { skipEmptyLines: true }).data;

function wantedOf({ document, entry }: (typeof demoPlans)[number]): CalendarWanted {
	const { debts, plan } = carriedPlan(document, entry);
	return {
		id: entry.id,
		name: document.label,
		debts,
		plan,
		creditorOf: (id) => document.debts.find((debt) => debt.id === id)?.name ?? 'New debt',
		months: 1200,
		each: 'payment',
		paydays: [],
		depositDay: null,
		standing: 'agreed' as const,
		sequence: 1,
		made: new Date('2026-12-15T08:00:00Z'),
		cancelled: [],
		writing: handoutWriting(document)
	};
}

const eventsIn = (file: string) =>
	new ICAL.Component(ICAL.parse(file) as string).getAllSubcomponents('vevent').map((event) => ({
		uid: String(event.getFirstPropertyValue('uid')),
		date: String(event.getFirstPropertyValue('dtstart')),
		summary: String(event.getFirstPropertyValue('summary')),
		alarm: String(event.getFirstSubcomponent('valarm')?.getFirstPropertyValue('trigger'))
	}));

/** By identifier: which revision an event is of, when that was made, and whether it is cancelled. */
const revisionsIn = (file: string) =>
	new Map(
		new ICAL.Component(ICAL.parse(file) as string).getAllSubcomponents('vevent').map((event) => [
			String(event.getFirstPropertyValue('uid')),
			{
				sequence: Number(event.getFirstPropertyValue('sequence')),
				stamp: String(event.getFirstPropertyValue('dtstamp')),
				status: event.getFirstPropertyValue('status')
			}
		])
	);

describe('the calendar of a plan', () => {
	it('has an event for every payment, on its due date, with its amount and a reminder', () => {
		for (const one of demoPlans) {
			const wanted = wantedOf(one);
			const events = eventsIn(calendarOf(wanted));
			const payments = paymentsOf(wanted.debts, wanted.plan);
			const fees = wanted.plan.kept.filter(({ fees }) => fees > 0);
			expect(events).toHaveLength(payments.length + fees.length);
			payments.forEach(({ date, amount, index }, at) => {
				const event = events[at];
				expect(event?.date).toBe(date);
				const cents = Number(
					/ \$([\d,.]+)/.exec(event?.summary ?? '')?.[1]?.replaceAll(/[,.]/g, '')
				);
				expect(cents).toBe(amount);
				expect(event?.summary).toContain(wanted.creditorOf(wanted.debts[index]?.id ?? ''));
				expect(event?.alarm).toBe('-P3D');
			});
		}
	});

	it('written again has the same identifiers, also when the plan pays otherwise', () => {
		const [one] = demoPlans;
		if (!one) throw new Error('a plan');
		const wanted = wantedOf(one);
		expect(calendarOf(wanted)).toBe(calendarOf(wanted));
		const budget = { kind: 'constant' as const, amount: 90_000 as never };
		const other = wantedOf({ ...one, entry: { ...one.entry, budget } });
		const [mine, theirs] = [wanted, other].map(
			(of) => new Set(eventsIn(calendarOf(of)).map(({ uid }) => uid))
		);
		const shared = [...(mine ?? [])].filter((uid) => theirs?.has(uid));
		expect(shared.length).toBeGreaterThan(80);
		expect(mine?.size).toBe(eventsIn(calendarOf(wanted)).length);
	});

	it('given out again after a change replaces, and cancels what is not paid any more', async () => {
		const [ferry] = demoCases;
		const [entry] = ferry?.plans ?? [];
		if (!ferry || !entry) throw new Error('a plan');
		const subject = { of: 'plan', id: entry.id } as const;
		const calendar = { months: 36, each: 'payment' } as const;
		const taken = async (document: CaseDocument, made: string, cancels = true) =>
			madeFile({ document, subject, kind: 'ics', calendar, made, cancels }, tools);
		const before = await taken(ferry, '2026-12-15T08:00:00Z');
		expect(new TextDecoder().decode(before.bytes).endsWith('END:VCALENDAR\r\n')).toBe(true);
		// Twice as much a month: the debts are paid off sooner, and their last payments are gone.
		const budget = { kind: 'constant' as const, amount: cents(180_000) };
		const changed = {
			...ferry,
			plans: [{ ...entry, budget }],
			calendar: withGiven(ferry.calendar, before.given ?? [], ferry.asOf)
		};
		const after = await taken(changed, '2026-12-15T08:05:00Z');
		const events = [before, after].map(({ bytes }) => revisionsIn(new TextDecoder().decode(bytes)));
		const [first, second] = events;
		const still = new Set((after.given ?? []).map(({ event }) => event));
		expect(second?.size).toBe(first?.size);
		let cancelled = 0;
		for (const [uid, then] of first ?? []) {
			const now = second?.get(uid);
			expect(now?.sequence).toBe(then.sequence + 1);
			expect(String(now?.stamp) > String(then.stamp)).toBe(true);
			if (now?.status === 'CANCELLED') cancelled += 1;
		}
		expect(cancelled).toBe((before.given ?? []).filter(({ event }) => !still.has(event)).length);
		expect(cancelled).toBeGreaterThan(ofWhich(20));
		// What is written without being remembered cancels nothing.
		const alone = revisionsIn(
			new TextDecoder().decode((await taken(changed, '2026-12-15T08:05:00Z', false)).bytes)
		);
		expect([...alone.values()].filter(({ status }) => status === 'CANCELLED')).toEqual([]);
		// What was cancelled once is cancelled again as long as it lies ahead, and then forgotten.
		const later = withGiven(changed.calendar, after.given ?? [], '2040-01-01' as CalendarDate);
		expect(later.given).toHaveLength(after.given?.length ?? 0);
		expect(later.sequence).toBe(2);
	});

	it('has the fee of an agreement, so that its month adds up to what leaves the account', () => {
		const one = demoPlans.find(({ document, entry }) =>
			carriedPlan(document, entry).plan.kept.some(({ fees }) => fees > 0)
		);
		if (!one) throw new Error('a plan with fees');
		const wanted = { ...wantedOf(one), each: 'day' as const, months: 12 };
		const months = new Map<string, number>();
		for (const { date, summary } of eventsIn(calendarOf(wanted))) {
			const amount = Number(/ \$([\d,.]+)/.exec(summary)?.[1]?.replaceAll(/[,.]/g, ''));
			months.set(date.slice(0, 7), (months.get(date.slice(0, 7)) ?? 0) + amount);
		}
		for (const { month, paid, fees } of wanted.plan.kept.slice(0, 12)) {
			const start = addMonths(wanted.plan.firstMonth, month - 1).slice(0, 7);
			expect(months.get(start) ?? 0).toBe(paid + fees);
		}
	});

	it('has the days of income where they are wanted, and remembers them like payments', async () => {
		const [ferry] = demoCases;
		const [entry] = ferry?.plans ?? [];
		if (!ferry || !entry) throw new Error('a plan');
		const subject = { of: 'plan', id: entry.id } as const;
		const made = async (paydays: boolean) => {
			const calendar = { months: 3, each: 'payment', paydays } as const;
			const { bytes, given = [] } = await madeFile(
				{ document: ferry, subject, kind: 'ics', calendar },
				tools
			);
			return { events: eventsIn(new TextDecoder().decode(bytes)), given };
		};
		const [without, both] = [await made(false), await made(true)];
		// Twelve Fridays from 8 January on and three month ends.
		const paydays = both.events.filter(({ summary }) => summary.includes('comes in'));
		expect(paydays).toHaveLength(15);
		expect(paydays[0]).toMatchObject({
			date: '2027-01-08',
			summary: 'ferry, weekly wage: $420.00 comes in',
			alarm: 'undefined'
		});
		expect(both.events).toHaveLength(without.events.length + 15);
		expect(both.given).toHaveLength(without.given.length + 15);
		expect(
			caseDocument.safeParse({
				...ferry,
				calendar: withGiven(ferry.calendar, both.given, ferry.asOf)
			}).success
		).toBe(true);
	});

	it('is refused for a plan that never ends or can’t be carried out, and marks assumed terms', async () => {
		const [ferry] = demoCases;
		const [entry] = ferry?.plans ?? [];
		if (!ferry || !entry) throw new Error('a plan');
		const made = (plan: PlanEntry, kind: OutgoingKind) =>
			madeFile(
				{ document: { ...ferry, plans: [plan] }, subject: { of: 'plan', id: plan.id }, kind },
				tools
			);
		const poor = { ...entry, budget: { kind: 'constant' as const, amount: cents(1_000) } };
		for (const kind of ['ics', 'csv'] as const) {
			await expect(made(poor, kind)).rejects.toThrow('endless plan');
		}
		const open = { ...entry, changes: [newChange('consolidate', ferry)] };
		for (const kind of ['ics', 'csv', 'pdf', 'xlsx'] as const) {
			await expect(made(open, kind)).rejects.toThrow('incomplete changes');
		}
		const assumed = { ...open, changes: open.changes.map((one) => withProposedTerms(one, ferry)) };
		const text = async (kind: OutgoingKind) =>
			new TextDecoder().decode((await made(assumed, kind)).bytes);
		expect(await text('ics')).toContain('(assumed)');
		expect(await text('csv')).toMatch(/,Terms\r?\n1,.*,assumed\r?\n/);
		expect(await text('svg')).toContain('(assumed)');
		expect((await made(assumed, 'xlsx')).name).toContain('assumed');
	});

	it('has so many months, and one event a day where that is chosen', () => {
		const [one] = demoPlans;
		if (!one) throw new Error('a plan');
		const wanted = { ...wantedOf(one), months: 6 };
		const payments = paymentsOf(wanted.debts, wanted.plan).filter(({ month }) => month <= 6);
		expect(eventsIn(calendarOf(wanted))).toHaveLength(payments.length);
		// All due on one day are one event with the sum of them.
		const sameDay = wanted.debts.map((debt) => ({
			...debt,
			terms: { ...debt.terms, firstDue: '2027-01-15' as never }
		}));
		const daily = eventsIn(calendarOf({ ...wanted, debts: sameDay, each: 'day' }));
		expect(daily.length).toBeLessThanOrEqual(6);
		expect(daily[0]?.summary).toMatch(/^Pay \$890\.00 in 6 payments$/);
	});

	it('speaks the language of the handout', async () => {
		const [ferry] = demoCases;
		if (!ferry) throw new Error('a case');
		const document = handedIn(ferry, { language: 'es' });
		const subject = { of: 'plan', id: document.plans[0]?.id ?? '' } as const;
		const file = await madeFile({ document, subject, kind: 'ics' }, tools);
		expect(new TextDecoder().decode(file.bytes)).toContain(
			'SUMMARY:Pagar $121.00 a Quillmark card'
		);
		expect(file.name).toBe('tolliver-household-ferry-and-bakery-highest-rate-first.ics');
	});
});

describe('a plan as CSV', () => {
	it('has every month, and adds up', () => {
		for (const { document, entry } of demoPlans) {
			const { plan } = carriedPlan(document, entry);
			const debts = plan.debts.map(({ id }, index) => ({ index, name: `=${id}` }));
			const [head = [], ...rows] = rowsOf(planCsv(plan, debts, document.currency, 'agreed'));
			expect(rows).toHaveLength(plan.months);
			const column = (name: string) =>
				rows.map((row) => Math.round(100 * Number(row[head.indexOf(name)])));
			const sum = (of: readonly number[]) => of.reduce((all, one) => all + one, 0);
			expect(sum(column('Interest (USD)'))).toBe(plan.totalInterest);
			plan.debts.forEach(({ paid, id }) => expect(sum(column(`'=${id}: paid (USD)`))).toBe(paid));
			expect(column('Owed (USD)')).toEqual(plan.kept.map(({ month }) => owedInAll(plan, month)));
		}
	});

	it('has a row for each plan beside the others, and no cell that a sheet would run', () => {
		const [ferry] = demoCases;
		if (!ferry) throw new Error('a case');
		const names = ['=1+1', 'with "quotes", commas', 'two\nlines', '@cmd', '-2', '\tx'];
		const { plan } = carriedPlan(ferry, ferry.plans[0] as never);
		const rows = rowsOf(
			plansCsv(
				names.map((name) => ({ name, plan, standing: 'agreed' as const })),
				ferry.currency
			)
		).slice(1);
		expect(rows.map(([name]) => name)).toEqual([
			"'=1+1",
			names[1],
			names[2],
			"'@cmd",
			"'-2",
			"'\tx"
		]);
		expect(rows[0]?.slice(1, 3)).toEqual(['2029-07-10', '31']);
	});

	it('is a debt’s schedule to the last payment', () => {
		const [card] = demoCases[0]?.debts ?? [];
		const stated = card && statedDebt(card, '2026-12-15' as never);
		if (!stated) throw new Error('a debt');
		const { run } = carryOut(stated, { kind: 'paid' });
		const rows = rowsOf(scheduleCsv(run, { code: 'USD', digits: 2 }));
		expect(rows).toHaveLength(run.periods + 2);
		expect(rows.at(-1)?.[8]).toBe('0.00');
		expect(rows[1]?.slice(0, 2)).toEqual(['0', '2026-12-15']);
	});
});

describe('a message', () => {
	const message = {
		to: { name: 'Tolliver', address: 'tolliver@harbour.example' },
		subject: 'Your plan',
		text: 'Hello,\n\nthis is <it> & more.\nBye',
		language: 'en',
		attachments: [],
		date: new Date('2026-12-15T12:00:00Z'),
		id: '7a1f6f0e-2c11-4a9b-9a55-0b8a52c5f009'
	};
	const read = async (of: object) => simpleParser(Buffer.from(await emlOf({ ...message, ...of })));

	it('is read back as it was written: headers, both bodies, attachments byte for byte', async () => {
		const bytes = Uint8Array.from({ length: 5_000 }, (_, at) => (at * 7) % 256);
		const attachments = [
			{ name: 'plan.pdf', type: 'application/pdf', bytes },
			{ name: 'pagos año.ics', type: 'text/calendar; charset=utf-8', bytes: bytes.slice(0, 77) },
			{ name: 'plan.xlsx', type: 'application/octet-stream', bytes: bytes.slice(9) }
		];
		const mail = await read({ attachments });
		expect(mail.subject).toBe('Your plan');
		expect(mail.to).toMatchObject({ text: '"Tolliver" <tolliver@harbour.example>' });
		expect(mail.from?.text).toContain('outbox@residuum.invalid');
		expect(mail.date?.toISOString()).toBe('2026-12-15T12:00:00.000Z');
		expect(mail.text?.trim()).toBe('Hello,\n\nthis is <it> & more.\nBye');
		expect(mail.html).toContain('<p>this is &lt;it&gt; &amp; more.<br>Bye</p>');
		expect(mail.attachments.map(({ filename }) => filename)).toEqual(
			attachments.map(({ name }) => name)
		);
		mail.attachments.forEach(({ content }, at) =>
			expect(new Uint8Array(content)).toEqual(attachments[at]?.bytes)
		);
	});

	it('has no header of somebody else’s making, whatever is in a name or a subject', async () => {
		const nasty = fc.array(
			fc.constantFrom(
				'a',
				'é',
				'"',
				'\\',
				'\r\n',
				'\n',
				' ',
				'Bcc: x@y.example',
				',',
				'<',
				'>',
				';',
				'日',
				':'
			),
			{ minLength: 1, maxLength: 8 }
		);
		await fc.assert(
			fc.asyncProperty(nasty, nasty, async (name, subject) => {
				const mail = await read({
					to: { name: name.join(''), address: 'client@harbour.example' },
					subject: subject.join('') || 'x'
				});
				expect([...mail.headers.keys()].sort()).toEqual(
					[
						'content-language',
						'content-type',
						'date',
						'from',
						'message-id',
						'mime-version',
						'subject',
						'to'
					].filter((key) => key !== 'subject' || subject.join('').trim() !== '')
				);
				const to = Array.isArray(mail.to) ? mail.to : mail.to ? [mail.to] : [];
				expect(to.flatMap(({ value }) => value.map(({ address }) => address))).toEqual([
					'client@harbour.example'
				]);
			}),
			{ numRuns: runs(60) }
		);
	});
});

describe('files that go out', () => {
	it('are made of what is there, and refused where something is missing', async () => {
		const [ferry] = demoCases;
		if (!ferry) throw new Error('a case');
		const [card] = ferry.debts;
		const bare = { ...ferry, debts: [{ ...card, balance: null } as never] };
		await expect(
			madeFile({ document: bare, subject: { of: 'debt', id: card?.id ?? '' }, kind: 'csv' }, tools)
		).rejects.toThrow(NothingToMake);
		const empty = { ...ferry, debts: [] };
		const plan = { of: 'plan', id: ferry.plans[0]?.id ?? '' } as const;
		for (const kind of ['xlsx', 'ics', 'csv', 'svg'] as const) {
			await expect(madeFile({ document: empty, subject: plan, kind }, tools)).rejects.toThrow(
				NothingToMake
			);
		}
		const hidden = { ...ferry, plans: ferry.plans.map((one) => ({ ...one, hidden: true })) };
		await expect(
			madeFile({ document: hidden, subject: { of: 'plans' }, kind: 'svg' }, tools)
		).rejects.toThrow(NothingToMake);
		const svg = await madeFile({ document: ferry, subject: { of: 'plans' }, kind: 'svg' }, tools);
		expect(new TextDecoder().decode(svg.bytes)).toMatch(/^<svg [^>]*>.*<\/svg>$/s);
		expect(svg.name).toBe('tolliver-household-ferry-and-bakery-plans-side-by-side.svg');
	});
});

describe('the deposits of a case as a table', () => {
	it('have every payment of the plan once, and each deposit adds up to zero with what is done with it', async () => {
		let payments = 0;
		for (const { document, entry } of demoPlans) {
			const programme = {
				day: 2,
				setUpFee: cents(3_000),
				monthlyFee: { kind: 'amount', amount: cents(2_000) },
				version: null,
				waived: null
			} as const;
			const paidByAgency = { ...entry, programme };
			const { debts, plan } = carriedPlan(document, paidByAgency);
			if (plan.ending.status !== 'cleared') continue;
			const plans = document.plans.map((one) => (one.id === entry.id ? paidByAgency : one));
			const subject = { of: 'deposits', id: entry.id } as const;
			const made = await madeFile(
				{ document: { ...document, plans }, subject, kind: 'csv' },
				tools
			);
			const [heading, ...rows] = rowsOf(new TextDecoder().decode(made.bytes));
			expect(heading).toEqual(['Date', 'Entry', 'Creditor', 'Account', 'Currency', 'Amount']);
			const scale = 10 ** document.currency.digits;
			const minor = (row: readonly string[]) => Math.round(Number(row[5]) * scale);
			const expected = paymentsOf(debts, plan).map(({ date, amount }) => `${date} ${-amount}`);
			const paid = rows.filter(([, what]) => what === 'payment');
			expect(paid.map((row) => `${row[0]} ${minor(row)}`).sort()).toEqual(expected.sort());
			expect(paid.every(([, , creditor]) => creditor !== '')).toBe(true);
			let left = 0;
			for (const row of rows) {
				if (row[1] === 'deposit') expect(left).toBe(0);
				left += minor(row);
			}
			expect(left).toBe(0);
			payments += paid.length;
		}
		expect(payments).toBeGreaterThan(300);
	});

	it('are refused of a plan that has none', async () => {
		const without = demoPlans.filter(({ entry }) => !entry.programme);
		expect(without.length).toBeGreaterThan(5);
		for (const { document, entry } of without) {
			const subject = { of: 'deposits', id: entry.id } as const;
			const making = madeFile({ document, subject, kind: 'csv' }, tools);
			await expect(making).rejects.toThrow(NothingToMake);
		}
	});
});
