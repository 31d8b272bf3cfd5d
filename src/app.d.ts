import type { Actor } from '$lib/server/people/actor';

declare global {
	namespace App {
		interface Error {
			message: string;
			/** What the person can do about it, in one sentence. */
			remedy?: string;
		}
		interface Locals {
			/** On whose behalf this is asked. */
			actor: Actor;
			/** What the browser is known by; null where it is not. */
			secret: string | null;
		}
	}
}

export {};
