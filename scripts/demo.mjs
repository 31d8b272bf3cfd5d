/** `npm run demo`: the application with demo data, in a data folder of its own, on the demo's day. */
import { join } from 'node:path';
import { ensureBuild, ensurePackages, ROOT } from './prepare.mjs';
import { serve } from './serve.mjs';

process.env.RESIDUUM_DATA ??= join(ROOT, 'data-demo');
process.env.RESIDUUM_DEMO ??= join(ROOT, 'demo');
process.env.RESIDUUM_TODAY ??= '2026-12-15';

ensurePackages();
ensureBuild();
await serve();
