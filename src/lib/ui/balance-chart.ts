/** The picture of balances over one time axis, drawn with Chart.js. Knows colours and places, no money. */
import {
	Chart,
	Filler,
	LinearScale,
	LineController,
	LineElement,
	PointElement,
	type ChartDataset,
	type Plugin
} from 'chart.js';
import type { Drawn } from './live-chart.svelte';
import { coloursOf, type Colour } from './colours';
import { timeTicks, toDay, type TimeScale } from './time-axis';

Chart.register(Filler, LinearScale, LineController, LineElement, PointElement);

export interface BalanceLine {
	readonly id: string;
	/** Balances by date, in any unit that is proportional to money. */
	readonly points: readonly { readonly date: string; readonly balance: number }[];
	/** Written at the line's end. */
	readonly label: string;
	/** The date at which what it is about comes down to zero; null where it never does. */
	readonly ends: string | null;
	readonly dash: readonly number[];
	/** Filled, in the hue that a custom property holds; null: a thin line in ink. */
	readonly hue: string | null;
	/** One of several bands, each drawn over those that come after it; its letter is written into it. */
	readonly band?: {
		readonly letter: string;
		readonly light: boolean;
		/** How strong its hue is, in percent; absent: as a debt’s among others. */
		readonly strength?: number;
	};
	/** Whether its points are marked: each was really read. */
	readonly marked?: boolean;
}

export interface BalancePicture {
	readonly lines: readonly BalanceLine[];
	/** The last date of the axis. */
	readonly until: string;
	/** The date under the cursor line. */
	readonly pointed: string | null;
	/** Days that something depends on, each with what is written at its line. */
	readonly deadlines?: readonly { readonly date: string; readonly label: string }[];
	readonly amount: (balance: number) => string;
	/** Told where the time axis lies, whenever that changes. */
	readonly onscale: (scale: TimeScale) => void;
}

type BalanceChart = Chart<'line', { x: number; y: number }[]>;

/** Under the axis: payoff dates in one or two rows of this height, then the years. */
const ROW = 15;
const YEARS = 20;
const MARK = 10;

export function drawBalances(
	canvas: HTMLCanvasElement,
	picture: BalancePicture
): Drawn<BalancePicture> {
	const state = { picture };
	const chart: BalanceChart = new Chart(canvas, {
		type: 'line',
		data: { datasets: [] },
		plugins: [endLabels(state)],
		options: {
			animation: false,
			// Points come as numbers in order of time.
			parsing: false,
			normalized: true,
			responsive: true,
			maintainAspectRatio: false,
			events: [],
			scales: { x: { type: 'linear' }, y: { type: 'linear' } }
		}
	});
	states.set(chart, state);
	redrawBalances(chart, picture);
	return {
		redraw: (next) => redrawBalances(chart, next),
		at: (pixel) => dayAt(chart, pixel),
		destroy: () => chart.destroy()
	};
}

const states = new WeakMap<BalanceChart, { picture: BalancePicture }>();

function redrawBalances(chart: BalanceChart, picture: BalancePicture): void {
	const state = states.get(chart);
	if (state) state.picture = picture;
	const colour = coloursOf(chart.canvas);
	const begins = picture.lines.flatMap(({ points }) => points[0]?.date ?? []);
	const first = toDay(begins.sort()[0] ?? picture.until);
	const last = Math.max(toDay(picture.until), first + 31);
	const ticks = timeTicks(first, last);
	chart.ctx.font = endFont(colour);
	const font = { family: colour('--sans'), size: 12 };
	chart.data.datasets = picture.lines.map((line, place) => dataset(line, colour, place));
	const ends = endsBelow(picture);
	const room = chart.width - 80;
	const pixel = (day: number) => ((day - first) / (last - first)) * room;
	const rows = placedEnds(chart.ctx, ends, 0, room, pixel).map(({ row }) => row + 1);
	chart.options.layout = {
		padding: { top: 16, right: 20, bottom: MARK + Math.max(0, ...rows) * ROW + YEARS }
	};
	chart.options.scales = {
		x: {
			type: 'linear',
			min: first,
			max: last,
			border: { color: colour('--quiet') },
			grid: { color: 'transparent', tickColor: colour('--quiet'), tickLength: 5 },
			afterBuildTicks: (axis) => {
				axis.ticks = ticks.map(({ day }) => ({ value: day }));
			},
			// The labels are written below the payoff dates, in the room that the layout keeps.
			ticks: { display: false, autoSkip: false }
		},
		y: {
			type: 'linear',
			beginAtZero: true,
			border: { display: false },
			grid: { color: colour('--row-line'), tickLength: 0 },
			ticks: {
				color: colour('--quiet'),
				font,
				padding: 8,
				maxTicksLimit: 6,
				callback: (value) => picture.amount(Number(value))
			}
		}
	};
	chart.update('none');
}

