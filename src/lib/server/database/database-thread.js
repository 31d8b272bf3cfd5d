/**
 * The embedded PostgreSQL, in a thread of its own: whatever it does, the server goes on answering. Loaded as
 * text (see thread.ts), since a thread needs a file of its own and the server is built into others.
 */
import('node:worker_threads').then(serve);

/** @param {typeof import('node:worker_threads')} threads */
async function serve({ parentPort, workerData }) {
	const { closeSync, existsSync, fsyncSync, openSync, readdirSync, writeFileSync } =
		await import('node:fs');
	const { join } = await import('node:path');
	const port = /** @type {import('node:worker_threads').MessagePort} */ (parentPort);

	/**
	 * Lets the database put on the disk what it means to be there. PostgreSQL says itself when: the log of a commit
	 * before it is acknowledged, the tables before the log that would restore them is let go. What embeds it has
	 * that switched off, and its files have no such call.
	 * @param {any} NodeFS
	 */
	function synced(NodeFS) {
		return class extends NodeFS {
			/** @param {any} database @param {any} options */
			async init(database, options) {
				const made = await super.init(database, options);
				const { emscriptenOpts } = made;
				/** @param {any} module */
				const hook = (module) => {
					module.NODEFS.stream_ops.fsync = (/** @type {any} */ stream) => {
						if (stream.nfd !== undefined) fsyncSync(stream.nfd);
						else syncPath(module.NODEFS.realPath(stream.node));
						return 0;
					};
				};
				return {
					...made,
					emscriptenOpts: { ...emscriptenOpts, preRun: [...emscriptenOpts.preRun, hook] }
				};
			}
		};
	}

	/** Syncs files that an earlier version wrote without syncing: once, as a marker file records. */
	function putOnDiskOnce() {
		const mark = join(workerData.folder, '../on-disk.mark');
		if (existsSync(mark)) return;
		const files = readdirSync(workerData.folder, { recursive: true, withFileTypes: true });
		for (const file of files) if (file.isFile()) syncPath(join(file.parentPath, file.name));
		writeFileSync(mark, '');
	}

	/** @param {string} path */
	function syncPath(path) {
		const file = openSync(path, 'r');
		fsyncSync(file);
		closeSync(file);
	}

	async function open() {
		const { PGlite } = await import(workerData.pglite);
		const { NodeFS } = await import(workerData.nodefs);
		const params = PGlite.defaultStartParams.filter(
			(/** @type {string} */ param) => param !== '-F'
		);
		const database = await PGlite.create({
			fs: new (synced(NodeFS))(workerData.folder),
			// The only way of putting a file on the disk that reaches it from here.
			startParams: [...params, '-c', 'wal_sync_method=fsync']
		});
		putOnDiskOnce();
		return database;
	}

	/** @param {any} error */
	const told = (error) => ({
		message: String(error?.message ?? error),
		code: typeof error?.code === 'string' ? error.code : null,
		constraint: typeof error?.constraint === 'string' ? error.constraint : null
	});

	const opened = open();
	opened.then(
		() => port.postMessage({ id: 0 }),
		(error) => port.postMessage({ id: 0, error: told(error) })
	);

	port.on('message', async (/** @type {any} */ { id, kind, sql, values }) => {
		try {
			const database = await opened;
			if (kind === 'query') {
				const { rows, affectedRows } = await database.query(sql, values);
				port.postMessage({ id, result: { rows, affectedRows: affectedRows ?? 0 } });
			} else {
				await (kind === 'exec' ? database.exec(sql) : database.close());
				port.postMessage({ id, result: { rows: [], affectedRows: 0 } });
			}
		} catch (error) {
			port.postMessage({ id, error: told(error) });
		}
	});
}
