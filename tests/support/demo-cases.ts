/** The demo's cases, as documents. */
import { readdirSync, readFileSync } from 'node:fs';
import { caseDocument } from '../../src/lib/document/schema/case';
import { referenceFile, type ReferenceRow } from '../../src/lib/document/schema/reference';
import type { CaseDocument } from '../../src/lib/document/case';

export const demoCases: readonly CaseDocument[] = readdirSync('demo')
	.filter((file) => /^\d/.test(file))
	.sort()
	.map((file) => {
		const { document } = JSON.parse(readFileSync(`demo/${file}`, 'utf8')) as { document: unknown };
		return caseDocument.parse(document);
	});

/** What the demo's agency knows, as it would be recorded. */
export const demoReference: readonly ReferenceRow[] = referenceFile
	.parse(JSON.parse(readFileSync('demo/reference.json', 'utf8')))
	.rows.map((row) => ({ ...row, version: 1, writtenAt: '2026-12-15T12:00:00Z', by: null }));

/** Every plan of every case of the demo. */
export const demoPlans = demoCases.flatMap((document) =>
	document.plans.map((entry) => ({ name: `${document.label}: ${entry.name}`, document, entry }))
);

/** A case with its handout set otherwise. */
export const handedIn = (
	document: CaseDocument,
	fields: Partial<CaseDocument['handout']>
): CaseDocument => ({ ...document, handout: { ...document.handout, ...fields } });
