/**
 * Who may do what: every route with what it needs, in one table, and the one function that decides. A route that is
 * not in the table answers nobody.
 */
import { may, type Capability } from '../../document/capabilities';
import type { Person } from '../../document/people';
import { reading } from '../database';
import type { Actor } from './actor';
import { scopeOf } from '../programs/operations';
import { hasDirectory } from './directory/client';

export type Need =
	/** Nobody is asked who they are. */
	| 'anyone'
	/** To come in: there only where there are accounts. */
	| 'stranger'
	/** To come in by the directory, or to be signed out by it: there only where there is one. */
	| 'directory'
	/** Anybody on this machine: only where there are no accounts. */
	| 'machine'
	| 'signed in'
	/** One's own second factor: there only where there are accounts. */
	| 'own factor'
	/** What one has to be able to do. */
	| Capability
	/** One's own case, or one that is shared; all for who sees all. */
	| 'see'
	/** The same for who does more than read. */
	| 'change'
	/** One's own case; all for who sees all, and for whoever has the machine. */
	| 'delete'
	/** The same, there only where there are accounts. */
	| 'hold'
	/** A message of a case that is seen. */
	| 'see message'
	/** A screen that is turned to a client. */
	| 'client view';

type Method = 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
type Needs = Readonly<Partial<Record<Method, Need>>>;

const PAGE_OF_A_CASE: Needs = { GET: 'see' };

