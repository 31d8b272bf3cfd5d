import type { Attachment } from 'svelte/attachments';
import { untrack } from 'svelte';
import { whenColoursChange } from './colours';

/**
 * Keeps a chart on a canvas: drawn when the canvas comes, drawn anew when its picture or the colours
 * change, ended when the canvas goes. `onchart` is given the chart, for what a pointer asks of it.
 */
export function liveChart<Picture, Chart extends { destroy(): void }>(
	draw: (canvas: HTMLCanvasElement, picture: Picture) => Chart,
	redraw: (chart: Chart, picture: Picture) => void,
	picture: () => Picture,
	onchart: (chart: Chart) => void
): Attachment<HTMLCanvasElement> {
	return (canvas) => {
		let colours = $state(0);
		const chart = draw(canvas, untrack(picture));
		untrack(() => onchart(chart));
		const forget = whenColoursChange(() => (colours += 1));
		$effect(() => {
			void colours;
			redraw(chart, picture());
		});
		return () => {
			forget();
			chart.destroy();
		};
	};
}
