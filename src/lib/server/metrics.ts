/** Metrics in Prometheus' text format, on a port of their own, for this machine alone. */
import { createServer } from 'node:http';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';
import { damageFound } from './database';
import { log } from './log';

const registry = new Registry();

const answered = new Histogram({
	name: 'residuum_request_seconds',
	help: 'How long requests took on the server, by route, method and status',
	labelNames: ['route', 'method', 'status'],
	buckets: [0.005, 0.01, 0.025, 0.05, 0.075, 0.1, 0.15, 0.25, 0.5, 1, 2.5, 5, 10],
	registers: [registry]
});

new Gauge({
	name: 'residuum_data_damaged',
	help: 'Whether data are known to be damaged',
	registers: [registry],
	collect() {
		this.set(damageFound() === null ? 0 : 1);
	}
});

export interface Metrics {
	/** Counts a request. The route's pattern, never its address: no case is told apart. */
	count(route: string | null, method: string, status: number, milliseconds: number): void;
	end(): void;
}

/** Answers `/metrics` on a port of 127.0.0.1. */
export function offerMetrics(port: number): Metrics {
	collectDefaultMetrics({ register: registry });
	const server = createServer((request, response) => {
		if (request.url !== '/metrics') return response.writeHead(404).end();
		void registry.metrics().then((text) => {
			response.setHeader('Content-Type', registry.contentType);
			response.end(text);
		});
	});
	server.once('error', ({ code }: NodeJS.ErrnoException) =>
		log.error({ code, port }, 'the metrics can’t be offered; name another port in RESIDUUM_METRICS')
	);
	server.listen(port, '127.0.0.1').unref();
	return {
		count: (route, method, status, milliseconds) =>
			answered.observe(
				{ route: route ?? 'none', method, status: String(status) },
				milliseconds / 1000
			),
		end() {
			server.close();
			server.closeAllConnections();
		}
	};
}
