/** A browser without pages: it goes where it is led, and brings along what each place has given it. */

export interface Stop {
	readonly status: number;
	readonly url: URL;
	readonly body: string;
	/** Where it was led next, and has not gone. */
	readonly next: URL | null;
}

const LEADS_ON = /http-equiv="refresh" content="0; url=([^"]+)"/;

export class Traveller {
	/** By the place that gave them, and their names. */
	readonly cookies = new Map<string, Map<string, string>>();

	/** Asks once. */
	async ask(url: URL | string, init: RequestInit = {}): Promise<Stop> {
		const place = new URL(url);
		const jar = this.cookies.get(place.host) ?? new Map<string, string>();
		this.cookies.set(place.host, jar);
		const cookie = [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
		const headers = { ...(init.headers as Record<string, string>), ...(cookie ? { cookie } : {}) };
		const response = await fetch(place, { ...init, headers, redirect: 'manual' });
		for (const given of response.headers.getSetCookie()) {
			const [, name = '', value = ''] = /^([^=]+)=([^;]*)/.exec(given) ?? [];
			if (value === '' || /max-age=0|expires=thu, 01 jan 1970/i.test(given)) jar.delete(name);
			else jar.set(name, value);
		}
		const body = await response.text();
		const location =
			response.headers.get('location') ??
			LEADS_ON.exec(body)?.[1]?.replaceAll('&amp;', '&') ??
			null;
		const next = location === null ? null : new URL(location, place);
		return { status: response.status, url: place, body, next };
	}

	/** Goes where it is led until it stays somewhere, or is about to go where `until` says. */
	async go(
		url: URL | string,
		init: RequestInit = {},
		until: (next: URL) => boolean = () => false
	): Promise<Stop> {
		let stop = await this.ask(url, init);
		for (let steps = 0; stop.next !== null && !until(stop.next); steps += 1) {
			if (steps > 20) throw new Error(`led around in circles: ${stop.next.href}`);
			stop = await this.ask(stop.next);
		}
		return stop;
	}

	/** What it sends where it is signed in. */
	cookieOf(address: string): string {
		const jar = this.cookies.get(new URL(address).host) ?? new Map<string, string>();
		return [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
	}
}
