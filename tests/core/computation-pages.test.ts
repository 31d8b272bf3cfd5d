/** The specification's examples: each is a reference case that the core computes, and every number in it is one of its figures. */
import { Decimal } from 'decimal.js';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { z } from 'zod';
import { rowAt, run } from '../../src/lib/core/debt/run';
import { checkCase, debtOfRun } from './reference-cases';

const PAGES = 'docs/computation';
const REFERENCE = 'tests/reference';

interface Example {
	readonly page: string;
	readonly file: string;
	readonly name: string;
	readonly text: string;
}

/** From “**Example** (`file.json`: “name”).” up to the next example or heading. */
function examplesIn(page: string): Example[] {
	const text = readFileSync(join(PAGES, page), 'utf8');
	const found = text.matchAll(
		/\*\*Example\*\* \(`([\w-]+\.json)`: “([^”]+)”\)\.([\s\S]*?)(?=\*\*Example\*\*|\n#|$)/g
	);
	return [...found].map(([, file = '', name = '', said = '']) => ({
		page,
		file,
		name,
		text: said
	}));
}

const pages = readdirSync(PAGES).filter((page) => /^\d+-.*\.md$/.test(page));
const examples = pages.flatMap(examplesIn);

const MONTHS =
	'January February March April May June July August September October November December';
const DATE = new RegExp(
	`(\\d{1,2}) (${MONTHS.split(' ')
		.map((month) => `${month}|${month.slice(0, 3)}`)
		.join('|')}) (\\d{4})`,
	'g'
);
const isoOf = (day: string, month: string, year: string): string => {
	const at = MONTHS.split(' ').findIndex((name) => name.startsWith(month.slice(0, 3)));
	return `${year}-${String(at + 1).padStart(2, '0')}-${day.padStart(2, '0')}`;
};

/** A number or a date as it is written in the text; amounts are in whole units there, in minor units in the case. */
const written = (value: number): string => String(value);

/** All numbers and dates of a case, of what is expected of it, and of every row of its run. */
function figuresOf(item: unknown): ReadonlySet<string> {
	const figures = new Set<string>();
	const take = (value: unknown): void => {
		if (Array.isArray(value)) value.forEach(take);
		else if (value !== null && typeof value === 'object') Object.values(value).forEach(take);
		else if (typeof value === 'number') {
			figures.add(written(Math.abs(value)));
			figures.add(written(Math.abs(value) / 100));
		} else if (typeof value === 'string' && /^\d{4}-\d{2}-\d{2}$/.test(value)) figures.add(value);
		else if (typeof value === 'string' && /^[\d.]+$/.test(value))
			figures.add(written(Number(value)));
	};
	take(item);
	const { kind } = z.looseObject({ kind: z.string() }).parse(item);
	if (kind === 'run') {
		const carried = run(debtOfRun(item));
		for (let k = 1; k <= carried.periods; k += 1) {
			const { date, ...row } = rowAt(carried, k) ?? {};
			take([date, row]);
		}
	}
	return figures;
}

/** What an arithmetic expression of the pages comes to: + − × ÷ ^, parentheses, and % as a hundredth. */
function valueOf(expression: string): Decimal {
	const tokens = expression.replaceAll(',', '').match(/\d+(?:\.\d+)?|[+−×÷^()%]/g) ?? [];
	let at = 0;
	const primary = (): Decimal => {
		const token = tokens[at++] ?? '';
		let value: Decimal;
		if (token === '(') {
			value = sum();
			at += 1;
		} else if (token === '−') return primary().negated();
		else value = new Decimal(token);
		while (tokens[at] === '%') {
			at += 1;
			value = value.div(100);
		}
		return value;
	};
	const power = (): Decimal => {
		const base = primary();
		if (tokens[at] !== '^') return base;
		at += 1;
		return base.pow(power());
	};
	const product = (): Decimal => {
		let value = power();
		for (;;) {
			const sign = tokens[at];
			if (sign !== '×' && sign !== '÷') return value;
			at += 1;
			value = sign === '×' ? value.times(power()) : value.div(power());
		}
	};
	const sum = (): Decimal => {
		let value = product();
		for (;;) {
			const sign = tokens[at];
			if (sign !== '+' && sign !== '−') return value;
			at += 1;
			value = sign === '+' ? value.plus(product()) : value.minus(product());
		}
	};
	const value = sum();
	if (at !== tokens.length) throw new Error(`not arithmetic: ${expression}`);
	return value;
}

/** What of an equation's two sides differ, at the decimals of the right one. */
function wrongEquation(equation: string): string | null {
	const [left = '', right = ''] = equation.split('=');
	const places = /\.(\d+)\s*$/.exec(right)?.[1]?.length ?? 0;
	const [is, said] = [left, right].map((side) =>
		valueOf(side).toDecimalPlaces(places, Decimal.ROUND_HALF_UP)
	);
	return is && said && is.eq(said) ? null : `${equation}: ${String(is)}`;
}

/** What a statement counts by, whatever the debt: “36-month payoff payment”. */
const EVERYWHERE = new Set(['36']);

/** The numbers and dates of an example that are none of its case's figures, and its equations that do not hold. */
function unfounded(text: string, figures: ReadonlySet<string>): string[] {
	const equations = [...text.matchAll(/`([^`]*=[^`]*)`/g)].map(([, equation = '']) => equation);
	const operands = new Set(
		equations.flatMap((equation) => equation.replaceAll(',', '').match(/\d+(?:\.\d+)?/g) ?? [])
	);
	const wrong = equations.flatMap((equation) => wrongEquation(equation.replace(/\s+/g, ' ')) ?? []);
	const prose = text.replace(/`[^`]*`/g, ' ');
	const dates = [...prose.matchAll(DATE)].flatMap(([said, day = '', month = '', year = '']) =>
		figures.has(isoOf(day, month, year)) ? [] : [said]
	);
	const numbers = prose.replace(DATE, ' ').match(/\d[\d,]*(?:\.\d+)?/g) ?? [];
	const known = (number: string): boolean => {
		const plain = number.replaceAll(',', '');
		return figures.has(written(Number(plain))) || operands.has(plain) || EVERYWHERE.has(plain);
	};
	return [...wrong, ...dates, ...numbers.filter((number) => !known(number))];
}

describe.each(pages)('the specification, %s', (page) => {
	it.each(
		examples.filter((example) => example.page === page).map((one) => [one.name, one] as const)
	)('has in “%s” what the core computes', (name, { file, text }) => {
		const cases = z
			.array(z.looseObject({ name: z.string() }))
			.parse(JSON.parse(readFileSync(join(REFERENCE, file), 'utf8')));
		const item = cases.find((one) => one.name === name);
		expect(item, `no case “${name}” in ${file}`).toBeDefined();
		expect(checkCase(item)).toEqual([]);
		expect(unfounded(text, figuresOf(item))).toEqual([]);
	});

	it('has an example, and no amount outside of its examples', () => {
		expect(examples.some((example) => example.page === page)).toBe(true);
		const text = readFileSync(join(PAGES, page), 'utf8');
		const outside = examples
			.filter((example) => example.page === page)
			.reduce(
				(rest, { name, text: said }) => rest.replace(said, '').replace(`“${name}”`, ''),
				text
			);
		expect(outside.replaceAll(/CFR \d+\.\d+/g, '').match(/\d[\d,]*\.\d{2}\b/g) ?? []).toEqual([]);
	});
});

describe('the check of the examples', () => {
	const figures = new Set(['95', '56.31', '2027-01-15']);

	it('finds an amount, a count, a date and an equation that are wrong', () => {
		expect(unfounded(' 95.00 and 56.31 on 15 January 2027', figures)).toEqual([]);
		expect(unfounded(' 95.01', figures)).toEqual(['95.01']);
		expect(unfounded(' 96 payments', figures)).toEqual(['96']);
		expect(unfounded(' 15 Feb 2027', figures)).toEqual(['15 Feb 2027']);
		expect(unfounded('`95.00 − 56.31 = 38.70`', figures)).toEqual(['95.00 − 56.31 = 38.70: 38.69']);
	});

	it('computes as the pages write', () => {
		expect(valueOf('1,000.00 × ((1 + 12 % ÷ 12)^2 − 1)').toFixed(2)).toBe('20.10');
		expect(valueOf('2^−1').toFixed(1)).toBe('0.5');
	});
});
