/** A program that is told of cases: it takes what is signed for it, of this time, and once. */
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Webhook } from 'standardwebhooks';

interface Received {
	readonly id: string;
	readonly headers: Record<string, string>;
	readonly body: string;
}

export interface Receiver {
	readonly host: string;
	readonly address: string;
	/** What it took, in the order in which it came. */
	readonly taken: { readonly type: string; readonly data: { readonly case: string } }[];
	/** All that came, also what it refused. */
	readonly came: Received[];
	/** What it checks what comes by. */
	secret: string;
	/** The status that it answers with, whatever comes; null: by what came. */
	answers: number | null;
	/** Whether it answers at all. */
	isSilent: boolean;
	/** Takes what came a second time, as whoever has listened would send it. */
	replay(received: Received): Promise<number>;
	end(): Promise<void>;
}

export async function startReceiver(): Promise<Receiver> {
	const known = new Set<string>();
	const server = createServer((request, response) => {
		const parts: Buffer[] = [];
		request.on('data', (part: Buffer) => parts.push(part));
		request.on('end', () => {
			const body = Buffer.concat(parts).toString();
			const headers = Object.fromEntries(
				Object.entries(request.headers).map(([name, value]) => [name, String(value)])
			);
			const id = headers['webhook-id'] ?? '';
			receiver.came.push({ id, headers, body });
			if (receiver.isSilent) return;
			if (receiver.answers !== null)
				return void response.writeHead(receiver.answers, { location: '/elsewhere' }).end();
			try {
				const said = new Webhook(receiver.secret).verify(body, headers);
				// What comes twice is taken once.
				if (known.has(id)) return void response.writeHead(409).end();
				known.add(id);
				receiver.taken.push(said as Receiver['taken'][number]);
				response.writeHead(204).end();
			} catch {
				response.writeHead(401).end();
			}
		});
	});
	await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
	const host = `127.0.0.1:${(server.address() as AddressInfo).port}`;
	const receiver: Receiver = {
		host,
		address: `http://${host}/told`,
		taken: [],
		came: [],
		secret: '',
		answers: null,
		isSilent: false,
		async replay({ headers, body }) {
			const sent = ['content-type', 'webhook-id', 'webhook-timestamp', 'webhook-signature'];
			const response = await fetch(`http://${host}/told`, {
				method: 'POST',
				headers: Object.fromEntries(sent.map((name) => [name, headers[name] ?? ''])),
				body
			});
			return response.status;
		},
		async end() {
			server.closeAllConnections();
			await new Promise((resolve) => server.close(resolve));
		}
	};
	return receiver;
}
