import type { Quantity } from '../../units/quantities';
import type { JobBench, Where } from '../benches';
import type { Job } from '../schema/job';
import type { Confidence, Input } from '../../documents/input';
import { briefGrounds, briefInputs } from './brief-inputs';
import type { Descriptor, Standing } from './descriptor';
import { engineGrounds, engineInputs } from './engine-inputs';
import { coolingGrounds, coolingInputs } from './cooling-inputs';
import { injectionGrounds, injectionInputs } from './injection-inputs';
import { fuelGrounds, fuelInputs } from './fuel-inputs';
import { patternOf, placeOf } from './place';
import { limitGrounds, limitInputs } from './limit-inputs';
import { setupGrounds, setupInputs } from './setup-inputs';

/**
 * Every input of a job, by its path with '*' for numbers: what it is measured in, how it is called, where it is given, when
 * it counts. The one place for fields, sentences, spreads and the way to a problem; a test holds it to the schema.
 */
export const inputDescriptors = {
  ...briefInputs,
  ...engineInputs,
  ...setupInputs,
  ...coolingInputs,
  ...injectionInputs,
  ...fuelInputs,
  ...limitInputs,
};

type InputPattern = keyof typeof inputDescriptors;
type Concrete<P extends string> = P extends `${infer Head}*${infer Tail}`
  ? `${Head}${number}${Concrete<Tail>}`
  : P;
/** A path that is an input's: 'setups.0.boost.onsetRpm'. */
export type InputPath = Concrete<InputPattern>;

/** All that is known of an input; undefined for a path that is none. */
export const descriptorOf = (path: string): Descriptor | undefined => {
  const pattern = patternOf(path);
  return Object.hasOwn(inputDescriptors, pattern) ? inputDescriptors[pattern as InputPattern] : undefined;
};

/** What an input is measured in; undefined for a path that is no input. */
export const quantityOf = (path: string): Quantity | undefined => descriptorOf(path)?.quantity;

/** Venues are counted from the design point, which is the first. */
const FIRST_VENUE = 2;

/** What the field of an input is labelled; undefined for a path that is none. In: the path; the job, where it is at hand. */
export function labelOf(path: string, job?: Pick<Job, 'setups'>): string | undefined {
  const label = descriptorOf(path)?.label;
  if (label === undefined) return undefined;
  const place = placeOf(path, job);
  const number = (place.index ?? 0) + (path.startsWith('brief.otherVenues') ? FIRST_VENUE : 1);
  return (typeof label === 'function' ? label(place) : label).replace('{n}', String(number));
}

/** Where what is no input is given, by the beginning of its path: the longest that fits. */
const grounds: Record<string, Descriptor['where']> = {
  ...briefGrounds,
  ...engineGrounds,
  ...setupGrounds,
  ...coolingGrounds,
  ...injectionGrounds,
  ...fuelGrounds,
  ...limitGrounds,
};

/**
 * The bench and sheet where a path is given: where a problem with it is sent and mended. Total: what has no place of its own
 * is on Demand. In: the path; the job, where it is at hand to tell what a loss is, or in front of what a charger stands.
 */
export function whereOf(path: string, job?: Pick<Job, 'setups'>): Where {
  const pattern = patternOf(path).split('.');
  let where: Descriptor['where'] | undefined = descriptorOf(path)?.where;
  for (let length = pattern.length; !where && length > 0; length--) {
    const ground = pattern.slice(0, length).join('.');
    if (Object.hasOwn(grounds, ground)) where = grounds[ground];
  }
  if (!where) return { bench: 'demand', sheet: null };
  return typeof where === 'function' ? where(placeOf(path, job)) : where;
}
export const benchOfPath = (path: string, job?: Pick<Job, 'setups'>): JobBench => whereOf(path, job).bench;

/** The whole breathing table counts as one input: its points were taken together. */
export const BREATHING_TABLE = 'engine.breathing.table';

/** And so do the rows of the measured run. */
export const BASELINE_ROWS = 'engine.baseline';

/** And the points of a boost curve. */
const BOOST_CURVE = 'setups.*.boost.curve';
export const isBoostCurve = (path: string): boolean => patternOf(path) === BOOST_CURVE;

