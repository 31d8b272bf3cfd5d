import type { Attachment } from 'svelte/attachments';
import { untrack } from 'svelte';
import { whenColoursChange } from './colours';

/**
 * Keeps a chart on a canvas: drawn when the canvas comes, drawn anew when its picture or the colours
 * change, ended when the canvas goes. `onchart` is given the chart, for what a pointer asks of it.
 * A chart that is `second` is drawn anew after the frame in which its picture changed, so that the answer
 * and the first picture need not wait for it; what changes in between is drawn once.
 */
export function liveChart<Picture, Chart extends { destroy(): void }>(
	draw: (canvas: HTMLCanvasElement, picture: Picture) => Chart,
	redraw: (chart: Chart, picture: Picture) => void,
	picture: () => Picture,
	onchart: (chart: Chart) => void,
	turn: 'first' | 'second' = 'first'
): Attachment<HTMLCanvasElement> {
	return (canvas) => {
		let colours = $state(0);
		const chart = draw(canvas, untrack(picture));
		untrack(() => onchart(chart));
		const forget = whenColoursChange(() => (colours += 1));
		$effect(() => {
			void colours;
			const next = picture();
			if (turn === 'second') return afterFrame(() => redraw(chart, next));
			redraw(chart, next);
			return undefined;
		});
		return () => {
			forget();
			chart.destroy();
		};
	};
}

/** Does something once the next frame is on the screen, unless it is called off first. */
function afterFrame(act: () => void): () => void {
	let timer: ReturnType<typeof setTimeout> | undefined;
	const frame = requestAnimationFrame(() => {
		timer = setTimeout(act);
	});
	return () => {
		cancelAnimationFrame(frame);
		clearTimeout(timer);
	};
}
