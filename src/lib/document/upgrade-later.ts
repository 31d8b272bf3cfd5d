/** Documents of version 10 and later, each as the next version would have it. */
import { LAWFUL } from '../core/debt/account/policy';
import { isRecord, listOr } from './upgrade-records';

/** Fields by their names in version 10, and since. */
const RENAMED: ReadonlyMap<string, string> = new Map([
	['asked', 'required'],
	['happenings', 'events'],
	['happening', 'event']
]);

/** Version 10 called a debt's payment rule `asked`, events `happenings`, and those that were recorded `happened`. */
export function ofVersion11({ happened, ...document }: Record<string, unknown>) {
	const named = (debt: Record<string, unknown>) =>
		renamed(
			{
				...debt,
				pays: withRequired(debt['pays']),
				baseline: withRequired(debt['baseline']),
				compared: listOr(debt['compared'], withRequired)
			},
			RENAMED
		);
	const plan = (content: Record<string, unknown>) =>
		renamed(
			{ ...content, pays: content['pays'] === 'asked' ? 'required' : content['pays'] },
			RENAMED
		);
	const ofContent = (entry: Record<string, unknown>) =>
		isRecord(entry['content']) ? { ...entry, content: plan(entry['content']) } : entry;
	return {
		...document,
		version: 11,
		recordedEvents: happened,
		debts: listOr(document['debts'], named),
		plans: listOr(document['plans'], plan),
		choices: listOr(document['choices'], ofContent),
		forecasts: listOr(document['forecasts'], (forecast) =>
			ofContent({ ...forecast, debts: listOr(forecast['debts'], named) })
		)
	};
}

/** Version 11 knew one balance of a debt, and missed payments that cost nothing. */
export function ofVersion12(document: Record<string, unknown>) {
	const event = (of: Record<string, unknown>) =>
		of['kind'] === 'rate' || of['kind'] === 'charge' ? { ...of, ofBalance: null } : of;
	const raised = (debt: Record<string, unknown>) => ({
		...debt,
		...ONE_BALANCE,
		events: listOr(debt['events'], event)
	});
	return {
		...document,
		version: 12,
		debts: listOr(document['debts'], raised),
		forecasts: listOr(document['forecasts'], (forecast) => ({
			...forecast,
			debts: listOr(forecast['debts'], raised)
		}))
	};
}

/** Version 12 knew nothing that was missed before, no printed interest of a balance, and one balance of a reading. */
export function ofVersion13(document: Record<string, unknown>) {
	const raised = (debt: Record<string, unknown>) => ({
		...debt,
		balances: listOr(debt['balances'], (one) => ({ ...one, printedInterest: null })),
		late: isRecord(debt['late']) ? { ...debt['late'], history: null } : debt['late']
	});
	return {
		...document,
		version: 13,
		debts: listOr(document['debts'], raised),
		readings: listOr(document['readings'], (reading) => ({ ...reading, byBalance: [] })),
		forecasts: listOr(document['forecasts'], (forecast) => ({
			...forecast,
			debts: listOr(forecast['debts'], raised)
		}))
	};
}

/** Version 13 knew no kinds of debts, no days of income and needs, no savings, and short months that are shared. */
export function ofVersion14(document: Record<string, unknown>) {
	const debt = (of: Record<string, unknown>) => ({ ...of, kind: 'other' });
	const plan = (of: Record<string, unknown>) => ({
		...of,
		savings: null,
		shortOrder: null,
		aside: []
	});
	const ofContent = (entry: Record<string, unknown>) =>
		isRecord(entry['content'])
			? { ...entry, content: { ...plan(entry['content']), sheet: null } }
			: entry;
	const { sheet } = document;
	const lines = (side: string) =>
		isRecord(sheet) ? listOr(sheet[side], (line) => ({ ...line, from: null, until: null })) : [];
	return {
		...document,
		version: 14,
		debts: listOr(document['debts'], debt),
		plans: listOr(document['plans'], plan),
		choices: listOr(document['choices'], ofContent),
		sheet: isRecord(sheet) ? { ...sheet, income: lines('income'), needs: lines('needs') } : sheet,
		forecasts: listOr(document['forecasts'], (forecast) =>
			ofContent({ ...forecast, debts: listOr(forecast['debts'], debt) })
		)
	};
}

