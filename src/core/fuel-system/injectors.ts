import { injectorFlowAt } from './formulas';
import type { InjectorsDocument } from './schema';

export type DeadTime = { voltage: number; time: number };

/** Taken where a set has none: a usual port injector's at 14 V (common practice, no source). */
const ASSUMED_DEAD_TIME: DeadTime[] = [{ voltage: 14, time: 0.9e-3 }];
/** Dead time goes with this power of the voltage beyond what is given (from memory). */
const POWER = -1.6;

/**
 * Dead time at a voltage, s: between the lines of a table the logarithms are followed, beyond them a power of the voltage. In:
 * lines of rising voltage, one or more; V above zero. Source: table of the maker; the power from memory.
 */
export function deadTimeAt(rows: readonly DeadTime[], voltage: number): number {
  const after = rows.findIndex((row) => row.voltage >= voltage);
  const end = after === -1 ? rows.at(-1)! : rows[0]!;
  if (after <= 0) return end.time * (voltage / end.voltage) ** POWER;
  const [low, high] = [rows[after - 1]!, rows[after]!];
  const share = Math.log(voltage / low.voltage) / Math.log(high.voltage / low.voltage);
  return low.time ** (1 - share) * high.time ** share;
}

/**
 * Dead time of a set at a voltage and the pressure across it, s: its table, and what it lengthens by for each Pa over the pressure
 * it is rated at, where that is known; never under a tenth of the table's. Source: table of the maker.
 */
export function deadTimeOf(
  {
    deadTimes,
    deadTimeRise,
    ratedPressure,
  }: Pick<InjectorSet, 'deadTimes' | 'deadTimeRise' | 'ratedPressure'>,
  battery: number,
  difference: number,
): number {
  const time = deadTimeAt(deadTimes, battery);
  return Math.max(0.1 * time, time + deadTimeRise * (difference - ratedPressure));
}

/** A set of injectors as numbers. */
export type InjectorSet = {
  count: number;
  flow: number;
  ratedPressure: number;
  /** Null where the rating is a volume of the fuel itself. */
  testDensity: number | null;
  deadTimes: readonly DeadTime[];
  /** s for each Pa over the rated pressure. */
  deadTimeRise: number;
  isDeadTimeAssumed: boolean;
  leastPulse: number | null;
  /** Boost from which it joins; always where it is null. */
  fromGauge: number | null;
};

export const injectorSet = (
  { count, flow, ratedPressure, testDensity, deadTimes, deadTimeRise, leastPulse }: InjectorsDocument,
  fromGauge: number | null = null,
): InjectorSet => ({
  count: count.value,
  flow: flow.value,
  ratedPressure: ratedPressure.value,
  testDensity: testDensity?.value ?? null,
  deadTimes: deadTimes ?? ASSUMED_DEAD_TIME,
  deadTimeRise: deadTimeRise?.value ?? 0,
  isDeadTimeAssumed: !deadTimes,
  leastPulse: leastPulse?.value ?? null,
  fromGauge,
});

/** What one injector of a set passes held open, m³/s of the fuel. In: pressure across it, Pa; the fuel's density, kg/m³. */
export const openFlow = (
  { flow, ratedPressure, testDensity }: Pick<InjectorSet, 'flow' | 'ratedPressure' | 'testDensity'>,
  difference: number,
  density: number,
): number =>
  injectorFlowAt.fn({
    rated: flow,
    difference,
    ratedPressure,
    testDensity: testDensity ?? density,
    density,
  });
