/** How long the tasks of a page take, from what the browser traces. */
import { expect } from 'vitest';
import type { Screen } from './page';

interface TraceEvent {
	readonly name: string;
	readonly pid: number;
	readonly tid: number;
	/** The time that the thread itself took, in microseconds. */
	readonly tdur?: number;
	/** From its beginning to its end. */
	readonly dur?: number;
	readonly args: { readonly name?: string };
}

/**
 * The tasks of the page's main thread in a trace, each with the processor time that it took, in milliseconds:
 * a machine that is busy with other work makes them end later, not take more.
 */
function tasksOf(trace: Uint8Array | undefined): number[] {
	const text = new TextDecoder().decode(trace);
	const { traceEvents } = JSON.parse(text) as { traceEvents: TraceEvent[] };
	const thread = ({ pid, tid }: TraceEvent) => `${pid} ${tid}`;
	const mains = new Set(
		traceEvents
			.filter(({ name, args }) => name === 'thread_name' && args.name === 'CrRendererMain')
			.map(thread)
	);
	// One that is under way when the trace ends, after the page has come to rest, has no time yet.
	return traceEvents.flatMap((event) =>
		event.name === 'RunTask' && mains.has(thread(event)) && event.dur !== undefined
			? [(event.tdur ?? event.dur) / 1000]
			: []
	);
}

/** What `pace` takes on the kind of machine that the limits are stated for, in milliseconds. */
const USUAL = 3;

/** How long the page takes for a fixed piece of work, in milliseconds: the median of short ones. */
const pace = ({ page }: Screen) =>
	page.evaluate(() => {
		const took = Array.from({ length: 15 }, () => {
			const begun = performance.now();
			let sum = 0;
			for (let at = 0; at < 3_000_000; at += 1) sum = (sum * 31 + at) | 0;
			return performance.now() - begun + (sum === 0.5 ? 1 : 0);
		});
		return took.sort((a, b) => a - b)[7] ?? 0;
	});

/** Pages are opened so often until one stays below the limit: others work on the same machine. */
const PAGES = 4;
/** What a page still does once nothing is pressed any more, in milliseconds. */
const REST = 600;

/**
 * The longest task while something is done on a page as it is opened, not compiled yet: the shortest of
 * several pages, in milliseconds, as if the machine had its usual pace. `prepare` brings the opened page to where it is done.
 */
export async function quietest(
	screen: Screen,
	limit: number,
	prepare: () => Promise<() => Promise<void>>
): Promise<number> {
	let longest = Infinity;
	for (let pages = 0; pages < PAGES && longest >= limit; pages += 1) {
		await screen.reload();
		const act = await prepare();
		await screen.page.tracing.start({
			categories: ['toplevel', 'disabled-by-default-devtools.timeline', '__metadata']
		});
		await act();
		await new Promise((resolve) => setTimeout(resolve, REST));
		const tasks = tasksOf(await screen.page.tracing.stop());
		// There must have been something to measure.
		expect(tasks.length).toBeGreaterThan(4);
		const slower = Math.max(1, (await pace(screen)) / USUAL);
		longest = Math.min(longest, Math.max(...tasks) / slower);
	}
	return longest;
}
