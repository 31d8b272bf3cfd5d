import type { CalendarDate } from '$lib/core/quantities/calendar';
import { begunCase, type CaseDocument } from '$lib/document/case';
import { debtOfAccount } from '$lib/exchange/account-debt';
import type { AccountStatement } from '$lib/exchange/statement-ofx';
import { SCREEN } from '$lib/reading/writing';
import { styleFor } from '$lib/messages/style';
import type { Sentence } from '$lib/messages/sentence';
import { casesSentence, tablesElsewhere } from '$lib/words/imports';
import { readFile } from '$lib/workers/read-file';
import { v4 as newId } from 'uuid';

/** A file that was given to the casebook: the cases that it would bring, or why none. */
export async function lookedAt(
	file: File,
	today: CalendarDate
): Promise<{ cases: readonly CaseDocument[]; sentence: Sentence } | { refused: string }> {
	const content = await readFile(file, SCREEN);
	switch (content.kind) {
		case 'refused':
			return { refused: content.message };
		case 'sheets':
			return { refused: tablesElsewhere(file.name, SCREEN) };
		case 'cases':
			return {
				cases: content.cases,
				sentence: casesSentence(content.cases, content.name, 'cases', SCREEN)
			};
		case 'accounts': {
			const cases = casesOfAccounts(content.accounts, today);
			return { cases, sentence: casesSentence(cases, content.name, 'accounts', SCREEN) };
		}
	}
}

/** The accounts of a statement as debts of a new case; those of another currency in one of their own. */
function casesOfAccounts(accounts: readonly AccountStatement[], today: CalendarDate) {
	const codes = new Set(accounts.map(({ currency }) => currency.code));
	return [...codes].flatMap((code): CaseDocument[] => {
		const own = accounts.filter(({ currency }) => currency.code === code);
		const [first] = own;
		if (!first) return [];
		const { creditor, account, currency, asOf } = first;
		const label = creditor || account || code;
		const style = styleFor(code, navigator.language);
		const fresh = { label, currency, style, asOf: asOf > today ? today : asOf };
		return [
			begunCase(
				fresh,
				own.map((one) => debtOfAccount(one, newId()))
			)
		];
	});
}
