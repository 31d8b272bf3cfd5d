declare global {
	namespace App {
		interface Error {
			message: string;
			/** What the person can do about it, in one sentence. */
			remedy?: string;
		}
	}
}

export {};
