/** All that the desk says in Spanish, by theme. */
const files: Readonly<Record<string, Record<string, unknown>>> = import.meta.glob(
	['./*.json', './labels/*.json'],
	{ eager: true, import: 'default' }
);

export const themes = Object.fromEntries(
	Object.entries(files).map(([path, file]) => [path.slice(2, -'.json'.length), file])
);
