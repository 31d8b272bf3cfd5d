/**
 * Which way data flows: routes → desk, ui → handout → words → exchange → document → reading → messages → core;
 * routes (server) → server → document. Within the core: search, working → plan → debt → quantities.
 */
const room = (name) => `^src/lib/${name}/`;

/** A room, and the rooms below it that it may know. */
const knows = (name, below, also = []) => ({
	name: `${name.replace('/', '-')}-knows-what-is-below`,
	severity: 'error',
	from: { path: room(name) },
	to: { path: '^(src|demo|tests|scripts|bench)/', pathNot: [name, ...below].map(room).concat(also) }
});

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
	forbidden: [
		knows('core/quantities', []),
		knows('core/debt', ['core/quantities']),
		knows('core/plan', ['core/debt', 'core/quantities']),
		knows('core/search', ['core/plan', 'core/debt', 'core/quantities']),
		knows('core/working', ['core/plan', 'core/debt', 'core/quantities']),
		{
			name: 'core-is-pure',
			comment: 'No Svelte, no DOM, no database, no I/O.',
			severity: 'error',
			from: { path: room('core') },
			to: { dependencyTypes: ['core', 'npm'] }
		},
		{
			name: 'the-package-is-the-core',
			severity: 'error',
			from: { path: '^packages/core/' },
			to: { pathNot: room('core') }
		},
		// What a phrase can open: the kinds of figures that explain themselves.
		knows('messages', ['core/working', 'core/debt']),
		knows('reading', ['messages', 'core/quantities']),
		knows('document', ['reading', 'messages', 'core']),
		knows('exchange', ['document', 'reading', 'messages', 'core']),
		knows('words', ['exchange', 'document', 'reading', 'messages', 'core']),
		// What a phone runs: no documents, no schemas.
		knows(
			'take-home',
			['reading', 'messages', 'core'],
			[
				'^src/lib/handout/(markup|plan-picture|svg)\\.ts$',
				'^src/lib/words/(amounts|hues|take-home)\\.ts$'
			]
		),
		knows('handout', ['take-home', 'words', 'exchange', 'document', 'reading', 'messages', 'core']),
		knows('ui', ['words', 'reading', 'messages', 'core']),
		knows('workers', ['handout', 'exchange', 'words', 'document', 'reading', 'messages', 'core']),
		knows('desk', [
			'workers',
			'handout',
			'words',
			'exchange',
			'document',
			'reading',
			'messages',
			'core'
		]),
		// The server writes messages: of the files that go out, it knows that one format.
		knows('server', ['document', 'reading', 'messages', 'core'], ['^src/lib/exchange/mail\\.ts$']),
		{
			name: 'pages-reach-the-server-over-http',
			severity: 'error',
			from: {
				path: '^src/(routes|lib)/',
				pathNot: ['\\+(page|layout)?\\.?server\\.ts$', room('server')]
			},
			to: { path: room('server') }
		},
		{
			name: 'only-the-database-room-knows-which-database-it-is',
			severity: 'error',
			from: { path: '^src/', pathNot: room('server/database') },
			to: { path: 'node_modules/(@electric-sql|pg)/' }
		},
		{ name: 'no-circles', severity: 'error', from: {}, to: { circular: true } }
	],
	options: {
		doNotFollow: { path: 'node_modules' },
		exclude: { path: '^(build|\\.svelte-kit)/' },
		tsConfig: { fileName: 'tsconfig.json' },
		tsPreCompilationDeps: true,
		enhancedResolveOptions: { extensions: ['.ts', '.svelte', '.svelte.ts', '.mjs', '.js'] }
	}
};
