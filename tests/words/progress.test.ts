import { describe, expect, it } from 'vitest';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cents } from '../../src/lib/core/quantities/money';
import { DRIFT_PARTS } from '../../src/lib/core/plan/progress';
import { bringsBack, comeBack, momentsOf, type ComeBack } from '../../src/lib/document/coming-back';
import { goneOn } from '../../src/lib/document/going-on';
import { standingOf } from '../../src/lib/document/forecast';
import { keptForecast } from '../../src/lib/document/kept-forecast';
import { writeAmount, writeMoney } from '../../src/lib/reading/written';
import { bringsBackInWords, differsSentence, progressSentence } from '../../src/lib/words/progress';
import { writeDriftWorking } from '../../src/lib/words/progress-working';
import { plain } from '../../src/lib/messages/sentence';
import { livedCase } from '../support/lives';
import { usd } from '../support/said';

const END = '2027-08-24' as CalendarDate;
const money = (amount: number) => writeMoney(cents(Math.abs(amount)), usd);
const seen = (document: Parameters<typeof comeBack>[0], day = END): ComeBack => {
	const back = comeBack(document, day);
	if (!back) throw new Error('a forecast');
	return back;
};

const variants = [1, 2, 3, 4, 5].map((at) => `eight months, variant ${at}`);

describe.each(variants)('what happened in %s', (name) => {
	const lived = livedCase(name);
	const back = seen(lived.document);
	const said = plain(progressSentence(back, usd));

	it('is said with the figures of the reference', () => {
		expect(said).toMatch(/^Eight months in, /);
		expect(said).toContain(`${money(lived.owed)} is owed instead of ${money(lived.expected)}`);
		expect(said).toContain(`${money(lived.gap)} ${lived.gap > 0 ? 'more' : 'less'}`);
		for (const part of DRIFT_PARTS) {
			if (lived.parts[part] !== 0) expect(said).toContain(money(lived.parts[part]));
		}
		expect(DRIFT_PARTS.reduce((sum, part) => sum + lived.parts[part], 0)).toBe(lived.gap);
	});

	it('is explained by sums and differences that come to their figures', () => {
		const names = ['owed', 'expected', 'gap', ...DRIFT_PARTS] as const;
		let checked = 0;
		const debts = [undefined, ...back.drift.read.map(({ id }) => id)];
		for (const debt of debts) {
			for (const of of names) {
				const figure = { of: 'drift', name: of, ...(debt === undefined ? {} : { debt }) } as const;
				const working = writeDriftWorking(back, figure, usd);
				expect(working, of).not.toBeNull();
				if (!working?.numbers) continue;
				const [formula = '', result = ''] = working.numbers.split(' = ');
				expect(result).toBe(working.result);
				const plus = formula.replaceAll('− ', '-').replaceAll('−', '-').replaceAll('+ ', '+');
				const total = plus
					.split(/ (?=[+-])/)
					.reduce((sum, one) => sum + Math.round(100 * Number(one.replaceAll(',', ''))), 0);
				expect(total).toBe(Math.round(100 * Number(result.replace('−', '-').replaceAll(',', ''))));
				checked += 1;
			}
		}
		expect(checked).toBeGreaterThan(10);
	});

	it('is brought back by the smallest amount that does, and by no cent less', () => {
		const brings = bringsBack(back);
		if (!brings) return;
		const words = bringsBackInWords(brings, back.on?.carried.plan.firstMonth ?? END, usd);
		expect(words.each).toContain(' more a month restores the payoff in ');
		const endsWith = (each: number) => {
			const on = goneOn(lived.document, END, crypto.randomUUID.bind(crypto), { each: cents(each) });
			return on?.document.forecasts.at(-1)?.ends?.slice(0, 7) ?? '9999';
		};
		expect(endsWith(brings.each ?? 0) <= brings.by.slice(0, 7)).toBe(true);
		expect(endsWith((brings.each ?? 0) - 1) > brings.by.slice(0, 7)).toBe(true);
	});

	it('is on the line of visits with how far off it was, and in the casebook', () => {
		const moments = momentsOf(lived.document);
		expect(moments[0]).toMatchObject({ kind: 'choice', date: '2026-12-15' });
		expect(moments.at(-1)).toMatchObject({ kind: 'visit', date: END, amount: lived.gap });
		for (const { kind, date, amount } of moments) {
			if (kind === 'visit') expect(amount).toBe(seen(lived.document, date).drift.gap);
		}
		expect(standingOf(lived.document)).toEqual({
			expectedSince: '2026-12-15',
			lastRead: END,
			off: lived.gap,
			shortFrom: null
		});
	});
});

