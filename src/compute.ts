/** The thread that computes what is asked of many cases: built beside the application, asked by `server/background`. */
import { parentPort } from 'node:worker_threads';
import { savedInEach } from './lib/document/saved';
import { effectsOf } from './lib/document/what-if-many';
import type { Question } from './lib/server/book/in-threads';

parentPort?.on('message', (asked: Question) =>
	parentPort?.postMessage('documents' in asked ? savedInEach(asked.documents) : effectsOf(asked))
);
