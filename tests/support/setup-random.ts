import fc from 'fast-check';
import { runs } from './random';

fc.configureGlobal({ numRuns: runs(100) });
