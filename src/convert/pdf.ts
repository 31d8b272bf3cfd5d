/** PDFs outside a browser: the same handouts, with the faces' files of the installed packages. */
import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import type { Handout } from '../lib/handout/blocks';
import { pdfOf } from '../lib/handout/pdf/pdf';
import type { FontLoader } from '../lib/handout/fonts';

const require = createRequire(import.meta.url);
const PACKAGES = { sans: 'source-sans-3', serif: 'literata' } as const;
const files = (family: keyof typeof PACKAGES): string =>
	join(dirname(require.resolve(`@fontsource/${PACKAGES[family]}/package.json`)), 'files');

const load: FontLoader = (family, subset, weight) =>
	readFile(join(files(family), `${PACKAGES[family]}-${subset}-${weight}-normal.woff`));

export const writtenPdf = (handout: Handout): Promise<Uint8Array> => pdfOf(handout, load);
