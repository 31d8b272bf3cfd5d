/** What is used of the PDF engine and of what draws SVG with it; neither states it by itself. Its documents are `PdfDocument` in `sheet.ts`. */
declare module 'pdfkit' {
	const Engine: new (options: {
		readonly size: readonly [width: number, height: number];
		readonly margin: number;
		readonly autoFirstPage: boolean;
		readonly bufferPages: boolean;
		/** Null: none until one is chosen. */
		readonly font: null;
		readonly tagged: boolean;
		readonly displayTitle: boolean;
		readonly pdfVersion: '1.7';
		readonly lang: string;
		readonly info: Readonly<Record<'Title' | 'Subject' | 'Creator' | 'Producer', string>>;
	}) => object;
	export default Engine;
}

declare module 'pdfkit/output' {
	/** To be asked for before the document ends. */
	export function toBytes(pdf: object): Promise<Uint8Array>;
}

declare module 'svg-to-pdfkit' {
	export default function drawSvg(
		pdf: object,
		svg: string,
		x: number,
		y: number,
		options: {
			readonly width: number;
			readonly height: number;
			readonly assumePt: boolean;
			readonly fontCallback: (family: string, isBold: boolean) => string;
		}
	): void;
}
