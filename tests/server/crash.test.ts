import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { card } from '../support/debts';
import { makeCase, startResiduum, type MadeCase, type Residuum } from '../support/residuum';

/**
 * Saves one after the other until the server is gone, which is killed so many milliseconds after the first
 * acknowledgement; the last balance that was acknowledged.
 */
async function saveUntilKilled(
	residuum: Residuum,
	made: MadeCase,
	moment: number
): Promise<number> {
	let acknowledged = 0;
	let killing: Promise<unknown> | undefined;
	let { revision } = made;
	for (let balance = 1; ; balance += 1) {
		const document = { ...made.document, debts: [{ ...made.document.debts[0], balance }] };
		try {
			const saved = await residuum.request('PUT', `/api/cases/${made.id}`, {
				basedOn: revision,
				what: 'balance',
				document
			});
			if (saved.status !== 200) throw new Error(JSON.stringify(saved.body));
			acknowledged = balance;
			revision += 1;
			killing ??= new Promise((resolve) => {
				setTimeout(() => resolve(residuum.stop('SIGKILL')), moment);
			});
		} catch (error) {
			if ((error as Error).message !== 'fetch failed') throw error;
			await killing;
			return acknowledged;
		}
	}
}

describe('a server that is killed while it saves', () => {
	it('has every acknowledged save after a restart, each time', async () => {
		const residuum = await startResiduum();
		const made = await makeCase(residuum, 'Killed', [card({ balance: 0 })]);
		const moments = fc.sample(fc.integer({ min: 0, max: 1200 }), 4);
		for (const moment of moments) {
			const fresh = await makeCase(residuum, `Killed after ${moment} ms`, [card({ balance: 0 })]);
			const acknowledged = await saveUntilKilled(residuum, fresh, moment);
			await residuum.restart();
			expect(acknowledged).toBeGreaterThan(0);
			const undone = await residuum.request('POST', `/api/cases/${fresh.id}/undo`, { basedOn: -1 });
			const { state } = undone.body as { state: MadeCase };
			const balance = state.document.debts[0]?.balance ?? 0;
			// What was on its way may have been saved too, but nothing that was acknowledged is missing.
			expect([acknowledged, acknowledged + 1]).toContain(balance);
			expect(state.revision).toBe(fresh.revision + balance);
		}
		const first = await residuum.request('GET', `/cases/${made.id}`);
		expect(first.status).toBe(200);
		await residuum.remove();
	});
});
