import { monotoneCubic } from '../numerics/monotone-cubic';
import { findRoot } from '../numerics/roots';
import { pumpFlow } from './formulas';
import type { FuelSystemDocument, PumpDocument } from './schema';

/** A pump as curves. Pressures are the rise over the pump, Pa; flows m³/s at a share of the rated voltage or speed. */
export type Pump = {
  flow: (rise: number, speed: number) => number;
  /** Current that it draws against a rise, A. */
  current: (rise: number) => number;
  /** Highest rise of its points. */
  last: number;
  ratedVoltage: number;
  ratedRpm: number;
};

/**
 * A pump by its points: between them a smooth falling curve, beyond them its last slope goes on. In: points of rising
 * pressure, two or more. Source of the speed law: `pumpFlow`.
 */
export function compilePump({ points, ratedVoltage, ratedRpm }: PumpDocument): Pump {
  const pressures = points.map((p) => p.pressure);
  const flows = points.map((p) => p.flow);
  const curve = monotoneCubic(pressures, flows);
  const draws = monotoneCubic(
    pressures,
    points.map((p) => p.current),
  );
  const [first, second] = [points[0]!, points[1]!];
  const [before, end] = [points.at(-2)!, points.at(-1)!];
  const slope = (a: typeof first, b: typeof first) => (b.flow - a.flow) / (b.pressure - a.pressure);
  const early = slope(first, second);
  const late = slope(before, end);
  const rated = (rise: number): number =>
    rise < first.pressure
      ? first.flow + early * (rise - first.pressure)
      : rise > end.pressure
        ? end.flow + late * (rise - end.pressure)
        : curve.at(rise);
  const free = rated(0);
  return {
    flow: (rise, speed) => pumpFlow.fn({ free, speed, rated: rated(Math.max(0, rise)) }),
    current: (rise) => draws.at(Math.min(end.pressure, Math.max(first.pressure, rise))),
    last: end.pressure,
    ratedVoltage: ratedVoltage.value,
    ratedRpm: ratedRpm.value,
  };
}

/** The pumps of a supply, and how they stand to each other. */
export type Pumps = {
  each: Pump[];
  arrangement: FuelSystemDocument['pumps']['arrangement'];
  drive: FuelSystemDocument['pumps']['drive'];
  /** Boost from which a second one runs; null where it always does. */
  onGauge: number | null;
  battery: number;
  wiring: number;
};

export function compilePumps({ pumps, battery, wiring }: FuelSystemDocument): Pumps {
  const first = compilePump(pumps.first);
  const other = pumps.other ? compilePump(pumps.other) : first;
  return {
    each: pumps.arrangement === 'one' ? [first] : [first, other],
    arrangement: pumps.arrangement,
    drive: pumps.drive,
    onGauge: pumps.arrangement !== 'one' && pumps.second === 'boost' ? pumps.onGauge.value : null,
    battery: battery.value,
    wiring: wiring.value,
  };
}

/** Share of its rated speed that a pump turns with, and the voltage at it. */
export function speedOf({ drive, battery, wiring }: Pumps, pump: Pump, rise: number, speedRpm: number) {
  if (drive === 'engine') return { share: speedRpm / pump.ratedRpm, voltage: null, current: null };
  const current = pump.current(rise);
  const voltage = Math.max(0, battery - current * wiring);
  return { share: voltage / pump.ratedVoltage, voltage, current };
}

/** How many of the pumps run at a boost, gauge. A case with one of two failed leaves one. */
export const runningAt = ({ each, onGauge }: Pumps, gauge: number): number =>
  onGauge !== null && gauge < onGauge ? 1 : each.length;

/**
 * What the running pumps deliver together against a rise, m³/s. In: rise Pa; speed of the engine; how many run, from the first.
 * Side by side their flows add at one rise; one behind the other the rises add at one flow. Falls with the rise.
 */
export function deliveredBy(pumps: Pumps, rise: number, speedRpm: number, running: number): number {
  const each = pumps.each.slice(0, running);
  const of = (pump: Pump, its: number) => pump.flow(its, speedOf(pumps, pump, its, speedRpm).share);
  if (each.length < 2 || pumps.arrangement !== 'series') return each.reduce((sum, p) => sum + of(p, rise), 0);
  const [a, b] = [each[0]!, each[1]!];
  if (a === b) return of(a, rise / 2);
  const first = findRoot((its) => of(a, its) - of(b, rise - its), 0, rise, { tolerance: 1 });
  return Math.min(of(a, first.x), of(b, rise - first.x));
}
