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
			/** The secret of the browser: of its session, or without accounts of a screen turned to a client; null: it has none. */
			secret: string | null;
		}
	}
}

export {};
