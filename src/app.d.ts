import type { By } from '$lib/server/people/by';

declare global {
	namespace App {
		interface Error {
			message: string;
			/** What the person can do about it, in one sentence. */
			remedy?: string;
		}
		interface Locals {
			/** On whose behalf this is asked. */
			by: By;
			/** What the browser is known by; null where it is not. */
			secret: string | null;
		}
	}
}

export {};
