/** The glossary, and the words that messages and components say. */
import {
	parse as parseMessage,
	TYPE,
	type MessageFormatElement
} from '@formatjs/icu-messageformat-parser';
import { parse } from 'svelte/compiler';
import ts from 'typescript';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { bannedIn, TERMS } from '../support/glossary';

const filesIn = (folder: string, ending: string): string[] =>
	readdirSync(folder, { recursive: true, encoding: 'utf8' })
		.filter((path) => path.endsWith(ending))
		.map((path) => join(folder, path));

describe('the glossary', () => {
	it('has each term once, with its meaning and its source', () => {
		const terms = TERMS.map(({ term }) => term.toLowerCase());
		expect(terms.length).toBeGreaterThan(60);
		expect(new Set(terms).size).toBe(terms.length);
		expect(TERMS.filter(({ meaning, source }) => meaning === '' || source === '')).toEqual([]);
	});

	it('bans no phrase that one of its own terms has', () => {
		for (const { term } of TERMS) expect([term, bannedIn(term)]).toEqual([term, []]);
	});

	it('finds a banned phrase wherever it stands, and not within a word', () => {
		expect(bannedIn('Choose the hand-out here')).toEqual(['“hand-out”: say “client handout”']);
		expect(bannedIn('a blender')).toEqual([]);
	});
});

describe('what the program says', () => {
	it.each(filesIn('src/lib/messages/en', '.json'))('has no banned phrase in %s', (path) => {
		const messages = JSON.parse(readFileSync(path, 'utf8')) as Record<string, string>;
		const found = Object.entries(messages).flatMap(([id, message]) =>
			saidIn(parseMessage(message)).flatMap((text) =>
				bannedIn(text).map((banned) => `${id}: ${banned}`)
			)
		);
		expect(found).toEqual([]);
	});

	it('comes from messages: a component has no text of its own', () => {
		const found = filesIn('src', '.svelte').flatMap((path) =>
			ownTexts(readFileSync(path, 'utf8')).map((text) => `${path}: ${text}`)
		);
		expect(found).toEqual([]);
	});

	it('comes from messages: what a document or a request is refused with, too', () => {
		const refusing = [
			...filesIn('src/lib/document', '.ts'),
			...filesIn('src/routes', '.ts'),
			...filesIn('src/lib/server', '.ts').filter((path) => !OF_WHO_RUNS_IT.test(path)),
			'src/hooks.server.ts'
		];
		const found = refusing.flatMap((path) =>
			ownSentences(readFileSync(path, 'utf8')).map((text) => `${path}: ${text}`)
		);
		expect(refusing.length).toBeGreaterThan(100);
		expect(found).toEqual([]);
	});

	it('is found in a module that has a sentence of its own', () => {
		const source = "const a = refuse(t('There is no such case.')) ?? `There is no ${b} here.`;";
		expect(ownSentences(source)).toEqual(['There is no … here.']);
		expect(ownSentences("const where = 'of each'; log('a request failed');")).toEqual([]);
	});

	it('is found in a component that has text of its own', () => {
		expect(ownTexts('<p>Say it</p>')).toEqual(['Say it']);
		expect(ownTexts('<input placeholder="a name" class="wide" />')).toEqual(['a name']);
		expect(ownTexts('<p>{off ? "switched off" : t("on")} · Residuum</p>')).toEqual([
			'switched off'
		]);
	});
});

/**
 * Modules that speak to whoever starts the program or runs its commands, in its log: backups, databases, the trail’s key; and
 * to whoever writes other programs.
 */
const OF_WHO_RUNS_IT =
	/\/server\/(backup|commands|database)\/|\/(control|database|metrics|openapi|operations|agency|trail|trail-key|revisions)\.ts$/;

/** The sentences that a module itself says, each with … in the place of what is put in. */
function ownSentences(source: string): string[] {
	const found: string[] = [];
	const visit = (node: ts.Node): void => {
		if (ts.isCallExpression(node) && node.expression.getText() === 't') return;
		if (ts.isStringLiteralLike(node) || ts.isTemplateExpression(node)) {
			const text = ts.isTemplateExpression(node)
				? [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)].join('…')
				: node.text;
			if (/^[“\p{Lu}…].* .*[.?]$/su.test(text) && text.split(' ').length > 2) found.push(text);
		}
		ts.forEachChild(node, visit);
	};
	visit(ts.createSourceFile('module.ts', source, ts.ScriptTarget.Latest, true));
	return found;
}

/** What a message says in each of its ways: what it chooses by, and the names of its parts, are not said. */
const saidIn = (elements: readonly MessageFormatElement[]): string[] =>
	elements.flatMap((element) => {
		if (element.type === TYPE.literal) return [element.value];
		if (element.type === TYPE.tag) return saidIn(element.children);
		const options = 'options' in element ? Object.values(element.options) : [];
		return options.flatMap(({ value }) => saidIn(value));
	});

/** Names, units and commands that are the same in every language. */
const SAME_EVERYWHERE = /^(residuum|Residuum|· Residuum|npm run .*)$/;
const SEEN = new Set(
	'alt aria-label aria-valuetext help label name placeholder text title what why'.split(' ')
);

interface Node {
	readonly type?: string;
	readonly name?: string;
	readonly data?: string;
	readonly value?: unknown;
	readonly [key: string]: unknown;
}

/** The texts that a component itself says: between its tags, in attributes that are read, and either way of a condition. */
function ownTexts(source: string): string[] {
	const said = (text: unknown): string[] => {
		const words = typeof text === 'string' ? text.trim() : '';
		return /\p{L}{2}/u.test(words) && !SAME_EVERYWHERE.test(words) ? [words] : [];
	};
	const within = (node: unknown): string[] => {
		if (Array.isArray(node)) return node.flatMap(within);
		if (node === null || typeof node !== 'object') return [];
		const { type, name, data, value } = node as Node;
		if (type === 'Text') return said(data);
		if (type === 'StyleDirective' || name === 'kbd' || name === 'style') return [];
		if (type === 'Attribute') {
			if (!SEEN.has(name ?? '') || (name === 'name' && isField(value))) return [];
			return within(value);
		}
		if (type === 'ConditionalExpression') {
			const { consequent, alternate } = node as Record<string, Node>;
			return [consequent, alternate].flatMap((one) =>
				one?.type === 'Literal' ? said(one.value) : within(one)
			);
		}
		if (type === 'CallExpression' || type === 'ConstTag' || type === 'HtmlTag') return [];
		return Object.entries(node).flatMap(([key, inner]) =>
			['css', 'instance', 'module', 'options', 'comments'].includes(key) ? [] : within(inner)
		);
	};
	return within(parse(source, { modern: true }).fragment);
}

/** The name that a field has in a form, for whoever fills forms in. */
const isField = (value: unknown): boolean =>
	/^(username|password|way)$/.test(String((value as readonly Node[] | undefined)?.[0]?.data ?? ''));
