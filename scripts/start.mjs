/** `npm start`: the application on its own data folder, without demo data. */
import { ensureBuild, ensurePackages } from './prepare.mjs';
import { serve } from './serve.mjs';

ensurePackages();
ensureBuild();
await serve();
