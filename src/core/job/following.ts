import { displacement } from '../engine/formulas';
import { fuelOf, fuelOfBrief } from '../fuel/fuels';
import { airPerPower } from '../engine/power-formulas';
import type { Job, Setup } from './schema/job';
import type { Input } from '../documents/input';

/**
 * Defaults that follow the engine, the fuel and the goal: each goes with them until somebody edits it by hand. An input that
 * still follows carries `auto`; editing it takes that away.
 */
type Follower = { of: (job: Job) => Input | undefined; value: (job: Job) => number };

const toFifty = (value: number) => Math.round(value / 50) * 50;
const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value));

const isDiesel = (job: Job) => fuelOf(job.brief.fuel.id).ignition === 'compression';
const isAlcohol = (job: Job) => ['e85', 'methanol'].includes(job.brief.fuel.id);
const goalRpm = (job: Job) => job.brief.goal.speedRpm.value;
const redLine = (job: Job) => job.engine.redLineRpm.value;
const sweptOf = ({ engine }: Job) =>
  displacement.fn({
    bore: engine.bore.value,
    stroke: engine.stroke.value,
    cylinders: engine.cylinders.value,
  });

/** Air that the goal takes, kg/s, by fuel flow: what losses are stated at. */
export function goalFlow({ brief }: Job): number {
  const fuel = fuelOfBrief(brief.fuel);
  const share = brief.goal.basis === 'wheels' ? 1 - brief.drivetrain.lossShare.value : 1;
  const perPower = airPerPower.fn({
    stoichiometric: fuel.stoichiometric,
    bestPowerLambda: fuel.bestPowerLambda,
    lambda: brief.fuel.lambda.value,
    bsfc: brief.fuel.bsfc.value,
    bsfcLambda: brief.fuel.bsfcLambda.value,
  });
  return within((brief.goal.power.value / Math.max(0.3, share)) * perPower, 0.001, 20);
}

/** From memory and common practice: what such an engine usually has. */
const engine: Follower[] = [
  // An estimate of the BSFC goes with the ethanol that was measured.
  {
    of: (job) => (job.brief.fuel.ethanol ? job.brief.fuel.bsfc : undefined),
    value: (job) => fuelOfBrief(job.brief.fuel).bsfc,
  },
  {
    of: (job) => job.engine.idleRpm,
    value: (job) =>
      isDiesel(job)
        ? within(toFifty(redLine(job) * 0.22), 550, 900)
        : within(toFifty(redLine(job) * 0.13), 600, 1_500),
  },
  {
    of: (job) => job.engine.compressionRatio,
    value: (job) => (isDiesel(job) ? 16.5 : isAlcohol(job) ? 10 : 9),
  },
  {
    of: (job) => job.engine.evaporatedShare,
    value: (job) => (isDiesel(job) ? 0 : isAlcohol(job) ? 0.3 : 0.2),
  },
  {
    of: (job) => job.engine.breathing.shape.peak,
    value: (job) => (job.engine.cycle === 'two-stroke' ? 0.85 : isDiesel(job) ? 0.9 : 0.98),
  },
  {
    of: (job) => job.engine.breathing.shape.peakRpm,
    value: (job) => toFifty(redLine(job) * (isDiesel(job) ? 0.6 : 0.74)),
  },
  {
    of: (job) => job.engine.breathing.reference.lambda,
    value: (job) => fuelOf(job.engine.breathing.reference.fuel).bestPowerLambda,
  },
  {
    of: (job) => job.trial.speedRpm,
    value: (job) => within(toFifty(goalRpm(job) * 0.8), 300, 30_000),
  },
  {
    of: (job) => job.trial.rate,
    value: (job) => within(toFifty(redLine(job) * 0.08), 50, 20_000),
  },
];

/** Share of the goal's speed at which boost begins and is full, until a turbine is matched. */
const BOOST: Record<'spark' | 'compression', [number, number]> = {
  spark: [0.3, 0.55],
  compression: [0.42, 0.65],
};
/** Never under idle, nor full before it begins: slow engines leave little between. */
const boostSpeed = (job: Job, which: 0 | 1): number => {
  const share = BOOST[isDiesel(job) ? 'compression' : 'spark'][which];
  const least = which === 0 ? job.engine.idleRpm.value + 100 : boostSpeed(job, 0) + 100;
  return within(Math.max(least, toFifty(goalRpm(job) * share)), 100, 30_000);
};

const changeoverOf = ({ induction }: Setup) =>
  induction.kind === 'charged' ? induction.changeover : undefined;

type SetupFollower = { of: (setup: Setup) => Input | undefined; value: (job: Job) => number };
const setups: SetupFollower[] = [
  { of: (s) => s.boost.onsetRpm, value: (job) => boostSpeed(job, 0) },
  { of: (s) => s.boost.fullRpm, value: (job) => boostSpeed(job, 1) },
  { of: (s) => s.exhaust.share, value: (job) => (isDiesel(job) ? 0.33 : 0.36) },
  { of: (s) => s.exhaust.wall, value: (job) => (isDiesel(job) ? 600 : 700) },
  {
    of: (s) => s.exhaust.heatLoss,
    // Of a two-litre engine 16 W/K, growing with the surface of port and manifold.
    value: (job) => within(Math.round(160 * (sweptOf(job) / 0.002) ** (2 / 3)) / 10, 0, 1_000),
  },
  {
    of: (s) => changeoverOf(s)?.speedRpm,
    value: (job) => within(toFifty(redLine(job) * 0.55), 300, 30_000),
  },
  {
    of: (s) => changeoverOf(s)?.hysteresisRpm,
    value: (job) => within(toFifty(redLine(job) * 0.04), 50, 5_000),
  },
];

const EXHAUST = new Set(['manifold', 'downpipe', 'catalyst', 'silencer']);
/** Fuel beside the air in the exhaust, about. */
const WITH_FUEL = 1.07;

/** Every input that can follow, with what it follows to. */
function* followers(job: Job): Generator<[Input, number]> {
  for (const { of, value } of engine) {
    const input = of(job);
    if (input) yield [input, value(job)];
  }
  for (const setup of job.setups) {
    for (const { of, value } of setups) {
      const input = of(setup);
      if (input) yield [input, value(job)];
    }
    for (const { massFlow, place } of setup.plumbing)
      yield [massFlow, goalFlow(job) * (EXHAUST.has(place) ? WITH_FUEL : 1)];
  }
}

/** Brings every default that still follows to where it belongs. Changes the draft it is given. */
export function follow(job: Job): void {
  for (const [input, value] of followers(job))
    if (input.auto && Number.isFinite(value) && input.value !== value) input.value = value;
}

/** A job whose defaults all follow. */
export function withFollowers(job: Job): Job {
  for (const [input] of followers(job)) if (input.confidence === 'guess') input.auto = true;
  follow(job);
  return job;
}
