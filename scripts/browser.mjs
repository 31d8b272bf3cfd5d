/** Headless Chromium as tests and pictures use it. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import puppeteer from 'puppeteer-core';
import { CHROMIUM } from './prepare.mjs';

/** A browser with a fresh profile, and the way to end it without leaving anything behind. */
export async function openBrowser() {
	const profile = mkdtempSync(join(tmpdir(), 'residuum-profile-'));
	const browser = await puppeteer.launch({
		executablePath: CHROMIUM,
		headless: 'shell',
		userDataDir: profile,
		defaultViewport: { width: 1280, height: 800 },
		args: [
			'--no-sandbox',
			'--disable-gpu',
			'--disable-quic',
			'--no-first-run',
			'--disable-background-networking',
			'--disable-component-update',
			'--disable-sync',
			// Letters stand as they do in a window.
			'--font-render-hinting=none',
			// A key that comes just as an animated scroll ends is lost by the browser; nobody is so quick, but tests are.
			'--disable-smooth-scrolling'
		]
	});
	return {
		browser,
		async close() {
			await browser.close();
			rmSync(profile, { recursive: true, force: true, maxRetries: 5 });
		}
	};
}
