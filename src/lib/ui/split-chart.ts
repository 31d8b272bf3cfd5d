/** Bars that split what was paid into interest, hatched, and principal, solid; drawn with Chart.js. */
import { BarController, BarElement, CategoryScale, Chart, LinearScale } from 'chart.js';
import type { Drawn } from './live-chart.svelte';
import { coloursOf, type Colour } from './colours';

Chart.register(BarController, BarElement, CategoryScale, LinearScale);

export interface SplitPicture {
	readonly bars: readonly {
		readonly label: string;
		readonly interest: number;
		readonly principal: number;
	}[];
	/** The custom property that holds the debt's hue. */
	readonly hue: string;
	/** The bar that is pointed at, or −1. */
	readonly pointed: number;
	readonly amount: (value: number) => string;
}

type SplitChart = Chart<'bar', number[], string>;

export function drawSplit(canvas: HTMLCanvasElement, picture: SplitPicture): Drawn<SplitPicture> {
	const chart: SplitChart = new Chart(canvas, {
		type: 'bar',
		data: { labels: [], datasets: [] },
		options: { animation: false, responsive: true, maintainAspectRatio: false, events: [] }
	});
	redrawSplit(chart, picture);
	return {
		redraw: (next) => redrawSplit(chart, next),
		at: (pixel) => barAt(chart, pixel),
		destroy: () => chart.destroy()
	};
}

function redrawSplit(chart: SplitChart, picture: SplitPicture): void {
	const colour = coloursOf(chart.canvas);
	const { bars, hue, pointed, amount } = picture;
	const font = { family: colour('--sans'), size: 12 };
	const hatching = hatched(chart.ctx, colour);
	const pick = (plain: string | CanvasPattern) =>
		bars.map((_, index) => (index === pointed ? colour('--act') : plain));
	chart.data.labels = bars.map(({ label }) => label);
	chart.data.datasets = [
		{
			data: bars.map(({ interest }) => interest),
			backgroundColor: hatching,
			categoryPercentage: 1,
			barPercentage: 0.86
		},
		{
			data: bars.map(({ principal }) => principal),
			backgroundColor: pick(colour(hue)),
			categoryPercentage: 1,
			barPercentage: 0.86
		}
	];
	chart.options.scales = {
		x: {
			stacked: true,
			border: { color: colour('--quiet') },
			grid: { display: false },
			ticks: { color: colour('--quiet'), font, maxRotation: 0, autoSkip: true, maxTicksLimit: 4 }
		},
		y: {
			stacked: true,
			border: { display: false },
			grid: { color: colour('--row-line'), tickLength: 0 },
			ticks: {
				color: colour('--quiet'),
				font,
				padding: 6,
				maxTicksLimit: 5,
				callback: (value) => amount(Number(value))
			}
		}
	};
	chart.update('none');
}

/** The bar at a horizontal place in the picture. */
function barAt(chart: SplitChart, pixel: number): number {
	const index = Math.round(chart.scales['x']?.getValueForPixel(pixel) ?? 0);
	return Math.min(Math.max(index, 0), chart.data.datasets[0]?.data.length ?? 1);
}

/** Lines at 45° in the colour of interest. */
function hatched(pen: CanvasRenderingContext2D, colour: Colour): CanvasPattern | string {
	const size = 6;
	const tile = new OffscreenCanvas(size, size);
	const lines = tile.getContext('2d');
	if (!lines) return colour('--interest');
	lines.strokeStyle = colour('--interest');
	lines.lineWidth = 1.6;
	for (const shift of [-size, 0, size]) {
		lines.moveTo(shift - 1, size + 1);
		lines.lineTo(shift + size + 1, -1);
	}
	lines.stroke();
	return pen.createPattern(tile, 'repeat') ?? colour('--interest');
}
