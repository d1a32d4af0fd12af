import { fuelOf, type FuelId } from '../fuel/fuels';
import type { Job, Loss, Setup } from './schema/job';
import { openInduction } from './chargers';
import { withFollowers } from './following';
import { given, guess } from '../documents/input';
import { FIRST_START, type EngineKind, type JobStart } from './start';
import { JOB_VERSION } from './schema/version';

/** λ and BSFC that belong to a fuel, as guesses. */
export function fuelDefaults(id: FuelId): Job['brief']['fuel'] {
  const fuel = fuelOf(id);
  return { id, lambda: guess(fuel.lambda), bsfc: guess(fuel.bsfc), bsfcLambda: guess(fuel.lambda) };
}

const loss = (
  place: Loss['place'],
  drop: number,
  massFlow: number,
  pressure: number,
  temperature: number,
): Loss => ({
  place,
  from: 'drop',
  drop: guess(drop),
  massFlow: guess(massFlow),
  pressure: guess(pressure),
  temperature: guess(temperature),
});

const degrees = Math.PI / 180;

type BriefRest = Omit<Job['brief'], 'goal' | 'drivetrain' | 'fuel' | 'venue'>;

/** What a Brief holds beside goal, fuel and venue before anybody has said a word. */
const emptyBrief = (): BriefRest => ({
  customer: '',
  wish: '',
  use: { kind: 'road' },
  fuelBest: null,
  fuelWorst: null,
  otherVenues: [],
  budget: { currency: 'EUR' },
  due: '',
  fixed: [],
  local: { place: 'road', answers: [] },
  vehicle: {
    kind: 'vehicle',
    name: '',
    driven: 'rear',
    gears: [],
    propellerExponent: guess(3),
    load: [],
    clutch: { name: '' },
    gearbox: { name: '' },
  },
});

type SetupRest = Pick<Setup, 'exhaust' | 'readings'> & {
  boost: Pick<Setup['boost'], 'held' | 'curve' | 'gears' | 'gear'>;
};

/** Heat from gas to wall of a two-litre engine's port and manifold, W/K: cools full flow by some 40 °C (from memory). */
const HEAT_LOSS = 16;

/**
 * What a setup holds of the hot side and of boost over the revs before anybody has said a word. In: displacement m³; the
 * fuel. Shares of the heat: spark 0.36, diesel 0.33 (from memory).
 */
export function emptySetup(displacement: number, fuel: FuelId): SetupRest {
  const isDiesel = fuelOf(fuel).ignition === 'compression';
  const heatLoss = HEAT_LOSS * (displacement / 0.002) ** (2 / 3);
  return {
    exhaust: {
      share: guess(isDiesel ? 0.33 : 0.36),
      retard: guess(0),
      retardBy: 'stated',
      heatLoss: guess(Math.min(1_000, Math.round(heatLoss * 10) / 10)),
      wall: guess(isDiesel ? 600 : 700),
      manifold: 'open',
      pulse: guess(1.1),
    },
    readings: {},
    boost: { held: 'gauge', curve: { confidence: 'guess', rows: [] }, gears: [], gear: 0 },
  };
}

type EngineRest = Pick<Job['engine'], 'volumes' | 'cam' | 'valve' | 'condition' | 'baseline'>;
type Known = Pick<Job['engine'], 'bore' | 'stroke' | 'compressionRatio'>;

/** What an engine holds beside its main figures before anything was measured: nothing of it counts until it is asked for. */
function emptyEngine({ bore, stroke, compressionRatio }: Known, fuel: FuelId): EngineRest {
  const swept = (Math.PI / 4) * bore.value ** 2 * stroke.value;
  const gasketBore = Math.min(1, bore.value * 1.012);
  const gasketThickness = 0.001;
  const gasket = (Math.PI / 4) * gasketBore ** 2 * gasketThickness;
  // A chamber that gives the ratio as it was stated: choosing volumes first changes nothing.
  const chamber = Math.max(0, swept / (compressionRatio.value - 1) - gasket);
  return {
    volumes: {
      used: false,
      chamber: guess(chamber),
      crown: guess(0),
      gasketBore: guess(gasketBore),
      gasketThickness: guess(gasketThickness),
      deck: guess(0),
    },
    cam: {
      known: false,
      atLift: guess(0.00127),
      intake: guess(220 * degrees),
      exhaust: guess(222 * degrees),
      intakeLift: guess(0.0105),
      exhaustLift: guess(0.0105),
      separation: guess(112 * degrees),
      intakeCentre: guess(110 * degrees),
      movesShape: false,
      shapeDuration: guess(220 * degrees),
    },
    valve: {},
    condition: { compression: [], leakDown: [], belts: 'unchecked', weakPoints: [], factor: guess(1) },
    baseline: {
      name: '',
      on: '',
      basis: 'wheels',
      correction: 'none',
      confidence: 'guess',
      pressure: guess(101_325),
      temperature: guess(293.15),
      humidity: guess(0.5),
      chargeTemperature: guess(293.15),
      lambda: guess(fuelOf(fuel).bestPowerLambda),
      inletDrop: guess(1_500),
      backPressureRatio: guess(1),
      fuel,
      bsfc: guess(fuelOf(fuel).bsfc * UNBOOSTED_BSFC),
      bsfcLambda: guess(fuelOf(fuel).bestPowerLambda),
      rows: [],
    },
  };
}

