/** A whole document of a case with some debts, for tests and measurements to change one thing about. */
import { NO_CALENDAR } from '../../src/lib/document/calendar';
import { NOTHING_LIVED } from '../../src/lib/document/case';
import { usualHandout } from '../../src/lib/document/handout';
import { FIRST_PLAN } from '../../src/lib/document/plan';
import { VERSION } from '../../src/lib/document/version';
import { USUAL_STYLE } from '../../src/lib/messages/style';

/** What a case is begun with. */
interface Fresh {
	readonly label: string;
	readonly currency: { readonly code: string; readonly digits: number };
	readonly asOf: string;
}

export const wholeDocument = (fresh: Fresh, debts: readonly object[], fields: object = {}) => ({
	version: VERSION,
	style: USUAL_STYLE,
	...fresh,
	debts,
	people: [],
	plans: [FIRST_PLAN],
	against: 'minimums',
	choices: [],
	sheet: { income: [], needs: [] },
	handout: usualHandout(fresh.currency.code),
	calendar: NO_CALENDAR,
	...NOTHING_LIVED,
	...fields
});
