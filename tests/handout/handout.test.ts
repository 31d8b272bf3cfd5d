import { planOf } from '../../src/lib/core/plan/walk';
import { constant, simpleDebt } from '../support/households';
import fc from 'fast-check';
import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { interestAndFees, moneyThatCovers, planDifference } from '../../src/lib/core/plan/answers';
import { carriedPlan, measuredPlan } from '../../src/lib/document/carried-plans';
import { HANDOUT_PARTS } from '../../src/lib/document/handout-parts';
import { payersOf } from '../../src/lib/document/household';
import { monthStart, USUAL_PLAN } from '../../src/lib/document/plan';
import { paidIn, whoPays } from '../../src/lib/core/plan/who-pays';
import { ZERO } from '../../src/lib/core/quantities/money';
import type { Block, Table } from '../../src/lib/handout/blocks';
import { fontRuns, isPrintable } from '../../src/lib/handout/fonts';
import { handoutOf } from '../../src/lib/handout/handout';
import { paginated, type Measured } from '../../src/lib/handout/pages';
import { planPicture } from '../../src/lib/handout/plan-picture';
import { writeMoney, writeMonth } from '../../src/lib/reading/written';
import { hueOf } from '../../src/lib/words/hues';
import { plain } from '../../src/lib/messages/sentence';
import { demoCases, demoPlans, handedIn } from '../support/demo-cases';
import { plainHandout } from '../support/plain-handout';
import { total } from '../support/households';
import { ofWhich, runs } from '../support/random';
import { usd } from '../support/said';
import { document as household, own } from '../support/two-plans';

const [ferry] = demoCases;
if (!ferry) throw new Error('a demo');
const [entry] = ferry.plans;
if (!entry) throw new Error('a plan');
const tables = (blocks: readonly Block[]): Table[] =>
	blocks.filter((block) => block.kind === 'table');
const amount = (cell: string | undefined) =>
	Number((cell ?? '').replaceAll(/[$,]/g, '').replace('–', '0'));

