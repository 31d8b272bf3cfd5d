/** The faces' files, which come from the page's own server when they are needed. */
import { LONGEST_REQUEST } from './longest-request';
import type { Family, Subset, Weight } from '../handout/fonts';

const FILES = import.meta.glob<string>(
	[
		'/node_modules/@fontsource/source-sans-3/files/source-sans-3-*-{400,700}-normal.woff',
		'/node_modules/@fontsource/literata/files/literata-*-{400,700}-normal.woff'
	],
	{ query: '?url', import: 'default', eager: true }
);
const PACKAGES = { sans: 'source-sans-3', serif: 'literata' } as const;

const fontName = (family: Family, subset: Subset, weight: Weight): string =>
	`${PACKAGES[family]}-${subset}-${weight}-normal.woff`;

export async function fontFile(
	family: Family,
	subset: Subset,
	weight: Weight
): Promise<Uint8Array<ArrayBuffer>> {
	const name = fontName(family, subset, weight);
	const url = Object.entries(FILES).find(([path]) => path.endsWith(`/${name}`))?.[1];
	if (url === undefined) throw new Error(`no file ${name}`);
	const response = await fetch(url, { signal: AbortSignal.timeout(LONGEST_REQUEST) });
	return new Uint8Array(await response.arrayBuffer());
}
