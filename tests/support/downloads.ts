/** Files that come down from a page, in a folder of the test's own. */
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Page } from 'puppeteer-core';
import { afterAll, expect } from 'vitest';

export function downloads() {
	const folder = mkdtempSync(join(tmpdir(), 'residuum-downloads-'));
	afterAll(() => rmSync(folder, { recursive: true }));
	return {
		folder,
		/** Has the page put what comes down there. */
		async of(page: Page): Promise<void> {
			const session = await page.createCDPSession();
			await session.send('Browser.setDownloadBehavior', {
				behavior: 'allow',
				downloadPath: folder
			});
		},
		/** The bytes of a file that comes down, once it is whole. */
		async downloaded(name: RegExp): Promise<Uint8Array> {
			const found = () => readdirSync(folder).find((file) => name.test(file));
			await expect.poll(found, { timeout: 20_000 }).toBeTruthy();
			return readFileSync(join(folder, found() ?? ''));
		}
	};
}
