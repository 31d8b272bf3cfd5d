/** The description of the interface for other programs (OpenAPI 3.1), made from the operations and their schemas. */
import { STATUS_CODES } from 'node:http';
import { z } from 'zod';
import { SCOPES, WEBHOOK_KINDS, type WebhookKind } from '../../document/programs';
import {
	caseAnswer,
	caseLine,
	casesAnswer,
	debtsAnswer,
	newDebtRequest,
	patchRequest,
	plansAnswer,
	problemAnswer,
	readingsRequest,
	toldOfCase,
	writtenAnswer
} from '../../document/schema/programs';
import { newCase, presentDocument } from '../../document/schema/case';
import { changeEntry } from '../../document/schema/change';
import { debtEntry } from '../../document/schema/debt';
import { planEntry } from '../../document/schema/plan';
import { OPERATIONS, type Operation } from './operations';

/** The version of the interface: its first number is in every address. */
const VERSION = '1.0.0';

/** The schemas that have a name in the description. */
const NAMED = {
	CaseDocument: presentDocument,
	DebtEntry: debtEntry,
	PlanEntry: planEntry,
	PlanChange: changeEntry,
	CaseLine: caseLine,
	Cases: casesAnswer,
	Case: caseAnswer,
	NewCase: newCase,
	Changes: patchRequest,
	Written: writtenAnswer,
	Debts: debtsAnswer,
	NewDebt: newDebtRequest,
	Plans: plansAnswer,
	Readings: readingsRequest,
	Told: toldOfCase,
	Problem: problemAnswer
} satisfies Record<string, z.ZodType>;
type Name = keyof typeof NAMED;

type Json = Readonly<Record<string, unknown>>;

/** JSON Schema (draft 2020-12) is what OpenAPI 3.1 describes data with. */
const CONVERTED = { io: 'input', unrepresentable: 'any' } as const;

function namedSchemas(): Json {
	const registry = z.registry<{ id: string }>();
	for (const [id, schema] of Object.entries(NAMED)) registry.add(schema, { id });
	const { schemas } = z.toJSONSchema(registry, { ...CONVERTED, uri: reference });
	return Object.fromEntries(Object.entries(schemas).map(([name, schema]) => [name, bare(schema)]));
}

const reference = (name: string): string => `#/components/schemas/${name}`;

/** A schema without what only a document of its own says. */
function bare({ $schema: _schema, $id: _id, ...schema }: Json): Json {
	return schema;
}

const referenceTo = (schema: z.ZodType): Json => {
	const name = (Object.keys(NAMED) as Name[]).find((one) => NAMED[one] === schema);
	if (name === undefined) throw new Error('a schema of an operation has no name');
	return { $ref: reference(name) };
};

/** `/api/v1/cases/{id}` of a route's identifier. */
const pathOf = (route: string): string => route.replace(/\[(\w+)=uuid\]/g, '{$1}');

const ID = {
	name: 'id',
	in: 'path',
	required: true,
	description: 'The identifier of the case',
	schema: { type: 'string', format: 'uuid' }
};
const header = (name: string, description: string, required = false): Json => ({
	name,
	in: 'header',
	required,
	description,
	schema: { type: 'string' }
});

/** What is asked for in an address, one parameter a field; of several kinds of questions, the fields of them all. */
function queryOf({ query }: Operation): Json[] {
	if (!query) return [];
	const kinds = query instanceof z.ZodObject ? [query] : (query.options as z.ZodObject[]);
	const fields = new Map<string, { schema: Json; kinds: number }>();
	for (const kind of kinds)
		for (const [name, field] of Object.entries(kind.shape)) {
			const { schema: before, kinds: of = 0 } = fields.get(name) ?? {};
			const schema = bare(z.toJSONSchema(field as z.ZodType, CONVERTED) as Json);
			fields.set(name, { schema: before ? either(before, schema) : schema, kinds: of + 1 });
		}
	return [...fields].map(([name, { schema, kinds: of }]) => ({
		name,
		in: 'query',
		required: query instanceof z.ZodObject ? false : of === kinds.length,
		schema
	}));
}

/** What two choices allow together. */
function either(one: Json, other: Json): Json {
	if (!Array.isArray(one['enum']) || !Array.isArray(other['enum'])) return one;
	return {
		...one,
		enum: [...new Set([...(one['enum'] as unknown[]), ...(other['enum'] as unknown[])])]
	};
}

const LIMITS = {
	'RateLimit-Policy': { $ref: '#/components/headers/RateLimit-Policy' },
	RateLimit: { $ref: '#/components/headers/RateLimit' }
};

