declare module 'fs-native-extensions' {
	/** Takes the operating system's lock on an open file; false when another process holds it. */
	export function tryLock(descriptor: number): boolean;
}
