/** Makes files beside the page, and tells how far it is. */
import { casesJson } from '../exchange/case-json';
import { tableWorkbook } from '../exchange/table-workbook';
import { madeFile, NothingToMake, TYPES, type OutgoingFile } from '../handout/outgoing';
import type { CaseDocument } from '../document/case';
import { LONGEST_REQUEST } from './longest-request';
import type { MakeAnswer, MakeTask } from './make-task';
import { pagePdf } from './page-pdf';

const answer = (value: MakeAnswer): void => postMessage(value);
const tell = (part: number): void => answer({ kind: 'done', part });

/** Cases requested at a time. */
const AT_A_TIME = 20;

/** All cases as one file, asked for in portions. */
async function allCases(ids: readonly string[]): Promise<OutgoingFile> {
	const cases: CaseDocument[] = [];
	for (let from = 0; from < ids.length; from += AT_A_TIME) {
		const query = new URLSearchParams(
			ids.slice(from, from + AT_A_TIME).map((id): [string, string] => ['id', id])
		);
		const response = await fetch(`/api/cases/file?${query.toString()}`, {
			signal: AbortSignal.timeout(LONGEST_REQUEST)
		});
		if (!response.ok) throw new NothingToMake('deleted case');
		cases.push(...((await response.json()) as { cases: CaseDocument[] }).cases);
		tell(cases.length / ids.length);
	}
	const bytes = new Uint8Array(new TextEncoder().encode(casesJson(cases)));
	return { name: 'residuum-cases.json', type: 'application/json', bytes };
}

/** A table of many cases as a workbook. */
async function workbook({
	table,
	name,
	written
}: Extract<MakeTask, { table: string }>): Promise<OutgoingFile> {
	const response = await fetch(table, { signal: AbortSignal.timeout(LONGEST_REQUEST) });
	if (!response.ok) throw new Error('the table is not there');
	tell(0.5);
	const bytes = await tableWorkbook(name, await response.text(), written);
	return { name: `${name}.xlsx`, type: TYPES.xlsx, bytes };
}

/** The file that a task asks for. */
function fileOf(task: MakeTask): Promise<OutgoingFile> {
	if ('cases' in task) return allCases(task.cases);
	return 'table' in task ? workbook(task) : madeFile(task, { pdf: pagePdf }, tell);
}

async function made(task: MakeTask): Promise<MakeAnswer> {
	try {
		return { kind: 'made', file: await fileOf(task) };
	} catch (error) {
		if (!(error instanceof NothingToMake)) throw error;
		return { kind: 'failed', reason: error.reason };
	}
}

addEventListener('message', ({ data }: MessageEvent<MakeTask>) => {
	// What was not foreseen ends the worker, which its page is told.
	void made(data).then(answer, (error: unknown) => {
		setTimeout(() => {
			throw error;
		});
	});
});
