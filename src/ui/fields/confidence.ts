import type { Confidence } from '@/core/documents/input';

/** How sure we are, as it stands behind a value. */
export const confidenceWords: Record<Confidence, string> = {
  measured: 'measured',
  maker: 'maker’s',
  reported: 'reported',
  guess: 'guess',
};
