import type { CaseDocument } from '$lib/document/case';
import { newDebtOf } from '$lib/document/change';
import { readingsRequest, type ReadingsRequest } from '$lib/document/schema/programs';
import { withReading } from '$lib/document/visits';
import { answering, notSaved, unknownCase } from '$lib/server/answers';
import { readBody } from '$lib/server/bodies';
import { alterCase, readCase } from '$lib/server/cases/cases';
import { answerBegun, answerWritten, changeBy, otherType } from '$lib/server/programs/requests';
import { once } from '$lib/server/programs/once';
import { JSON_TYPES } from '$lib/server/programs/operations';
import { t } from '$lib/server/refusals';
import type { RequestHandler } from './$types';

/** Records balances, as of a visit on a day: the one that there is, or a new one. */
export const POST: RequestHandler = (event) =>
	answering(async () => {
		const { request, params, locals } = event;
		const other = otherType(request, JSON_TYPES);
		if (other) return other;
		const body = await readBody(request, readingsRequest);
		if (!body.ok) return body.refusal;
		return once(event, body.value, async (key = crypto.randomUUID()) => {
			const state = await readCase(params.id);
			if (state === null) return unknownCase();
			const owed = debtsOf(state.document);
			const problems = body.value.balances.flatMap(({ debt }, at) =>
				owed.has(debt)
					? []
					: [{ at: `balances.${at}.debt`, message: t('The case has no such debt.') }]
			);
			if (problems.length > 0) return notSaved(problems);
			const written = await alterCase(
				params.id,
				changeBy(locals.actor),
				(document) => withBalances(document, body.value, key),
				locals.actor,
				key
			);
			return answerWritten(written, ({ revision, document }) =>
				answerBegun(visitOf(document, body.value, key).id, `/api/v1/cases/${params.id}`, revision)
			);
		});
	});

/** The debts of a case, and those that its plans bring or brought. */
const debtsOf = ({ debts, plans, forecasts }: CaseDocument): ReadonlySet<string> =>
	new Set([
		...debts.map(({ id }) => id),
		...[...plans, ...forecasts.map(({ content }) => content)].flatMap(({ changes }) =>
			changes.flatMap((change) => newDebtOf(change)?.id ?? [])
		)
	]);

const visitOf = ({ visits }: CaseDocument, { on: date }: ReadingsRequest, id: string) =>
	visits.find((visit) => visit.date === date) ?? { id, date };

function withBalances(document: CaseDocument, asked: ReadingsRequest, id: string): CaseDocument {
	const visit = visitOf(document, asked, id);
	return asked.balances.reduce(
		(so, { debt, balance, date = asked.on, interest }) =>
			withReading(so, visit, debt, {
				date,
				balance,
				...(interest !== undefined && { interest })
			}),
		document
	);
}
