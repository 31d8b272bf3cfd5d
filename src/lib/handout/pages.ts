/** Which blocks are on which page: headings stay with what is under them, tables break between rows and repeat their head. */
import type { Block, Table } from './blocks';

/** A block with its height, and of a table that of its head and of each row, in one unit. */
export interface Measured {
	readonly block: Block;
	readonly height: number;
	readonly head: number;
	readonly rows: readonly number[];
}

const sum = (heights: readonly number[]): number => heights.reduce((all, one) => all + one, 0);

/** Headings with what is under them up to the next one. */
function grouped(measured: readonly Measured[]): Measured[][] {
	const groups: Measured[][] = [];
	for (const one of measured) {
		const last = groups.at(-1);
		const isUnder = last?.[0]?.block.kind === 'heading' && one.block.kind !== 'heading';
		if (last && (isUnder || last.every(({ block }) => block.kind === 'heading'))) last.push(one);
		else groups.push([one]);
	}
	return groups;
}

/** The blocks of each page; a page has so much room. What is higher than a page has one to itself. */
export function paginated(measured: readonly Measured[], room: number): Block[][] {
	const pages: Block[][] = [[]];
	let left = room;
	const turn = (): void => {
		if (pages.at(-1)?.length === 0) return;
		pages.push([]);
		left = room;
	};
	const place = (block: Block, height: number): void => {
		pages.at(-1)?.push(block);
		left -= height;
	};
	for (const group of grouped(measured)) {
		const height = sum(group.map((one) => one.height));
		if (height > left && height <= room) turn();
		for (const [at, one] of group.entries()) {
			const { block } = one;
			const before = group[at - 1]?.block.kind;
			// What is under a heading has been made room for with it.
			if (before !== 'heading' && leastOf(group, at) > left) turn();
			if (block.kind !== 'table' || one.height <= left) place(block, one.height);
			else for (const part of parts(one, block, () => left, turn)) place(part.block, part.height);
		}
	}
	return pages;
}

/** The least of a block that can stand on a page: a heading goes on with the first of what is under it. */
function leastOf(group: readonly Measured[], at: number): number {
	const one = group[at];
	if (!one) return 0;
	const { block, height, head, rows } = one;
	if (block.kind === 'heading') return height + leastOf(group, at + 1);
	return block.kind === 'table' ? head + (rows[0] ?? 0) : height;
}

/** A table in parts of as many rows as there is room for; the sum stays with a row before it. */
function* parts(
	{ head, rows }: Measured,
	table: Table,
	room: () => number,
	turn: () => void
): Generator<{ readonly block: Table; readonly height: number }> {
	let from = 0;
	while (from < rows.length) {
		let to = from;
		let height = head;
		while (to < rows.length && (to === from || height + (rows[to] ?? 0) <= room())) {
			height += rows[to] ?? 0;
			to += 1;
		}
		const isLast = to === rows.length;
		if (table.hasSum && to === rows.length - 1 && to - from > 1) {
			to -= 1;
			height -= rows[to] ?? 0;
		}
		yield {
			block: { ...table, rows: table.rows.slice(from, to), hasSum: table.hasSum && isLast },
			height
		};
		from = to;
		if (from < rows.length) turn();
	}
}