describe('the handout of a plan', () => {
	it('has the figures of the plan', () => {
		const { plan, debts, terms } = carriedPlan(ferry, entry);
		const baseline = measuredPlan(ferry);
		const { blocks } = handoutOf(ferry, entry);
		const answer = blocks.find((block) => block.kind === 'answer');
		const against = planDifference(plan, baseline);
		if (against.kind !== 'both end' || plan.ending.status !== 'cleared') throw new Error('ends');
		const said = answer ? plain(answer.sentence) : '';
		expect(said).toContain(`paid off in ${writeMonth(plan.ending.payoffDate, usd)}`);
		expect(said).toContain(`costs ${writeMoney(plan.totalInterest, usd)} in interest`);
		expect(said).toContain(`${writeMoney(against.costLess, usd)} less than paying the minimums`);
		const [pay, months] = tables(blocks);
		expect(pay?.rows).toHaveLength(plan.debts.length + 1);
		for (const { cells } of pay?.rows ?? []) {
			const index = ferry.debts.findIndex(({ name }) => name === cells[0]);
			const share = plan.kept[0]?.shares.find((one) => one.index === index);
			if (index >= 0) expect(amount(cells[2])).toBe((share?.paid ?? 0) / 100);
		}
		// Each month is what its debts get, and the first is what the other table says.
		const columns = (months?.columns.length ?? 0) - 1;
		for (let at = 1; at <= columns; at += 1) {
			const cells = (months?.rows ?? []).map((row) => Math.round(100 * amount(row.cells[at])));
			const all = cells.pop();
			expect(cells.reduce((sum, cell) => sum + cell, 0)).toBe(all);
			expect(all).toBe(plan.kept[at - 1]?.paid);
		}
		const least = moneyThatCovers(debts, terms);
		expect(plainHandout(handoutOf(ferry, entry))).toContain(
			`take at least ${writeMoney(least ?? (0 as never), usd)} a month`
		);
	});

	it('is formed of every plan of the demo, in either language, with nothing of the other in it', () => {
		const words = / (is|the|of|and|pay|month|gone|in interest) /;
		for (const { name, document, entry: plan } of demoPlans) {
			const named = {
				...document,
				label: '',
				handout: { ...document.handout, line: '', contact: '' }
			};
			const locale = plainHandout(handoutOf(handedIn(named, { language: 'es' }), plan));
			// Names are as people gave them.
			const own = [...named.debts.map((debt) => debt.name), ...named.plans.map((one) => one.name)];
			const left = own.reduce((text, one) => text.replaceAll(one, '·'), locale);
			expect(words.exec(left)?.[0], name).toBeUndefined();
			expect(locale).toMatch(/Su plan/);
			expect(plainHandout(handoutOf(handedIn(named, { language: 'en' }), plan))).toMatch(
				/Your plan/
			);
		}
	});

	it('is written as its language is in the currency’s country', () => {
		const inEuro = { ...ferry, currency: { code: 'EUR', digits: 2 as const } };
		expect(plainHandout(handoutOf(handedIn(inEuro, { language: 'es' }), entry))).toContain(
			'4.347,09'
		);
		expect(plainHandout(handoutOf(handedIn(ferry, { language: 'es' }), entry))).toContain(
			'4,347.09'
		);
		const comma = { ...ferry, style: { numbers: 'comma' as const, dates: 'day' as const } };
		expect(plainHandout(handoutOf(comma, entry))).toContain('4.347,09');
		expect(handoutOf(handedIn(ferry, { language: 'es' }), entry).right).toBe(
			'15 de diciembre de 2026'
		);
	});

	it('says whom to settle with, what to put aside for it, and what is forgiven, in both languages', () => {
		const boatyard = demoCases.find(({ label }) => label.includes('boatyard'));
		const settling = boatyard?.plans.find(({ changes }) =>
			changes.some(({ kind }) => kind === 'settle')
		);
		if (!boatyard || !settling) throw new Error('a settlement');
		const { plan } = carriedPlan(boatyard, settling);
		const forgiven = writeMoney(plan.totalForgiven, usd);
		const said = plainHandout(handoutOf(boatyard, settling));
		expect(said).toContain(`${forgiven} is forgiven; that may count as taxable income.`);
		expect(said).toContain(
			'In March 2029, $2,305.00 settles Foghorn Outfitters card; pay nothing on it until then.'
		);
		// What is put aside is part of what the month takes.
		const [, months] = tables(handoutOf(boatyard, settling).blocks);
		const aside = months?.rows.find(({ cells }) => cells[0] === 'aside');
		const sums = months?.rows.at(-1);
		expect(aside?.cells.some((cell) => amount(cell) > 0)).toBe(true);
		for (const [at, month] of plan.kept.slice(0, 12).entries())
			expect(Math.round(100 * amount(sums?.cells[at + 1]))).toBe(paidIn(month));
		// Beside the other options what is forgiven is no part of what a plan costs less.
		expect(said).toContain(`${writeMoney(interestAndFees(plan), usd)}, less ${forgiven} forgiven`);
		const spanish = { ...boatyard, handout: { ...boatyard.handout, language: 'es' as const } };
		expect(plainHandout(handoutOf(spanish, settling))).toMatch(
			/En marzo de 2029, \$2,305\.00 liquidan Foghorn Outfitters card; hasta entonces no pague nada/
		);
	});

	it('is for one person: their debts and the joint ones, and their part of each month', () => {
		const [teague, marit] = ferry.people;
		if (!teague || !marit) throw new Error('two people');
		const said = plainHandout(handoutOf(ferry, entry, marit.id));
		const { plan, debts } = carriedPlan(ferry, entry);
		const months = whoPays(plan, payersOf(ferry, debts), { by: 'income' }, (month) =>
			monthStart(plan.firstMonth, month)
		);
		expect(said).toContain('Marit: your part'.toUpperCase());
		expect(said).toContain(
			`your part is ${writeMoney(months[0]?.parts[1] ?? ZERO, usd)}; over the whole plan it is`
		);
		const [pay] = tables(handoutOf(ferry, entry, marit.id).blocks);
		expect(pay?.rows.map(({ cells }) => cells[0]).sort()).toEqual(
			ferry.debts
				.filter(({ owner }) => owner !== teague.id)
				.map(({ name }) => name)
				.sort()
		);
		// Everyone's own parts stand in the common one where somebody has said how a month is divided.
		expect(plainHandout(handoutOf(ferry, entry))).not.toContain('WHO PAYS');
		const divided = handoutOf(ferry, { ...entry, split: { by: 'debts' } });
		expect(plainHandout(divided)).toContain('WHO PAYS HOW MUCH');
		expect(divided.left).not.toContain('Marit');
	});

	it('leaves out what is not chosen, and nothing else', () => {
		const whole = handoutOf(ferry, entry).blocks.length;
		expect(whole).toBeGreaterThan(ofWhich(10));
		let left = 0;
		for (const part of HANDOUT_PARTS) {
			const others = HANDOUT_PARTS.filter((other) => other !== part);
			const only = handedIn(ferry, { without: others, line: '' });
			left += handoutOf(only, entry).blocks.length;
		}
		expect(left + 1).toBe(whole);
		expect(handoutOf(handedIn(ferry, { without: [...HANDOUT_PARTS] }), entry).blocks).toEqual([
			{ kind: 'sentence', sentence: [{ text: ferry.handout.line }], quiet: false }
		]);
	});

	it('has half a year beside each other where amounts are long', () => {
		const debts = household.debts.map((debt) => ({
			...debt,
			balance: debt.balance === null ? null : ((debt.balance * 10_000) as never)
		}));
		const budget = { kind: 'constant', amount: 820_000_000 } as never;
		const long = { ...household, debts, plans: [{ ...USUAL_PLAN, ...own.entry, budget }] };
		const dense = tables(handoutOf(long, long.plans[0] as never).blocks).filter(
			({ isDense }) => isDense
		);
		expect(dense.map(({ columns }) => columns.length)).toEqual([7, 7]);
	});

	it('says so of what never ends, of a short month, of a plan that can’t be carried out', () => {
		const boatyard = demoCases[3];
		if (!boatyard) throw new Error('a fourth');
		const texts = boatyard.plans.map((plan) => plainHandout(handoutOf(boatyard, plan)));
		expect(
			texts.some((text) =>
				/less than the minimum payments; each debt then gets its share/.test(text)
			)
		).toBe(true);
		const nothing = { ...entry, budget: { kind: 'constant' as const, amount: 100 as never } };
		expect(plainHandout(handoutOf(ferry, nothing))).toMatch(/never paid off/);
	});

	it('says what is nothing where nothing is owed', () => {
		const clear = {
			...ferry,
			debts: ferry.debts.map((debt) => ({ ...debt, balance: 0 as never }))
		};
		expect(plainHandout(handoutOf(clear, entry))).toContain('Nothing is owed on these debts.');
		expect(plainHandout(handoutOf({ ...ferry, debts: [] }, entry))).toContain('Nothing is owed');
	});
});

