import { useMemo, useState } from 'react';
import { refsOf } from '@/core/documents/refs';
import { differenceOfDraws, heldOf, type Draw } from '@/core/forecast/band';
import { useJob, useJobState } from '../store/solved';
import { drawBand } from './draws';
import { useDrawnBand } from './store';
import { SEED, SPEEDS } from './useBand';

/**
 * What the setup in hand has over another on the same draws: inputs that both have move alike in both. In: the other’s index. `draw` draws the
 * other’s band; null until the own one is whole.
 */
export function useDifference(otherIndex: number | null) {
  const { answer, answerOf, items, bounds } = useJob();
  const job = useJobState((s) => s.draft);
  const { draws, isAll } = useDrawnBand();
  const [other, setOther] = useState<{ of: typeof job; index: number; draws: readonly Draw[] } | null>(null);
  const its = otherIndex === null ? null : answerOf(otherIndex);
  const speedRpm = answer?.build.goal.speedRpm ?? 0;
  const found = useMemo(() => {
    if (!other || !answer || !draws || other.of !== job || other.index !== otherIndex) return null;
    const place = heldOf(answer.build, '', SPEEDS, answer.sweep.points).speeds.indexOf(speedRpm);
    return differenceOfDraws(draws, other.draws, place);
  }, [other, answer, draws, job, otherIndex, speedRpm]);
  const draw = () => {
    if (otherIndex === null || !its || !answer) return;
    const used = refsOf(job);
    const own = items.filter((item) =>
      used.some(({ id, revision }) => id === item.id && revision === item.revision),
    );
    // At the speeds of the setup in hand, so that the draws stand beside each other.
    const { speeds } = heldOf(answer.build, '', SPEEDS, answer.sweep.points);
    const held = { ...heldOf(its.build, job.setups[otherIndex]!.id, SPEEDS), speeds };
    drawBand(
      { job, setupIndex: otherIndex, held, items: own, bounds, seed: SEED },
      (so, whole) => {
        if (whole) setOther({ of: job, index: otherIndex, draws: so.flatMap((one) => (one ? [one] : [])) });
      },
      draw,
    );
  };
  return { found, draw: isAll && its && draws ? draw : null };
}
