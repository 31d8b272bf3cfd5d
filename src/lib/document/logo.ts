/** The agency's logo: an image as a data URL, which loads and runs nothing. */

export type LogoProblem = 'no image' | 'unsafe' | 'damaged';

const DATA = /^data:image\/(svg\+xml|png);base64,([A-Za-z0-9+/]+=*)$/;
const PNG = [0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a];

/** What an SVG may not have: scripts, other documents, entities, handlers, and addresses but those within it. */
const UNSAFE = [
	/<!(doctype|entity)/i,
	/<\?xml-stylesheet/i,
	/<\s*(script|foreignobject|iframe|object|embed|image|use\s[^>]*href\s*=\s*["'](?!#)|a|animate|set|style)\b/i,
	/\son[a-z]+\s*=/i,
	/href\s*=\s*["']\s*(?!#)/i,
	/url\s*\(\s*["']?\s*(?!#)/i,
	/javascript:/i
];

/** Why a logo is refused; null: it is an image that loads and runs nothing. */
export function logoProblem(url: string): LogoProblem | null {
	const [, kind, content] = DATA.exec(url) ?? [];
	if (!kind || !content) return 'no image';
	const bytes = bytesOf(content);
	if (bytes === null) return 'damaged';
	if (kind === 'png') return isPng(bytes) ? null : 'damaged';
	const text = svgIn(bytes);
	if (text === null) return 'damaged';
	return UNSAFE.some((test) => test.test(text)) ? 'unsafe' : null;
}

/** The text of a logo that is an SVG; null where it is a PNG. */
export function logoSvg(url: string): string | null {
	const [, kind, content] = DATA.exec(url) ?? [];
	const bytes = kind === 'svg+xml' && content ? bytesOf(content) : null;
	return bytes && svgIn(bytes);
}

function bytesOf(base64: string): Uint8Array | null {
	try {
		return Uint8Array.from(atob(base64), (sign) => sign.charCodeAt(0));
	} catch {
		return null;
	}
}

/** A PNG by its signature, its first chunk with a size above zero, and its last one. */
function isPng(bytes: Uint8Array): boolean {
	if (bytes.length < 45 || PNG.some((byte, at) => bytes[at] !== byte)) return false;
	const name = (at: number) => String.fromCharCode(...bytes.slice(at, at + 4));
	const view = new DataView(bytes.buffer);
	const [width, height] = [view.getUint32(16), view.getUint32(20)];
	const isSized = width > 0 && height > 0 && width <= LARGEST && height <= LARGEST;
	return name(12) === 'IHDR' && isSized && name(bytes.length - 8) === 'IEND';
}
const LARGEST = 4_000;

function svgIn(bytes: Uint8Array): string | null {
	try {
		const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
		return /<svg[\s>]/i.test(text) && /<\/svg\s*>\s*$/i.test(text) ? text : null;
	} catch {
		return null;
	}
}
