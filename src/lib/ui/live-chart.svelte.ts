import type { Attachment } from 'svelte/attachments';
import { untrack } from 'svelte';
import { whenColoursChange } from './colours';

/**
 * Keeps a chart on a canvas: drawn when the canvas comes, drawn anew when its picture or the colours
 * change, ended when the canvas goes. `onchart` is given the chart, for what a pointer asks of it.
 * It is drawn anew in a task of its own, once however many changes come before that, so that working out
 * an answer and drawing it never block the page as one. A chart that is `second` is drawn after the next
 * frame, so that the answer and the first picture need not wait for it.
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
		let drawn = { picture: untrack(picture), colours: 0 };
		const chart = draw(canvas, drawn.picture);
		untrack(() => onchart(chart));
		const forget = whenColoursChange(() => (colours += 1));
		$effect(() => {
			const next = { picture: picture(), colours };
			if (next.picture === drawn.picture && next.colours === drawn.colours) return undefined;
			return (turn === 'first' ? inTask : afterFrame)(() => {
				drawn = next;
				redraw(chart, next.picture);
			});
		});
		return () => {
			forget();
			chart.destroy();
		};
	};
}

/** Does something in a task of its own, unless it is called off first. */
function inTask(act: () => void): () => void {
	const timer = setTimeout(act);
	return () => clearTimeout(timer);
}

/** Does something once the next frame is on the screen, unless it is called off first. */
function afterFrame(act: () => void): () => void {
	let calledOff = (): void => undefined;
	const frame = requestAnimationFrame(() => (calledOff = inTask(act)));
	return () => {
		cancelAnimationFrame(frame);
		calledOff();
	};
}
