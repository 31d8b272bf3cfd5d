/** Plans as pictures on paper: what is owed in bands under one plan, or as lines under several. */
import { scaleLinear, type ScaleLinear } from 'd3-scale';
import { area, line } from 'd3-shape';
import { owedInAll } from '../core/plan/answers';
import { byPayoff, dayOfMonth, monthsDrawn, owedBy } from '../core/plan/over-time';
import type { Plan } from '../core/plan/terms';
import { dateParts, dayNumber, type CalendarDate } from '../core/quantities/calendar';
import type { Writing } from '../reading/writing';
import { grouped, writeShortMonth } from '../reading/written';
import type { Language } from '../messages/message';
import { element, type Element } from './markup';
import { aboutWide, HAIRLINE, INK, near, picture, QUIET, type Size } from './svg';
import { hueOf } from '../words/hues';

interface Field {
	readonly left: number;
	readonly x: ScaleLinear<number, number>;
	readonly y: ScaleLinear<number, number>;
}

/** Room around the field: for amounts on the left, at least so much; for dates below. */
const LEAST_LEFT = 34;
const RIGHT = 12;
const TOP = 8;
const ROW = 12;

/** Rows of payoff dates within the requested height; more rows make the chart taller. */
const ROWS_WITHIN = 3;

/**
 * The bands of a plan's debts, from the last to go, at the bottom, up to the first: the picture, and how high it is where
 * many payoff dates are close together.
 */
export function planPicture(
	plan: Plan,
	debts: readonly { readonly id: string; readonly place: number; readonly letter: string }[],
	asOf: CalendarDate,
	wished: Size,
	writing: Writing<Language>,
	title = ''
): Size & { readonly svg: string } {
	const months = monthsDrawn(plan);
	const days = months.map((month) => dayNumber(dayOfMonth(plan, month, asOf)));
	const ordered = byPayoff(plan, debts);
	const ends = ordered.flatMap(({ id, letter }) => {
		const { payoffDate, payoffMonth } = plan.debts.find((debt) => debt.id === id) ?? {};
		return payoffDate && payoffMonth
			? [{ day: dayNumber(payoffDate), label: `${letter} ${writeShortMonth(payoffDate, writing)}` }]
			: [];
	});
	const last = Math.max(...days, ...ends.map(({ day }) => day));
	const highest = Math.max(...months.map((month) => owedInAll(plan, month)), 1);
	const left = roomFor(highest, writing);
	const room = placed(
		ends,
		(day) => xOf(days[0] ?? 0, last, left, wished)(day),
		left,
		wished.width
	);
	const rows = Math.max(-1, ...room.map(({ row }) => row)) + 1;
	const size = { ...wished, height: wished.height + Math.max(0, rows - ROWS_WITHIN) * ROW };
	const below = 5 + rows * ROW;
	const field = fieldOf(days[0] ?? 0, last, highest, left, size, below + ROW);
	const heights = months.map(() => 0);
	const bands = ordered.toReversed().map(({ id, place, letter }) => {
		const index = plan.debts.findIndex((debt) => debt.id === id);
		const under = [...heights];
		months.forEach((month, at) => {
			heights[at] = (heights[at] ?? 0) + owedBy(plan, index, month);
		});
		const over = [...heights];
		return { place, letter, under, over };
	});
	const svg = picture(size, title, [
		...grid(field, highest, size, writing),
		...bands.map(({ place, under, over }) => {
			const path = area<number>()
				.x((_, at) => near(field.x(days[at] ?? 0)))
				.y0((_, at) => near(field.y(under[at] ?? 0)))
				.y1((_, at) => near(field.y(over[at] ?? 0)))(days);
			const look = { fill: hueOf(place).onPaper, stroke: '#ffffff', 'stroke-width': 0.8 };
			return element('path', { d: path ?? '', ...look });
		}),
		...bands.flatMap(({ place, letter, under, over }) => {
			const [top, bottom] = [field.y(over[0] ?? 0), field.y(under[0] ?? 0)];
			if (bottom - top < 6) return [];
			const high = Math.min(10, bottom - top);
			const fill = hueOf(place).light ? '#0e1417' : '#ffffff';
			const at = { x: near(field.x(days[0] ?? 0) + 12), y: near((top + bottom) / 2 + 0.35 * high) };
			return [
				element(
					'text',
					{ ...at, fill, 'font-size': near(high), 'font-weight': 700, 'text-anchor': 'middle' },
					letter
				)
			];
		}),
		...axis(field, size, below, writing),
		...room.flatMap(({ label, left, at, row }) => [
			element('path', {
				d: `M${near(at)} ${near(field.y(0))}l-3 5h6Z`,
				fill: INK
			}),
			element(
				'text',
				{ x: near(left), y: near(field.y(0) + 14 + row * ROW), fill: INK, 'font-weight': 700 },
				label
			)
		])
	]);
	return { ...size, svg };
}

/** How a line is told from the others without colour. */
const DASHES = ['', '9 4', '2 3', '12 3 2 3', '5 5', '1 5'];

