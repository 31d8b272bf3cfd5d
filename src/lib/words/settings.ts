/** Consequences of changing a case's date of the balances or currency, said beforehand. */
import type { CalendarDate } from '../core/quantities/calendar';
import type { CaseDocument } from '../document/case';
import { withDay } from '../document/settings';
import type { Currency } from '../reading/currencies';
import { writeLongDate } from '../reading/written';
import { writingOf } from '../reading/writing';
import en from '../messages/en/settings.json';
import { messagesOf } from '../messages/message';

const { text } = messagesOf('settings', en);

export function dayMeans(document: CaseDocument, asOf: CalendarDate): string {
	const writing = writingOf(document);
	const count = withDay(document, asOf).debts.filter(
		(debt, at) => debt.firstDue !== document.debts[at]?.firstDue
	).length;
	const day = writeLongDate(asOf, writing);
	return text(writing, count === 0 ? 'balances stay' : 'dates move', { day, count });
}

export function currencyMeans(document: CaseDocument, to: Currency): string {
	const { code, digits } = to;
	const isRounded = digits < document.currency.digits;
	return text(writingOf(document), isRounded ? 'amounts rounded' : 'amounts stay', {
		code,
		digits
	});
}
