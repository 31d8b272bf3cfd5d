/** The types of a package that has none. */
declare module '@bcoe/v8-coverage' {
	import type { Profiler } from 'node:inspector';

	interface ProcessCoverage {
		result: Profiler.ScriptCoverage[];
	}
	/** Adds up what several processes have run. */
	export function mergeProcessCovs(coverages: readonly ProcessCoverage[]): ProcessCoverage;
}
