/**
 * What migrations filled in, as it was when each was written. Never edited: today's defaults stand in `defaults.ts`, and an
 * old job must open the same for ever.
 */
const guess = (value: number) => ({ value, confidence: 'guess' });

/** Of the fuels as they were known then: λ of best power, BSFC kg/J. */
const fuels = {
  'petrol-92': { bestPowerLambda: 0.88, bsfc: 8.444444444444444e-8, isDiesel: false },
  'petrol-95': { bestPowerLambda: 0.88, bsfc: 8.444444444444444e-8, isDiesel: false },
  'petrol-98': { bestPowerLambda: 0.88, bsfc: 8.444444444444444e-8, isDiesel: false },
  'petrol-102': { bestPowerLambda: 0.88, bsfc: 8.444444444444444e-8, isDiesel: false },
  e85: { bestPowerLambda: 0.86, bsfc: 1.2166666666666666e-7, isDiesel: false },
  methanol: { bestPowerLambda: 0.83, bsfc: 1.8583333333333334e-7, isDiesel: false },
  diesel: { bestPowerLambda: 1, bsfc: 6.166666666666666e-8, isDiesel: true },
};
type FuelId = keyof typeof fuels;
export const frozenFuel = (id: unknown): FuelId =>
  (Object.keys(fuels) as FuelId[]).find((known) => known === id) ?? 'petrol-98';

const toHundred = (value: number) => Math.round(value / 100) * 100;
const degrees = Math.PI / 180;

/** What a Brief holds beside goal, fuel and venue before anybody has said a word. */
export const briefOfVersion4 = () => ({
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

/** Heat from gas to wall of a two-litre engine's port and manifold, W/K: cools full flow by some 40 °C (from memory). */
const HEAT_LOSS = 16;

/**
 * What a setup holds of the hot side and of boost over the revs before anybody has said a word. In: displacement m³; the
 * fuel. Shares of the heat: spark 0.36, diesel 0.33 (from memory).
 */
export function setupOfVersion5(displacement: number, fuel: FuelId) {
  const { isDiesel } = fuels[fuel];
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

/** What an engine holds beside its main figures before anything was measured: nothing of it counts until it is asked for. */
type Known = Record<'bore' | 'stroke' | 'compressionRatio', { value: number }>;

export function engineOfVersion4({ bore, stroke, compressionRatio }: Known, fuel: FuelId) {
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
      lambda: guess(fuels[fuel].bestPowerLambda),
      inletDrop: guess(1_500),
      backPressureRatio: guess(1),
      fuel,
      bsfc: guess(fuels[fuel].bsfc * 0.94),
      bsfcLambda: guess(fuels[fuel].bestPowerLambda),
      rows: [],
    },
  };
}

/** What a setup holds of a second stage before there is one. In: red line, rev/min. */
export const pairOfVersion6 = (redLineRpm: number) => ({
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
export const trialOfVersion6 = (redLineRpm: number) => ({
  kind: 'step',
  speedRpm: guess(Math.min(30_000, Math.max(300, toHundred(redLineRpm * 0.4)))),
  load: guess(0.2),
  gear: 2,
  rate: guess(Math.min(20_000, Math.max(50, toHundred(redLineRpm * 0.08)))),
  inertia: guess(0.2),
});
