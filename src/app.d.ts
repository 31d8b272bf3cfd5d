import type { Actor } from '$lib/server/people/actor';

declare global {
	namespace App {
		interface Error {
			message: string;
			/** A remedy for the person, in one sentence. */
			remedy?: string;
		}
		interface Locals {
			/** On whose behalf this is asked. */
			actor: Actor;
			/** The id of the browser; null if it has none. */
			secret: string | null;
		}
	}
}

export {};
