import { useMemo } from 'react';
import { guess } from '@/core/documents/input';
import { suitsFuel } from '@/core/studies/fuel-needs';
import { isLiquid, type FuelId } from '@/core/fuel/fuels';
import { fuelFlowOf } from '@/core/fuel-system/fuel-demand';
import { liquidOf } from '@/core/fuel/liquid';
import type { FuelSystemDocument } from '@/core/fuel-system/schema';
import { usualFuelSystem } from '@/core/fuel-system/usual';
import { fuelPointOf, type FuelPoint } from '@/core/solve/fuel-line';
import type { InjectorHead } from '@/formats/kinds/injector';
import type { PumpHead } from '@/formats/kinds/fuel-pump';
import type { CommonHead, LineOf } from '@/formats/kinds/kind';
import { useJob, useJobState, useSpeed } from '../store/solved';

export type InjectorLine = LineOf<InjectorHead & CommonHead>;
export type PumpLine = LineOf<PumpHead & CommonHead>;

/** Those of a shelf that may carry a fuel, least flow first. */
export const fitFor = <Line extends { suits: PumpHead['suits'] }>(
  lines: readonly Line[] | null,
  id: FuelId,
  flow: (line: Line) => number,
): Line[] => (lines ?? []).filter((line) => suitsFuel(line.suits, id)).sort((a, b) => flow(a) - flow(b));

/** The fuel system of the setup in hand, and how it is changed. */
export function useFuelSystem() {
  const { store, setupIndex, answer } = useJob();
  const system = useJobState((s) => s.draft.setups[setupIndex]!.fuelSystem);
  const fuel = useJobState((s) => s.draft.brief.fuel);
  const fuelId = fuel.id;
  const edit = (change: (system: FuelSystemDocument) => void) => {
    store.getState().edit((job) => {
      const its = job.setups[setupIndex]!.fuelSystem;
      if (its) change(its);
    });
    store.getState().commit();
  };
  /** Lays a usual system out, for what the forecast burns. */
  const layOut = () => {
    if (!answer) return;
    const { build, sweep } = answer;
    const solved = sweep.points.filter((p) => p.status.kind !== 'failed');
    const most = Math.max(...solved.map((p) => fuelFlowOf(build, p.path)));
    const { id, ...blend } = fuel;
    if (!isLiquid(id)) return;
    const { density } = liquidOf({ ...blend, id }, 303.15);
    store.getState().edit((job) => {
      const cylinders = job.engine.cylinders.value;
      const isHeavy = build.fuel.ignition === 'compression' && build.displacement > 5e-3;
      job.setups[setupIndex]!.fuelSystem = usualFuelSystem(
        { cylinders, ignition: build.fuel.ignition, isHeavy },
        most / density,
      );
    });
    store.getState().commit();
  };
  const remove = () => {
    store.getState().edit((job) => void delete job.setups[setupIndex]!.fuelSystem);
    store.getState().commit();
  };
  return { system, fuelId, at: `setups.${setupIndex}.fuelSystem` as const, edit, layOut, remove };
}

/** The fuel system at the selected speed; null where there is none, or no answer. */
export function useFuelPoint(): FuelPoint | null {
  const { solved } = useSpeed();
  return useMemo(
    () =>
      solved?.build.supply && solved.point.status.kind !== 'failed'
        ? fuelPointOf(solved.build, solved.build.supply, solved.point)
        : null,
    [solved],
  );
}

const maker = (value: number) => ({ value, confidence: 'maker' as const });

/** Puts an injector of the library in the place of a set's figures. */
export function takeInjector(set: FuelSystemDocument['injectors'], line: InjectorLine): void {
  set.part = { id: line.id, revision: line.revision };
  set.flow = maker(line.flow);
  set.ratedPressure = maker(line.ratedPressure);
  if (line.testDensity === null) delete set.testDensity;
  else set.testDensity = maker(line.testDensity);
  delete set.deadTimeRise;
  if (line.deadTimes) set.deadTimes = line.deadTimes;
  else delete set.deadTimes;
  if (line.leastPulse === null) delete set.leastPulse;
  else set.leastPulse = maker(line.leastPulse);
}

export const pumpOf = (line: PumpLine): FuelSystemDocument['pumps']['first'] => ({
  part: { id: line.id, revision: line.revision },
  points: line.points,
  ratedVoltage: maker(line.ratedVoltage),
  ratedRpm: maker(line.ratedRpm),
});

/** A filter to start from: new, of a usual drop. */
export const usualFilter = (drop: number, flow: number) => ({
  drop: guess(drop),
  flow: guess(flow),
  clogged: guess(1),
});