/** The total balance under each of several plans, over one time axis. */
export function plansPicture(
	plans: readonly { readonly name: string; readonly plan: Plan }[],
	asOf: CalendarDate,
	size: Size,
	writing: Writing<Language>,
	title = ''
): string {
	const legend = plans.length * 14;
	const last = Math.max(...plans.map(({ plan }) => dayNumber(dayOfMonth(plan, plan.months, asOf))));
	const first = dayNumber(asOf);
	const highest = Math.max(
		1,
		...plans.flatMap(({ plan }) => monthsDrawn(plan).map((month) => owedInAll(plan, month)))
	);
	const left = roomFor(highest, writing);
	const field = fieldOf(first, last, highest, left, size, ROW + 6 + legend);
	const lines = plans.map(({ plan }, place) => {
		const months = monthsDrawn(plan);
		const path = line<number>()
			.x((month) => near(field.x(dayNumber(dayOfMonth(plan, month, asOf)))))
			.y((month) => near(field.y(owedInAll(plan, month))))(months);
		return element('path', { d: path ?? '', ...strokeOf(place) });
	});
	const names = plans.flatMap(({ name, plan }, place) => {
		const y = size.height - legend + 4 + place * 14;
		const { ending } = plan;
		const until =
			ending.status === 'cleared' ? ` · ${writeShortMonth(ending.payoffDate, writing)}` : '';
		return [
			element('path', { d: `M${left} ${y}H${left + 34}`, ...strokeOf(place) }),
			element('text', { x: left + 42, y: y + 3.5, fill: INK }, `${place + 1} ${name}${until}`)
		];
	});
	return picture(size, title, [
		...grid(field, highest, size, writing),
		...lines,
		...axis(field, size, 4, writing),
		...names
	]);
}

const strokeOf = (place: number) => ({
	fill: 'none',
	stroke: INK,
	'stroke-width': 1.3,
	'stroke-dasharray': DASHES[place % DASHES.length] || 'none'
});

const xOf = (first: number, last: number, left: number, { width }: Size) =>
	scaleLinear([first, Math.max(last, first + 31)], [left, width - RIGHT]);

const fieldOf = (
	first: number,
	last: number,
	highest: number,
	left: number,
	size: Size,
	below: number
): Field => ({
	left,
	x: xOf(first, last, left, size),
	y: scaleLinear([0, highest], [size.height - below, TOP])
});

/** Round amounts up to the highest, in minor units, each as it is written. */
function ticksOf(highest: number, writing: Writing<Language>) {
	const unit = 10 ** writing.currency.digits;
	const ticks = scaleLinear([0, highest / unit], [0, 1])
		.ticks(4)
		.filter(Number.isInteger);
	return ticks.map((tick) => ({ amount: tick * unit, label: grouped(tick, 0, writing) }));
}

/** So much room their longest needs. */
const roomFor = (highest: number, writing: Writing<Language>): number =>
	Math.max(LEAST_LEFT, ...ticksOf(highest, writing).map(({ label }) => aboutWide(label, 10) + 8));

/** Lines at round amounts, each written at its left. */
function grid(
	{ y, left }: Field,
	highest: number,
	{ width }: Size,
	writing: Writing<Language>
): Element[] {
	return ticksOf(highest, writing).flatMap(({ amount, label }) => {
		const at = near(y(amount));
		return [
			element('path', {
				d: `M${near(left)} ${at}H${width - RIGHT}`,
				stroke: HAIRLINE,
				'stroke-width': 0.5
			}),
			element(
				'text',
				{ x: near(left - 5), y: near(at + 3.5), fill: QUIET, 'text-anchor': 'end' },
				label
			)
		];
	});
}

/** The years, each at its first of January; where there are many, some of them. Left of them the currency of the amounts above. */
function axis(
	{ x, y, left }: Field,
	{ width }: Size,
	below: number,
	{ currency }: Writing<Language>
): Element[] {
	const [first = 0, last = 0] = x.domain();
	const dayOf = (year: number) => dayNumber(`${year}-01-01` as CalendarDate);
	const from = 1970 + Math.floor(first / 365.2425);
	const years = Array.from(
		{ length: Math.ceil((last - first) / 365) + 2 },
		(_, at) => from + at
	).filter((year) => dayOf(year) >= first && dayOf(year) <= last);
	const step = [1, 2, 5, 10, 20].find((size) => years.length / size <= 12) ?? 50;
	const line = near(y(0) + below + ROW - 3);
	const code = { x: near(left - 5), y: line, fill: QUIET, 'text-anchor': 'end' };
	return [
		element('text', code, currency.code),
		element('path', {
			d: `M${near(left)} ${near(y(0))}H${width - RIGHT}`,
			stroke: QUIET,
			'stroke-width': 0.7
		}),
		...years
			.filter((year) => year % step === 0)
			.map((year) =>
				element(
					'text',
					{
						x: near(Math.max(left + 10, x(dayOf(year)))),
						y: line,
						fill: QUIET,
						'text-anchor': 'middle'
					},
					String(dateParts(`${year}-01-01` as CalendarDate).year)
				)
			)
	];
}

interface PlacedEnd {
	readonly label: string;
	readonly at: number;
	readonly left: number;
	readonly row: number;
}

/** Where payoff dates go under the axis: on another row where two would run into each other. */
function placed(
	ends: readonly { readonly day: number; readonly label: string }[],
	x: (day: number) => number,
	from: number,
	width: number
): PlacedEnd[] {
	const taken: number[] = [];
	return ends.map(({ day, label }) => {
		const at = x(day);
		const wide = aboutWide(label, 10) + 4;
		const left = Math.min(Math.max(at - wide / 2, from), width - wide);
		const free = taken.findIndex((end) => left > end + 4);
		const row = free < 0 ? taken.length : free;
		taken[row] = left + wide;
		return { label, at, left, row };
	});
}
