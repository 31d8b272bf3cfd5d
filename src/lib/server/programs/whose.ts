/** On whose behalf programs ask and are told. */
import { may } from '../../document/capabilities';
import { DAY } from '../clock';
import type { Actor } from '../people/actor';
import { isAble } from '../people/roles';
import { HAS_FACTOR } from '../people/second-factor/factors';

/** Whoever comes in by the directory has to have come within so long: those who have left it let nobody in. */
const COMES_AGAIN = 30 * DAY;

/**
 * SQL: somebody of `PEOPLE` lets programs in: with a second factor where they need one, and of the directory where that has
 * known them since `longestAway` ($n).
 */
export const letsProgramsIn = (n: number): string => `(locked_at is null and ${isAble('programs')}
	and case when directory_subject is null then not needs_second_factor or ${HAS_FACTOR}
		else coalesce(directory_seen_at > $${n}, false) end)`;
export const longestAway = (): Date => new Date(Date.now() - COMES_AGAIN);

/** Whether somebody sees the programs of others, and keeps them out. */
export const seesAll = ({ person }: Actor): boolean => may(person, 'people');
