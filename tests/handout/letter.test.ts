/** Proposals to creditors: the figures of the plan, in the creditor's language, under the agency's name or none. */
import { describe, expect, it } from 'vitest';
import { agencyIn, houseOn, NO_HOUSE, NO_TEXT } from '../../src/lib/document/agency';
import { carriedPlan } from '../../src/lib/document/carried-plans';
import { creditorsIn, CreditorNames, creditorOfDebt } from '../../src/lib/document/creditors';
import { namedTerms, withNamedTerms } from '../../src/lib/document/change';
import { logoProblem } from '../../src/lib/document/logo';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { handoutOf } from '../../src/lib/handout/handout';
import { letterOf, type LetterParts } from '../../src/lib/handout/letter';
import { writeMoney } from '../../src/lib/reading/written';
import { demoCases, demoPlans, demoReference } from '../support/demo-cases';
import { plainHandout } from '../support/plain-handout';

const [ferry] = demoCases;
const plan = ferry?.plans[3];
if (!ferry || !plan) throw new Error('a plan with proposals');
const names = new CreditorNames(creditorsIn(demoReference));
const day = '2026-12-15' as CalendarDate;
const house = houseOn(agencyIn(demoReference), day);
const [quillmark] = ferry.debts;
if (!quillmark || !house.letterhead) throw new Error('a debt and a letterhead');
const parts = (fields: Partial<LetterParts> = {}): LetterParts => ({
	creditor: creditorOfDebt(quillmark, names),
	house,
	counselor: 'Ines Marlow',
	day,
	...fields
});
const written = (fields: Partial<LetterParts> = {}) => {
	const letter = letterOf(ferry, plan, quillmark.id, parts(fields));
	if (!letter) throw new Error('a letter');
	return plainHandout(letter);
};

describe('a letter to a creditor', () => {
	it('says what is owed and offered, from when until when, as the plan has it', () => {
		const text = written();
		const { debts, plan: carried } = carriedPlan(ferry, plan);
		const index = debts.findIndex(({ id }) => id === quillmark.id);
		expect(text).toContain('Balance on 15 December 2026  $4,182.36');
		expect(text).toContain('Annual rate  22.49 %  8 %');
		expect(text).toContain('$105.00');
		expect(text).toContain('From  February 2027');
		const gone = carried.debts[index]?.payoffDate;
		expect(gone?.slice(0, 7)).toBe('2029-03');
		expect(text).toContain('until the debt is paid off, March 2029');
		const first = carried.kept[carried.begins - 1]?.before;
		if (first === undefined) throw new Error('a month');
		const money = writeMoney(first, { language: 'en', currency: ferry.currency });
		expect(text).toContain(`can pay ${money} a month in all, to 6 creditors`);
		expect(text).toContain('It pays us once a month');
	});

	it('has the name of the agency, its address and the counselor; where none is set, none is pretended', () => {
		const text = written();
		expect(text).toContain('Port Ferris Debt Advice · 2 Harbourmaster’s Yard');
		expect(text).toContain('Ines Marlow, Port Ferris Debt Advice');
		const bare = written({ house: NO_HOUSE, counselor: '' });
		expect(bare).not.toMatch(/Port Ferris Debt|undefined|null/);
		expect(written({ house: NO_HOUSE })).toContain('\nInes Marlow\n');
	});

	it('goes to its address, in its language, with its own conditions where they are the usual ones', () => {
		const text = written();
		expect(text).toContain('Quillmark Bank\nHardship Desk\n14 Rope Walk');
		expect(text).not.toContain('usual conditions');
		const usual = {
			...plan,
			changes: plan.changes.map((change) =>
				withNamedTerms(change, (named) => ({ ...named, usual: 1 }))
			)
		};
		const letter = letterOf(ferry, usual, quillmark.id, parts());
		expect(letter && plainHandout(letter)).toContain('no other new credit while it holds');
		const spanish = written({ creditor: names.named('Skerry Bank') });
		expect(spanish).toContain('QUÉ PROPONEMOS');
		expect(spanish).toContain('Saldo al 15 de diciembre de 2026');
		expect(spanish).toContain('hasta que la deuda esté pagada, marzo de 2029');
		expect(written({ creditor: null })).toContain('\nQuillmark card\n');
	});

	it('has the texts that a supervisor wrote, paragraph by paragraph, in the language that they are in', () => {
		const texts = {
			opening: { ...NO_TEXT, en: 'Dear friends of {client},\nwe ask for patience.' },
			closing: NO_TEXT,
			handout: { ...NO_TEXT, en: 'Our door is open on Mondays.\nKnock twice.', es: 'Lunes.' },
			message: NO_TEXT
		};
		const text = written({ house: { ...house, texts } });
		expect(text).toContain(`Dear friends of ${ferry.label},\nwe ask for patience.`);
		expect(text).toContain('Please answer within 14 days');
		expect(text).not.toContain('Mondays');
		const handed = plainHandout(handoutOf(ferry, plan, null, { ...house, texts }));
		expect(handed).toContain('Our door is open on Mondays.\nKnock twice.');
		expect(handed).not.toContain('Lunes');
		expect(written({ house: { ...house, texts }, creditor: names.named('Skerry Bank') })).toContain(
			'Asesoramos a'
		);
	});

	it('is there for each debt of every plan that something is proposed for, and for no other', () => {
		let settled = 0;
		for (const { document, entry } of demoPlans) {
			const named = new Set(entry.changes.flatMap(namedTerms).map(({ debt }) => debt));
			for (const debt of document.debts) {
				const letter = letterOf(document, entry, debt.id, parts({ creditor: null }));
				expect(letter !== null).toBe(named.has(debt.id));
				if (letter && plainHandout(letter).includes('Paid in settlement')) settled += 1;
			}
		}
		expect(settled).toBe(1);
		expect(letterOf(ferry, plan, 'nobody', parts())).toBeNull();
	});
});