/** The date at a horizontal place in the picture, as days since 1970. */
function dayAt(chart: BalanceChart, pixel: number): number {
	return chart.scales['x']?.getValueForPixel(pixel) ?? 0;
}

function dataset(
	line: BalanceLine,
	colour: Colour,
	place: number
): ChartDataset<'line', { x: number; y: number }[]> {
	const { hue, band, marked = false } = line;
	const ink = colour(hue === null ? '--ink' : band ? '--ground' : hue);
	const through = band ? colour('--ground') : 'transparent';
	return {
		data: line.points.map(({ date, balance }) => ({ x: toDay(date), y: balance })),
		borderColor: ink,
		borderWidth: (hue === null && !marked) || band ? 1.25 : 2.5,
		// Many payments to a pixel turn back on themselves; a mitre would stick out there.
		borderJoinStyle: 'round',
		borderDash: [...line.dash],
		backgroundColor:
			hue === null
				? 'transparent'
				: `color-mix(in srgb, ${colour(hue)} ${band?.strength ?? (band ? 86 : 78)}%, ${through})`,
		fill: hue === null ? false : 'origin',
		pointRadius: marked ? 4 : 0,
		...(marked ? { clip: 8 } : {}),
		pointBackgroundColor: ink,
		// What is drawn first lies below: the last of the bands, then the others, then the lines.
		order: hue === null ? 0 : 1 + place,
		tension: 0
	};
}

/** Writes the years, each line's payoff date below its end, what never ends beside it, and the cursor. */
function endLabels(state: { picture: BalancePicture }): Plugin<'line'> {
	return {
		id: 'end-labels',
		afterLayout(chart) {
			const { x } = chart.scales;
			if (!x) return;
			const { left, right, min: first, max: last } = x;
			state.picture.onscale({ left, right, first, last });
		},
		afterDatasetsDraw(chart) {
			const { x, y } = chart.scales;
			if (!x || !y) return;
			const { ctx: pen } = chart;
			const { picture } = state;
			const colour = coloursOf(chart.canvas);
			pen.save();
			pen.textAlign = 'center';
			pen.textBaseline = 'bottom';
			pen.font = `400 12px ${colour('--sans')}`;
			pen.fillStyle = colour('--quiet');
			let free = -Infinity;
			for (const { day, label } of timeTicks(x.min, x.max)) {
				const at = x.getPixelForValue(day);
				const half = pen.measureText(label).width / 2;
				// Where the picture is narrow, what would run into the label before is left out.
				if (at - half < free) continue;
				pen.fillText(label, at, chart.height - 2);
				free = at + half + 8;
			}
			pen.font = endFont(colour);
			if (picture.pointed !== null) {
				const at = Math.round(x.getPixelForValue(toDay(picture.pointed))) + 0.5;
				pen.strokeStyle = colour('--act');
				pen.lineWidth = 1.5;
				pen.beginPath();
				pen.moveTo(at, y.top - 8);
				pen.lineTo(at, y.bottom);
				pen.stroke();
			}
			writeDeadlines(pen, picture, { x, y, colour });
			writeLetters(pen, picture, { x, y, colour });
			writeBelow(pen, picture, { x, y, colour });
			writeBeside(pen, picture, { x, y, colour });
			pen.restore();
		}
	};
}

