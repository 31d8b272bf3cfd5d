/** Lanes of work in the background: whatever is put there when, it is done soon, once, and by no more than there are. */
import fc from 'fast-check';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Lanes } from '../../src/lib/server/background/lanes';
import { runs } from '../support/random';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** A queue in memory whose every answer takes so many milliseconds. */
function queue({ slow, lanes, isShared }: { slow: number; lanes: number; isShared: boolean }) {
	const waiting: number[] = [];
	const late: number[] = [];
	const done: number[] = [];
	let [busy, busiest, looks] = [0, 0, 0];
	const takes = () => new Promise<void>((resolve) => setTimeout(resolve, slow));
	const of = new Lanes<number>({
		async next() {
			looks += 1;
			const job = waiting.shift();
			await takes();
			return job;
		},
		async work(job) {
			busy += 1;
			busiest = Math.max(busiest, busy);
			await takes();
			busy -= 1;
			done.push(job);
			late.push(Date.now() - job);
		},
		async isEmpty() {
			const isEmpty = waiting.length === 0;
			await takes();
			return isEmpty;
		},
		lanes: () => lanes,
		isShared
	});
	return {
		of,
		done,
		late,
		/** Puts a job there, named by the millisecond at which it is put there. */
		put: () => void waiting.push(Date.now()),
		busiest: () => busiest,
		looks: () => looks
	};
}

const pauses = fc.array(fc.oneof(fc.nat(300), fc.integer({ min: 8_500, max: 11_500 })), {
	minLength: 1,
	maxLength: 12
});

it('does at once what it is woken for, however long nothing was to do before', async () => {
	const given = { pauses, slow: fc.nat(120), lanes: fc.integer({ min: 1, max: 3 }) };
	await fc.assert(
		fc.asyncProperty(fc.record(given), async ({ pauses: between, slow, lanes }) => {
			const made = queue({ slow, lanes, isShared: false });
			for (const pause of between) {
				await vi.advanceTimersByTimeAsync(pause);
				made.put();
				made.of.wake();
			}
			await vi.advanceTimersByTimeAsync(between.length * 2 * (slow + 1) + 2_000);
			expect(made.done).toHaveLength(between.length);
			expect(Math.max(...made.late)).toBeLessThanOrEqual(
				between.length * 2 * (slow + 1) + slow * 3
			);
			expect(made.busiest()).toBeLessThanOrEqual(lanes);
			await Promise.all([made.of.close(), vi.runAllTimersAsync()]);
		}),
		{ numRuns: runs(200) }
	);
});

it('stops looking after a while where nobody else puts anything there, and goes on where they do', async () => {
	const alone = queue({ slow: 5, lanes: 2, isShared: false });
	alone.of.wake();
	await vi.advanceTimersByTimeAsync(60_000);
	const looked = alone.looks();
	await vi.advanceTimersByTimeAsync(60_000);
	expect(alone.looks()).toBe(looked);

	const shared = queue({ slow: 5, lanes: 2, isShared: true });
	shared.of.wake();
	await vi.advanceTimersByTimeAsync(60_000);
	shared.put();
	await vi.advanceTimersByTimeAsync(1_100);
	expect(shared.done).toHaveLength(1);
	await Promise.all([shared.of.close(), vi.runAllTimersAsync()]);
});

it('begins nothing once it is closed, and ends what it had begun', async () => {
	const made = queue({ slow: 50, lanes: 1, isShared: false });
	made.put();
	made.put();
	made.of.wake();
	await vi.advanceTimersByTimeAsync(60);
	const closed = made.of.close();
	await vi.advanceTimersByTimeAsync(5_000);
	await closed;
	expect(made.done).toHaveLength(1);
	made.of.wake();
	await vi.advanceTimersByTimeAsync(5_000);
	expect(made.done).toHaveLength(1);
});
