/** Twelve months of a household's money as bars: for debts, put aside, taken from savings; drawn with Chart.js. */
import {
	BarController,
	BarElement,
	CategoryScale,
	Chart,
	LinearScale,
	type Plugin
} from 'chart.js';
import type { Drawn } from './live-chart.svelte';
import { coloursOf } from './colours';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

export interface MoneyPicture {
	readonly bars: readonly {
		readonly label: string;
		readonly forDebts: number;
		readonly putAside: number;
		readonly taken: number;
		/** What is left in all, written at the bar; negative where more is needed than comes in. */
		readonly left: number;
		readonly said: string;
		/** Written above it where savings are taken; empty where none are. */
		readonly saved: string;
		/** Null: nothing is required any more. */
		readonly required: number | null;
	}[];
	/** The bar that is pointed at, or −1. */
	readonly pointed: number;
	readonly amount: (value: number) => string;
}

type MoneyChart = Chart<'bar', number[], string>;

const states = new WeakMap<MoneyChart, { picture: MoneyPicture }>();

export function drawMoney(canvas: HTMLCanvasElement, picture: MoneyPicture): Drawn<MoneyPicture> {
	const state = { picture };
	const chart: MoneyChart = new Chart(canvas, {
		type: 'bar',
		data: { labels: [], datasets: [] },
		plugins: [labelled(state)],
		options: { animation: false, responsive: true, maintainAspectRatio: false, events: [] }
	});
	states.set(chart, state);
	redrawMoney(chart, picture);
	return {
		redraw: (next) => redrawMoney(chart, next),
		at: (pixel) => barAt(chart, pixel),
		destroy: () => chart.destroy()
	};
}

function redrawMoney(chart: MoneyChart, picture: MoneyPicture): void {
	const state = states.get(chart);
	if (state) state.picture = picture;
	const colour = coloursOf(chart.canvas);
	const font = { family: colour('--sans'), size: 12 };
	const { bars, pointed, amount } = picture;
	const width = { categoryPercentage: 1, barPercentage: 0.7 };
	chart.data.labels = bars.map(({ label }) => label);
	chart.data.datasets = [
		{
			...width,
			data: bars.map(({ forDebts }) => forDebts),
			backgroundColor: bars.map((_, at) => colour(at === pointed ? '--act' : '--debt-5'))
		},
		{
			...width,
			data: bars.map(({ putAside }) => putAside),
			backgroundColor: colour('--sheet'),
			borderColor: colour('--act'),
			borderWidth: 1
		}
	];
	const tallest = Math.max(
		1,
		...bars.map(({ left, taken }) => left + taken),
		...bars.map(({ required }) => required ?? 0)
	);
	const ticks = { color: colour('--quiet'), font, padding: 6 };
	chart.options.layout = { padding: { top: 22, right: 8 } };
	chart.options.scales = {
		x: {
			stacked: true,
			border: { color: colour('--quiet') },
			grid: { display: false },
			ticks: { ...ticks, maxRotation: 0, autoSkip: false }
		},
		y: {
			stacked: true,
			suggestedMax: tallest,
			beginAtZero: true,
			border: { display: false },
			grid: { color: colour('--row-line'), tickLength: 0 },
			ticks: { ...ticks, maxTicksLimit: 5, callback: (value) => amount(Number(value)) }
		}
	};
	chart.update('none');
}

/** Writes what is left above each bar, and draws what savings give and the line of the required payments. */
const labelled = (state: { readonly picture: MoneyPicture }): Plugin<'bar'> => ({
	id: 'money',
	afterDatasetsDraw(chart) {
		const { ctx, scales, chartArea } = chart;
		const [x, y] = [scales['x'], scales['y']];
		if (!x || !y) return;
		const colour = coloursOf(chart.canvas);
		const { bars } = state.picture;
		const half = (0.7 * chartArea.width) / Math.max(bars.length, 1) / 2;
		ctx.save();
		drawRequired();
		ctx.font = `600 12px ${colour('--sans')}`;
		ctx.textAlign = 'center';
		bars.forEach(({ left, taken, said, saved }, at) => {
			const centre = x.getPixelForValue(at);
			const top = y.getPixelForValue(Math.max(0, left));
			const above = y.getPixelForValue(Math.max(0, left) + taken);
			if (taken > 0) {
				ctx.strokeStyle = colour('--act');
				ctx.lineWidth = 1;
				ctx.setLineDash([3, 2]);
				ctx.strokeRect(centre - half, above, 2 * half, top - above);
				ctx.setLineDash([]);
				write(saved, centre, above - 5, colour('--quiet'));
			}
			write(said, centre, above - (taken > 0 ? 20 : 5), colour(left < 0 ? '--interest' : '--ink'));
		});
		ctx.restore();

		/** On the ground, whatever line is behind it. */
		function write(text: string, centre: number, bottom: number, ink: string): void {
			// What does not fit over its month is left to the note that it opens.
			if (ctx.measureText(text).width > (chartArea.width / Math.max(bars.length, 1)) * 1.15) return;
			ctx.lineWidth = 4;
			ctx.strokeStyle = colour('--ground');
			ctx.strokeText(text, centre, bottom);
			ctx.fillStyle = ink;
			ctx.fillText(text, centre, bottom);
		}

		function drawRequired(): void {
			if (!x || !y) return;
			ctx.strokeStyle = colour('--ink');
			ctx.lineWidth = 1.5;
			ctx.setLineDash([2, 3]);
			ctx.beginPath();
			bars.forEach(({ required }, at) => {
				if (required === null) return;
				const [centre, height] = [x.getPixelForValue(at), y.getPixelForValue(required)];
				const step = chartArea.width / Math.max(bars.length, 1) / 2;
				ctx.moveTo(centre - step, height);
				ctx.lineTo(centre + step, height);
			});
			ctx.stroke();
			ctx.setLineDash([]);
		}
	}
});

/** The bar at a horizontal position. */
function barAt(chart: MoneyChart, pixel: number): number {
	const at = Number(chart.scales['x']?.getValueForPixel(pixel) ?? 0);
	return Math.min(Math.max(Math.round(at), 0), (chart.data.labels?.length ?? 1) - 1);
}