const endFont = (colour: Colour) => `600 12px ${colour('--sans')}`;

interface Place {
	readonly x: { getPixelForValue(value: number): number; left: number; right: number };
	readonly y: { getPixelForValue(value: number): number; top: number; bottom: number };
	readonly colour: Colour;
}

/** The lines that come down to zero within the picture. */
function endsBelow({ lines, until }: BalancePicture): BalanceLine[] {
	return lines.filter(({ ends }) => ends !== null && ends <= until);
}

interface PlacedEnd {
	readonly line: BalanceLine;
	readonly at: number;
	readonly left: number;
	readonly row: number;
}

/** Where payoff dates go under the axis: on another row where two would run into each other, or past the edge. */
function placedEnds(
	pen: CanvasRenderingContext2D,
	lines: readonly BalanceLine[],
	from: number,
	to: number,
	pixel: (day: number) => number
): PlacedEnd[] {
	const taken = [-Infinity, -Infinity, -Infinity, -Infinity];
	return lines
		.map((line) => ({ line, at: pixel(toDay(line.ends ?? '')) }))
		.sort((a, b) => a.at - b.at)
		.map(({ line, at }) => {
			const width = pen.measureText(line.label).width;
			const centred = Math.min(Math.max(at - width / 2, from), to - width);
			const free = taken.findIndex((end) => centred > end + 10);
			const soonest = taken.indexOf(Math.min(...taken));
			const pushed = (taken[soonest] ?? 0) + 12;
			const isPushed = free < 0 && pushed + width <= to;
			const row = isPushed ? soonest : free < 0 ? taken.length : free;
			const left = isPushed ? pushed : centred;
			taken[row] = left + width;
			return { line, at, left, row };
		});
}

/** Each band's letter or name, where the band is thick enough for it: a letter at its left, a name wherever it fits best. */
function writeLetters(
	pen: CanvasRenderingContext2D,
	{ lines }: BalancePicture,
	{ x, y, colour }: Place
): void {
	pen.textAlign = 'center';
	pen.textBaseline = 'middle';
	lines.forEach(({ band, points }, place) => {
		if (!band) return;
		const isName = band.letter.length > 2;
		pen.font = `700 13px ${colour('--sans')}`;
		const width = isName ? pen.measureText(band.letter).width + 12 : 0;
		const under = lines[place - 1]?.points ?? [];
		const edges = points
			.map(({ date, balance }, at) => ({
				at: Math.max(x.getPixelForValue(toDay(date)), x.left),
				top: y.getPixelForValue(balance),
				bottom: y.getPixelForValue(under[at]?.balance ?? 0)
			}))
			.filter(({ at }) => at <= x.right);
		const [first] = edges;
		const whole = isName ? widestRoom(edges, width) : null;
		// Where a band slopes too much to hold all of a name, it begins where the band is thick.
		const room = whole && heightOf(whole) >= 10 ? whole : first;
		if (!room || heightOf(room) < 10) return;
		if (heightOf(room) < 14) pen.font = `700 10px ${colour('--sans')}`;
		pen.fillStyle = colour(band.light ? '--on-light-hue' : '--on-dark-hue');
		pen.textAlign = isName ? 'left' : 'center';
		pen.fillText(band.letter, room.at + (isName ? 6 : 30), (room.top + room.bottom) / 2);
	});
	pen.font = endFont(colour);
}

interface Edges {
	readonly at: number;
	readonly top: number;
	readonly bottom: number;
}

const heightOf = ({ top, bottom }: Edges): number => bottom - top;

