import { useMemo } from 'react';
import { create } from 'zustand';
import { isSameFamily } from '@/core/limits/family';
import { kindsFixed, twoGoals, routeTo, type Bounds, type Offer } from '@/core/limits/route';
import { canShape } from '@/core/studies/boost-shaping';
import { jobVerdict } from '@/core/studies/job-verdict';
import type { EnginePartHead } from '@/formats/kinds/engine-part';
import type { CommonHead, LineOf } from '@/formats/kinds/kind';
import { useLines } from '../fields/useLines';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';
import { useDuty } from './useDuty';
import { useLimits } from './useLimits';

type EnginePartLine = LineOf<EnginePartHead & CommonHead>;

/** How the way to the goal is looked at: of the screen, not of the job. */
const useView = create<{
  isShaped: boolean;
  /** A second, higher goal, W at the flywheel; null: a fifth above the first. */
  second: number | null;
  set: (change: { isShaped?: boolean; second?: number }) => void;
}>((set) => ({ isShaped: true, second: null, set }));

/** The verdict of the job with the cheapest way to its goal, and to a second one. */
export function useVerdict() {
  const { answer } = useJob();
  const { inUnit } = useWords();
  const { pull } = useDuty();
  const { isShaped, second: typed, set } = useView();
  const { line, components, engine } = useLimits(pull);
  const { fixed, budget } = useJobState((s) => s.draft.brief);
  const lines = useLines<EnginePartLine>('engine-parts');
  const family = engine.record?.family ?? '';
  const offers = useMemo((): Offer[] => {
    const fromLibrary = (lines ?? []).flatMap((item): Offer[] => {
      const fits = item.fits.trim() === '' || isSameFamily(family, { name: item.fits });
      if (item.price === null || !fits) return [];
      const limits = Object.fromEntries(
        Object.entries(item.limits).map(([metric, stated]) => [metric, stated.value]),
      );
      const { id, revision, name, type, price } = item;
      return [{ key: `${id}.${revision}`, part: { id, revision }, name, type, limits, price }];
    });
    const atWord = components.flatMap(({ id, kind, price }): Offer[] =>
      price ? [{ key: id, part: null, name: '', type: kind, limits: null, price: price.value }] : [],
    );
    return [...fromLibrary, ...atWord];
  }, [lines, components, family]);
  const verdict = useMemo(
    () => (answer ? jobVerdict(answer.build, answer.sweep, line) : null),
    [answer, line],
  );
  const ways = useMemo(() => {
    if (!answer || !line || !verdict) return null;
    const { build, sweep } = answer;
    const solved = { build, engine, points: sweep.points, line };
    const { goalPoint } = sweep;
    const shapeable = canShape(build);
    const bounds: Bounds = { offers, fixed: kindsFixed(fixed), canShape: shapeable, goalPoint };
    // The curve peaks higher than the goal where the goal lies off its peak.
    const perGoal = line.peak.power / goalPoint.power.flywheel;
    const goal = build.goal.power;
    // A fifth more, to a round figure of the unit that is shown.
    const perUnit = inUnit(1, 'power') * 0.2;
    const second = Math.max(typed ?? Math.round(1.2 * goal * perUnit) / perUnit, goal);
    return {
      goal,
      second,
      canShape: shapeable,
      flat: routeTo(solved, goal * perGoal, bounds, false),
      both: twoGoals(solved, { first: goal * perGoal, second: second * perGoal }, bounds, isShaped),
    };
  }, [answer, line, verdict, engine, offers, fixed, isShaped, typed, inUnit]);
  return {
    verdict,
    ways,
    line,
    isShaped,
    set,
    budget: budget.amount?.value ?? null,
    currency: budget.currency,
    isFetched: lines !== null,
  };
}
