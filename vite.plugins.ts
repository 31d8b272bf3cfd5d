import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { parse } from '@formatjs/icu-messageformat-parser';
import { marked } from 'marked';
import { build, type Plugin } from 'vite';
import { isPlain } from './src/lib/messages/plain.ts';

const MESSAGES = /\/src\/lib\/messages\/[a-z]+\/[\w/-]+\.json$/;

/** Reads messages when the program is built, so that what reads them stays out of the page. */
export const readMessages: Plugin = {
	name: 'read-messages',
	enforce: 'pre',
	load(file) {
		if (!MESSAGES.test(file)) return null;
		const messages = JSON.parse(readFileSync(file, 'utf8')) as Record<string, string>;
		const read = Object.entries(messages).map(([id, message]) => [
			id,
			isPlain(message) ? message : parse(message)
		]);
		return {
			code: `export default ${JSON.stringify(Object.fromEntries(read))};`,
			moduleType: 'js',
			map: null
		};
	}
};

/** Messages that are read when the program is built need no parser in it. */
export const NO_PARSER = {
	'@formatjs/icu-messageformat-parser': '@formatjs/icu-messageformat-parser/no-parser.js'
};

const TAKE_HOME = 'src/lib/take-home';
const FACES = [
	['Source Sans 3', '@fontsource/source-sans-3', 400],
	['Source Sans 3', '@fontsource/source-sans-3', 600],
	['Literata', '@fontsource/literata', 400],
	['Literata', '@fontsource/literata', 600]
] as const;

/** The faces as data within the style sheet. */
function facesInside(): string {
	const require = createRequire(import.meta.url);
	return FACES.map(([family, name, weight]) => {
		const folder = dirname(require.resolve(`${name}/package.json`));
		const file = `${name.replace(/.*\//, '')}-latin-${weight}-normal.woff2`;
		const font = readFileSync(join(folder, 'files', file)).toString('base64');
		return `@font-face{font-family:'${family}';font-weight:${weight};font-display:swap;src:url(data:font/woff2;base64,${font}) format('woff2')}`;
	}).join('\n');
}

/** The script and the style sheet of a plan that is taken home, each as one text with its hash for a policy. */
async function takeHomeParts(): Promise<string> {
	const built = await build({
		configFile: false,
		logLevel: 'warn',
		plugins: [readMessages],
		resolve: { alias: NO_PARSER },
		build: {
			write: false,
			target: 'es2022',
			lib: { entry: `${TAKE_HOME}/script.ts`, formats: ['iife'], name: 'takeHome' }
		}
	});
	const [{ output }] = built as unknown as [{ output: { code?: string }[] }];
	// A script element ends where its text says so.
	const script = (output[0]?.code ?? '').replaceAll('</', '<\\/');
	const sheets = ['take-home', 'sections'].map((name) =>
		readFileSync(`${TAKE_HOME}/${name}.css`, 'utf8')
	);
	const style = [facesInside(), ...sheets].join('\n');
	const hash = (text: string) => `sha256-${createHash('sha256').update(text).digest('base64')}`;
	const parts = { script, scriptHash: hash(script), style, styleHash: hash(style) };
	return Object.entries(parts)
		.map(([name, text]) => `export const ${name} = ${JSON.stringify(text)};`)
		.join('\n');
}

/** Built once, whoever asks for it. */
let parts: Promise<string> | null = null;

/** What `handout/take-home.ts` puts into its file. */
export const takeHome: Plugin = {
	name: 'take-home',
	resolveId: (id) => (id === 'virtual:take-home' ? '\0virtual:take-home' : null),
	load: (id) => (id === '\0virtual:take-home' ? (parts ??= takeHomeParts()) : null)
};

/** The counselor's guide in each language of the desk. */
const GUIDES = { en: 'docs/guide.md', es: 'docs/guide.es.md' } as const;

/** A guide as sections of HTML, one for each heading of the first two levels. */
function sectionsOf(file: string) {
	const parts = readFileSync(file, 'utf8').split(/^(?=#{1,2} )/m);
	return parts.map((part) => {
		const [, title = ''] = /^#+ (.*)/.exec(part) ?? [];
		const html = marked.parse(part.replace(/^#+ .*/, ''), { async: false });
		return { title, html, text: html.replace(/<[^>]*>/g, ' ') };
	});
}

function guideSections(): string {
	const guides = Object.entries(GUIDES).map(([language, file]) => [language, sectionsOf(file)]);
	return `export const guides = ${JSON.stringify(Object.fromEntries(guides))};`;
}

/** The guide that is on board: what `docs/guide.md` says, and its translations. */
export const guide: Plugin = {
	name: 'guide',
	resolveId: (id) => (id === 'virtual:guide' ? '\0virtual:guide' : null),
	load: (id) => (id === '\0virtual:guide' ? guideSections() : null)
};