describe('a handout of such a plan', () => {
	const text = plainHandout(handoutOf(ferry, plan, null, house));

	it('says what each creditor has answered, and agrees with none that has not', () => {
		expect(text).toContain('Your plan, if your creditors agree');
		expect(text).toContain(
			'A  Quillmark card  8 %, $105.00 a month, from February 2027  agreed on 10 December 2026'
		);
		expect(text).toContain('proposed on 12 December 2026, not agreed yet');
		expect(text).toContain('refused on 14 December 2026; its own terms apply');
	});

	it('says the one amount, and under whose name it goes out', () => {
		expect(text).toContain('Port Ferris Debt Advice');
		expect(text).toContain(
			'Pay one amount: $890.00 on 4 January 2027, then on day 4 of each month'
		);
		expect(plainHandout(handoutOf(ferry, plan))).not.toContain('Port Ferris Debt');
	});
});

describe('a logo', () => {
	const svg = (inner: string) =>
		`data:image/svg+xml;base64,${btoa(`<svg xmlns="http://www.w3.org/2000/svg">${inner}</svg>`)}`;

	it('is an SVG that loads and runs nothing', () => {
		expect(logoProblem(svg('<path d="M0 0h9"/><use href="#a"/>'))).toBeNull();
		for (const evil of [
			'<script>1</script>',
			'<path onload="x()"/>',
			'<image href="http://elsewhere.example/x.png"/>',
			'<use href="http://elsewhere.example/x.svg#a"/>',
			'<foreignObject/>',
			'<path fill="url(http://elsewhere.example)"/>',
			'<a href="javascript:1"><path/></a>',
			'<style>@import "x"</style>',
			'<SCRIPT >1</SCRIPT>',
			'<path xlink:href = "data:text/html,x"/>'
		])
			expect([evil, logoProblem(svg(evil))]).toEqual([evil, 'unsafe']);
		const entity = `data:image/svg+xml;base64,${btoa('<!DOCTYPE svg [<!ENTITY x "y">]><svg></svg>')}`;
		expect(logoProblem(entity)).toBe('unsafe');
	});

	it('or a PNG that is one; anything else is refused', () => {
		const png =
			'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==';
		expect(logoProblem(`data:image/png;base64,${png}`)).toBeNull();
		expect(logoProblem(`data:image/png;base64,${png.slice(0, 40)}`)).toBe('damaged');
		expect(logoProblem(`data:image/png;base64,${btoa('<svg></svg>')}`)).toBe('damaged');
		expect(logoProblem(`data:image/svg+xml;base64,${png}`)).toBe('damaged');
		expect(logoProblem('data:text/html;base64,PGI+')).toBe('no image');
		expect(logoProblem('http://elsewhere.example/x.png')).toBe('no image');
	});
});
