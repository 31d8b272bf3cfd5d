/** Where programs are told: at the hosts that whoever runs the server has named, and nowhere else. */
import { settings } from '../../settings';

const THIS_MACHINE = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** Whether it is told at an address: of a host that is set, and encrypted, but for this machine. */
export function isAllowed(address: string): boolean {
	const { protocol, host, hostname, username, password } =
		URL.parse(address) ?? new URL('about:blank');
	return (
		settings().webhookHosts.includes(host) &&
		username === '' &&
		password === '' &&
		(protocol === 'https:' || (protocol === 'http:' && THIS_MACHINE.has(hostname)))
	);
}
