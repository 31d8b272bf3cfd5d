/** `npm start`: the application on its own data folder, without demo data. */
import { ensureBuild, ensurePackages } from './prepare.mjs';
import { serve, settingsOrRefuse } from './serve.mjs';

settingsOrRefuse();
ensurePackages();
ensureBuild();
await serve();
