import type { Confidence } from '@/core/documents/input';

/** Confidence, as it stands behind a value. */
export const confidenceWords: Record<Confidence, string> = {
  measured: 'measured',
  maker: 'manufacturer',
  reported: 'reported',
  guess: 'estimate',
};
