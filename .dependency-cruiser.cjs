/** Which way data flows: routes → desk → ui, formats → core; routes (server) → server → formats, core. */
const room = (name) => `^src/lib/${name}/`;

/** @type {import('dependency-cruiser').IConfiguration} */
module.exports = {
	forbidden: [
		{
			name: 'core-imports-nothing-of-ours',
			severity: 'error',
			from: { path: room('core') },
			to: { path: '^(src|demo|tests|scripts|bench)/', pathNot: room('core') }
		},
		{
			name: 'core-is-pure',
			comment: 'No Svelte, no DOM, no database, no I/O.',
			severity: 'error',
			from: { path: room('core') },
			to: { dependencyTypes: ['core', 'npm'] }
		},
		{
			name: 'formats-know-only-the-core',
			severity: 'error',
			from: { path: room('formats') },
			to: { path: '^src/', pathNot: [room('formats'), room('core')] }
		},
		{
			name: 'ui-knows-no-routes-and-no-fetch',
			severity: 'error',
			from: { path: room('ui') },
			to: { path: '^src/', pathNot: [room('ui'), room('formats'), room('core')] }
		},
		{
			name: 'workers-know-only-the-core',
			severity: 'error',
			from: { path: room('workers') },
			to: { path: '^src/', pathNot: [room('workers'), room('core')] }
		},
		{
			name: 'desk-knows-no-routes-and-no-server',
			severity: 'error',
			from: { path: room('desk') },
			to: { path: '^src/(routes|lib/server)/' }
		},
		{
			name: 'server-knows-formats-and-core',
			severity: 'error',
			from: { path: room('server') },
			to: { path: '^src/', pathNot: [room('server'), room('formats'), room('core')] }
		},
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
			name: 'only-the-database-room-knows-pglite',
			severity: 'error',
			from: { path: '^src/', pathNot: room('server') },
			to: { path: 'node_modules/@electric-sql' }
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
