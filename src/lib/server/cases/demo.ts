import { readdir, readFile } from 'node:fs/promises';
import { join } from 'node:path';
import { z } from 'zod';
import { caseDocument } from '../../document/schema/case';
import { isAnyCase } from './casebook';
import { insertCase } from './cases';

const demoCase = z.strictObject({ touchedAt: z.iso.datetime(), document: caseDocument });

/** Fills an empty casebook with the cases of a folder; a casebook that holds something is left alone. */
export async function fillWithDemo(folder: string): Promise<void> {
	if (await isAnyCase()) return;
	const names = (await readdir(folder)).filter((name) => name.endsWith('.json')).sort();
	for (const name of names) {
		const content: unknown = JSON.parse(await readFile(join(folder, name), 'utf8'));
		const { touchedAt, document } = demoCase.parse(content);
		await insertCase(document, new Date(touchedAt));
	}
}
