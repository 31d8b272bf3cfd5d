/** The columns of the entry grid that take the focus, from left to right. */
export const COLUMNS = {
	name: 0,
	balance: 1,
	rate: 2,
	kind: 3,
	required: 4,
	floor: 5,
	rounding: 6,
	firstDue: 7
} as const;

const LAST = COLUMNS.firstDue;

interface Place {
	readonly row: number;
	readonly column: number;
}

/**
 * Where a key in a cell leads, or null where the key belongs to the field. Left and right leave a field
 * only from its end, or while all of it is selected.
 */
export function gridTarget(event: KeyboardEvent, row: number, column: number): Place | null {
	if (event.altKey || event.ctrlKey || event.metaKey || event.shiftKey) return null;
	switch (event.key) {
		case 'Enter':
			return wrapped(row, column + 1);
		case 'ArrowUp':
			return { row: row - 1, column };
		case 'ArrowDown':
			return { row: row + 1, column };
		case 'ArrowLeft':
			return leaves(event.target, 'start') ? wrapped(row, column - 1) : null;
		case 'ArrowRight':
			return leaves(event.target, 'end') ? wrapped(row, column + 1) : null;
		default:
			return null;
	}
}

/** Past the end of a line comes the next one, before its beginning the last one. */
function wrapped(row: number, column: number): Place {
	if (column > LAST) return { row: row + 1, column: 0 };
	return column < 0 ? { row: row - 1, column: LAST } : { row, column };
}

function leaves(target: EventTarget | null, side: 'start' | 'end'): boolean {
	if (!(target instanceof HTMLInputElement)) return true;
	const { selectionStart, selectionEnd, value } = target;
	if (selectionStart === 0 && selectionEnd === value.length) return true;
	return (
		selectionStart === selectionEnd && selectionStart === (side === 'start' ? 0 : value.length)
	);
}
