/** What is not seen any more where the system sets the colours, and backgrounds with them (WCAG 1.4.11). */
import type { Screen } from './page';

/**
 * What is told by what a place is filled with, as a piece of a bar, and has neither its filling nor a border in the
 * system's colours; as its HTML begins.
 */
export async function vanished(screen: Screen): Promise<string[]> {
	const { page } = screen;
	const before = await page.evaluate(filled);
	const protocol = await page.createCDPSession();
	const force = (value: 'active' | 'none') =>
		protocol.send('Emulation.setEmulatedMedia', { features: [{ name: 'forced-colors', value }] });
	await force('active');
	const isForced = await page.evaluate(() => matchMedia('(forced-colors: active)').matches);
	if (!isForced) throw new Error('the browser does not force colours');
	const after = await page.evaluate(filled);
	await force('none');
	await protocol.detach();
	const left = new Set(after.map(({ at }) => at));
	return before.filter(({ at, bordered }) => !left.has(at) && !bordered).map(({ html }) => html);
}

/** Everything in the page that holds no words and is filled other than what is behind it. */
function filled(): { at: number; html: string; bordered: boolean }[] {
	const isClear = (colour: string) => /^transparent$|^rgba\(.*, 0\)$/.test(colour);
	const behind = (element: Element): string => {
		for (let one = element.parentElement; one; one = one.parentElement) {
			const { backgroundColor } = getComputedStyle(one);
			if (!isClear(backgroundColor)) return backgroundColor;
		}
		return 'nothing';
	};
	return [...document.body.querySelectorAll('*')].flatMap((element, at) => {
		const { width, height } = element.getBoundingClientRect();
		// A field draws itself, and is a place of its own.
		const hasField = element.matches('input, select, :has(input, select)');
		if (hasField || element.textContent.trim() !== '' || width * height < 2) return [];
		const style = getComputedStyle(element);
		const isFilled =
			style.backgroundImage !== 'none' ||
			(!isClear(style.backgroundColor) && style.backgroundColor !== behind(element));
		const bordered = /[1-9]/.test(style.borderWidth);
		return isFilled ? [{ at, html: element.outerHTML.slice(0, 160), bordered }] : [];
	});
}
