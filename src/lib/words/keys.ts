/** The keys of each screen, and what they do. */
import en from '../messages/en/labels/keys.json';
import { labelsOf } from '../messages/labels';

const { t } = labelsOf('labels/keys', en);

/** A key, or keys that belong together, and what they do. */
export interface ScreenKey {
	readonly keys: string;
	readonly does: string;
	/** It changes something, which a reader can't. */
	readonly edits?: true;
}

const UNDO: readonly ScreenKey[] = [
	{ keys: 'Ctrl Z', does: t('undo the last change'), edits: true },
	{ keys: 'Ctrl Shift Z', does: t('redo it'), edits: true }
];

const VIEWS: readonly ScreenKey[] = [
	{ keys: 'F8', does: t('debts, or back to the plan') },
	{ keys: 'F9', does: t('side by side, or back to the plan') },
	{ keys: 'F4', does: t('progress, or back to the plan') }
];

const TURN: ScreenKey = { keys: 'F6', does: t('turn the screen to the client') };

const PICTURE: readonly ScreenKey[] = [
	{ keys: '← →', does: t('in the chart: previous or next month') },
	{ keys: 'Page Up, Page Down', does: t('in the chart: by a year') },
	{ keys: '+', does: t('at a month: add an event'), edits: true }
];

const MOVED: ScreenKey = { keys: 'Alt ↑ ↓', does: t('move the line'), edits: true };

/** The keys of the grid in which debts are taken down. */
export const GRID_KEYS: readonly ScreenKey[] = [
	{ keys: 'Enter', does: t('next field') },
	{ keys: 'Esc', does: t('undo field') },
	{ keys: '↑ ↓', does: t('line above or below') },
	MOVED,
	{ keys: 'Ctrl B', does: t('balances of the debt'), edits: true },
	{ keys: 'Ctrl U', does: t('use the usual terms'), edits: true },
	{ keys: 'Ctrl D', does: t('copy the line'), edits: true },
	{ keys: 'Ctrl Delete', does: t('delete the line'), edits: true },
	{ keys: 'Ctrl Enter', does: t('open the debt') }
];

/** The keys of the lines of the casebook. */
export const LINE_KEYS: readonly ScreenKey[] = [
	{ keys: '↑ ↓', does: t('case above or below') },
	{ keys: 'Enter', does: t('open the case') },
	{ keys: 'h', does: t('open its progress') },
	{ keys: 'F2', does: t('rename the case'), edits: true },
	{ keys: 'Delete', does: t('delete the case'), edits: true }
];

/** The keys of the table in which balances are entered as they were read. */
export const READING_KEYS: readonly ScreenKey[] = [
	{ keys: 'Enter, ↑ ↓', does: t('balance of another debt') },
	{ keys: 'Ctrl Enter', does: t('payments and purchases') }
];

/** The keys of each screen by its route; a screen that is not here has none of its own. */
const SCREENS: Readonly<Record<string, readonly ScreenKey[]>> = {
	'/guide': [{ keys: '/', does: t('search the guide') }],
	'/': [
		{ keys: '/', does: t('search the cases') },
		{ keys: 'n', does: t('new case'), edits: true },
		...LINE_KEYS
	],
	'/cases/[id=uuid]': [...GRID_KEYS, ...VIEWS, ...UNDO],
	'/cases/[id=uuid]/debts/[debt=uuid]': [
		...PICTURE,
		{ keys: '/', does: t('find a date in the schedule') },
		{ keys: 'Enter', does: t('on a figure: show the calculation') },
		{ keys: 'Shift ↑ ↓', does: t('select rows to copy') },
		{ keys: 'Delete', does: t('on an event: delete it'), edits: true },
		...VIEWS,
		...UNDO
	],
	'/cases/[id=uuid]/plan': [
		{ keys: 'm', does: t('go to the monthly budget') },
		{ keys: '↑ ↓', does: t('in the budget: by 1; Page Up, Page Down by 25') },
		...PICTURE,
		{ keys: ', .', does: t('previous or next month with an event') },
		{ keys: 'F7', does: t('monthly schedule, or back to the chart') },
		{ keys: 'Enter', does: t('on a figure: show the calculation') },
		{ ...MOVED, does: t('in the order: move the debt') },
		TURN,
		...VIEWS,
		...UNDO
	],
	'/cases/[id=uuid]/plans': [
		{ ...MOVED, does: t('on the name of a row: move the row') },
		{ keys: 'Delete', does: t('on the name of a row: hide the row') },
		{ keys: 'Enter', does: t('on a figure: show the calculation') },
		TURN,
		...VIEWS,
		...UNDO
	],
	'/cases/[id=uuid]/progress': [...READING_KEYS, TURN, ...VIEWS, ...UNDO],
	'/cases/[id=uuid]/handout': [TURN, ...VIEWS, ...UNDO],
	'/cases/[id=uuid]/outbox': [...VIEWS, ...UNDO]
};

/** The keys of a screen, `?` itself left out; none where the screen has none of its own. */
export const keysOn = (route: string | null, edits = true): readonly ScreenKey[] =>
	keysFor(SCREENS[route ?? ''] ?? [], edits);

/** Of some keys those that are of use to somebody who may change things, or to a reader, by the names on a keyboard. */
export const keysFor = (keys: readonly ScreenKey[], edits: boolean): readonly ScreenKey[] =>
	keys.filter((key) => edits || !key.edits).map((key) => ({ ...key, keys: keysNamed(key.keys) }));

/** Keys by the names on a keyboard of the desk's language. */
export const keysNamed = (keys: string): string =>
	keys.replace(NAMED, (named) => t('key', { named }));

/** Keys that have names of their own on keyboards of other languages. */
const NAMED = /Enter|Delete|Shift|Page Up|Page Down/g;

/** The use of the arrow keys in a chart over time. */
export const PICTURE_KEYS = t('In the chart: ← → previous or next …');
