/** A picture as PNG, drawn by the browser from its SVG with the page's faces in it, twice as fine. */
import { base64Of } from '../exchange/bytes';
import type { OutgoingFile } from '../handout/outgoing';
import { FACE } from '../handout/svg';
import { fontFile } from './font-files';

const FINER = 2;

export async function asPng(svg: OutgoingFile): Promise<OutgoingFile> {
	const image = new Image();
	image.src = `data:image/svg+xml;base64,${base64Of(new TextEncoder().encode(await withFaces(svg)))}`;
	await image.decode();
	const canvas = document.createElement('canvas');
	canvas.width = image.width * FINER;
	canvas.height = image.height * FINER;
	const pen = canvas.getContext('2d');
	if (!pen) throw new Error('no canvas');
	pen.fillStyle = '#ffffff';
	pen.fillRect(0, 0, canvas.width, canvas.height);
	pen.drawImage(image, 0, 0, canvas.width, canvas.height);
	const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/png'));
	if (!blob) throw new Error('no picture');
	return {
		name: svg.name.replace(/\.svg$/, '.png'),
		type: 'image/png',
		bytes: new Uint8Array(await blob.arrayBuffer())
	};
}

/** A picture by itself sees no faces but those that are in it. */
async function withFaces({ bytes }: OutgoingFile): Promise<string> {
	const faces = await Promise.all(
		([400, 700] as const).map(async (weight) => {
			const face = base64Of(await fontFile('sans', 'latin', weight));
			return `@font-face{font-family:'${FACE}';font-weight:${weight};src:url(data:font/woff;base64,${face})}`;
		})
	);
	return new TextDecoder().decode(bytes).replace('>', `><style>${faces.join('')}</style>`);
}