/** Actor the route's identifier; GET is HEAD too. */
export const ROUTES: Readonly<Record<string, Needs>> = {
	'/': { GET: 'signed in' },
	'/cases/[id=uuid]': PAGE_OF_A_CASE,
	'/cases/[id=uuid]/debts/[debt=uuid]': PAGE_OF_A_CASE,
	'/cases/[id=uuid]/plan': PAGE_OF_A_CASE,
	'/cases/[id=uuid]/plans': PAGE_OF_A_CASE,
	'/cases/[id=uuid]/handout': PAGE_OF_A_CASE,
	'/cases/[id=uuid]/proposals': PAGE_OF_A_CASE,
	'/cases/[id=uuid]/progress': PAGE_OF_A_CASE,
	'/cases/[id=uuid]/outbox': PAGE_OF_A_CASE,
	'/agency': { GET: 'signed in' },
	'/client-view': { GET: 'client view' },
	'/creditors': { GET: 'signed in' },
	'/guide': { GET: 'signed in' },
	'/indexes': { GET: 'signed in' },
	'/payments': { GET: 'signed in' },
	'/glance': { GET: 'work' },
	'/reminders': { GET: 'work' },
	'/what-if': { GET: 'work' },
	'/outbox': { GET: 'signed in' },
	'/outbox/[message=uuid]': { GET: 'see message' },
	'/deleted-cases': { GET: 'work' },
	'/password': { GET: 'signed in' },
	'/people': { GET: 'people' },
	'/programs': { GET: 'programs' },
	'/audit-trail': { GET: 'trail' },
	'/sign-in': { GET: 'stranger' },
	'/sign-in/directory': { GET: 'directory' },
	'/sign-in/directory/back': { GET: 'directory' },
	'/sign-in/directory/signed-out': { GET: 'directory', POST: 'directory' },
	'/signed-in': { GET: 'signed in' },
	'/second-factor': { GET: 'own factor' },
	'/welcome': { GET: 'stranger' },
	'/damaged': { GET: 'anyone' },
	'/damaged/cases.json': { GET: 'machine' },
	'/residuum-cases.schema.json': { GET: 'anyone' },
	'/healthz': { GET: 'anyone' },
	'/readyz': { GET: 'anyone' },
	'/api/v1/openapi.json': { GET: 'anyone' },
	'/api/v1/cases': { GET: 'signed in', POST: 'work' },
	'/api/v1/cases/[id=uuid]': { GET: 'see', PATCH: 'change' },
	'/api/v1/cases/[id=uuid]/debts': { GET: 'see', POST: 'change' },
	'/api/v1/cases/[id=uuid]/plans': { GET: 'see' },
	'/api/v1/cases/[id=uuid]/readings': { POST: 'change' },
	'/api/v1/cases/[id=uuid]/files': { GET: 'see' },
	'/api/casebook': { GET: 'signed in' },
	'/api/casebook/ids': { GET: 'signed in' },
	'/api/casebook/csv': { GET: 'signed in' },
	'/api/cases/file': { GET: 'signed in' },
	'/api/cases/imports': { POST: 'work' },
	'/api/cases/[id=uuid]': { PUT: 'change', PATCH: 'change', DELETE: 'delete' },
	'/api/cases/[id=uuid]/undo': { POST: 'change' },
	'/api/cases/[id=uuid]/redo': { POST: 'change' },
	'/api/cases/[id=uuid]/restore': { POST: 'delete' },
	'/api/cases/[id=uuid]/permanent-deletion': { POST: 'forget' },
	'/api/cases/[id=uuid]/full-copy': { GET: 'forget' },
	'/api/cases/[id=uuid]/outbox': { POST: 'change' },
	'/api/cases/[id=uuid]/here': { POST: 'see' },
	'/api/cases/[id=uuid]/exports': { POST: 'see' },
	'/api/cases/[id=uuid]/holders': { GET: 'hold' },
	'/api/cases/[id=uuid]/owner': { PUT: 'hand over' },
	'/api/cases/[id=uuid]/shared': { PUT: 'hold' },
	'/api/cases/[id=uuid]/client-view': { POST: 'see' },
	'/api/client-view/end': { POST: 'client view' },
	'/api/outbox/[message=uuid]': { GET: 'see message' },
	'/api/outbox/[message=uuid]/[place]': { GET: 'see message' },
	'/api/creditors': { POST: 'work' },
	'/api/reference/[kind=reference]': { GET: 'signed in', POST: 'reference' },
	'/api/reference/[kind=reference]/file': { GET: 'signed in' },
	'/api/reference/[kind=reference]/[subject=uuid]': { GET: 'signed in' },
	'/api/reference/[kind=reference]/[subject=uuid]/cases': { GET: 'signed in' },
	'/api/payments': { GET: 'signed in' },
	'/api/glance/csv': { GET: 'work' },
	'/api/reminders': { PUT: 'work', DELETE: 'work' },
	'/api/reminders/message': { GET: 'work' },
	'/api/what-if': { GET: 'work', POST: 'work' },
	'/api/what-if/[run=uuid]': { GET: 'work', POST: 'work', DELETE: 'work' },
	'/api/what-if/[run=uuid]/lines': { GET: 'work' },
	'/api/what-if/[run=uuid]/question': { GET: 'work' },
	'/api/what-if/[run=uuid]/reminders': { PUT: 'work', DELETE: 'work' },
	'/api/what-if/[run=uuid]/csv': { GET: 'work' },
	'/api/indexes': { POST: 'work' },
	'/api/language': { PUT: 'signed in' },
	'/api/session': { GET: 'signed in', POST: 'stranger', PUT: 'signed in', DELETE: 'signed in' },
	'/api/session/step': { POST: 'stranger' },
	'/api/session/passkey': { POST: 'stranger' },
	'/api/second-factor': { POST: 'own factor' },
	'/api/welcome': { POST: 'stranger' },
	'/api/programs': { POST: 'programs' },
	'/api/programs/[program=uuid]': { DELETE: 'programs' },
	'/api/webhooks': { POST: 'programs' },
	'/api/webhooks/[webhook=uuid]': { DELETE: 'programs' },
	'/api/people': { POST: 'people' },
	'/api/people/[account=uuid]': { POST: 'people' },
	'/api/directory': { PUT: 'people' },
	'/api/roles': { PUT: 'people', PATCH: 'people', DELETE: 'people' }
};

/** The parts of a request that access depends on. */
export interface Asked {
	readonly route: string | null;
	readonly method: string;
	readonly params: Readonly<Partial<Record<string, string>>>;
	/** Whether the screen is turned to a client. */
	readonly isInClientView: boolean;
}

export type Decision =
	| 'allowed'
	/** First somebody has to say who they are. */
	| 'sign in'
	/** Answered like something that is not there. */
	| 'no route'
	| 'no case'
	| 'no message'
	/** First a second factor has to be set up. */
	| 'second factor'
	/** First the screen has to be turned back. */
	| 'client view'
	/** Its token does not allow it, whatever its person may do. */
	| 'out of scope'
	/** It is seen, and may not be done. */
	| 'refused';

/** The permission that a route needs for a method; null if it is not in the table. */
function needOf(route: string, method: string): Need | null {
	const needs = ROUTES[route];
	return needs?.[(method === 'HEAD' ? 'GET' : method) as Method] ?? null;
}