/** An unboosted engine burns a little less for its power: petrol 0.47 against 0.50 lb/hp·h (common practice, no source). */
const UNBOOSTED_BSFC = 0.94;

const toHundred = (value: number) => Math.round(value / 100) * 100;

/**
 * How time to boost is tried before anybody has said: foot down at four fifths of the goal's speed, where a turbo of the
 * right size is past its knee. In: red line and the goal's speed, rev/min.
 */
export const emptyTrial = (redLineRpm: number, goalRpm: number = redLineRpm * 0.93): Job['trial'] => ({
  kind: 'step',
  speedRpm: guess(Math.min(30_000, Math.max(300, toHundred(goalRpm * 0.8)))),
  load: guess(0.2),
  gear: 2,
  rate: guess(Math.min(20_000, Math.max(50, toHundred(redLineRpm * 0.08)))),
  inertia: guess(0.2),
});

/** Losses of a first setup, Pa, at the goal's flow: filter, cooler, throttle, and the exhaust of a road build (estimates). */
const FIRST_LOSSES: [Loss['place'], number, number, number][] = [
  ['filter', 2_000, 100_000, 295],
  ['cooler', 6_000, 200_000, 400],
  ['throttle', 1_500, 195_000, 325],
  ['downpipe', 3_000, 115_000, 1_000],
  ['catalyst', 6_000, 112_000, 980],
  ['silencer', 8_000, 106_000, 900],
];

/** A first setup, all of it estimates that follow engine and goal. */
function defaultSetup(id: string): Setup {
  const rest = emptySetup(0.002, 'petrol-98');
  return {
    ...rest,
    exhaust: { ...rest.exhaust, retardBy: 'estimate' },
    id,
    letter: 'A',
    name: 'First idea',
    induction: openInduction(7_000),
    efficiencyGuess: guess(0.7),
    plumbing: FIRST_LOSSES.map(([place, drop, pressure, temperature]) =>
      loss(place, drop, 0.2, pressure, temperature),
    ),
    boost: {
      ...rest.boost,
      kind: 'goal',
      levelGauge: guess(80_000),
      hold: 'pressure',
      onsetRpm: guess(2_000),
      fullRpm: guess(3_600),
    },
    backPressureRatio: guess(1.3),
  };
}

const fuelOfKind: Record<EngineKind, FuelId> = { petrol: 'petrol-98', diesel: 'diesel', alcohol: 'e85' };

/** About half a litre a cylinder on petrol, a litre on a diesel; even numbers from four on. */
function cylindersOf({ engine, displacement }: JobStart): number {
  const each = displacement / (engine === 'diesel' ? 0.00095 : 0.0005);
  if (each < 3.5) return Math.max(1, Math.round(each));
  return Math.min(16, 2 * Math.round(each / 2));
}

/** A new job: what was said first is reported, everything else an estimate that follows it until it is edited. */
export function newJob(name: string, setupId: string, start?: JobStart): Job {
  const first = start ?? FIRST_START;
  const said = (value: number) => (start ? given(value, 'reported') : guess(value));
  const fuel = fuelOfKind[first.engine];
  const cylinders = cylindersOf(first);
  // A square engine of that displacement.
  const bore = start ? Math.cbrt((4 * first.displacement) / (Math.PI * cylinders)) : 0.086;
  const main = { bore: said(bore), stroke: said(bore), compressionRatio: guess(9) };
  const job: Job = {
    version: JOB_VERSION,
    name,
    brief: {
      ...emptyBrief(),
      goal: {
        power: said(first.goal.power),
        basis: first.goal.basis,
        speedRpm: said(first.goal.speedRpm),
      },
      drivetrain: { school: 'share', lossShare: guess(0.15), fixedLoss: guess(5_000) },
      fuel: fuelDefaults(fuel),
      venue: {
        name: '',
        altitude: guess(0),
        barometer: { kind: 'standard', pressure: guess(101_325) },
        temperature: guess(293.15),
        humidity: { kind: 'relative', relative: guess(0.5), dewPoint: guess(282.15) },
      },
    },
    engine: {
      ...main,
      ...emptyEngine(main, fuel),
      cylinders: said(cylinders),
      cycle: first.cycle,
      redLineRpm: said(first.redLineRpm),
      idleRpm: guess(900),
      trappingEfficiency: guess(0.8),
      evaporatedShare: guess(0.2),
      breathing: {
        source: 'shape',
        shape: {
          id: first.engine === 'diesel' ? 'diesel' : 'four-valve',
          peak: guess(0.98),
          peakRpm: guess(5_200),
        },
        table: {
          confidence: 'guess',
          rows: [
            { speedRpm: 1000, value: 0.78 },
            { speedRpm: 2500, value: 0.86 },
            { speedRpm: 4000, value: 0.94 },
            { speedRpm: 5200, value: 0.98 },
            { speedRpm: 6500, value: 0.93 },
            { speedRpm: 7500, value: 0.82 },
          ],
        },
        reference: {
          temperature: guess(298.15),
          backPressureRatio: guess(1),
          fuel,
          lambda: guess(fuelOf(fuel).bestPowerLambda),
        },
        temperatureExponent: guess(0.5),
      },
    },
    trial: emptyTrial(7_000, 6_500),
    setups: [defaultSetup(setupId)],
    settled: [],
    bin: [],
  };
  return withFollowers(job);
}