describe('a life as planned', () => {
	it('is said to be one', () => {
		const { document } = livedCase('everything as planned');
		expect(plain(progressSentence(seen(document, '2027-06-15' as CalendarDate), usd))).toMatch(
			/^Six months in, \$[\d,.]+ is owed, exactly as planned\. Paying as planned from here, it is paid off in \w+ \d{4}, as expected, and costs what was expected\.$/
		);
	});
});

describe('a forecast', () => {
	const { document } = livedCase('eight months, variant 1');
	const [entry] = document.forecasts;
	if (!entry) throw new Error('a forecast');

	it('is what it was, whatever becomes of the debts and the plan', () => {
		expect(keptForecast(entry).differs).toBeNull();
		const changed = {
			...document,
			debts: document.debts.map((debt) => ({ ...debt, annualRate: null })),
			plans: []
		};
		expect(seen(changed).drift).toEqual(seen(document).drift);
	});

	it('of a program that counted otherwise still says what it said, and that it differs', () => {
		const [first, ...others] = entry.figures;
		if (!first) throw new Error('figures');
		const interest = first.interest.map((amount, at) => cents(at === 2 ? amount + 5 : amount));
		const older = { ...entry, figures: [{ ...first, interest }, ...others] };
		const back = seen({ ...document, forecasts: [older] });
		const kept = back.kept.debts[0]?.forecast;
		expect(kept?.periods[2]?.interest).toBe((first.interest[2] ?? 0) + 5);
		expect(kept?.periods[2]?.closing).toBe(
			(keptForecast(entry).debts[0]?.forecast.periods[2]?.closing ?? 0) + 5
		);
		expect(differsSentence(back, usd)).toMatch(/differ from March 2027, on “Quillmark card”/);
	});

	it('and the ones before stay when it is gone on with, and the plan is as chosen', () => {
		const on = goneOn(document, END, () => crypto.randomUUID());
		expect(on?.document.forecasts.slice(0, -1)).toEqual(document.forecasts);
		expect(on?.document.forecasts.at(-1)).toMatchObject({ by: 'going on', date: END });
		expect(on?.document.debts.map(({ balance }) => balance)).toEqual(
			seen(document).drift.debts.map(({ latest }) => latest?.balance)
		);
		expect(on && momentsOf(on.document).at(-1)?.kind).toBe('going on');
		expect(on && seen(on.document).drift).toEqual(seen(document).drift);
	});
});

describe('what nobody entered', () => {
	const { document } = livedCase('eight months, variant 1');
	const unentered = { ...document, recordedEvents: [] };

	it('is never called unpaid: what was paid is about what the balances show', () => {
		const said = plain(progressSentence(seen(unentered), usd));
		const { drift } = seen(unentered);
		const paid = drift.read.reduce((sum, { sums }) => sum + sums.paid, 0);
		expect(said).not.toContain('was not paid');
		expect(said).toMatch(
			new RegExp(
				String.raw`bout \$${writeAmount(cents(paid), usd)} was paid,.* according to the balances, `
			)
		);
		const figure = { of: 'drift', name: 'payments' } as const;
		const [debt = ''] = drift.read.flatMap(({ id, parts }) => (parts.payments === 0 ? [] : [id]));
		expect(writeDriftWorking(seen(unentered), { ...figure, debt }, usd)).toMatchObject({
			words: expect.stringContaining('Where no payment is entered') as string
		});
	});

	it('was not paid where an entry of zero says so', () => {
		const zero = unentered.readings.map(({ debt, date }, at) => ({
			id: `5f000000-0000-4000-8000-${String(at).padStart(12, '0')}`,
			debt,
			date,
			kind: 'payment' as const,
			amount: cents(0)
		}));
		const said = plain(progressSentence(seen({ ...unentered, recordedEvents: zero }), usd));
		expect(said).toContain('was not paid');
		expect(said).not.toContain('as the balances show');
	});
});
