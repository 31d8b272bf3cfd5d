import { readFileSync } from 'node:fs';
import { afterAll, describe, expect, it } from 'vitest';
import { ledgerOf, type Life } from '../../standins/creditor/ledger.mjs';
import { startCreditor } from '../../standins/creditor/server.mjs';
import { statementOf } from '../../standins/creditor/statement.mjs';
import { comeBack } from '../../src/lib/document/coming-back';
import type { CalendarDate } from '../../src/lib/core/quantities/calendar';
import { cameFor, withStatements } from '../../src/lib/desk/came-statements';
import { newVisit } from '../../src/lib/document/visits';
import { isAccountOf } from '../../src/lib/exchange/account-debt';
import { accountsOf } from '../../src/lib/exchange/statement-ofx';
import { demoCases } from '../support/demo-cases';
import { usd } from '../support/said';

const lives = JSON.parse(readFileSync('standins/creditor/lives.json', 'utf8')) as Life[];
const read = (text: string) =>
	accountsOf({ name: 'a.ofx', bytes: new TextEncoder().encode(text) }, usd)[0];

describe.each(lives)('the creditor’s book of $id', (life) => {
	it('is the same each time, and its statement reads as what it holds', () => {
		for (const until of ['2026-12-15', '2027-04-30', '2027-08-24']) {
			const { entries, owed } = ledgerOf(life, until);
			expect(ledgerOf(life, until)).toEqual({ entries, owed });
			const account = read(statementOf(life, until));
			expect(account).toMatchObject({ owed: Math.max(0, owed), asOf: until, account: life.id });
			const total = account?.transactions.reduce((sum, { amount }) => sum - amount, life.balance);
			expect(total).toBe(owed);
			expect(account?.transactions).toHaveLength(entries.length);
			expect(read(statementOf(life, until, 25_000))?.owed).toBe(Math.max(0, owed - 25_000));
		}
	});
});

/** Those with a chosen plan, which their statements are held against. */
const followed = demoCases.filter(({ forecasts }) => forecasts.length > 0);

describe('the demo’s households, fetched from their creditors', () => {
	it('are five', () => expect(followed).toHaveLength(5));

	it.each(followed)('leave nothing unexplained: $label', (document) => {
		const until = '2027-08-24' as CalendarDate;
		const came = lives.flatMap((life) => {
			const account = read(statementOf(life, until));
			const debt = account && document.debts.find((one) => isAccountOf(one, account));
			return account && debt ? [cameFor(debt.id, account)] : [];
		});
		expect(came.length).toBeGreaterThan(0);
		const back = comeBack(withStatements(document, newVisit(until), came), until);
		expect(back?.drift.read.length).toBeGreaterThanOrEqual(came.length);
		expect(back?.drift.parts.unexplained).toBe(0);
	});
});

describe('the stand-in', async () => {
	const creditor = await startCreditor({ lives: lives.slice(0, 1) });
	afterAll(() => creditor.stop());
	const get = async (path: string) => {
		const response = await fetch(creditor.address + path);
		return { status: response.status, text: await response.text() };
	};

	it('answers for its accounts, and does as it is told', async () => {
		const id = lives[0]?.id ?? '';
		const path = `/accounts/${encodeURIComponent(id)}/statement?until=2027-01-31`;
		expect(JSON.parse((await get('/accounts')).text)).toEqual({
			accounts: [{ id, creditor: lives[0]?.creditor }]
		});
		const well = await get(path);
		expect(read(well.text)?.account).toBe(id);
		expect(await get(path)).toEqual(well);
		expect((await get('/accounts/none/statement?until=2027-01-31')).status).toBe(404);
		expect((await get(path.replace('2027-01-31', 'soon'))).status).toBe(400);
		const tell = (is: string) =>
			fetch(`${creditor.address}/told`, {
				method: 'POST',
				body: JSON.stringify({ account: id, is })
			});
		await tell('failing');
		expect((await get(path)).status).toBe(500);
		await tell('nonsense');
		expect(() => read('x')).toThrow();
		expect((await get(path)).text).toContain('<html>');
		await tell('lying');
		expect((await get(path)).text).not.toBe(well.text);
		await tell('well');
		expect(await get(path)).toEqual(well);
	});
});
