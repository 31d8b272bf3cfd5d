/** A plan as one file of HTML that a phone shows and computes without anything from outside. */
import { script, scriptHash, style, styleHash } from 'virtual:take-home';
import type { House } from '../document/agency';
import type { CaseDocument } from '../document/case';
import type { HandoutPart } from '../document/handout-parts';
import type { PlanEntry } from '../document/plan';
import type { CalendarDate } from '../core/quantities/calendar';
import { writeLongDate, writeMonth } from '../reading/written';
import { monthOf, monthsOf, payoffsOf, pictureOf, sentenceIn } from '../take-home/sections';
import { STOPS, type TakeHome } from '../take-home/take-home';
import { homeOf } from './handed';
import { takeHomeText } from '../words/take-home';
import type { Block, Row, Table } from './blocks';
import { closingBlocks, handedOf, openingBlocks, partOf, titleOf } from './handout';
import { element, markupOf, verbatim, type Element } from './markup';
import { partBlocks } from './parts';
import { payNotes } from './payments';

/** Nothing comes from outside, nothing is sent, and no other script runs (W3C, Content Security Policy Level 3). */
const POLICY = [
	"default-src 'none'",
	`script-src '${scriptHash}'`,
	`style-src '${styleHash}'`,
	'font-src data:',
	'img-src data:',
	"base-uri 'none'",
	"form-action 'none'"
].join('; ');

/**
 * The file of a plan that can be carried out, as text in UTF-8; `made` is the day on which it is made. What the handout
 * leaves out is left out of it, too.
 */
export function takeHomeOf(
	document: CaseDocument,
	entry: PlanEntry,
	house: House,
	made: CalendarDate
): string {
	const handed = handedOf(document, entry, null);
	const { writing } = handed;
	const { plan } = handed.carried;
	const home = homeOf(handed);
	const text = (
		...words: Parameters<typeof takeHomeText> extends [unknown, ...infer R] ? R : never
	) => takeHomeText(writing, ...words);
	const part = (of: HandoutPart): Element[] =>
		document.handout.without.includes(of) ? [] : partOf(of, handed).map(drawn);
	const title = `${titleOf(entry, writing)} · ${document.label}`;
	const body = [
		element('header', {}, [
			...openingBlocks(handed, house).map(drawn),
			element('p', { class: 'quiet' }, text('made', { date: writeLongDate(made, writing) })),
			...part('answer')
		]),
		...(document.handout.without.includes('picture') || plan.starting === 0
			? []
			: [element('figure', { 'aria-hidden': 'true' }, pictureOf(home, plan))]),
		element('main', {}, [
			section([
				element(
					'h2',
					{ id: 'this-month' },
					text('month', { when: 'first', month: writeMonth(plan.firstMonth, writing) })
				),
				element('div', { id: 'month' }, monthOf(home, plan, 1)),
				...payNotes(handed, 1).map(drawn)
			]),
			whatIf(text),
			section([
				element('h2', {}, text('when paid off')),
				element('div', { id: 'payoffs' }, payoffsOf(home, plan, plan))
			]),
			section([
				element('h2', {}, text('month by month')),
				element('div', { id: 'months' }, monthsOf(home, plan, 2))
			]),
			section(partBlocks(handed).map(drawn)),
			section(part('short')),
			section(part('sure')),
			section(closingBlocks(handed, house).map(drawn)),
			section(part('assumes'))
		]),
		element('footer', {}, [element('p', { class: 'quiet' }, text('a file'))]),
		element('script', { type: 'application/json', id: 'plan' }, [verbatim(inScript(home))]),
		element('script', {}, [verbatim(script)])
	];
	return `<!doctype html>\n${markupOf([
		element('html', { lang: writing.language }, [
			element('head', {}, [
				element('meta', { charset: 'utf-8' }),
				element('meta', { 'http-equiv': 'Content-Security-Policy', content: POLICY }),
				element('meta', { name: 'viewport', content: 'width=device-width, initial-scale=1' }),
				element('meta', { name: 'referrer', content: 'no-referrer' }),
				element('title', {}, title),
				element('style', {}, [verbatim(style)])
			]),
			element('body', {}, body)
		])
	])}\n`;
}

/** A slider and an extra amount, hidden until the script can compute with them. */
function whatIf(text: (id: Parameters<typeof takeHomeText>[1]) => string): Element {
	return element('section', { id: 'what-if', hidden: true }, [
		element('h2', {}, text('what if')),
		element('p', { id: 'tried', class: 'tried', 'aria-live': 'polite' }, text('slide')),
		element('input', {
			id: 'more',
			type: 'range',
			min: 0,
			max: STOPS,
			step: 1,
			value: 0,
			'aria-label': text('more')
		}),
		element('p', { class: 'ends', 'aria-hidden': 'true' }, [
			element('span', { id: 'least' }),
			element('span', { id: 'most' })
		]),
		element('div', { class: 'once' }, [
			element('label', { for: 'once' }, text('once')),
			element('input', {
				id: 'once',
				inputmode: 'decimal',
				autocomplete: 'off',
				'aria-label': text('amount once'),
				'aria-describedby': 'once-problem'
			}),
			element('select', { id: 'once-month', 'aria-label': text('month once') })
		]),
		element('p', { id: 'once-problem', class: 'problem', role: 'alert' }),
		element('button', { id: 'start-over', type: 'button', hidden: true }, text('start over'))
	]);
}

/** Blocks that belong together; none are no section. */
const section = (inner: readonly Element[]): Element =>
	inner.length === 0 ? verbatim('') : element('section', {}, inner);

function drawn(block: Block): Element {
	switch (block.kind) {
		case 'heading':
			return element('h2', {}, block.text);
		case 'letterhead':
			return element('p', { class: 'letterhead' }, [
				...(block.logo === null ? [] : [element('img', { src: block.logo, alt: '' })]),
				element('span', {}, [
					element('strong', {}, block.name),
					...block.address.map((text) => element('span', {}, text))
				])
			]);
		case 'lines':
			return element(
				'p',
				{},
				block.lines.map((text) => element('span', { class: 'line' }, text))
			);
		case 'answer':
			return element('h1', {}, sentenceIn(block.sentence));
		case 'sentence':
			return element('p', block.quiet ? { class: 'quiet' } : {}, sentenceIn(block.sentence));
		case 'picture':
			return element('figure', {}, [verbatim(block.svg)]);
		case 'table':
			return tableOf(block);
	}
}

function tableOf({ columns, rows, hasSum }: Table): Element {
	const cell = (name: 'th' | 'td', text: string, at: number, scope?: string) =>
		element(
			name,
			{ class: columns[at]?.align ?? 'left', ...(scope === undefined ? {} : { scope }) },
			text
		);
	const row = ({ cells, isStrong }: Row, at: number) =>
		element(
			'tr',
			isStrong || (hasSum && at === rows.length - 1) ? { class: 'strong' } : {},
			cells.map((text, at) => (at === 0 ? cell('th', text, at, 'row') : cell('td', text, at)))
		);
	return element('table', {}, [
		element('thead', {}, [
			element(
				'tr',
				{},
				columns.map(({ heading }, at) => cell('th', heading, at, 'col'))
			)
		]),
		element('tbody', {}, rows.map(row))
	]);
}

/** Data inside a script element: nothing in it ends that (HTML, 4.12.1.3). */
const inScript = (data: TakeHome): string => JSON.stringify(data).replaceAll('<', '\\u003c');
