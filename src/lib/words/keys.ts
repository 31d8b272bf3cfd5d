/** A key, or keys that belong together, and what they do. */
export interface ScreenKey {
	readonly keys: string;
	readonly does: string;
	/** It changes something, which a reader can't. */
	readonly edits?: true;
}

const UNDO: readonly ScreenKey[] = [
	{ keys: 'Ctrl Z', does: 'takes the last change back', edits: true },
	{ keys: 'Ctrl Shift Z', does: 'makes it again', edits: true }
];

const VIEWS: readonly ScreenKey[] = [
	{ keys: 'F8', does: 'debts, or the plan' },
	{ keys: 'F9', does: 'plans side by side, or the plan' },
	{ keys: 'F4', does: 'what happened, or the plan' }
];

const PICTURE: readonly ScreenKey[] = [
	{ keys: '← →', does: 'in the picture: the month before, the next' },
	{ keys: 'Page Up, Page Down', does: 'in the picture: a year' },
	{ keys: '+', does: 'at a month: something happens then', edits: true }
];

const MOVED: ScreenKey = { keys: 'Alt ↑ ↓', does: 'moves the line', edits: true };

/** The keys of the grid in which debts are taken down. */
export const GRID_KEYS: readonly ScreenKey[] = [
	{ keys: 'Enter', does: 'goes on' },
	{ keys: 'Esc', does: 'takes back' },
	{ keys: '↑ ↓', does: 'other lines' },
	MOVED,
	{ keys: 'Ctrl D', does: 'copies it', edits: true },
	{ keys: 'Ctrl Delete', does: 'deletes it', edits: true },
	{ keys: 'Ctrl Enter', does: 'opens it' }
];

/** The keys of the lines of the casebook. */
export const LINE_KEYS: readonly ScreenKey[] = [
	{ keys: '↑ ↓', does: 'another case' },
	{ keys: 'Enter', does: 'opens it' },
	{ keys: 'h', does: 'opens what happened' },
	{ keys: 'F2', does: 'renames it', edits: true },
	{ keys: 'Delete', does: 'puts it in the bin', edits: true }
];

/** The keys of the table in which balances are entered as they were read. */
export const READING_KEYS: readonly ScreenKey[] = [
	{ keys: 'Enter, ↑ ↓', does: 'the balance of another debt' },
	{ keys: 'Ctrl Enter', does: 'what was paid and bought' }
];

/** The keys of each screen by its route; a screen that is not here has none of its own. */
const SCREENS: Readonly<Record<string, readonly ScreenKey[]>> = {
	'/': [
		{ keys: '/', does: 'searches the cases' },
		{ keys: 'n', does: 'a new case', edits: true },
		...LINE_KEYS
	],
	'/cases/[id=uuid]': [...GRID_KEYS, ...VIEWS, ...UNDO],
	'/cases/[id=uuid]/debts/[debt=uuid]': [
		...PICTURE,
		{ keys: '/', does: 'finds a date in the payments' },
		{ keys: 'Enter', does: 'on a figure: its working' },
		{ keys: 'Shift ↑ ↓', does: 'marks rows to copy' },
		{ keys: 'Delete', does: 'on something that happens: takes it out', edits: true },
		...VIEWS,
		...UNDO
	],
	'/cases/[id=uuid]/plan': [
		{ keys: 'm', does: 'the month’s money' },
		{ keys: '↑ ↓', does: 'there: one more or less; with Page Up, Page Down 25' },
		...PICTURE,
		{ keys: ', .', does: 'the month before, or next, in which something happens' },
		{ keys: 'F7', does: 'every month as a table, or the picture' },
		{ keys: 'Enter', does: 'on a figure: its working' },
		{ ...MOVED, does: 'in the order: moves the debt' },
		...VIEWS,
		...UNDO
	],
	'/cases/[id=uuid]/plans': [
		{ ...MOVED, does: 'on the name of a figure: moves the line' },
		{ keys: 'Delete', does: 'on the name of a figure: hides the line' },
		{ keys: 'Enter', does: 'on a figure: its working' },
		...VIEWS,
		...UNDO
	],
	'/cases/[id=uuid]/happened': [...READING_KEYS, ...VIEWS, ...UNDO],
	'/cases/[id=uuid]/handout': [...VIEWS, ...UNDO],
	'/cases/[id=uuid]/outbox': [...VIEWS, ...UNDO]
};

/** The keys of a screen, `?` itself left out; none where the screen has none of its own. */
export const keysOn = (route: string | null, edits = true): readonly ScreenKey[] =>
	keysFor(SCREENS[route ?? ''] ?? [], edits);

/** Of some keys those that are of use to somebody who may change things, or to a reader. */
export const keysFor = (keys: readonly ScreenKey[], edits: boolean): readonly ScreenKey[] =>
	edits ? keys : keys.filter((key) => !key.edits);

/** What the arrow keys do in a picture over time. */
export const PICTURE_KEYS =
	'In the picture: ← → the month before or the next; Page Up, Page Down a year';
