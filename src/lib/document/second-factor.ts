/** Second factors beside a password, as the page and the server speak of them. */

/** What somebody has to prove who they are with, beside the password. */
export interface SecondFactors {
	/** Whether an app gives codes. */
	readonly hasApp: boolean;
	readonly passkeys: readonly Passkey[];
	/** How many recovery codes are left. */
	readonly recoveryCodes: number;
	/** Whether the role needs one. */
	readonly isNeeded: boolean;
}

export interface Passkey {
	readonly id: string;
	readonly name: string;
	/** Instants; null: never used. */
	readonly madeAt: string;
	readonly usedAt: string | null;
}

/** A password was right, and something else is needed. */
export interface NextStep {
	/** Known by it until that has come. */
	readonly step: string;
	readonly kinds: readonly ('code' | 'passkey' | 'recovery')[];
}

/** An app is to be set up: the secret as it is typed, and as a picture that is photographed (SVG). */
export interface NewApp {
	readonly secret: string;
	readonly picture: string;
}

export const RECOVERY_CODES = 10;
export const LONGEST_PASSKEY_NAME = 40;
export const MOST_PASSKEYS = 10;
