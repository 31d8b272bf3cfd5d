/** PDFs outside a browser: the same handouts, with the faces' files of the installed packages. */
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import pdfmake from 'pdfmake';
import type { Handout } from '../lib/handout/blocks';
import { pdfOf, type PdfMaker } from '../lib/handout/pdf';
import type { FontLoader } from '../lib/handout/fonts';

const require = createRequire(import.meta.url);
const PACKAGES = { sans: 'source-sans-3', serif: 'literata' } as const;
const files = (family: keyof typeof PACKAGES): string =>
	join(dirname(require.resolve(`@fontsource/${PACKAGES[family]}/package.json`)), 'files');

const load: FontLoader = (family, subset, weight) =>
	Promise.resolve(join(files(family), `${PACKAGES[family]}-${subset}-${weight}-normal.woff`));

export function writtenPdf(handout: Handout): Promise<Uint8Array> {
	const maker = pdfmake as unknown as PdfMaker & {
		setLocalAccessPolicy(allows: (path: string) => boolean): void;
		setUrlAccessPolicy(allows: (url: string) => boolean): void;
	};
	maker.setUrlAccessPolicy(() => false);
	maker.setLocalAccessPolicy((path) => [files('sans'), files('serif')].includes(dirname(path)));
	return pdfOf(handout, maker, load);
}
