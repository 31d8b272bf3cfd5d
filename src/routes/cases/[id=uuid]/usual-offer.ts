import type { CalendarDate } from '$lib/core/quantities/calendar';
import { creditorOfDebt, type Creditor, type CreditorNames } from '$lib/document/creditors';
import type { DebtEntry } from '$lib/document/debt';
import { unlikeUsual, usualFields, type UsualTerm } from '$lib/document/usual-terms';
import type { Currency } from '$lib/reading/currencies';

/** What is usual at the creditor of a debt. */
export interface UsualOffer {
	readonly creditor: Creditor | null;
	/** The terms that the debt has nothing of, as its fields; null: none. */
	readonly fields: Partial<DebtEntry> | null;
	/** The terms that it has otherwise. */
	readonly unlike: readonly UsualTerm[];
}

/** The agency's table of creditors as a screen has it. */
interface Book {
	readonly names: CreditorNames;
	readonly version: number;
}

/** A name that is still being typed means a creditor from so many letters on, where it can mean no other. */
const SHORTEST = 3;

/**
 * What is usual for a debt while its minimum is open, also while its name is being typed; of one that comes from a table,
 * how it differs. Null: there is nothing to say.
 */
export function usualOffer(
	debt: DebtEntry,
	isFromTable: boolean,
	{ names, version }: Book,
	day: CalendarDate,
	currency: Currency
): UsualOffer | null {
	const known = creditorOfDebt(debt, names);
	const creditor = known ?? meantBy(debt.name, names);
	const isOpen = creditor && (known !== null || debt.required.kind !== 'level');
	const own = isOpen ? usualFields(debt, creditor, day, currency, version) : null;
	// A name that was only begun is written out.
	const named = (fields: Partial<DebtEntry>) =>
		creditor && !known ? { ...fields, name: creditor.profile.content.name } : fields;
	const offered = own !== null && 'required' in own ? named(own) : null;
	const unlike = known && isFromTable ? unlikeUsual(debt, known, day, currency) : [];
	const says = offered !== null || unlike.length > 0 || debt.usual !== null;
	return says ? { creditor, fields: offered, unlike } : null;
}

function meantBy(name: string, names: CreditorNames): Creditor | null {
	if (name.trim().length < SHORTEST) return null;
	const [only, other] = names.beginning(name, 2);
	return only && !other ? only : null;
}