function answersOf(operation: Operation): Json {
	const { answer, isTagged, refusals, method } = operation;
	const content =
		'schema' in answer
			? { 'application/json': { schema: referenceTo(answer.schema) } }
			: Object.fromEntries(
					answer.types.map((type) => [type, { schema: { type: 'string', format: 'binary' } }])
				);
	const done = {
		description: answer.what,
		headers: { ...LIMITS, ...(isTagged && { ETag: { $ref: '#/components/headers/ETag' } }) },
		content
	};
	const refused = [...new Set([400, 401, 403, ...refusals, 429, 500, 503])].sort((a, b) => a - b);
	return Object.fromEntries([
		[answer.status, done],
		...(isTagged && method === 'GET'
			? [[304, { description: 'It is as it was: `If-None-Match` named its entity tag' }] as const]
			: []),
		...refused.map((status) => [
			status,
			{
				description: STATUS_CODES[status],
				content: { 'application/problem+json': { schema: { $ref: reference('Problem') } } }
			}
		])
	]) as Json;
}

function described(operation: Operation): Json {
	const { name, summary, description, scope, method, body, isTagged, needsMatch } = operation;
	return {
		operationId: name,
		summary,
		...(description !== undefined && { description }),
		security: [{ token: [scope] }],
		parameters: [
			...queryOf(operation),
			...(method === 'GET' && isTagged
				? [header('If-None-Match', 'An entity tag: it is answered only where it is another one')]
				: []),
			...(needsMatch
				? [header('If-Match', 'The entity tag of the case that the changes were made for', true)]
				: []),
			...(method === 'GET'
				? []
				: [
						header(
							'Idempotency-Key',
							'1 to 200 visible characters of one’s own: sent again with the same key within a day, a request is carried out once, and answered as it was'
						)
					])
		],
		...(body && {
			requestBody: {
				required: true,
				content: Object.fromEntries(
					body.types.map((type) => [type, { schema: referenceTo(body.schema) }])
				)
			}
		}),
		responses: answersOf(operation)
	};
}

/** What is told of cases to whoever is to be told. */
const toldOf = (kind: WebhookKind): Json => ({
	post: {
		operationId: kind.replace('.', '-'),
		summary: `Told of cases: ${kind}`,
		description:
			'Sent to the addresses under “Other programs”, signed as Standard Webhooks has it: with `webhook-id`, by which what comes twice is known, `webhook-timestamp` and `webhook-signature`. Whatever is not answered with a status of success is sent again, up to twelve times.',
		security: [],
		requestBody: {
			required: true,
			content: { 'application/json': { schema: { $ref: reference('Told') } } }
		},
		responses: {
			'2XX': { description: 'It was taken' },
			'4XX': { description: 'It is sent again' }
		}
	}
});

/** The whole description. */
export function openApi(): Json {
	const paths: Record<string, Record<string, unknown>> = {};
	for (const operation of OPERATIONS) {
		const path = (paths[pathOf(operation.route)] ??= operation.route.includes('[id=')
			? { parameters: [ID] }
			: {});
		path[operation.method.toLowerCase()] = described(operation);
	}
	return {
		openapi: '3.1.1',
		info: {
			title: 'Residuum',
			version: VERSION,
			description:
				'Cases, debts, plans and their figures, for other programs of the agency. Money is in minor units of the case’s currency, percentages in ten-thousandths of a percent, days as in 2027-01-15. Every figure comes from the same computation as on screen.',
			license: { name: 'MIT', identifier: 'MIT' }
		},
		servers: [{ url: '/', description: 'This Residuum' }],
		paths,
		webhooks: Object.fromEntries(WEBHOOK_KINDS.map((kind) => [kind, toldOf(kind)])),
		components: {
			schemas: namedSchemas(),
			headers: {
				ETag: {
					description:
						'Of a case: its revision, in quotation marks; of figures, with the version that computed them',
					schema: { type: 'string' }
				},
				'RateLimit-Policy': {
					description: 'How many requests (q) are answered in how many seconds (w)',
					schema: { type: 'string' }
				},
				RateLimit: {
					description: 'How many are left (r), and for how many seconds (t)',
					schema: { type: 'string' }
				}
			},
			securitySchemes: {
				token: {
					type: 'http',
					scheme: 'bearer',
					description: `A token that somebody has made under “Other programs”. It allows one or more of: ${SCOPES.join(', ')}; and nothing that its person may not do.`
				}
			}
		}
	};
}
