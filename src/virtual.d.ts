/** What the build puts into a plan that is taken home (`vite.plugins.ts`). */
declare module 'virtual:take-home' {
	export const script: string;
	/** As a policy names it: `sha256-…` */
	export const scriptHash: string;
	export const style: string;
	export const styleHash: string;
}

/** The counselor's guide, section by section (`vite.plugins.ts`). */
declare module 'virtual:guide' {
	export const guides: Readonly<Record<'en' | 'es', readonly GuideSection[]>>;
	interface GuideSection {
		readonly title: string;
		/** Pictures are named as in `docs/`: `screenshots/NAME.png` */
		readonly html: string;
		/** Its words without marks, to be searched. */
		readonly text: string;
	}
}
