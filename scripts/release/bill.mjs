/** The bill of materials of a release, in CycloneDX. */
import { spawnSync } from 'node:child_process';
import { ROOT } from '../prepare.mjs';

/**
 * A bill as npm makes it of the lockfile, with the fields that are changed here.
 * @typedef {{ 'bom-ref': string, name: string, scope?: string, type: string, properties?: { name: string }[] }} Component
 * @typedef {{
 *   serialNumber?: string,
 *   metadata: { timestamp?: string, component: Component },
 *   components: Component[],
 *   dependencies: { ref: string, dependsOn: string[] }[]
 * }} Bill
 */

/**
 * What npm says of the lockfile, less the packages that are not in the release. The same release has the same bill:
 * neither a number nor a time of its own is in it.
 * @param {readonly import('./packages.mjs').Package[]} shipped
 * @returns {Bill}
 */
export function billOf(shipped) {
	/** @type {Bill} */
	const bill = JSON.parse(said('npm', ['sbom', '--package-lock-only', '--sbom-format=cyclonedx']));
	const inRelease = new Set(shipped.map(({ name, version }) => `${name}@${version}`));
	const { timestamp: _, component, ...metadata } = bill.metadata;
	const refs = new Set([component['bom-ref'], ...inRelease]);
	delete bill.serialNumber;
	return {
		...bill,
		metadata: { ...metadata, component: { ...component, type: 'application', name: 'residuum' } },
		components: bill.components
			.filter((one) => inRelease.has(one['bom-ref']))
			.map(({ properties = [], ...one }) => ({
				...one,
				// What is built in is as much a part of a release as what is installed beside it.
				scope: 'required',
				properties: properties.filter(({ name }) => name !== 'cdx:npm:package:development')
			})),
		dependencies: bill.dependencies
			.filter(({ ref }) => refs.has(ref))
			.map(({ ref, dependsOn }) => ({ ref, dependsOn: dependsOn.filter((one) => refs.has(one)) }))
	};
}

/** @param {string} program @param {readonly string[]} words */
function said(program, words) {
	const { status, stdout } = spawnSync(program, words, {
		cwd: ROOT,
		encoding: 'utf8',
		maxBuffer: 64e6,
		stdio: ['ignore', 'pipe', 'ignore']
	});
	if (status !== 0) throw new Error(`“${[program, ...words].join(' ')}” failed`);
	return stdout;
}
