import { dutyCycle, pulseOfShot } from './formulas';
import { deadTimeOf, openFlow, type InjectorSet } from './injectors';
import type { Supply } from './supply';

/** What the injectors do at one speed. Times in s, flows in m³/s. */
export type Injection = {
  /** Of one of the first set, held open. */
  flow: number;
  pulse: number;
  deadTime: number;
  /** Driven share of the time; of direct injection the pulse over its window. */
  duty: number;
  /** The most of it that is allowed. */
  most: number;
  /** Fuel that these injectors pass at the most, over what is asked. */
  share: number;
  /** Whether a second set is at work. */
  second: boolean;
};

type Given = {
  speedRpm: number;
  cycle: 'four-stroke' | 'two-stroke';
  /** Fuel of the whole engine, kg/s. */
  massFlow: number;
  manifoldGauge: number;
  /** Rail over manifold, Pa. */
  difference: number;
  /** At the injectors, V. */
  battery: number;
};

/** Cycles of the engine in a second. */
const cyclesPerSecond = (speedRpm: number, cycle: Given['cycle']): number =>
  speedRpm / 60 / (cycle === 'four-stroke' ? 2 : 1);

/** Shots of one injector in a second at a speed. */
export const shotsPerSecondAt = ({ shots }: Supply, speedRpm: number, cycle: Given['cycle']): number =>
  cyclesPerSecond(speedRpm, cycle) * shots;

/** The sets that are open at a boost: a second one joins from its own on. */
export const setsAt = ({ sets }: Supply, manifoldGauge: number): InjectorSet[] =>
  sets.filter(({ fromGauge }) => fromGauge === null || manifoldGauge >= fromGauge);

/**
 * Pulse and duty of the injectors at one speed, dead time apart, and the fuel that they pass at the most. Sets that are open
 * together are driven with one pulse. In: supply; what is asked; total. Source: `pulseOfShot`, `dutyCycle`.
 */
export function injectionAt(supply: Supply, given: Given): Injection {
  const sets = setsAt(supply, given.manifoldGauge);
  const { density, shots } = supply;
  const isDirect = supply.injection === 'direct';
  const difference = isDirect ? supply.direct.railPressure : given.difference;
  const shotsPerSecond = shotsPerSecondAt(supply, given.speedRpm, given.cycle);
  const open = sets.map((set) => openFlow(set, difference, density));
  const all = sets.reduce((sum, { count }, i) => sum + count * open[i]!, 0);
  const pulse =
    all > 0
      ? pulseOfShot.fn({ massFlow: given.massFlow, count: 1, shotsPerSecond, density, flow: all })
      : Infinity;
  const deadTime = Math.max(...sets.map((set) => deadTimeOf(set, given.battery, difference)));
  if (isDirect) {
    // The window of the crank is all the time there is; what opening costs is in the injector's rated flow.
    const window = supply.direct.window / ((given.speedRpm * 2 * Math.PI) / 60) / shots;
    return {
      flow: open[0]!,
      pulse,
      deadTime,
      duty: pulse / window,
      most: 1,
      share: window / pulse,
      second: false,
    };
  }
  const most = supply.mostDuty;
  const longest = Math.max(0, most / shotsPerSecond - deadTime);
  return {
    flow: open[0]!,
    pulse,
    deadTime,
    duty: dutyCycle.fn({ pulse, deadTime, shotsPerSecond }),
    most,
    share: longest / pulse,
    second: sets.length > 1,
  };
}

/**
 * Rated flow, m³/s, that each of `count` injectors of one set needs, so that its duty is the most allowed. In: as for
 * `injectionAt`; how an injector is rated. Null where dead time alone takes the time there is.
 */
export function neededFlow(
  supply: Supply,
  given: Given,
  rated: Pick<InjectorSet, 'ratedPressure' | 'testDensity' | 'deadTimes' | 'deadTimeRise'>,
  count: number,
): number | null {
  const shotsPerSecond = shotsPerSecondAt(supply, given.speedRpm, given.cycle);
  const isDirect = supply.injection === 'direct';
  const longest = isDirect
    ? supply.direct.window / ((given.speedRpm * 2 * Math.PI) / 60) / supply.shots
    : supply.mostDuty / shotsPerSecond - deadTimeOf(rated, given.battery, given.difference);
  const difference = isDirect ? supply.direct.railPressure : given.difference;
  const unit = openFlow({ ...rated, flow: 1 }, difference, supply.density);
  if (longest <= 0 || unit <= 0) return null;
  return given.massFlow / (count * shotsPerSecond * longest * supply.density * unit);
}