/** Whether it matters for a request who asks. */
export const asksWho = ({ route, method }: Pick<Asked, 'route' | 'method'>): boolean =>
	route !== null && needOf(route, method) !== 'anyone';

/** Whether a request is answered, on behalf of whom it comes. `hasAccounts`: whether there are people to be told apart. */
export async function decide(
	{ route, method, params, isInClientView }: Asked,
	actor: Actor,
	hasAccounts: boolean
): Promise<Decision> {
	// No file of the program answers it: there is nothing to be seen.
	if (route === null) return 'allowed';
	const need = needOf(route, method);
	if (need === null) return 'no route';
	if (isInClientView && need !== 'anyone')
		return need === 'client view' ? 'allowed' : 'client view';
	if (need === 'client view') return hasAccounts && actor.person === null ? 'sign in' : 'no route';
	if (!hasAccounts) return NEEDS_ACCOUNTS.has(need) ? 'no route' : 'allowed';
	if (actor.program && need !== 'anyone') {
		const scope = scopeOf(route, method);
		if (scope === null || !actor.program.scopes.includes(scope)) return 'out of scope';
	}
	if (need === 'anyone' || need === 'stranger') return 'allowed';
	if (need === 'directory') return hasDirectory() ? 'allowed' : 'no route';
	if (need === 'machine') return 'no route';
	const { person } = actor;
	if (person === null) return 'sign in';
	if (actor.mustEnroll && need !== 'own factor' && !WHILE_ENROLLING.has(route))
		return 'second factor';
	switch (need) {
		case 'signed in':
		case 'own factor':
			return 'allowed';
		case 'see message': {
			const caseId = await caseOfMessage(params['message'] ?? '');
			const relation = caseId === null ? 'none' : await relationTo(caseId, person.id);
			const isSeen = relation !== 'none' && (relation !== 'other' || may(person, 'all cases'));
			return isSeen ? 'allowed' : 'no message';
		}
		case 'hand over':
		case 'forget': {
			const held = ofCase('hold', person, await relationTo(params['id'] ?? '', person.id));
			return held === 'allowed' && !may(person, need) ? 'refused' : held;
		}
		case 'see':
		case 'change':
		case 'delete':
		case 'hold':
			return ofCase(need, person, await relationTo(params['id'] ?? '', person.id));
		default:
			return may(person, need) ? 'allowed' : 'refused';
	}
}

/** Whether somebody may ask something, for a page that offers it. */
export const isAllowed = async (
	route: string,
	method: string,
	params: Asked['params'],
	actor: Actor
): Promise<boolean> =>
	(await decide({ route, method, params, isInClientView: false }, actor, actor.person !== null)) ===
	'allowed';

/** What is answered before a second factor is set up that is needed: who one is, signing out, and one's language. */
const WHILE_ENROLLING: ReadonlySet<string> = new Set(['/api/session', '/api/language']);

const NEEDS_ACCOUNTS: ReadonlySet<Need> = new Set<Need>([
	'stranger',
	'directory',
	'own factor',
	'people',
	'programs',
	'trail',
	'hand over',
	'hold'
]);

/** The relation of a person to a case; none: there is no such case. */
type Relation = 'own' | 'shared' | 'other' | 'none';

/** What somebody may do to a case. */
function ofCase(
	need: 'see' | 'change' | 'delete' | 'hold',
	person: Person,
	relation: Relation
): Decision {
	if (relation === 'none') return 'no case';
	const seesAll = may(person, 'all cases');
	if (relation === 'other' && !seesAll) return 'no case';
	if (need === 'see') return 'allowed';
	if (!may(person, 'work')) return 'refused';
	return need === 'change' || relation === 'own' || seesAll ? 'allowed' : 'refused';
}

async function relationTo(caseId: string, account: string): Promise<Relation> {
	const { rows } = await reading((statements) =>
		statements.query<{ own: boolean; shared: boolean }>(
			`select coalesce(owner_id = $2, false) as own, exists (
				select from case_share where case_id = case_file.id and account_id = $2
			) as shared from case_file where id = $1`,
			[caseId, account]
		)
	);
	const [row] = rows;
	if (!row) return 'none';
	return row.own ? 'own' : row.shared ? 'shared' : 'other';
}

async function caseOfMessage(id: string): Promise<string | null> {
	const { rows } = await reading((statements) =>
		statements.query<{ case_id: string }>('select case_id from outbox_message where id = $1', [id])
	);
	return rows[0]?.case_id ?? null;
}
