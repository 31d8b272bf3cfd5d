/** Interest and length over an amount of money, two lines over one axis, drawn with Chart.js. */
import {
	Chart,
	LinearScale,
	LineController,
	LineElement,
	PointElement,
	type Plugin
} from 'chart.js';
import type { Drawn } from './live-chart.svelte';
import { coloursOf } from './colours';

Chart.register(LinearScale, LineController, LineElement, PointElement);

export interface CurvePicture {
	/** By amount, from small to large; null where there is no end. */
	readonly points: readonly {
		readonly amount: number;
		readonly months: number | null;
		readonly interest: number | null;
	}[];
	readonly from: number;
	readonly to: number;
	/** Amounts that are marked, with what is written at them. */
	readonly marks: readonly { readonly amount: number; readonly label: string }[];
	readonly pointed: number | null;
	readonly money: (amount: number) => string;
}

type CurveChart = Chart<'line', { x: number; y: number }[]>;

const states = new WeakMap<CurveChart, { picture: CurvePicture }>();

export function drawCurve(canvas: HTMLCanvasElement, picture: CurvePicture): Drawn<CurvePicture> {
	const state = { picture };
	const chart: CurveChart = new Chart(canvas, {
		type: 'line',
		data: { datasets: [] },
		plugins: [marked(state)],
		options: { animation: false, responsive: true, maintainAspectRatio: false, events: [] }
	});
	states.set(chart, state);
	redrawCurve(chart, picture);
	return {
		redraw: (next) => redrawCurve(chart, next),
		at: (pixel) => amountAt(chart, pixel),
		destroy: () => chart.destroy()
	};
}

function redrawCurve(chart: CurveChart, picture: CurvePicture): void {
	const state = states.get(chart);
	if (state) state.picture = picture;
	const colour = coloursOf(chart.canvas);
	const font = { family: colour('--sans'), size: 12 };
	const line = (key: 'months' | 'interest', axis: string, ink: string, dash: number[]) => ({
		data: picture.points.flatMap((point) =>
			point[key] === null ? [] : [{ x: point.amount, y: point[key] }]
		),
		yAxisID: axis,
		borderColor: ink,
		borderWidth: 2,
		borderDash: dash,
		pointRadius: 0
	});
	chart.data.datasets = [
		line('interest', 'y', colour('--interest'), []),
		line('months', 'months', colour('--ink'), [5, 3])
	];
	const longest = Math.max(0, ...picture.points.map(({ months }) => months ?? 0));
	const years = (value: number | string) => `${Number(value) / 12} y`;
	const ticks = { color: colour('--quiet'), font, padding: 6, maxTicksLimit: 5 };
	chart.options.layout = { padding: { top: 26, right: 8 } };
	chart.options.scales = {
		x: {
			type: 'linear',
			min: picture.from,
			max: picture.to,
			border: { color: colour('--quiet') },
			grid: { color: 'transparent' },
			ticks: { ...ticks, maxTicksLimit: 7, callback: (value) => picture.money(Number(value)) }
		},
		y: {
			type: 'linear',
			beginAtZero: true,
			border: { display: false },
			grid: { color: colour('--row-line'), tickLength: 0 },
			ticks: {
				...ticks,
				color: colour('--interest'),
				callback: (value) => picture.money(Number(value))
			}
		},
		months: {
			type: 'linear',
			position: 'right',
			beginAtZero: true,
			border: { display: false },
			grid: { display: false },
			// Whole years, as few as leave room between them.
			ticks: { ...ticks, stepSize: 12 * (Math.ceil(longest / 60) || 1), callback: years }
		}
	};
	chart.update('none');
}

/** The amount at a horizontal place in the picture. */
function amountAt(chart: CurveChart, pixel: number): number {
	return chart.scales['x']?.getValueForPixel(pixel) ?? 0;
}

/** A line and a word at each marked amount, and a line at the one that is pointed at. */
function marked(state: { picture: CurvePicture }): Plugin<'line'> {
	return {
		id: 'marks',
		afterDatasetsDraw(chart) {
			const { x, y } = chart.scales;
			if (!x || !y) return;
			const { ctx: pen } = chart;
			const colour = coloursOf(chart.canvas);
			const { marks, pointed, from, to } = state.picture;
			pen.save();
			pen.font = `600 12px ${colour('--sans')}`;
			pen.textBaseline = 'bottom';
			const upright = (amount: number, ink: string, dash: number[]) => {
				const at = Math.round(x.getPixelForValue(amount)) + 0.5;
				pen.strokeStyle = ink;
				pen.setLineDash(dash);
				pen.beginPath();
				pen.moveTo(at, y.top - 4);
				pen.lineTo(at, y.bottom);
				pen.stroke();
				return at;
			};
			let end = -Infinity;
			for (const { amount, label } of marks) {
				if (amount < from || amount > to) continue;
				const at = upright(amount, colour('--quiet'), [2, 3]);
				const width = pen.measureText(label).width;
				const left = Math.min(Math.max(at - width / 2, x.left), x.right - width);
				pen.fillStyle = colour('--ink');
				pen.fillText(label, left, left > end ? y.top - 4 : y.top - 15);
				end = Math.max(end, left + width + 8);
			}
			if (pointed !== null) upright(pointed, colour('--act'), []);
			pen.restore();
		}
	};
}
