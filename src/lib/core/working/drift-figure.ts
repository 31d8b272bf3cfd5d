/** The figures of what happened beside what was expected that have a working. */
import type { DriftPart } from '../plan/progress';

export interface DriftFigure {
	readonly of: 'drift';
	readonly name: DriftFigureName;
	/** Of one debt, by its identity; absent: of all that were read. */
	readonly debt?: string;
}

/** `ends` and `costMore`: what going on as planned comes to beside what was expected. */
export type DriftFigureName = 'owed' | 'expected' | 'gap' | 'ends' | 'costMore' | DriftPart;
