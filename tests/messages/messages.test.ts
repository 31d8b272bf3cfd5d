/** The messages: each is used, each can be read, and each language has the same ones with the same parts. */
import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { HANDOUT_LANGUAGES } from '../../src/lib/document/handout-parts';
import { DESK_LANGUAGES, listOf, messagesOf } from '../../src/lib/messages/message';
import { figure, plain, say } from '../../src/lib/messages/sentence';

const LIB = 'src/lib';
const MESSAGES = join(LIB, 'messages');
const languages = readdirSync(MESSAGES, { withFileTypes: true })
	.filter((entry) => entry.isDirectory())
	.map(({ name }) => name);
const themes = readdirSync(join(MESSAGES, 'en'), { recursive: true, encoding: 'utf8' }).filter(
	(path) => path.endsWith('.json')
);
const speaks = (language: string, theme: string) => existsSync(join(MESSAGES, language, theme));
const messagesIn = (language: string, theme: string) =>
	JSON.parse(readFileSync(join(MESSAGES, language, theme), 'utf8')) as Record<string, string>;

/** All modules, and those that read a theme, themselves or by what one beside them makes of it. */
const modules = readdirSync('src', { recursive: true, encoding: 'utf8' })
	.filter((path) => /\.(ts|svelte)$/.test(path))
	.map((path) => ({ path: join('src', path), text: readFileSync(join('src', path), 'utf8') }));
const imports = ({ path, text }: (typeof modules)[number], file: string): boolean =>
	[...text.matchAll(/from '((?:\.|\$lib)[^']+)'/g)].some(([, from = '']) => {
		const imported = from.startsWith('$lib')
			? from.replace('$lib', LIB)
			: join(dirname(path), from);
		return imported.replace(/\.ts$/, '') === file.replace(/\.ts$/, '');
	});
const readersOf = (theme: string) => {
	const direct = modules.filter((module) => imports(module, join(MESSAGES, 'en', theme)));
	const beside = modules.filter((module) => direct.some(({ path }) => imports(module, path)));
	return [...direct, ...beside];
};

/** The names of a message's parts and tags. */
function partsOf(elements: readonly MessageFormatElement[]): string[] {
	return elements.flatMap((element) => {
		if (element.type === TYPE.literal || element.type === TYPE.pound) return [];
		if (element.type === TYPE.tag) return [element.value, ...partsOf(element.children)];
		const options = 'options' in element ? Object.values(element.options) : [];
		return [element.value, ...options.flatMap(({ value }) => partsOf(value))];
	});
}

