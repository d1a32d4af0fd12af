import { useMemo } from 'react';
import { guess } from '@/core/documents/input';
import { chargerAtEngine } from '@/core/job/chargers';
import type { CoolingDocument } from '@/core/job/schema/job';
import { dutyOf, heatSoak, soakSystemOf, type HeatSoak } from '@/core/studies/heat-soak';
import { useJob, useJobState } from '../store/solved';

/** Usual figures to start from, for a cooler that passes so much charge, kg/s (common practice, no source). */
function usualCooling(flow: number, isWater: boolean, ambient: number): CoolingDocument {
  const round = (value: number) => Number(value.toPrecision(2));
  return {
    metal: guess(round((isWater ? 14 : 22) * flow)),
    face: guess(round(0.6 * flow)),
    pullSpeed: guess(8),
    restSpeed: guess(2),
    ...(isWater
      ? {
          loop: {
            volume: guess(0.006),
            flow: guess(33e-3 / 60),
            ice: guess(0),
            front: { conductance: guess(round(2_200 * flow)), face: guess(round(0.5 * flow)) },
          },
        }
      : {}),
    start: guess(Math.round(ambient - 273.15 + 5) + 273.15),
    pickUp: guess(0.03),
    wall: guess(343.15),
  };
}

/** The cooler of the setup in hand, its heat, and how both are changed. */
export function useCooling() {
  const { store, setupIndex, answer } = useJob();
  const setup = useJobState((s) => s.draft.setups[setupIndex]!);
  const use = useJobState((s) => s.draft.brief.use);
  const cooler = chargerAtEngine(setup)?.aftercooler;
  const duty = useMemo(() => dutyOf(use), [use]);
  const heated = useMemo(() => {
    if (!answer) return null;
    const { build, sweep } = answer;
    const point = sweep.goalPoint;
    if (point.status.kind === 'failed') return null;
    const system = soakSystemOf(build, setup, point, duty);
    return system && { system, point, build };
  }, [answer, setup, duty]);
  const layOut = () => {
    if (!answer || !cooler) return;
    store.getState().edit((job) => {
      job.setups[setupIndex]!.cooling = usualCooling(
        answer.sweep.goalPoint.path.massFlow,
        cooler.kind === 'water',
        answer.build.climate.temperature,
      );
    });
    store.getState().commit();
  };
  return { setup, cooler, duty, heated, layOut, at: `setups.${setupIndex}.cooling` as const };
}

type Heated = NonNullable<ReturnType<typeof useCooling>['heated']>;

/** Soaks by the system they are of: the bench, its sheets and their tables read one. */
const soaks = new WeakMap<object, { of: Heated; soak: HeatSoak }>();

/** The heat of the duty, pull by pull. In: what is heated, as `useCooling` gives it. */
export function heatSoakOf(heated: Heated | null) {
  if (!heated) return null;
  const { build, point, system } = heated;
  const known = soaks.get(build);
  if (known && isSameSystem(known.of, heated)) return { ...heated, soak: known.soak };
  const soak = heatSoak(build, point, system);
  soaks.set(build, { of: heated, soak });
  return { ...heated, soak };
}

/** Of one build a system differs by the cooling of its setup and by the duty, all of which stand in it as figures. */
const isSameSystem = (a: Heated, b: Heated): boolean =>
  a === b || (a.point === b.point && JSON.stringify(a.system) === JSON.stringify(b.system));
