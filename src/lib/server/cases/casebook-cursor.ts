/** The casebook in portions that follow each other, whatever is changed meanwhile: each goes on after the last case of the one before. */
import { z } from 'zod';
import { isCalendarDate } from '../../core/quantities/calendar';
import type { CaseSummary, Question, Sort } from '../../document/casebook';
import { reading } from '../database';
import type { Actor } from '../people/actor';
import { FOUND, SEEN, inOrder, keysOf, linesOf, ofQuestion } from './casebook';

/** What a type of the database is written like; anything else is no cursor of ours. */
const isWritten: Readonly<Record<string, (key: string) => boolean>> = {
	timestamptz: (key) =>
		/^\d{4}-\d\d-\d\d \d\d:\d\d:\d\d(\.\d{1,6})?\+00$/.test(key) &&
		!Number.isNaN(Date.parse(key.replace(/^(.+) (.+)\+00$/, '$1T$2Z'))),
	numeric: (key) => /^-?\d{1,30}(\.\d{1,40})?$/.test(key),
	boolean: (key) => key === 'true' || key === 'false',
	date: isCalendarDate,
	// A label with many numbers is filed under far more than it has.
	text: (key) => key.length <= 4_000 && !key.includes('\0'),
	uuid: (key) => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(key)
};

/** Where a case is in an order: its keys, as the database writes them. */
type Place = readonly (string | null)[];

const cursorOf = (sort: Sort, place: Place): string =>
	Buffer.from(JSON.stringify([sort, ...place])).toString('base64url');

/** The place that a cursor names in an order; null: it is of none. */
function placeIn(cursor: string, sort: Sort): Place | null {
	let said: unknown;
	try {
		said = JSON.parse(Buffer.from(cursor, 'base64url').toString());
	} catch {
		return null;
	}
	const read = z.array(z.string().nullable()).safeParse(said);
	if (!read.success) return null;
	const [of, ...place] = read.data;
	const keys = keysOf(sort);
	const isOurs = keys.every(({ type }, at) => {
		const key = place[at];
		return key === null
			? type === 'date' || type === 'numeric'
			: isWritten[type]?.(key ?? '') === true;
	});
	// Written once more it is the same: nothing was added to it that is passed over.
	return of === sort && isOurs && cursorOf(sort, place) === cursor && place.length === keys.length
		? place
		: null;
}

/** SQL: the case comes after a place, whose keys are the values from `$n` on. */
function after(sort: Sort, n: number): string {
	return keysOf(sort).reduceRight((rest, { by, type, isDown }, at) => {
		const key = `$${n + at}::text::${type}`;
		const same = rest === '' ? '' : ` or (${by} is not distinct from ${key} and (${rest}))`;
		// What is not known comes last, or first where the largest does.
		const further = isDown
			? `${by} < ${key} or (${key} is null and ${by} is not null)`
			: `${by} > ${key} or (${by} is null and ${key} is not null)`;
		return `coalesce(${further}, false)${same}`;
	}, '');
}

/** What a question finds after a place, and the cursor of what comes after that; null: the cursor is none. */
export async function bookAfter(
	actor: Actor,
	question: Question,
	cursor: string | undefined,
	most: number
): Promise<{ readonly cases: readonly CaseSummary[]; readonly next: string | null } | null> {
	const { sort } = question;
	const place = cursor === undefined ? [] : placeIn(cursor, sort);
	if (place === null) return null;
	const keys = keysOf(sort).map(({ by }) => `(${by})::text`);
	return reading(async (statements) => {
		const { rows } = await statements.query<{ id: string; place: Place }>(
			`select id, array[${keys.join(', ')}] as place from case_file
			where ${SEEN} and ${FOUND} and (${place.length === 0 ? 'true' : after(sort, 7)})
			order by ${inOrder(sort)} limit $6`,
			// One more than is answered says whether anything comes after.
			[...ofQuestion(actor, question), most + 1, ...place]
		);
		const found = rows.slice(0, most);
		const last = rows.length > most ? found.at(-1) : undefined;
		return {
			cases: await linesOf(
				statements,
				actor,
				question,
				found.map(({ id }) => id)
			),
			next: last ? cursorOf(sort, last.place) : null
		};
	});
}
