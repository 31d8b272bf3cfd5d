/** The messages: each is used, each can be read, and each language has the same ones with the same parts. */
import { parse, TYPE, type MessageFormatElement } from '@formatjs/icu-messageformat-parser';
import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { describe, expect, it } from 'vitest';
import { listOf, messagesOf } from '../../src/lib/messages/message';
import { figure, plain, say } from '../../src/lib/messages/sentence';

const LIB = 'src/lib';
const MESSAGES = join(LIB, 'messages');
const languages = readdirSync(MESSAGES, { withFileTypes: true })
	.filter((entry) => entry.isDirectory())
	.map(({ name }) => name);
const themes = readdirSync(join(MESSAGES, 'en'));
const speaks = (language: string, theme: string) => existsSync(join(MESSAGES, language, theme));
const messagesIn = (language: string, theme: string) =>
	JSON.parse(readFileSync(join(MESSAGES, language, theme), 'utf8')) as Record<string, string>;

/** All modules, and those that read a theme, themselves or by what one beside them makes of it. */
const modules = readdirSync(LIB, { recursive: true, encoding: 'utf8' })
	.filter((path) => path.endsWith('.ts'))
	.map((path) => ({ path: join(LIB, path), text: readFileSync(join(LIB, path), 'utf8') }));
const imports = ({ path, text }: (typeof modules)[number], file: string): boolean =>
	[...text.matchAll(/from '(\.[^']+)'/g)].some(
		([, from = '']) => join(dirname(path), from).replace(/\.ts$/, '') === file.replace(/\.ts$/, '')
	);
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

describe.each(themes)('the messages in %s', (theme) => {
	const messages = messagesIn('en', theme);

	it('are all used by what reads them', () => {
		const readers = readersOf(theme);
		expect(readers.length).toBeGreaterThan(0);
		const unused = Object.keys(messages).filter(
			(id) =>
				!readers.some(({ text }) => text.includes(`'${id}'`)) &&
				// Chosen by a kind of the core that has the same name, or put together from one.
				!modules.some(({ path, text }) => path.includes('/core/') && text.includes(`'${id}'`)) &&
				!readers.some(({ text }) => text.includes(`\`${id.replace(/ \w+$/, '')} \${`))
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

describe('a message', () => {
	const { sentence, text } = messagesOf({
		en: {
			counted: '{count, plural, one {# payment} other {# payments}}',
			whole: '{who} pays {amount} <b>each {time}</b>, <link>as agreed</link>{nothing}.'
		}
	});
	const spoken = { language: 'en' } as const;

	it('keeps its parts apart, so that they can open their working', () => {
		const amount = figure('5.00', { of: 'run', name: 'totalPaid' });
		const said = sentence(spoken, 'whole', {
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
		expect([0, 1, 1_560].map((count) => text(spoken, 'counted', { count }))).toEqual([
			'0 payments',
			'1 payment',
			'1,560 payments'
		]);
		expect(listOf(spoken, ['One', 'Two', 'Three'])).toBe('One, Two and Three');
	});

	it('is not formed without its parts', () => {
		expect(() => text(spoken, 'counted')).toThrow(/count/);
	});
});