describe('the pages of a handout', () => {
	const heights = fc.integer({ min: 8, max: 120 });
	const block = fc.oneof(
		heights.map((height) => ({ block: { kind: 'heading', text: '' } as Block, height })),
		heights.map((height) => ({
			block: { kind: 'sentence', sentence: [], quiet: false } as Block,
			height
		})),
		fc
			.record({
				rows: fc.array(fc.integer({ min: 8, max: 30 }), { minLength: 1, maxLength: 60 }),
				hasSum: fc.boolean()
			})
			.map(({ rows, hasSum }) => ({
				block: {
					kind: 'table',
					columns: [],
					rows: rows.map((_, at) => ({ letter: null, cells: [String(at)], isStrong: false })),
					hasSum,
					isDense: false
				} as Block,
				height: 20 + rows.reduce((sum, row) => sum + row, 0),
				rows
			}))
	);
	const measured = fc
		.array(block, { minLength: 1, maxLength: 12 })
		.map((all) => all.map((one): Measured => ({ rows: [], head: 20, ...one })));
	const ROOM = 400;

	it('have all of it in its order, no more than they hold, and no heading at the end', () => {
		fc.assert(
			fc.property(measured, (all) => {
				// Each row says of which table it is, so that it is found again.
				const named = all.map((one, table): Measured => {
					if (one.block.kind !== 'table') return one;
					const rows = one.block.rows.map((row, at) => ({ ...row, cells: [`${table} ${at}`] }));
					return { ...one, block: { ...one.block, rows } };
				});
				const heights = new Map(
					named.flatMap(({ block, rows }) =>
						block.kind === 'table'
							? block.rows.map(({ cells }, at) => [cells[0] ?? '', rows[at] ?? 0] as const)
							: []
					)
				);
				const pages = paginated(named, ROOM);
				const rowsOf = (blocks: readonly Block[]) =>
					blocks.flatMap((one) =>
						one.kind === 'table' ? one.rows.map(({ cells }) => cells[0] ?? '') : [one.kind]
					);
				expect(rowsOf(pages.flat())).toEqual(rowsOf(named.map((one) => one.block)));
				const heightOf = (block: Block): number =>
					block.kind === 'table'
						? 20 + total(block.rows.map(({ cells }) => heights.get(cells[0] ?? '') ?? NaN))
						: (named.find((one) => one.block === block)?.height ?? NaN);
				const leastOf = (block: Block): number =>
					block.kind === 'table'
						? 20 + (heights.get(block.rows[0]?.cells[0] ?? '') ?? NaN)
						: heightOf(block);
				for (const page of pages) {
					expect(page.length).toBeGreaterThan(0);
					if (page !== pages.at(-1)) expect(page.at(-1)?.kind).not.toBe('heading');
					// A pile of headings with the first of what is under it may be higher than a page; nothing else here is.
					const content = page.filter(({ kind }) => kind !== 'heading');
					expect(total(content.map(heightOf))).toBeLessThanOrEqual(ROOM);
					const under = page.findIndex(({ kind }) => kind !== 'heading');
					const pile = under < 0 ? page : page.slice(0, under);
					const first = content.slice(0, 1).map(leastOf);
					const isPile = pile.length > 1 && total([...pile.map(heightOf), ...first]) > ROOM;
					if (!isPile) expect(total(page.map(heightOf))).toBeLessThanOrEqual(ROOM);
				}
			}),
			{ numRuns: runs(400) }
		);
	});

	it('break a table between its rows, with its columns on each', () => {
		const rows = Array.from({ length: 50 }, () => 20);
		const cells = (at: number) => ({ letter: null, cells: [String(at)], isStrong: false });
		const table: Table = {
			kind: 'table',
			columns: [{ heading: 'one', align: 'left' }],
			rows: rows.map((_, at) => cells(at)),
			hasSum: true,
			isDense: false
		};
		const pages = paginated(
			[
				{ block: { kind: 'heading', text: 'Months' }, height: 30, head: 0, rows: [] },
				{ block: table, height: 1020, head: 20, rows }
			],
			ROOM
		);
		const parts = pages.map((page) => page.filter((one) => one.kind === 'table'));
		expect(parts.map(([part]) => part?.rows.length)).toEqual([17, 19, 14]);
		expect(parts.map(([part]) => part?.hasSum)).toEqual([false, false, true]);
		expect(parts.every(([part]) => part?.columns.length === 1)).toBe(true);
	});
});

