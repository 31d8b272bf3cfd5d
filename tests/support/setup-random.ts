import fc from 'fast-check';
import { runs } from './random';

// What fails is shown as it was drawn, with the seed by which it can be made smaller: that may outlast a test's time.
fc.configureGlobal({ numRuns: runs(100), endOnFailure: true });