/** What lists that are taken together are called: they are scaled rather than set. */
export const wholeNames: Record<string, string> = {
  [BREATHING_TABLE]: 'VE curve',
  [BASELINE_ROWS]: 'measured run',
  [BOOST_CURVE]: 'boost curve',
};
export const isWhole = (path: string): boolean => Object.hasOwn(wholeNames, patternOf(path));

export type JobInput = { path: string; input: Pick<Input, 'value' | 'confidence'> };

function walk(at: unknown, path: string, found: JobInput[]): void {
  if (!at || typeof at !== 'object') return;
  if ('confidence' in at && 'value' in at) {
    found.push({ path, input: at as Input });
    return;
  }
  for (const [key, child] of Object.entries(at)) walk(child, `${path}.${key}`, found);
}

/**
 * Every input that has a say in one setup of a job, in the order of the work, the breathing table as one of them. `whole`:
 * also those that no spread of the steady figures rests on and setups are told apart by: inertias, the hysteresis, what a
 * loss was stated at, gears that are not looked at.
 */
export function inputsOf(job: Job, setupIndex: number, { whole = false } = {}): JobInput[] {
  const setup = job.setups[setupIndex]!;
  const found: JobInput[] = [];
  walk(job.brief, 'brief', found);
  walk(job.engine, 'engine', found);
  walk(setup, `setups.${setupIndex}`, found);
  const counting = found.filter(({ path }) => {
    const standing: Standing = { ...placeOf(path, job), job, setup };
    // A charger that is set aside counts for nothing.
    if (standing.charger === 'aside') return false;
    const say = descriptorOf(path)?.counts?.(standing) ?? true;
    return say === 'told' ? whole : say;
  });
  const together = (path: string, confidence: Confidence) =>
    counting.push({ path, input: { value: 1, confidence } });
  const { breathing, baseline } = job.engine;
  if (breathing.source === 'table') together(BREATHING_TABLE, breathing.table.confidence);
  if (breathing.source === 'baseline') together(BASELINE_ROWS, baseline.confidence);
  if (setup.boost.kind === 'curve' && setup.induction.kind === 'charged')
    together(`setups.${setupIndex}.boost.curve`, setup.boost.curve.confidence);
  return counting;
}

/** How far off an input may be, by how sure we are of it: one side, SI or as a share of the value. */
type Spread = { share: Record<Confidence, number> } | { by: Record<Confidence, number> };

const by = (measured: number, maker: number, reported: number, guess: number) => ({
  measured,
  maker,
  reported,
  guess,
});

/**
 * Spreads of the inputs: our own judgement from common practice, no source. A length is known better than a pressure drop,
 * a temperature is off by kelvins, a share by hundredths. What is not named is off by a share of its value.
 */
const spreads: Partial<Record<Quantity, Spread>> = {
  chamber: { share: by(0.005, 0.01, 0.03, 0.08) },
  angle: { by: by(0.017, 0.017, 0.035, 0.07) },
  bore: { share: by(0.0005, 0.001, 0.005, 0.02) },
  count: { by: by(0, 0, 0, 0) },
  engineSpeed: { share: by(0.005, 0.01, 0.02, 0.05) },
  temperature: { by: by(1, 2, 3, 8) },
  temperatureRise: { by: by(1, 2, 4, 8) },
  altitude: { by: by(5, 20, 50, 150) },
  airPressure: { share: by(0.001, 0.003, 0.005, 0.02) },
  share: { by: by(0.01, 0.02, 0.04, 0.08) },
  pressureDrop: { share: by(0.05, 0.1, 0.2, 0.4) },
};
const usual: Spread = { share: by(0.01, 0.02, 0.04, 0.08) };

/** How far off an input may be, one side, SI; never negative. In: its path and value with confidence. */
export function spreadOf({ path, input }: JobInput): number {
  const quantity = quantityOf(path);
  const spread: Spread = isWhole(path)
    ? { share: by(0.015, 0.025, 0.04, 0.08) }
    : (quantity && spreads[quantity]) || usual;
  return 'by' in spread
    ? spread.by[input.confidence]
    : Math.abs(input.value) * spread.share[input.confidence];
}
