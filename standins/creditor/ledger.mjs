/**
 * The book that a creditor keeps of an account: from its written-down life, the same each time. Amounts are minor
 * units; what the holder owes is above zero.
 *
 * @typedef {{ day: string, amount: number, text: string }} Dated
 * @typedef {{
 *   id: string, creditor: string, currency: string, opened: string, balance: number, limit?: number,
 *   firstDue: string, rates: { from: string, percent: number }[],
 *   payments: Dated[], purchases: Dated[], fees: Dated[]
 * }} Life
 * @typedef {{ id: string, day: string, kind: 'payment' | 'purchase' | 'fee' | 'interest', amount: number, text: string }} Entry
 */

/**
 * All entries up to a day, in order, and what is owed then. Interest is charged on each due date, a twelfth of the
 * year's rate, on what was owed after the one before and what was bought since; payments count after it.
 * @param {Life} life @param {string} until
 */
export function ledgerOf(life, until) {
	/** @type {Entry[]} */
	const entries = [];
	let owed = life.balance;
	let before = life.opened;
	for (let month = 0; before < until; month += 1) {
		const due = monthsAfter(life.firstDue, month);
		/** @param {Dated[]} list */
		const within = (list) => list.filter(({ day }) => day > before && day <= due && day <= until);
		const [bought, fees, paid] = [life.purchases, life.fees, life.payments].map(within);
		for (const one of bought ?? []) entries.push(entry(life, 'purchase', one));
		for (const one of fees ?? []) entries.push(entry(life, 'fee', one));
		owed += sum(bought) + sum(fees);
		if (due <= until) {
			const percent = life.rates.findLast(({ from }) => from <= due)?.percent ?? 0;
			const amount = Math.round((owed * percent) / 1200);
			if (amount > 0) entries.push(entry(life, 'interest', { day: due, amount, text: 'Interest' }));
			owed += amount;
		}
		for (const one of paid ?? []) entries.push(entry(life, 'payment', one));
		owed -= sum(paid);
		before = due;
	}
	entries.sort((a, b) => (a.day < b.day ? -1 : a.day > b.day ? 1 : 0));
	return { entries, owed };
}

/** @param {Dated[] | undefined} list */
const sum = (list) => (list ?? []).reduce((all, { amount }) => all + amount, 0);

/** @param {Life} life @param {Entry['kind']} kind @param {Dated} of @returns {Entry} */
const entry = ({ id }, kind, { day, amount, text }) => ({
	id: `${id.replace(/\D/g, '').slice(-4)}-${day}-${kind}-${amount}`,
	day,
	kind,
	amount,
	text
});

/** The same day so many months later; the last of the month where there is none. @param {string} day @param {number} months */
function monthsAfter(day, months) {
	const [year = 0, month = 1, date = 1] = day.split('-').map(Number);
	const last = new Date(Date.UTC(year, month + months, 0)).getUTCDate();
	return new Date(Date.UTC(year, month - 1 + months, Math.min(date, last)))
		.toISOString()
		.slice(0, 10);
}
