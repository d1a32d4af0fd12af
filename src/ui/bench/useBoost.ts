import { useMemo } from 'react';
import { marksOf } from '@/core/forecast/marks';
import { useJob } from '../store/solved';

/** The greatest boost of the setup in hand, Pa gauge; 0 while it has no answer. */
export function useBoost(): number {
  const { answer } = useJob();
  return useMemo(() => (answer ? Math.max(0, marksOf(answer.sweep.points)?.mostBoost ?? 0) : 0), [answer]);
}
