/** The service that publishes indexes, a stand-in in the demo; and the debts whose rates follow one. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { Follows } from '../document/debt';
import { indexesIn, withNewValues } from '../document/indexes';
import { reading } from './database';
import { askOutside, type Outside } from './outside';
import { isVisible, visibilityScope, type Actor } from './people/actor';
import { referenceOf } from './reference';
import { settings } from './settings';

/** The values of an index up to a day, as lines of a table. */
export function askIndex(name: string, until: CalendarDate): Promise<Outside> {
	const { indexes, outsideWait } = settings();
	const path = `/indexes/${encodeURIComponent(name)}/values?until=${until}`;
	return askOutside(indexes, path, outsideWait);
}

/** A debt that follows an index, and the version whose values it has. */
export interface FollowingDebt {
	readonly caseId: string;
	readonly label: string;
	readonly debt: string;
	readonly name: string;
	readonly version: number;
}

/** The debts that follow an index in the cases that somebody sees, by client. */
export async function debtsFollowing(index: string, actor: Actor): Promise<FollowingDebt[]> {
	const { rows } = await reading((statements) =>
		statements.query<{ id: string; label: string; debt: string; name: string; follows: Follows }>(
			`select case_file.id, label, debt.id as debt, debt.name, follows
			from debt join case_file on case_file.id = debt.case_id
			where follows ->> 'index' = $1 and deleted_at is null and ${isVisible(2)}
			order by searched, case_file.id, debt.position`,
			[index, visibilityScope(actor)]
		)
	);
	return rows.map(({ id, label, debt, name, follows }) => ({
		caseId: id,
		label,
		debt,
		name,
		version: follows.version
	}));
}

/** How many debts in the cases that somebody sees follow an index of which other values are recorded by now. */
export async function debtsBehind(actor: Actor): Promise<number> {
	const { rows } = await reading((statements) =>
		statements.query<{ follows: Follows; day: CalendarDate }>(
			`select follows, coalesce(debt.balance_as_of, case_file.as_of)::text as day
			from debt join case_file on case_file.id = debt.case_id
			where follows is not null and deleted_at is null and ${isVisible(1)}
				and (follows ->> 'version')::int < (
					select max(version) from reference_row
					where kind = 'index' and subject_id = (follows ->> 'index')::uuid
				)`,
			[visibilityScope(actor)]
		)
	);
	if (rows.length === 0) return 0;
	const reference = await referenceOf('index');
	const indexes = new Map(indexesIn(reference.rows).map((index) => [index.id, index]));
	return rows.filter(({ follows, day }) => {
		const index = indexes.get(follows.index);
		return index && withNewValues(follows, index, reference.version, day);
	}).length;
}
