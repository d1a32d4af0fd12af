import { useDeferredValue, useMemo } from 'react';
import { create } from 'zustand';
import type { RunCorrection } from '@/core/dyno/corrections';
import type { RunCard } from '@/core/dyno/card';
import type { ChannelId } from '@/core/dyno/channels';
import type { Curve } from '@/core/dyno/smoothing';
import { powerAt } from '@/core/studies/measured';
import type { FrozenForecast } from '@/formats/forecasts';
import { compare, peakOf, valueAt } from '@/core/dyno/compare';
import { USUAL_EXPONENT } from '@/core/dyno/normalise';
import { modelBeside, type RunModel } from '@/core/studies/run-model';
import { isTurbo } from '@/core/charger/charger';
import { libraryOf } from '@/formats/library-items';
import { useJob, useJobState } from '../store/solved';
import { boostOf, runCurve } from './run-curves';
import { useRuns } from './useRuns';

/** How the runs are looked at: of the screen, not of the job. */
type View = {
  correction: RunCorrection | 'card';
  over: 'revs' | 'time';
  charge: 'run' | 'equal';
  exponent: number;
  model: 'none' | 'plan' | 'run';
  /** Null: those that the runs have, the usual first. */
  channels: ChannelId[] | null;
  /** Speeds between which runs are compared, and the one that is asked for; null: all of them, none. */
  fromRpm: number | null;
  toRpm: number | null;
  atRpm: number | null;
  set: (change: Partial<Omit<View, 'set'>>) => void;
};

export const useView = create<View>((set) => ({
  correction: 'card',
  over: 'revs',
  charge: 'run',
  exponent: USUAL_EXPONENT,
  model: 'plan',
  channels: null,
  fromRpm: null,
  toRpm: null,
  atRpm: null,
  set,
}));

/** Whether the exhaust drives the charger at the engine: for the diesel form of a correction. */
export function useIsTurbocharged(): boolean {
  const { answer } = useJob();
  return answer?.build.chargers.some(isTurbo) ?? false;
}

/** The setup in hand beside the run in hand, in the run's own air; null where none is drawn or the job is not solved. */
export function useRunModel(): RunModel | null {
  const { items, setupIndex } = useJob();
  const { chosen } = useRuns();
  const how = useView((s) => s.model);
  const job = useDeferredValue(useJobState((s) => s.draft));
  return useMemo(() => {
    const setup = job.setups[setupIndex];
    if (!chosen || !setup || how === 'none') return null;
    return solvedOnce([job, setup.id, items, chosen, how], () =>
      modelBeside(job, setup.id, libraryOf(items), chosen.card, how === 'run' ? boostOf(chosen) : null),
    );
  }, [chosen, job, setupIndex, items, how]);
}

/** Column, plots and sentence show one model: it is solved for the first that asks. */
let last: { of: readonly unknown[]; model: RunModel | null } | null = null;
function solvedOnce(of: readonly unknown[], solve: () => RunModel | null): RunModel | null {
  if (!last || of.some((one, i) => one !== last!.of[i])) last = { of, model: solve() };
  return last.model;
}

/** What the run in hand came to beside the model: peaks, and the difference at the run's own peak. W, rev/min. */
export function useAgainstModel() {
  const { chosen } = useRuns();
  const model = useRunModel();
  return useMemo(() => {
    const power = chosen && runCurve(chosen, 'power');
    const peak = power && peakOf(power);
    if (!chosen || !power || !peak) return null;
    const its = model?.curves.power;
    const there = its ? valueAt(its, peak.speedRpm) : null;
    const compared = its && compare(power, its, { after: chosen.card, before: { repeatability: 0 } });
    return { peak, model, there, compared: compared ?? null };
  }, [chosen, model]);
}

/** A promise's power over the revs at a basis, as it was said: in its own air. Null from or to the hub. */
export function promisedCurve({ speeds, power, job }: FrozenForecast, basis: RunCard['basis']): Curve | null {
  const points = speeds.flatMap((speed, i) => {
    const value = powerAt(power[i]![2] ?? NaN, 'flywheel', basis, job.brief.drivetrain);
    return value !== null && Number.isFinite(value) ? [{ speed, value }] : [];
  });
  return points.length > 2
    ? { speeds: points.map(({ speed }) => speed), values: points.map(({ value }) => value) }
    : null;
}
