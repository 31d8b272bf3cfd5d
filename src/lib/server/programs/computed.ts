/** What programs ask to be computed or made of a case: in a thread beside the server, one thing after the other. */
import { agencyIn, houseOn, type House } from '../../document/agency';
import type { CaseDocument } from '../../document/case';
import { outlineOf, type Outline } from '../../document/outline';
import type { FilesQuery } from '../../document/schema/programs';
import type { CalendarDate } from '../../core/quantities/calendar';
import { now, today } from '../clock';
import { NotNow } from '../database';
import { referenceOf } from '../reference';
import { t } from '../refusals';
import { settings } from '../settings';
import { ThreadBeside } from '../thread-beside';

/** Nothing takes so long, in milliseconds. */
const LONGEST = 30_000;

/** A file that is to be made. */
export interface FileAsked {
	readonly document: CaseDocument;
	readonly file: FilesQuery;
	readonly house: House;
	/** An instant, and the day that it is in. */
	readonly made: string;
	readonly today: CalendarDate;
}
export type ProgramQuestion = { readonly outline: CaseDocument } | FileAsked;

/** A file, or why there is none. */
export type FileMade =
	| { readonly name: string; readonly type: string; readonly bytes: Uint8Array<ArrayBuffer> }
	| { readonly refusal: string };

const thread = new ThreadBeside<ProgramQuestion, unknown>('commands/for-programs.js', LONGEST);

/** What the debts and plans of a case come to. */
export async function outlineBeside(document: CaseDocument): Promise<Outline> {
	const { build } = settings();
	return build === null
		? outlineOf(document)
		: ((await thread.ask(build, { outline: document })) as Outline);
}

/** A file of a case, with the letterhead and the texts of the agency as they hold today. */
export async function fileBeside(document: CaseDocument, file: FilesQuery): Promise<FileMade> {
	const { build } = settings();
	if (build === null)
		throw new NotNow('busy', t('Files are made only where the program is built. …'));
	const { rows } = await referenceOf('agency');
	const house = houseOn(agencyIn(rows), today());
	const asked = { document, file, house, made: now().toISOString(), today: today() };
	return (await thread.ask(build, asked)) as FileMade;
}
