/** What the build puts into a plan that is taken home (`vite.plugins.ts`). */
declare module 'virtual:take-home' {
	export const script: string;
	/** As a policy names it: `sha256-…` */
	export const scriptHash: string;
	export const style: string;
	export const styleHash: string;
}
