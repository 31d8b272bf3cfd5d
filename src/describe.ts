/** Prints the description of the interface for other programs: built beside the application, run once by the build. */
import { openApi } from './lib/server/programs/openapi';

console.log(JSON.stringify(openApi(), null, '\t'));
