import { fuelOf, type FuelId } from '../fuel/fuels';
import type { Job, Loss, Setup } from './document';
import { guess } from './input';
import { JOB_VERSION } from './version';

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
export const emptyBrief = (): BriefRest => ({
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
export function emptyEngine({ bore, stroke, compressionRatio }: Known, fuel: FuelId): EngineRest {
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

/** What a setup holds of a second stage before there is one. In: red line, rev/min. */
export const emptyPair = (redLineRpm: number): Setup['pair'] => ({
  changeover: {
    speedRpm: guess(Math.min(30_000, Math.max(300, toHundred(redLineRpm * 0.55)))),
    hysteresisRpm: guess(Math.min(5_000, Math.max(50, toHundred(redLineRpm * 0.04)))),
    bypasses: false,
  },
  between: {
    hold: 'free',
    gauge: guess(80_000),
    cooler: { kind: 'none', effectiveness: guess(0.65), coolantRise: guess(5) },
  },
});

/** How time to boost is tried before anybody has said: foot down at a third of the revs. In: red line, rev/min. */
export const emptyTrial = (redLineRpm: number): Job['trial'] => ({
  kind: 'step',
  speedRpm: guess(Math.min(30_000, Math.max(300, toHundred(redLineRpm * 0.4)))),
  load: guess(0.2),
  gear: 2,
  rate: guess(Math.min(20_000, Math.max(50, toHundred(redLineRpm * 0.08)))),
  inertia: guess(0.2),
});

/** A first setup for an engine that breathes about `massFlow` kg/s at the goal, all of it guesses. */
function defaultSetup(
  id: string,
  redLineRpm: number,
  goalSpeedRpm: number,
  massFlow: number,
  fuel: FuelId,
): Setup {
  const rest = emptySetup(0.002, fuel);
  return {
    ...rest,
    id,
    letter: 'A',
    name: 'First idea',
    induction: { kind: 'turbo', arrangement: 'single', stages: [{ compressor: null }] },
    pair: emptyPair(redLineRpm),
    efficiencyGuess: guess(0.7),
    plumbing: [
      loss('filter', 2_000, massFlow, 100_000, 295),
      loss('cooler', 6_000, massFlow, 200_000, 400),
      loss('throttle', 1_500, massFlow, 195_000, 325),
    ],
    cooler: { kind: 'air', effectiveness: guess(0.7), coolantRise: guess(5) },
    boost: {
      ...rest.boost,
      kind: 'goal',
      levelGauge: guess(80_000),
      hold: 'pressure',
      onsetRpm: guess(Math.round((goalSpeedRpm * 0.3) / 100) * 100),
      fullRpm: guess(Math.round((goalSpeedRpm * 0.55) / 100) * 100),
    },
    backPressureRatio: guess(1.3),
  };
}

/** A new job: a two-litre four on petrol at sea level, every figure a guess to be replaced. */
export function newJob(name: string, setupId: string): Job {
  const fuel: FuelId = 'petrol-98';
  const main = { bore: guess(0.086), stroke: guess(0.086), compressionRatio: guess(9) };
  return {
    version: JOB_VERSION,
    name,
    brief: {
      ...emptyBrief(),
      goal: { power: guess(260 * 745.6998715822702), basis: 'flywheel', speedRpm: guess(6_500) },
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
      cylinders: guess(4),
      cycle: 'four-stroke',
      redLineRpm: guess(7_000),
      idleRpm: guess(900),
      trappingEfficiency: guess(0.8),
      evaporatedShare: guess(0.2),
      breathing: {
        source: 'shape',
        shape: { id: 'four-valve', peak: guess(0.98), peakRpm: guess(5_200) },
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
        reference: { temperature: guess(298.15), backPressureRatio: guess(1), fuel, lambda: guess(0.88) },
        temperatureExponent: guess(0.5),
      },
    },
    trial: emptyTrial(7_000),
    setups: [defaultSetup(setupId, 7_000, 6_500, 0.2, fuel)],
    settled: [],
    bin: [],
  };
}