describe('letters on paper', () => {
	it('come from the files that have them; what none has is a question mark', () => {
		expect(fontRuns('Ñandú Łódź', 'sans')).toEqual([
			{ text: 'Ñandú ', subset: 'latin' },
			{ text: 'Ł', subset: 'latin-ext' },
			{ text: 'ód', subset: 'latin' },
			{ text: 'ź', subset: 'latin-ext' }
		]);
		expect(fontRuns('借 1\u202f234', 'serif').map(({ text }) => text)).toEqual(['? 1\u00a0234']);
		expect([isPrintable('Møller & Søn'), isPrintable('借金')]).toEqual([true, false]);
	});
});

describe('a picture as SVG', () => {
	it('has a band for each debt up to what is owed, and no text that runs as markup', () => {
		const { plan } = own;
		const debts = household.debts.map(({ id }, place) => ({ id, place, letter: '<&"' }));
		const { svg } = planPicture(
			plan,
			debts,
			household.asOf,
			{ width: 400, height: 200 },
			usd,
			'A & <b>'
		);
		expect(svg.match(/<path d="M[^"]*" fill="#/g)?.length).toBeGreaterThanOrEqual(debts.length);
		expect(svg).not.toMatch(/<b>|&"|<&/);
		expect(svg).toContain('<title>A &amp; &lt;b&gt;</title>');
		expect(svg).toMatch(/<text [^>]*>USD<\/text>/);
	});

	it('keeps the height of its field, however many payoff dates are close together', () => {
		const debts = Array.from({ length: 12 }, (_, at) =>
			simpleDebt(String(at), 100_000 + 100 * at, 120_000)
		);
		const plan = planOf(debts, constant(120_000, { order: 'spread' }));
		const drawn = debts.map(({ id }, place) => ({ id, place, letter: String(place) }));
		const size = { width: 450, height: 150 };
		const { svg, height } = planPicture(plan, drawn, household.asOf, size, usd);
		expect(height).toBeGreaterThan(size.height);
		expect(svg).toContain(`viewBox="0 0 450 ${height}"`);
		const axis = Math.max(
			...[...svg.matchAll(/M[\d.]+ ([\d.]+)l-3 5h6Z/g)].map(([, y]) => Number(y))
		);
		expect(axis).toBeGreaterThan(ofWhich(80));
	});

	it('has the hues of the style sheet', () => {
		const style = readFileSync('src/lib/ui/paper.css', 'utf8');
		for (let place = 0; place < 12; place += 1) {
			const [, hue] = new RegExp(`${hueOf(place).property}: (#[0-9a-f]+);`).exec(style) ?? [];
			expect(hueOf(place).onPaper).toBe(hue);
		}
	});
});
