/** The time axis of the pictures: days since 1970, and where its labels stand. */

const DAY = 86_400_000;

const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

export interface TimeTick {
	readonly day: number;
	readonly label: string;
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
	for (let index = start.getUTCFullYear() * 12 + start.getUTCMonth(); ; index += 1) {
		const day = Date.UTC(Math.floor(index / 12), index % 12, 1) / DAY;
		if (day > last) return ticks;
		if (day < first || index % step !== 0) continue;
		const year = Math.floor(index / 12);
		ticks.push({ day, label: step >= 12 ? String(year) : `${MONTHS[index % 12]} ${year}` });
	}
}
