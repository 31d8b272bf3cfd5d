/** The time axis of the pictures: days since 1970, and where its labels are. */
import { deskLanguage } from '../messages/desk-language';
import { monthNames } from '../reading/written';

const DAY = 86_400_000;

export interface TimeTick {
	readonly day: number;
	readonly label: string;
}

/** Where a time axis lies: its edges in pixels, and the days at them. */
export interface TimeScale {
	readonly left: number;
	readonly right: number;
	readonly first: number;
	readonly last: number;
}

const EDGES = ['left', 'right', 'first', 'last'] as const;

/** The scale that is known already, where the next one is the same: it is told each time it is drawn. */
export function keptScale(known: TimeScale | null, next: TimeScale): TimeScale {
	return known !== null && EDGES.every((edge) => known[edge] === next[edge]) ? known : next;
}

/** The horizontal place of a day. */
export function pixelOf({ left, right, first, last }: TimeScale, day: number): number {
	return left + ((day - first) / (last - first)) * (right - left);
}

/** The day at a horizontal place. */
export function dayAtPixel({ left, right, first, last }: TimeScale, pixel: number): number {
	return first + ((pixel - left) / (right - left)) * (last - first);
}

/** An ISO date as days since 1970. */
export function toDay(date: string): number {
	return Date.parse(date) / DAY;
}

/** Labels at the turn of months or years, as many as can be read. */
export function timeTicks(first: number, last: number): TimeTick[] {
	const months = (last - first) / 30.4;
	const step = [1, 2, 3, 6, 12, 24, 60, 120, 240].find((size) => months / size <= 13) ?? 240;
	const start = new Date(first * DAY);
	const ticks: TimeTick[] = [];
	const names = monthNames(deskLanguage(), 'short');
	for (let index = start.getUTCFullYear() * 12 + start.getUTCMonth(); ; index += 1) {
		const day = Date.UTC(Math.floor(index / 12), index % 12, 1) / DAY;
		if (day > last) return ticks;
		if (day < first || index % step !== 0) continue;
		const year = Math.floor(index / 12);
		ticks.push({ day, label: step >= 12 ? String(year) : `${names[index % 12]} ${year}` });
	}
}
