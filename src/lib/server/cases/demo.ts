import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { caseDocument } from '../../document/schema/case';
import { referenceFile } from '../../document/schema/reference';
import { THIS_MACHINE } from '../people/actor';
import { putReference } from '../reference';
import { isAnyCase } from './casebook';
import { insertCase } from './cases';

const demoCase = z.strictObject({ touchedAt: z.iso.datetime(), document: caseDocument });

/** Fills an empty casebook with the cases of a folder; a casebook that holds something is left alone. */
export async function fillWithDemo(folder: string): Promise<void> {
	if (await isAnyCase()) return;
	await fillReference(folder);
	const names = (await readdir(folder)).filter((name) => /^\d.*\.json$/.test(name)).sort();
	for (const name of names) {
		const content: unknown = JSON.parse(await readFile(join(folder, name), 'utf8'));
		const { touchedAt, document } = demoCase.parse(content);
		await insertCase(document, new Date(touchedAt));
	}
}

/** What the demo's agency knows of its creditors; a folder without it has cases alone. */
async function fillReference(folder: string): Promise<void> {
	const text = await readFile(join(folder, 'reference.json'), 'utf8').catch(() => null);
	if (text === null) return;
	await putReference(referenceFile.parse(JSON.parse(text)).rows, 0, THIS_MACHINE);
}
