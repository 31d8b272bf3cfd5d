/** The thread that computes what is asked of many cases: built beside the application, asked by `server/background`. */
import { parentPort } from 'node:worker_threads';
import { effectsOf, type Asked } from './lib/document/what-if-many';

parentPort?.on('message', (asked: Asked) => parentPort?.postMessage(effectsOf(asked)));
