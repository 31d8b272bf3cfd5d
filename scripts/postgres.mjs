/** A PostgreSQL server of its own, on a socket in a folder, as tests and measurements start it. */
import { spawn, spawnSync } from 'node:child_process';
import { chownSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import pg from 'pg';
import { ensurePostgres } from './prepare.mjs';

const VERSIONS = '/usr/lib/postgresql';

/** Where the newest of Debian's PostgreSQL servers has its programs; null where there is none. */
export function postgresPrograms() {
	const versions = existsSync(VERSIONS) ? readdirSync(VERSIONS).map(Number) : [];
	const newest = Math.max(...versions.filter((version) => existsSync(programs(version))));
	return Number.isFinite(newest) ? programs(newest) : null;
}

/** @param {number} version */
const programs = (version) => join(VERSIONS, String(version), 'bin');

/** The server refuses to be run by root: then it is run as the user that its package has made. */
function asWhom() {
	if (process.getuid?.() !== 0) return {};
	const idOf = (/** @type {string} */ flag) =>
		Number(spawnSync('id', [flag, 'postgres'], { encoding: 'utf8' }).stdout.trim());
	return { uid: idOf('-u'), gid: idOf('-g') };
}

/**
 * Asks a database once.
 * @template {Record<string, unknown>} [Row=Record<string, unknown>]
 * @param {string} url
 * @param {string} sql
 * @param {readonly unknown[]} values
 * @returns {Promise<Row[]>}
 */
export async function queryOnce(url, sql, values = []) {
	const client = new pg.Client(url);
	await client.connect();
	try {
		return (await client.query(sql, [...values])).rows;
	} finally {
		await client.end();
	}
}

/** @param {string | undefined} at what is there gives way */
function folderOf(at) {
	const folder = at ?? mkdtempSync(join(tmpdir(), 'residuum-pg-'));
	const data = join(folder, 'data');
	rmSync(data, { recursive: true, force: true });
	mkdirSync(data, { mode: 0o700, recursive: true });
	const whom = asWhom();
	if (whom.uid !== undefined)
		for (const path of [folder, data]) chownSync(path, whom.uid, whom.gid);
	return folder;
}

/**
 * Makes a server in a folder that is thrown away with it, and starts it.
 * @param {readonly string[]} settings as `name=value`
 */
export async function startPostgres(settings = []) {
	ensurePostgres();
	const folder = folderOf(undefined);
	tool(
		folder,
		'initdb',
		...['-D', join(folder, 'data'), '-U', 'residuum', '-A', 'trust'],
		...['-E', 'UTF8', '--locale=C', '--no-sync']
	);
	return run(folder, settings);
}

/**
 * Runs one of PostgreSQL's programs to its end.
 * @param {string} folder @param {string} name @param {string[]} words
 */
function tool(folder, name, ...words) {
	const done = spawnSync(join(postgresPrograms() ?? '', name), words, {
		...asWhom(),
		cwd: folder,
		encoding: 'utf8'
	});
	if (done.status !== 0) throw new Error(`${name}: ${done.stderr}`);
}

/**
 * Runs the server of a folder that has one.
 * @param {string} folder @param {readonly string[]} settings
 */
async function run(folder, settings) {
	const bin = postgresPrograms() ?? '';
	const data = join(folder, 'data');
	const words = [`unix_socket_directories=${folder}`, 'listen_addresses=', ...settings];
	let child = start();
	await answers();

	function start() {
		return spawn(join(bin, 'postgres'), ['-D', data, ...words.flatMap((word) => ['-c', word])], {
			...asWhom(),
			cwd: folder,
			stdio: 'ignore'
		});
	}

	/** Waits until it takes connections. */
	async function answers() {
		for (let tries = 0; tries < 600; tries += 1) {
			const { status } = spawnSync(join(bin, 'pg_isready'), ['-q', '-h', folder, '-U', 'residuum']);
			if (status === 0) return;
			await new Promise((resolve) => setTimeout(resolve, 100));
		}
		throw new Error('PostgreSQL did not start');
	}

	/** @param {NodeJS.Signals} signal */
	async function end(signal) {
		if (child.exitCode !== null || child.signalCode !== null) return;
		const ended = new Promise((resolve) => child.once('exit', resolve));
		child.kill(signal);
		await ended;
	}

	/** @param {string} database */
	const url = (database) => `postgres://residuum@localhost/${database}?host=${folder}`;
	/** @param {string} sql */
	const asked = (sql) => queryOnce(url('postgres'), sql);

	return {
		folder,
		url,
		/**
		 * @param {string} database
		 * @param {string} sql
		 */
		query: (database, sql) => queryOnce(url(database), sql),
		/** SIGINT: every connection is ended. SIGKILL: as if the power went. */
		end,
		async startAgain() {
			child = start();
			await answers();
		},
		/** Starts a standby of it; in the folder of one that was killed, it takes that one's address. @param {string} [at] */
		async standBy(at) {
			const other = folderOf(at);
			const into = join(other, 'data');
			tool(
				folder,
				'pg_basebackup',
				'-D',
				into,
				'-h',
				folder,
				'-U',
				'residuum',
				'-R',
				'-N',
				'-cfast'
			);
			return run(other, settings);
		},
		/** From now on nothing is committed that the standby does not have on its disk. */
		async waitForStandby() {
			await asked(`alter system set synchronous_standby_names = '*'`);
			await asked('select pg_reload_conf()');
			for (let tries = 0; tries < 300; tries += 1) {
				const rows = await asked(`select from pg_stat_replication where sync_state = 'sync'`);
				if (rows.length > 0) return;
				await new Promise((resolve) => setTimeout(resolve, 50));
			}
			throw new Error('the standby did not come');
		},
		/** Makes a standby the server: it waits for no standby itself. */
		async promote() {
			await asked('select pg_promote()');
			await asked('alter system reset synchronous_standby_names');
			await asked('select pg_reload_conf()');
		},
		async remove() {
			await end('SIGINT');
			rmSync(folder, { recursive: true, force: true });
		}
	};
}
