/** A key, or keys that belong together, and what they do. */
export interface ScreenKey {
	readonly keys: string;
	readonly does: string;
}

const UNDO: readonly ScreenKey[] = [
	{ keys: 'Ctrl Z', does: 'takes the last change back' },
	{ keys: 'Ctrl Shift Z', does: 'makes it again' }
];

const VIEWS: readonly ScreenKey[] = [
	{ keys: 'F8', does: 'debts, or the plan' },
	{ keys: 'F9', does: 'plans side by side, or the plan' },
	{ keys: 'F4', does: 'what happened, or the plan' }
];

const FIELDS: readonly ScreenKey[] = [
	{ keys: 'Enter', does: 'takes a field and goes on' },
	{ keys: 'Esc', does: 'takes back what was typed, or closes a note' }
];

const PICTURE: readonly ScreenKey[] = [
	{ keys: '← →', does: 'in the picture: the month before, the next' },
	{ keys: 'Page Up, Page Down', does: 'in the picture: a year' },
	{ keys: '+', does: 'at a month: something happens then' }
];

const MOVED: ScreenKey = { keys: 'Alt ↑ ↓', does: 'moves the line' };

/** The keys of each screen by its route; a screen that is not here has none of its own. */
const SCREENS: Readonly<Record<string, readonly ScreenKey[]>> = {
	'/': [
		{ keys: '/', does: 'searches the cases' },
		{ keys: 'n', does: 'a new case' },
		{ keys: '↑ ↓', does: 'another case' },
		{ keys: 'Enter', does: 'opens it' },
		{ keys: 'F2', does: 'renames it' },
		{ keys: 'Delete', does: 'puts it in the bin' }
	],
	'/cases/[id=uuid]': [
		...FIELDS,
		{ keys: '↑ ↓', does: 'another line' },
		MOVED,
		{ keys: 'Ctrl D', does: 'copies the line' },
		{ keys: 'Ctrl Delete', does: 'deletes the line' },
		{ keys: 'Ctrl Enter', does: 'opens the debt' },
		...VIEWS,
		...UNDO
	],
	'/cases/[id=uuid]/debts/[debt=uuid]': [
		...PICTURE,
		{ keys: '/', does: 'finds a date in the payments' },
		{ keys: 'Enter', does: 'on a figure: its working' },
		{ keys: 'Shift ↑ ↓', does: 'marks rows to copy' },
		{ keys: 'Delete', does: 'on something that happens: takes it out' },
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
	'/cases/[id=uuid]/happened': [
		{ keys: 'Enter, ↑ ↓', does: 'the balance of another debt' },
		{ keys: 'Ctrl Enter', does: 'what was paid and bought' },
		...VIEWS,
		...UNDO
	],
	'/cases/[id=uuid]/handout': [...VIEWS, ...UNDO],
	'/cases/[id=uuid]/outbox': [...VIEWS, ...UNDO]
};

/** The keys of a screen, `?` itself left out; none where the screen has none of its own. */
export const keysOn = (route: string | null): readonly ScreenKey[] => SCREENS[route ?? ''] ?? [];
