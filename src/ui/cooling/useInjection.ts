import { useMemo } from 'react';
import type { ChargeInjectionDocument } from '@/core/charge-injection/schema';
import { usualNitrous, usualSpray } from '@/core/charge-injection/usual';
import { fuelFlowOf } from '@/core/fuel-system/fuel-demand';
import { lasts, methanolShare, sprayVolume } from '@/core/studies/injection-findings';
import { injectionCasesAt, injectionWorth } from '@/core/studies/injection-worth';
import { useJob, useJobState, useSpeed } from '../store/solved';

/** What the setup in hand injects behind the cooler, and how it is changed. */
export function useInjection() {
  const { store, setupIndex, answer } = useJob();
  const injection = useJobState((s) => s.draft.setups[setupIndex]!.injection);
  const edit = (change: (injection: ChargeInjectionDocument) => void) => {
    store.getState().edit((job) => {
      const setup = job.setups[setupIndex]!;
      const its = setup.injection ?? {};
      change(its);
      // Without either there is nothing left to keep.
      if (its.spray || its.nitrous) setup.injection = its;
      else delete setup.injection;
    });
    store.getState().commit();
  };
  /** Lays a usual one out, for the goal of the forecast. */
  const layOut = (part: keyof ChargeInjectionDocument) => {
    if (!answer) return;
    const { build, sweep } = answer;
    const { path, boostGauge } = sweep.goalPoint;
    const laidOutFor = {
      fuelFlow: fuelFlowOf(build, path),
      dryFlow: path.dryFlow,
      boostGauge,
      redLineRpm: build.redLineRpm,
      ambient: build.climate.temperature,
      isSpark: build.fuel.ignition === 'spark',
    };
    edit((its) => {
      if (part === 'spray') its.spray = usualSpray(laidOutFor);
      else its.nitrous = usualNitrous(laidOutFor);
    });
  };
  return {
    injection,
    isReady: Boolean(answer && answer.sweep.goalPoint.status.kind !== 'failed'),
    at: `setups.${setupIndex}.injection` as const,
    edit,
    layOut,
  };
}

/** What it does at the selected speed; null where there is no answer. */
export function useInjected() {
  const { solved } = useSpeed();
  return useMemo(() => {
    if (!solved || solved.point.status.kind === 'failed') return null;
    const { build, point } = solved;
    return {
      point,
      injected: point.path.injected,
      worth: injectionWorth(build, point),
      cases: injectionCasesAt(build, point),
      lasts: lasts(build, point),
      volume: sprayVolume(build, point),
      methanolShare: methanolShare(build, point),
    };
  }, [solved]);
}
