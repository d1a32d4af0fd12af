import fc from 'fast-check';
import { draws, SEED } from './src/testing/fuzz';

fc.configureGlobal({ seed: SEED, numRuns: draws(100) });
