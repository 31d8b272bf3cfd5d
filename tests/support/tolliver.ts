/** The demo's first household, as a case of a server. */
import type { CaseDocument } from '../../src/lib/document/case';
import { demoCases } from './demo-cases';
import { makeCase, type Asked, type MadeCase } from './residuum';

const [household] = demoCases;
if (!household) throw new Error('a demo');
const tolliver: CaseDocument = household;

export function makeTolliver(residuum: Asked, label = 'Tolliver'): Promise<MadeCase> {
	const { debts, plans, choices, against, sheet, handout, style } = tolliver;
	return makeCase(residuum, label, debts, {}, { plans, choices, against, sheet, handout, style });
}
