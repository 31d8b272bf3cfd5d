/** PDFs in a browser: the faces' files come from the page's own server when they are needed. */
import type { Handout } from '../handout/blocks';
import type { FontLoader } from '../handout/fonts';
import { pdfOf, type PdfMaker } from '../handout/pdf';

const FILES = import.meta.glob<string>(
	[
		'/node_modules/@fontsource/source-sans-3/files/source-sans-3-*-{400,700}-normal.woff',
		'/node_modules/@fontsource/literata/files/literata-*-{400,700}-normal.woff'
	],
	{ query: '?url', import: 'default', eager: true }
);
const PACKAGES = { sans: 'source-sans-3', serif: 'literata' } as const;

/** What the browser's build of the maker has beside the maker itself. */
interface BrowserMaker extends PdfMaker {
	readonly virtualfs: { writeFileSync(name: string, bytes: Uint8Array): void };
}

export async function pagePdf(handout: Handout, tell: (done: number) => void): Promise<Uint8Array> {
	const { default: maker } = (await import('pdfmake/build/pdfmake')) as unknown as {
		default: BrowserMaker;
	};
	const load: FontLoader = async (family, subset, weight) => {
		const name = `${PACKAGES[family]}-${subset}-${weight}-normal.woff`;
		const url = Object.entries(FILES).find(([path]) => path.endsWith(`/${name}`))?.[1];
		if (url === undefined) throw new Error(`no file ${name}`);
		const response = await fetch(url);
		maker.virtualfs.writeFileSync(name, new Uint8Array(await response.arrayBuffer()));
		return name;
	};
	return pdfOf(handout, maker, load, tell);
}
