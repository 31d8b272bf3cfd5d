import type { Locale } from '../messages/message';
import { kindOf, textOf, type NamedBytes } from './bytes';
import { rowsOfText, type Sheet } from './table';

/** The sheets of a table's file; a text has one. What reads workbooks is large, so it is there when one comes. */
export async function sheetsIn(file: NamedBytes, locale: Locale): Promise<Sheet[]> {
	if (kindOf(file, locale) === 'xlsx') {
		const { sheetsOf } = await import('./workbook');
		return sheetsOf(file, locale);
	}
	return [{ name: '', rows: rowsOfText(textOf(file, locale), file.name, locale) }];
}