/** Where a band leaves the most height over so many pixels, and between which heights; null where it is nowhere so long. */
function widestRoom(edges: readonly Edges[], width: number): Edges | null {
	let best: Edges | null = null;
	const end = edges.at(-1)?.at ?? 0;
	for (const [from, { at }] of edges.entries()) {
		if (at + width > end) break;
		let [top, bottom] = [-Infinity, Infinity];
		for (const one of edges.slice(from)) {
			top = Math.max(top, one.top);
			bottom = Math.min(bottom, one.bottom);
			if (one.at >= at + width) break;
		}
		if (best === null || bottom - top > heightOf(best)) best = { at, top, bottom };
	}
	return best;
}

/** An upright line at each deadline, with its price written beside it. */
function writeDeadlines(
	pen: CanvasRenderingContext2D,
	{ deadlines = [], until }: BalancePicture,
	{ x, y, colour }: Place
): void {
	pen.font = endFont(colour);
	pen.textBaseline = 'top';
	for (const { date, label } of deadlines) {
		if (date > until) continue;
		const at = Math.round(x.getPixelForValue(toDay(date))) + 0.5;
		const width = pen.measureText(label).width;
		const isRight = at + 8 + width <= x.right + 18;
		pen.strokeStyle = colour('--interest');
		pen.lineWidth = 1.5;
		pen.beginPath();
		pen.moveTo(at, y.top - 12);
		pen.lineTo(at, y.bottom);
		pen.stroke();
		pen.textAlign = isRight ? 'left' : 'right';
		pen.lineWidth = 4;
		pen.lineJoin = 'round';
		pen.strokeStyle = colour('--ground');
		const left = at + (isRight ? 8 : -8);
		pen.strokeText(label, left, y.top - 12);
		pen.fillStyle = colour('--interest');
		pen.fillText(label, left, y.top - 12);
	}
}

function writeBelow(
	pen: CanvasRenderingContext2D,
	picture: BalancePicture,
	{ x, y, colour }: Place
): void {
	const pixel = (day: number) => x.getPixelForValue(day);
	pen.textAlign = 'left';
	pen.textBaseline = 'top';
	for (const { line, at, left, row } of placedEnds(
		pen,
		endsBelow(picture),
		x.left,
		x.right + 18,
		pixel
	)) {
		pen.fillStyle = colour(line.hue ?? '--ink');
		pen.beginPath();
		pen.moveTo(at, y.bottom);
		pen.lineTo(at - 4.5, y.bottom + 8);
		pen.lineTo(at + 4.5, y.bottom + 8);
		pen.fill();
		pen.fillStyle = colour('--ink');
		pen.fillText(line.label, left, y.bottom + MARK + row * ROW);
	}
}

/** Labels a line that does not end within the chart where it leaves it. */
function writeBeside(
	pen: CanvasRenderingContext2D,
	picture: BalancePicture,
	{ x, y, colour }: Place
): void {
	const { lines, until } = picture;
	const below = new Set(endsBelow(picture));
	const ground = colour('--ground');
	let [above, written] = [-Infinity, -Infinity];
	const placed = lines
		.filter((line) => !below.has(line) && !line.band)
		.map((line) => {
			const inside = line.points.filter(({ date }) => date <= until).at(-1) ?? line.points[0];
			return {
				line,
				at: x.getPixelForValue(toDay(inside?.date ?? until)),
				height: y.getPixelForValue(inside?.balance ?? 0)
			};
		})
		.sort((a, b) => a.height - b.height);
	for (const { line, at, height } of placed) {
		const text = line.label;
		const width = pen.measureText(text).width;
		const left = Math.min(Math.max(at - width, x.left + 4), x.right - width);
		// Between two lines that run close together there is no room: the lower one is named below.
		const wished = height - above > ROW + 8 ? height - 6 : height + ROW;
		const baseline = Math.max(wished, written + ROW - 2);
		above = height;
		written = baseline;
		pen.textAlign = 'left';
		pen.textBaseline = 'alphabetic';
		pen.lineWidth = 4;
		pen.lineJoin = 'round';
		pen.strokeStyle = ground;
		pen.strokeText(text, left, baseline);
		pen.fillStyle = colour('--ink');
		pen.fillText(text, left, baseline);
	}
}