/** Version 14 knew no people of a household, no agreements that end, and lines of a budget sheet by their places. */
export function ofVersion15(document: Record<string, unknown>) {
	const debt = (of: Record<string, unknown>) => ({ ...of, owner: null });
	const change = (of: Record<string, unknown>) =>
		of['kind'] === 'concession' ? { ...of, until: null } : of;
	const sheetOf = (sheet: unknown) => {
		if (!isRecord(sheet)) return sheet;
		const income = namedLines(sheet['income'], 'income');
		return { ...sheet, income, needs: namedLines(sheet['needs'], 'needs') };
	};
	const plan = (of: Record<string, unknown>) => ({
		...of,
		split: null,
		changes: listOr(of['changes'], change)
	});
	const ofContent = (entry: Record<string, unknown>) => {
		const { content } = entry;
		if (!isRecord(content)) return entry;
		return { ...entry, content: { ...plan(content), sheet: sheetOf(content['sheet']) } };
	};
	return {
		...document,
		version: 15,
		people: [],
		recordedMoney: [],
		debts: listOr(document['debts'], debt),
		plans: listOr(document['plans'], plan),
		choices: listOr(document['choices'], ofContent),
		sheet: sheetOf(document['sheet']),
		forecasts: listOr(document['forecasts'], (forecast) =>
			ofContent({
				...forecast,
				debts: listOr(forecast['debts'], debt),
				figures: listOr(forecast['figures'], (figures) => ({ ...figures, forgiven: 0 }))
			})
		)
	};
}

/** Version 15 knew no usual terms of creditors and what they answered, no rates that follow an index, and no programmes. */
export function ofVersion16(document: Record<string, unknown>) {
	const debt = (of: Record<string, unknown>) => ({ ...of, usual: null, follows: null });
	const named = (of: Record<string, unknown>) => ({
		...of,
		usual: null,
		// What somebody named counted as agreed.
		reply: { is: of['assumed'] === true ? 'open' : 'agreed', on: null }
	});
	const change = (of: Record<string, unknown>) =>
		of['kind'] === 'concession' || of['kind'] === 'settle'
			? { ...of, debts: listOr(of['debts'], named) }
			: of;
	const plan = (of: Record<string, unknown>) => ({
		...of,
		programme: null,
		changes: listOr(of['changes'], change)
	});
	const ofContent = (entry: Record<string, unknown>) =>
		isRecord(entry['content']) ? { ...entry, content: plan(entry['content']) } : entry;
	return {
		...document,
		version: 16,
		debts: listOr(document['debts'], debt),
		plans: listOr(document['plans'], plan),
		choices: listOr(document['choices'], ofContent),
		forecasts: listOr(document['forecasts'], (forecast) =>
			ofContent({ ...forecast, debts: listOr(forecast['debts'], debt) })
		)
	};
}

/** The lines of one side of a budget sheet, each with an identifier that says where it stood. */
const namedLines = (list: unknown, side: 'income' | 'needs'): unknown =>
	Array.isArray(list)
		? list.map((line: unknown, at) => {
				if (!isRecord(line)) return line;
				const place = String(at + 1).padStart(12, '0');
				const id = `00000000-0000-4000-${side === 'income' ? '8001' : '8002'}-${place}`;
				return { ...line, id, owner: null };
			})
		: list;

const ONE_BALANCE = { balances: [], allocation: LAWFUL, atLeast: null, late: null };

/** A way of paying; one without an event named it a happening. */
function withRequired(way: unknown): unknown {
	if (!isRecord(way)) return way;
	if (way['kind'] === 'asked') return { ...way, kind: 'required' };
	return renamed(way, RENAMED);
}

const renamed = (
	fields: Record<string, unknown>,
	names: ReadonlyMap<string, string>
): Record<string, unknown> =>
	Object.fromEntries(
		Object.entries(fields).map(([name, value]) => [names.get(name) ?? name, value])
	);
