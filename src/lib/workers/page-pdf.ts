/** PDFs in a browser. */
import type { Handout } from '../handout/blocks';
import { fontFile } from './font-files';

export async function pagePdf(handout: Handout, tell: (done: number) => void): Promise<Uint8Array> {
	const { pdfOf } = await import('../handout/pdf/pdf');
	return pdfOf(handout, fontFile, tell);
}
