import type { Build } from '../build/build';
import type { LimitMetric } from '../job/schema/component-choices';
import type { Job } from '../job/schema/job';
import type { Sweep } from '../solve/sweep';
import { ICE, readerOf, sortOf } from './metrics';

/** Where nothing can be read: in the middle of what is usual, SI. */
const elsewhere: Record<LimitMetric, number> = {
  torque: 400,
  power: 250_000,
  bmep: 2_000_000,
  engineSpeed: 7_000,
  pistonSpeed: 21,
  boltLoad: 30_000,
  cylinderPressure: 10_000_000,
  boost: 100_000,
  backPressure: 150_000,
  chargeTemperature: 333.15,
  exhaustTemperature: 1_223.15,
  roadSpeed: 60,
  stopEnergy: 2_500_000,
  runningMass: 1_500,
};

/**
 * A limit to start from: the most that the forecast reaches, to two figures; the job has just held there. In: build, sweep, engine, the
 * metric. Out: SI.
 */
export function usualLimit(
  build: Build,
  { points }: Pick<Sweep, 'points'>,
  engine: Job['engine'],
  metric: LimitMetric,
): number {
  const read = readerOf(build, engine, metric);
  const most = Math.max(
    0,
    ...points.filter(({ status }) => status.kind !== 'failed').map((point) => read(point) ?? 0),
  );
  if (most <= 0) return elsewhere[metric];
  // Temperatures to full ten degrees Celsius.
  if (sortOf[metric] === 'temperature') return Math.ceil((most - ICE) / 10) * 10 + ICE;
  const step = 10 ** (Math.floor(Math.log10(most)) - 1);
  return Math.ceil(most / step) * step;
}

/**
 * Masses at a crank pin to start from, kg: they grow with the cube of the bore, 0.55 and 0.3 kg at 86 mm (common practice, no source).
 * In: bore, m.
 */
export function usualMasses(bore: number): { reciprocating: number; bigEnd: number } {
  const scaled = (mass: number) => Number((mass * (bore / 0.086) ** 3).toPrecision(2));
  return { reciprocating: scaled(0.55), bigEnd: scaled(0.3) };
}
