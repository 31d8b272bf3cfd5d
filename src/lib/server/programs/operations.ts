/**
 * The interface for other programs: each operation once, with what it asks and answers. What a token has to allow, the
 * description that is served (OpenAPI), and the tests follow from this list.
 */
import type { z } from 'zod';
import type { Scope } from '../../document/programs';
import {
	caseAnswer,
	casesAnswer,
	casesQuery,
	debtsAnswer,
	filesQuery,
	newDebtRequest,
	patchRequest,
	plansAnswer,
	readingsRequest,
	writtenAnswer
} from '../../document/schema/programs';
import { newCase } from '../../document/schema/case';

type Method = 'GET' | 'POST' | 'PATCH';

/** Something that is asked for in an address. */
type Query = z.ZodObject | z.ZodDiscriminatedUnion;

export interface Operation {
	/** What it is called in clients that are made of the description. */
	readonly name: string;
	readonly method: Method;
	/** The route's identifier. */
	readonly route: string;
	/** What a token has to allow. */
	readonly scope: Scope;
	readonly summary: string;
	readonly description?: string;
	readonly query?: Query;
	/** Of one of these media types. */
	readonly body?: { readonly types: readonly string[]; readonly schema: z.ZodType };
	readonly answer:
		| { readonly status: 200 | 201; readonly what: string; readonly schema: z.ZodType }
		/** A file of one of these media types. */
		| { readonly status: 200; readonly what: string; readonly types: readonly string[] };
	/** Whether the answer has an entity tag, by which it is asked for again only where it is another one. */
	readonly isTagged?: boolean;
	/** Whether a write names the revision that it is based on. */
	readonly needsMatch?: boolean;
	/** What it may be refused for, beside what anything is. */
	readonly refusals: readonly number[];
}

const ONE = '/api/v1/cases/[id=uuid]';
export const JSON_TYPES = ['application/json'];
/** Clients that are made of the description often know no other than the usual one. */
export const PATCH_TYPES = ['application/json-patch+json', ...JSON_TYPES];

export const OPERATIONS: readonly Operation[] = [
	{
		name: 'listCases',
		method: 'GET',
		route: '/api/v1/cases',
		scope: 'cases:read',
		summary: 'Find cases',
		description:
			'The casebook, as far as the token’s person sees it: searched, filtered, sorted. The answer’s `next`, sent as `cursor` with the same question, gives the lines after it; cases that are added or changed meanwhile move nothing else.',
		query: casesQuery,
		answer: { status: 200, what: 'Lines of the casebook', schema: casesAnswer },
		refusals: [422]
	},
	{
		name: 'createCase',
		method: 'POST',
		route: '/api/v1/cases',
		scope: 'cases:write',
		summary: 'Begin a case',
		description: 'It has a first plan and no debt yet.',
		body: { types: JSON_TYPES, schema: newCase },
		answer: { status: 201, what: 'The case was begun', schema: writtenAnswer },
		isTagged: true,
		refusals: [409, 413, 415, 422]
	},
	{
		name: 'readCase',
		method: 'GET',
		route: ONE,
		scope: 'cases:read',
		summary: 'Read a case',
		description: 'The whole case document, as files of cases have it.',
		answer: { status: 200, what: 'The case as it is', schema: caseAnswer },
		isTagged: true,
		refusals: [404]
	},
	{
		name: 'changeCase',
		method: 'PATCH',
		route: ONE,
		scope: 'cases:write',
		summary: 'Change a case',
		description:
			'By a JSON Patch (RFC 6902) of the case document: `add`, `replace` and `remove`. `If-Match` names the entity tag of the case that the changes were made for; where it has been changed since, nothing is saved.',
		body: { types: PATCH_TYPES, schema: patchRequest },
		answer: { status: 200, what: 'The case was changed', schema: writtenAnswer },
		isTagged: true,
		needsMatch: true,
		refusals: [404, 409, 412, 413, 415, 422, 428]
	},
	{
		name: 'readDebts',
		method: 'GET',
		route: `${ONE}/debts`,
		scope: 'cases:read',
		summary: 'Read what the debts come to',
		description:
			'Each debt, and how it ends where only its minimum payments are made and where it is paid as it is now.',
		answer: { status: 200, what: 'The debts with their figures', schema: debtsAnswer },
		isTagged: true,
		refusals: [404]
	},
	{
		name: 'addDebt',
		method: 'POST',
		route: `${ONE}/debts`,
		scope: 'cases:write',
		summary: 'Add a debt',
		description:
			'As far as it is known: what is left away is as in a debt that was only just begun. The answer’s `id` is the debt’s.',
		body: { types: JSON_TYPES, schema: newDebtRequest },
		answer: { status: 201, what: 'The debt was added', schema: writtenAnswer },
		isTagged: true,
		refusals: [404, 409, 413, 415, 422]
	},
	{
		name: 'readPlans',
		method: 'GET',
		route: `${ONE}/plans`,
		scope: 'cases:read',
		summary: 'Read what the plans come to',
		answer: { status: 200, what: 'The plans with their figures', schema: plansAnswer },
		isTagged: true,
		refusals: [404]
	},
	{
		name: 'recordBalances',
		method: 'POST',
		route: `${ONE}/readings`,
		scope: 'readings:write',
		summary: 'Record balances',
		description:
			'Balances as statements have them. One of a debt and a day that was recorded before takes its place. The answer’s `id` is the visit’s.',
		body: { types: JSON_TYPES, schema: readingsRequest },
		answer: { status: 201, what: 'The balances were recorded', schema: writtenAnswer },
		isTagged: true,
		refusals: [404, 409, 413, 415, 422]
	},
	{
		name: 'makeFile',
		method: 'GET',
		route: `${ONE}/files`,
		scope: 'files:read',
		summary: 'Have a file made',
		description:
			'Of the case, of a debt, of a plan (`id` is theirs), of what comes in and goes out in a plan by deposits, of all plans that are shown, or of the budget sheet. Calendars and letters are made by people: the case keeps what was given out.',
		query: filesQuery,
		answer: {
			status: 200,
			what: 'The file',
			types: [
				'application/pdf',
				'text/html',
				'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
				'text/csv',
				'image/svg+xml',
				'application/json'
			]
		},
		refusals: [404, 422]
	}
];

/** What a token has to allow for a request; null: programs ask nothing there. */
export const scopeOf = (route: string, method: string): Scope | null =>
	OPERATIONS.find(
		(one) => one.route === route && one.method === (method === 'HEAD' ? 'GET' : method)
	)?.scope ?? null;
