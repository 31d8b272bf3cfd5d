/** The thread that judges what is large: built beside the application, asked by `server/judging.ts`. */
import { parentPort } from 'node:worker_threads';
import { judge, type Sent } from './lib/document/judge';

parentPort?.on('message', (sent: Sent) => parentPort?.postMessage(judge(sent)));
