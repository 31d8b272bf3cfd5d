import { t } from './refusals';
const READING = new Set(['GET', 'HEAD', 'OPTIONS']);
const THIS_MACHINE = new Set(['127.0.0.1', 'localhost', '[::1]']);

/**
 * Why a request is not taken, or null: it names a host that is none of the names of this server (a foreign
 * name that was pointed at this machine), or it writes from a page of another origin or in a form that such a
 * page could send unasked. `isForPrograms`: no browser writes there, and what is written proves itself.
 */
export function foreignRequest(
	request: Request,
	names: readonly string[],
	isForPrograms: boolean
): string | null {
	const host = request.headers.get('host') ?? '';
	const name = URL.parse(`http://${host}`)?.hostname ?? '';
	if (!names.includes(name) && !THIS_MACHINE.has(name)) {
		return t('Residuum answers only under the host names it was started with.');
	}
	if (isForPrograms || READING.has(request.method)) return null;
	const origin = request.headers.get('origin');
	if (origin === null || URL.parse(origin)?.host !== host) {
		return t('Changes are accepted only from Residuum’s own pages.');
	}
	const type = request.headers.get('content-type')?.split(';')[0]?.trim();
	if (request.body !== null && type !== 'application/json') {
		return t('Changes are accepted only as application/json.');
	}
	return null;
}
