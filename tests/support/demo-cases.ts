/** The demo's cases, as documents. */
import { readdirSync, readFileSync } from 'node:fs';
import { caseDocument } from '../../src/lib/document/schema/case';
import type { CaseDocument } from '../../src/lib/document/case';

export const demoCases: readonly CaseDocument[] = readdirSync('demo')
	.sort()
	.map((file) => {
		const { document } = JSON.parse(readFileSync(`demo/${file}`, 'utf8')) as { document: unknown };
		return caseDocument.parse(document);
	});

/** Every plan of every case of the demo. */
export const demoPlans = demoCases.flatMap((document) =>
	document.plans.map((entry) => ({ name: `${document.label}: ${entry.name}`, document, entry }))
);

/** A case with its handout set otherwise. */
export const handedIn = (
	document: CaseDocument,
	fields: Partial<CaseDocument['handout']>
): CaseDocument => ({ ...document, handout: { ...document.handout, ...fields } });
