import type { Attachment } from 'svelte/attachments';
import { whenColoursChange } from './colours';

/** A picture that is drawn. */
export interface Drawn<Picture> {
	redraw(picture: Picture): void;
	/** The value at a horizontal position in it. */
	at(pixel: number): number;
	destroy(): void;
}

/** How many pictures are still to come; a mark on the page says so. */
let coming = 0;
function tell(change: 1 | -1): void {
	coming += change;
	document.documentElement.toggleAttribute('data-drawing', coming > 0);
}

/**
 * Keeps a picture on a canvas: drawn when the canvas comes, drawn anew when what it shows or the colours
 * change, ended when the canvas goes. What draws it is loaded first: the answer is there before, and answers to keys.
 * `ondrawn` is given the picture, for what a pointer asks of it. It is drawn anew in a task of its own, once however many
 * changes come before that, so that working out an answer and drawing it never block the page as one. A picture that is
 * `second` is drawn after the next frame, so that the answer and the first picture need not wait for it.
 */
export function liveChart<Picture>(
	load: () => Promise<(canvas: HTMLCanvasElement, picture: Picture) => Drawn<Picture>>,
	picture: () => Picture,
	ondrawn: (drawn: Drawn<Picture>) => void,
	turn: 'first' | 'second' = 'first'
): Attachment<HTMLCanvasElement> {
	return (canvas) => {
		let colours = $state(0);
		let chart = $state.raw<Drawn<Picture> | null>(null);
		let drawn: { picture: Picture; colours: number } | null = null;
		let isGone = false;
		tell(1);
		void load()
			.then((draw) => {
				if (isGone) return;
				drawn = { picture: picture(), colours };
				chart = draw(canvas, drawn.picture);
				ondrawn(chart);
			})
			.finally(() => tell(-1));
		const forget = whenColoursChange(() => (colours += 1));
		$effect(() => {
			const next = { picture: picture(), colours };
			const there = chart;
			if (!there || (next.picture === drawn?.picture && next.colours === drawn.colours))
				return undefined;
			return (turn === 'first' ? inTask : afterFrame)(() => {
				drawn = next;
				there.redraw(next.picture);
			});
		});
		return () => {
			isGone = true;
			forget();
			chart?.destroy();
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
