import { useMemo } from 'react';
import { mostBoostOf } from '@/core/forecast/marks';
import { useJob } from '../store/solved';

/** The greatest boost of the setup in hand, Pa gauge; 0 while it has no answer. */
export function useBoost(): number {
  const { answer } = useJob();
  return useMemo(() => (answer ? mostBoostOf(answer.sweep.points) : 0), [answer]);
}