/** The names of kinds and fields: of the core, of the document, of what a creditor answers. */
const known = new Set(
	modules
		.filter(({ path }) => /\/(core|document|exchange|server)\//.test(path))
		.flatMap(({ text }) => text.match(/[\w-]+/g) ?? [])
);

/** Whether a module puts an id together, as in `${field} heading`, from such names. */
const putTogether = (text: string, id: string): boolean =>
	[...text.matchAll(/`([^`\n]*\$\{[^`\n]*)`/g)].some(([, template = '']) => {
		const pattern = template
			.split(/\$\{[^}]*\}/)
			.map((part) => part.replace(/[.*+?^$()|[\]\\{}]/g, '\\$&'))
			.join('(.+)');
		const names = new RegExp(`^${pattern}$`).exec(id)?.slice(1) ?? [];
		return names.length > 0 && names.every((name) => OWN_NAMES.has(name) || known.has(name));
	});

/** Names of choices that are in none of them. */
const OWN_NAMES = new Set(['again', 'yes', 'no', 'other', 'line', 'null']);

describe.each(themes)('the messages in %s', (theme) => {
	const messages = messagesIn('en', theme);

	it('are all used by what reads them', () => {
		const readers = readersOf(theme);
		expect(readers.length).toBeGreaterThan(0);
		const unused = Object.keys(messages).filter(
			(id) =>
				!readers.some(({ text }) => text.includes(`'${id}'`)) &&
				// Chosen by a kind of the core that has the same name, or put together from one.
				!(theme === 'terms.json' && known.has(id)) &&
				!modules.some(({ path, text }) => path.includes('/core/') && text.includes(`'${id}'`)) &&
				!readers.some(({ text }) => putTogether(text, id))
		);
		expect(unused).toEqual([]);
	});

	it('can be read, and are the same with the same parts in every language that has them', () => {
		for (const language of languages.filter((one) => speaks(one, theme))) {
			const translated = messagesIn(language, theme);
			expect(Object.keys(translated).sort()).toEqual(Object.keys(messages).sort());
			for (const [id, message] of Object.entries(translated)) {
				const names = (text: string) => [...new Set(partsOf(parse(text)))].sort();
				expect([id, names(message)]).toEqual([id, names(messages[id] ?? '')]);
			}
		}
	});
});

describe('what a client gets', () => {
	it('is in every language that clients can have', () => {
		const ofDesk: readonly string[] = DESK_LANGUAGES;
		const forClients = themes.filter((theme) =>
			languages.some((one) => !ofDesk.includes(one) && speaks(one, theme))
		);
		expect(forClients.length).toBeGreaterThan(6);
		expect([...languages].sort()).toEqual([...HANDOUT_LANGUAGES].sort());
		for (const theme of forClients)
			expect(
				languages.filter((language) => !speaks(language, theme)).map((one) => `${theme}: ${one}`)
			).toEqual([]);
	});
});

describe('what the desk says', () => {
	it('is in every language of the desk, but for the workbook, which is read back by its English headings', () => {
		for (const language of DESK_LANGUAGES)
			expect(
				themes.filter((theme) => !speaks(language, theme)).map((one) => `${one}: ${language}`)
			).toEqual(language === 'en' ? [] : [`labels/workbook.json: ${language}`]);
	});
});

describe.each(themes.filter((one) => one.startsWith('labels/')))('the labels in %s', (theme) => {
	it('get their parts where a screen says them', () => {
		const readers = modules.filter((module) =>
			imports(module, join(LIB, 'words', theme.replace('.json', '.ts')))
		);
		const messages = messagesIn('en', theme);
		const lacking = Object.entries(messages).filter(
			([id, message]) =>
				partsOf(parse(message)).length > 0 &&
				readers.some(({ text }) => text.includes(`t('${id}')`))
		);
		expect(lacking.map(([id]) => id)).toEqual([]);
	});
});

describe('a message', () => {
	const { sentence, text } = messagesOf('a theme', {
		counted: '{count, plural, one {# payment} other {# payments}}',
		whole: '{who} pays {amount} <b>each {time}</b>, <link>as agreed</link>{nothing}.'
	});
	const locale = { language: 'en' } as const;

	it('keeps its parts apart, so that they can open their working', () => {
		const amount = figure('5.00', { of: 'run', name: 'totalPaid' });
		const said = sentence(locale, 'whole', {
			who: [say('The client'), say(' herself')],
			amount,
			time: 'month',
			link: (inner) => [figure(plain(inner), { of: 'run', name: 'periods' })],
			nothing: []
		});
		expect(plain(said)).toBe('The client herself pays 5.00 each month, as agreed.');
		expect(said).toContainEqual(amount);
		expect(said).toContainEqual(figure('each month'));
		expect(said).toContainEqual(figure('as agreed', { of: 'run', name: 'periods' }));
	});

	it('counts in the words of its language', () => {
		expect([0, 1, 1_560].map((count) => text(locale, 'counted', { count }))).toEqual([
			'0 payments',
			'1 payment',
			'1,560 payments'
		]);
		expect(listOf(locale, ['One', 'Two', 'Three'])).toBe('One, Two and Three');
	});

	it('is not formed without its parts', () => {
		expect(() => text(locale, 'counted')).toThrow(/count/);
	});
});
