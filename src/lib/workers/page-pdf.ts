/** PDFs in a browser. */
import type { Handout } from '../handout/blocks';
import { pdfOf, type PdfMaker } from '../handout/pdf';
import { fontFile, fontName } from './font-files';

/** The exports of the PDF engine's browser build. */
interface BrowserMaker extends PdfMaker {
	readonly virtualfs: { writeFileSync(name: string, bytes: Uint8Array): void };
}

export async function pagePdf(handout: Handout, tell: (done: number) => void): Promise<Uint8Array> {
	const { default: maker } = (await import('pdfmake/build/pdfmake')) as unknown as {
		default: BrowserMaker;
	};
	return pdfOf(
		handout,
		maker,
		async (family, subset, weight) => {
			const name = fontName(family, subset, weight);
			maker.virtualfs.writeFileSync(name, await fontFile(family, subset, weight));
			return name;
		},
		tell
	);
}
