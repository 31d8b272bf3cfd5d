/** A file of any format that is read as cases; what is missing or unclear is refused, not guessed. */
import { begunCase, type CaseDocument, type NewCase } from '../document/case';
import { withPeopleNamed } from '../document/household';
import { writingOf } from '../reading/writing';
import type { Locale } from '../messages/message';
import type { Style } from '../messages/style';
import { kindOf, refuse, type NamedBytes } from './bytes';
import { casesOf } from './cases-read';
import { COLUMNS, debtOf, type Flat } from './debt-columns';
import { takenTable } from './debts-table';
import { debtOfAccount } from './account-debt';
import { accountsOf } from './statement-ofx';
import { sheetsIn } from './sheets';
import type { Sheet } from './table';

export interface Wanted {
	/** The settings of a case made from a table or a statement. */
	readonly fresh: NewCase;
	/** How the file's numbers and dates are written, where it can't be seen. */
	readonly style: Partial<Style>;
	readonly locale: Locale;
	readonly newId: () => string;
}

/** The cases of a file of any kind that is read. */
export async function casesIn(file: NamedBytes, wanted: Wanted): Promise<CaseDocument[]> {
	const { locale, fresh } = wanted;
	const kind = kindOf(file, locale);
	if (kind === 'json') return casesOf(file, locale);
	if (kind === 'ofx') {
		const accounts = accountsOf(file, locale);
		const [{ currency, asOf } = fresh] = accounts;
		const debts = accounts.map((account) => debtOfAccount(account, wanted.newId()));
		return [begunCase({ ...fresh, currency, asOf }, debts)];
	}
	const [sheet] = await sheetsIn(file, locale);
	const flats = flatsOfTable(sheet?.rows ?? [], file.name, wanted);
	const owners = flats.map(({ owner = '' }) => owner);
	const people = withPeopleNamed([], owners, wanted.newId);
	const debts = flats.map((flat) => debtOf(flat, wanted.newId(), people));
	return [{ ...begunCase(fresh, debts), people }];
}

function flatsOfTable(rows: Sheet['rows'], name: string, wanted: Wanted): Flat[] {
	const { fresh, locale, style } = wanted;
	const table = takenTable(rows, { name, writing: writingOf(fresh), asOf: fresh.asOf, style });
	if (table.twins) {
		const [one = '', other = ''] = table.twins.columns.map((at) => table.headings[at] ?? '');
		refuse(locale, 'same meaning', { name, one, other });
	}
	if (table.numbers.how === 'either') refuse(locale, 'numbers either way', { name });
	if (table.dates.how === 'either') refuse(locale, 'dates either way', { name });
	if (!table.fields.includes('balance')) refuse(locale, 'no balances', { name });
	for (const { row, unread } of table.lines) {
		const [first] = unread;
		if (!first) continue;
		const heading = COLUMNS.find(({ field }) => field === first.field)?.heading ?? first.field;
		refuse(locale, 'cell not read', { name, row, heading, problem: first.problem });
	}
	return table.lines.map(({ flat }) => flat);
}
