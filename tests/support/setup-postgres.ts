import type { TestProject } from 'vitest/node';
import { startServer } from '../../scripts/own-server.mjs';
import { startPostgres } from '../../scripts/postgres.mjs';
import { ensureBuild } from '../../scripts/prepare.mjs';
import { addPerson, welcome } from '../../scripts/accounts.mjs';
import { share, TESTER } from './residuum';

declare module 'vitest' {
	interface ProvidedContext {
		/** The address of each database of a PostgreSQL server is this with its name in the place of “NAME”. */
		postgres: string;
	}
}

/**
 * A PostgreSQL server with a database “empty” in it: brought up to date, with one supervisor, to be copied; and the
 * built program on such a copy, for all the files that need none of their own.
 */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
	ensureBuild();
	const postgres = await startPostgres(['fsync=off', 'max_connections=200']);
	await postgres.query('postgres', 'create database empty');
	const environment = { DATABASE_URL: postgres.url('empty') };
	const secret = addPerson(environment, TESTER, 'supervisor');
	const server = await startServer(environment);
	if (server.address === null) throw new Error(`the server did not start: ${server.printed()}`);
	await welcome(server.address, secret);
	await server.stop();
	project.provide('postgres', postgres.url('NAME'));
	await postgres.query('postgres', 'create database shared template empty');
	const end = await share(project, { DATABASE_URL: postgres.url('shared') });
	return async () => {
		await end();
		await postgres.remove();
	};
}
