/**
 * The figures by which plans are compared, in the counselor's order; the others are hidden. It is how this
 * counselor reads, whatever the case: kept in the browser.
 */
import { FIGURES, type ComparedFigure } from '../core/plan/comparison';

const KEY = 'figures by which plans are compared';

/** As they were kept; all of them where nothing, or nothing that is known, was. */
export function keptFigures(): readonly ComparedFigure[] {
	const named = new Set((localStorage.getItem(KEY) ?? '').split(' '));
	const known = [...named].filter((name) => FIGURES.some((figure) => figure === name));
	return known.length > 0 ? (known as ComparedFigure[]) : FIGURES;
}

export function keepFigures(figures: readonly ComparedFigure[]): void {
	localStorage.setItem(KEY, figures.join(' '));
}
