/** Documents of earlier versions, as the present one would have them: history keeps what was written. */
import { t } from './refusals';
import {
	ofVersion2,
	ofVersion4,
	ofVersion5,
	ofVersion6,
	ofVersion7,
	ofVersion8,
	ofVersion9,
	ofVersion10
} from './upgrade-first';
import {
	ofVersion11,
	ofVersion12,
	ofVersion13,
	ofVersion14,
	ofVersion15,
	ofVersion16
} from './upgrade-later';
import { isRecord } from './upgrade-records';

/** Says that something in a document is wrong, and where. */
type Refuse = (message: string, path: readonly (string | number)[]) => void;

/** Whatever is no document of an earlier version is left for the schema to judge. */
export function upgraded(document: unknown, refuse: Refuse): unknown {
	refuseNewer(document, refuse);
	return raised(document);
}

/** The fields that each version brought, by where they are; `*` is each entry of a list. */
const BROUGHT: Readonly<Record<number, readonly string[]>> = {
	2: ['interestOnly', 'lending', 'pays', 'happenings', 'compared', 'baseline'].map(
		(field) => `debts.*.${field}`
	),
	4: ['plans', 'against', 'choices', 'sheet'],
	5: ['plans.*.named', 'plans.*.begins', 'plans.*.changes.*.assumed', 'choices.*.content'],
	6: ['style', 'debts.*.noted', 'debts.*.statement', 'debts.*.transactions'],
	7: ['handout'],
	8: ['forecasts', 'visits', 'readings', 'happened', 'debts.*.asOf', 'debts.*.balanceAssumed'],
	9: ['forecasts.*.shortFrom'],
	10: [
		'calendar',
		'debts.*.withdrawn',
		'forecasts.*.debts.*.withdrawn',
		'forecasts.*.figures.*.before'
	],
	11: [
		'recordedEvents',
		'plans.*.events',
		...['debts.*', 'forecasts.*.debts.*'].flatMap((debt) => [`${debt}.required`, `${debt}.events`])
	],
	12: ['debts.*', 'forecasts.*.debts.*'].flatMap((debt) =>
		['balances', 'allocation', 'atLeast', 'late', 'events.*.ofBalance'].map(
			(field) => `${debt}.${field}`
		)
	),
	13: [
		'readings.*.byBalance',
		...['debts.*', 'forecasts.*.debts.*'].flatMap((debt) => [
			`${debt}.late.history`,
			`${debt}.balances.*.printedInterest`
		])
	],
	14: [
		'debts.*.kind',
		'forecasts.*.debts.*.kind',
		...['plans.*', 'choices.*.content', 'forecasts.*.content'].flatMap((plan) => [
			`${plan}.savings`,
			`${plan}.shortOrder`,
			`${plan}.aside`
		]),
		...['income', 'needs'].flatMap((side) => [`sheet.${side}.*.from`, `sheet.${side}.*.until`])
	],
	15: [
		'people',
		'recordedMoney',
		'debts.*.owner',
		'forecasts.*.debts.*.owner',
		'forecasts.*.figures.*.forgiven',
		...['plans.*', 'choices.*.content', 'forecasts.*.content'].flatMap((plan) => [
			`${plan}.split`,
			`${plan}.changes.*.until`
		]),
		...['', 'choices.*.content.', 'forecasts.*.content.'].flatMap((of) =>
			['income', 'needs'].flatMap((side) => [
				`${of}sheet.${side}.*.id`,
				`${of}sheet.${side}.*.owner`
			])
		)
	],
	16: [
		...['debts.*', 'forecasts.*.debts.*'].flatMap((debt) => [`${debt}.usual`, `${debt}.follows`]),
		...['plans.*', 'choices.*.content', 'forecasts.*.content'].flatMap((plan) => [
			`${plan}.programme`,
			`${plan}.changes.*.debts.*.reply`,
			`${plan}.changes.*.debts.*.usual`
		])
	]
};

/** Refuses fields that a document's version did not have: the upgrade would overwrite them silently. */
function refuseNewer(document: unknown, refuse: Refuse): void {
	if (!isRecord(document)) return;
	const { version } = document;
	if (typeof version !== 'number' || !Number.isInteger(version) || version < 1) return;
	for (const [brought, fields] of Object.entries(BROUGHT)) {
		if (Number(brought) <= version) continue;
		for (const path of fields.flatMap((field) => pathsTo(document, field.split('.'))))
			refuse(
				t(
					'The version of the document is {version}, which has no field “{at}”; leave it out, or say the version that it is of, {brought} or later.',
					{ version, at: String(path.at(-1)), brought }
				),
				path
			);
	}
}

/** Where a field is, of all the places where it could be. */
function pathsTo(within: unknown, [first, ...rest]: readonly string[]): (string | number)[][] {
	if (first === undefined) return [[]];
	if (first !== '*')
		return isRecord(within) && first in within
			? pathsTo(within[first], rest).map((path) => [first, ...path])
			: [];
	return Array.isArray(within)
		? within.flatMap((entry, at) => pathsTo(entry, rest).map((path) => [at, ...path]))
		: [];
}

function raised(document: unknown): unknown {
	if (!isRecord(document)) return document;
	switch (document['version']) {
		case 1:
			return raised(ofVersion2(document));
		case 2:
			return raised(ofVersion4(document, {}));
		case 3: {
			const { plan, ...rest } = document;
			return raised(ofVersion4(rest, plan));
		}
		case 4:
			return raised(ofVersion5(document));
		case 5:
			return raised(ofVersion6(document));
		case 6:
			return raised(ofVersion7(document));
		case 7:
			return raised(ofVersion8(document));
		case 8:
			return raised(ofVersion9(document));
		case 9:
			return raised(ofVersion10(document));
		case 10:
			return raised(ofVersion11(document));
		case 11:
			return raised(ofVersion12(document));
		case 12:
			return raised(ofVersion13(document));
		case 13:
			return raised(ofVersion14(document));
		case 14:
			return raised(ofVersion15(document));
		case 15:
			return ofVersion16(document);
		default:
			return document;
	}
}
