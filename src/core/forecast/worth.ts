import type { Build } from '../build/build';
import { breathe, newPath } from '../charge-path/air-path';
import { fuelFlowPowerOf } from '../charge-path/school-power';
import { engineCharger } from '../charger/charged-air';
import { aloneAt } from '../solve/demand';
import type { OperatingPoint } from '../solve/point';

/**
 * What stands between an engine on the day’s air alone and its power at the wheels, in the order of the air: filter and inlet, the chargers’
 * pressure, the heat of compression, the cooler, the pipes behind it, back pressure, and the mixture. They interact: each moves what the
 * others are worth.
 */
export const worthItems = [
  'inlet',
  'pressure',
  'heat',
  'cooler',
  'pipes',
  'back-pressure',
  'mixture',
] as const;
type WorthItem = (typeof worthItems)[number];
/** What is taken or given whatever the order: what is injected, drive of a belt, the cycle’s word on it, and the drivetrain. */
type WorthEnd = 'condition' | 'interaction' | 'injection' | 'drive' | 'cycle' | 'drivetrain';

/** A step of the waterfall, W. */
export type WorthStep = { item: WorthItem | WorthEnd; gain: number };

export type Worth = {
  speedRpm: number;
  /** On the day’s air alone and in sound condition, at the flywheel, W. */
  start: number;
  /** In the order of the air; each with what stands before it. */
  steps: WorthStep[];
  /** The same items with the mean over every order they could be counted in. */
  averaged: WorthStep[];
  /** Each item alone on the engine, and what is left to their interaction. */
  alone: WorthStep[];
  flywheel: number;
  wheels: number;
};

/** The state of the manifold that a set of items makes. SI. */
type State = { pressure: number; temperature: number; ratio: number; lambda: number };

/** What each item does to the state: pressure by a factor, the rest by a difference. */
type Change = { pressure?: number; temperature?: number; ratio?: number; lambda?: number };

/** Power by fuel flow at a state of the manifold, nothing injected and nothing driven, W. */
function powerAtState(
  build: Build,
  speedRpm: number,
  { pressure, temperature, ratio, lambda }: State,
): number {
  const path = newPath(build, speedRpm, ratio);
  breathe(build, speedRpm, path, pressure, temperature, ratio);
  path.lambda = lambda;
  return fuelFlowPowerOf(build, path);
}

/**
 * What each item is worth at a solved point: steps from the engine alone to the wheels that add up exactly, in the order of the air, and the
 * mean over all orders. Null where the point failed. Source: differences of the fuel-flow school; mean over orders after Shapley (1953).
 */
export function worthAt(build: Build, point: OperatingPoint): Worth | null {
  if (point.status.kind === 'failed') return null;
  const { speedRpm, path } = point;
  const alone = aloneAt(build, speedRpm);
  const from: State = {
    pressure: alone.manifold.pressure,
    temperature: alone.manifold.temperature,
    ratio: alone.backPressureRatio,
    lambda: alone.lambda,
  };
  const { outlet } = engineCharger(path);
  // The pressure ratio of all the chargers that work, ambient first.
  const first = path.chargers[0]!.inlet;
  const ratio = outlet.pressure / first.pressure;
  const aloneInlet = engineCharger(alone).inlet.pressure;
  const changes: Record<WorthItem, Change> = {
    // The engine alone breathes through the same inlet: more air loses more in it.
    inlet: { pressure: first.pressure / aloneInlet },
    pressure: { pressure: ratio },
    heat: { temperature: outlet.temperature - first.temperature },
    cooler: {
      pressure: path.cooler.pressure / outlet.pressure,
      temperature: path.manifold.temperature - outlet.temperature,
    },
    pipes: {},
    'back-pressure': { ratio: path.backPressureRatio - from.ratio },
    mixture: { lambda: path.lambda - from.lambda },
  };
  // What is left to the state of the point belongs to the pipes and to what warms the charge before it counts.
  const so = worthItems.reduce((state, item) => withChange(state, changes[item]), from);
  changes.pipes.pressure = path.manifold.pressure / so.pressure;
  changes.heat.temperature! += path.manifold.temperature - so.temperature;
  const all = new Map<number, number>();
  const powerOfSet = (set: number): number => {
    const known = all.get(set);
    if (known !== undefined) return known;
    const state = worthItems.reduce(
      (its, item, i) => (set & (1 << i) ? withChange(its, changes[item]) : its),
      from,
    );
    const power = powerAtState(build, speedRpm, state);
    all.set(set, power);
    return power;
  };
  const full = (1 << worthItems.length) - 1;
  const start = powerOfSet(0);
  const inOrder = worthItems.map((item, i): WorthStep => {
    const before = (1 << i) - 1;
    return { item, gain: powerOfSet(before | (1 << i)) - powerOfSet(before) };
  });
  const averaged = worthItems.map((item, i): WorthStep => ({
    item,
    gain: shapley(i, worthItems.length, powerOfSet),
  }));
  const gross = powerOfSet(full);
  const each = worthItems.map((item, i): WorthStep => ({ item, gain: powerOfSet(1 << i) - start }));
  const interaction = gross - start - each.reduce((sum, { gain }) => sum + gain, 0);
  const injected = point.path.injected ? point.power.byFuelFlow + path.drivePower.apart - gross : 0;
  const driven = -path.drivePower.apart;
  const cycle = point.power.flywheel - (gross + injected + driven);
  const ends: WorthStep[] = [
    { item: 'injection', gain: injected },
    { item: 'drive', gain: driven },
    { item: 'cycle', gain: cycle },
    { item: 'drivetrain', gain: point.power.wheels - point.power.flywheel },
  ];
  const worth = ({ gain }: WorthStep) => Math.abs(gain) > 1;
  // Its condition takes its share of whatever the engine makes: told first, of the engine alone.
  const sound = start / build.condition;
  const condition: WorthStep[] = [{ item: 'condition' as const, gain: start - sound }].filter(worth);
  return {
    speedRpm,
    start: sound,
    steps: [...condition, ...inOrder, ...ends.filter(worth)],
    averaged: [...condition, ...averaged, ...ends.filter(worth)],
    alone: [...condition, ...each, { item: 'interaction', gain: interaction }, ...ends.filter(worth)],
    flywheel: point.power.flywheel,
    wheels: point.power.wheels,
  };
}

const withChange = (
  state: State,
  { pressure = 1, temperature = 0, ratio = 0, lambda = 0 }: Change,
): State => ({
  pressure: state.pressure * pressure,
  temperature: state.temperature + temperature,
  ratio: state.ratio + ratio,
  lambda: state.lambda + lambda,
});

/**
 * The mean gain of an item over every order of all of them, by the sets that may stand before it. In: item, how many there are; what a set of
 * them makes, as bits. Source: Shapley (1953).
 */
export function shapley(item: number, count: number, powerOfSet: (set: number) => number): number {
  const factorial = (n: number): number => (n < 2 ? 1 : n * factorial(n - 1));
  let sum = 0;
  for (let set = 0; set < 1 << count; set++) {
    if (set & (1 << item)) continue;
    let size = 0;
    for (let i = 0; i < count; i++) if (set & (1 << i)) size++;
    const weight = (factorial(size) * factorial(count - size - 1)) / factorial(count);
    sum += weight * (powerOfSet(set | (1 << item)) - powerOfSet(set));
  }
  return sum;
}
