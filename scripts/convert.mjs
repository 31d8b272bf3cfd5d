/** `npm run --silent convert -- IN OUT`: the built command (`src/convert/convert.ts`). */
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { BUILD, ensureBuild, ensurePackages } from './prepare.mjs';

ensurePackages();
ensureBuild();
await import(pathToFileURL(join(BUILD, 'commands/convert.js')).href);
