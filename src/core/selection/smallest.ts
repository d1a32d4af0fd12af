import type { ExhaustDrive } from '../charger/charger';
import { withEngineCharger } from '../build/row';
import { engineCharger } from '../charger/charged-air';
import { type MatchedBuild, isMatched } from '../charge-path/match';
import type { Job } from '../job/schema/job';
import type { Ref } from '../documents/ref';
import { arrangementOf, chargerAtEngine, withFitted } from '../job/chargers';
import { turboFitOf } from '../job/fit';
import type { Turbine } from '../turbine/document';
import { compileTurbine } from '../turbine/flow';
import type { Turbocharger } from '../turbocharger/document';
import { reason, type Reason } from '../working/range';
import { compileBuild, revGrid, type Build, type Library } from '../build/build';
import { figureAt } from '../workings/figures';
import { solveSweep } from '../solve/sweep';
import type { LimitState } from '../solve/verdict';

/** How one size carries the job. SI; speeds rev/min. */
export type Fit = {
  meets: boolean;
  state: LimitState;
  /** The first thing over its limit, or marginal; null where everything is within. */
  why: Reason | null;
  threshold: number | null;
  fullFrom: number | null;
  power: number;
  redLinePower: number;
  backGauge: number | null;
  /** Flywheel power gained over the air of the day alone at the goal's speed, W. */
  gained: number;
};

/** Sizes in order, with the smallest that does it; −1 if none does. */
export type Sized<T> = { rows: { item: T; fit: Fit }[]; smallest: number };

/** How many speeds a size is judged at. */
const SPEEDS = 24;

const thin = (grid: number[]) =>
  grid.length <= SPEEDS
    ? grid
    : Array.from({ length: SPEEDS }, (_, i) => grid[Math.round((i * (grid.length - 1)) / (SPEEDS - 1))]!);

/** Whether a build meets its goal inside the limits of shaft, turbine, map and gate. */
export function fitOf(build: Build): Fit {
  const sweep = solveSweep(build, thin(revGrid(build)));
  const { turbo, goal, goalPoint, points } = sweep;
  const solved = points.filter((p) => p.status.kind !== 'failed');
  const why = goal.state === 'within' ? null : goal.short;
  return {
    meets: goal.holds,
    state: goal.state,
    why,
    threshold: turbo?.threshold ?? null,
    fullFrom: turbo?.fullFrom ?? null,
    power: goalPoint.power.flywheel,
    redLinePower: solved.at(-1)?.power.flywheel ?? 0,
    backGauge: figureAt(build, goalPoint, 'back-pressure-gauge'),
    gained: goalPoint.power.flywheel - goalPoint.alonePower,
  };
}

const sized = <T>(rows: { item: T; fit: Fit }[]): Sized<T> => ({
  rows,
  smallest: rows.findIndex((r) => r.fit.meets),
});

/** The build with another turbine or gate at the engine. */
const withTurbineSide = (build: MatchedBuild, change: Partial<ExhaustDrive>): MatchedBuild =>
  withEngineCharger(build, (charger) => ({ ...charger, drive: { ...charger.drive, ...change } }));

export type HousingSize = { index: number; name: string; area: number };

/** The housings of the build's turbine by rising area. In: matched build; its turbine as the library has it. */
export function* housingSizes(
  build: MatchedBuild,
  turbine: Turbine,
): Generator<Sized<HousingSize> | undefined> {
  const { exhaust } = engineCharger(build).drive;
  const gas = { gamma: exhaust.gamma, gasConstant: exhaust.gas.gasConstant };
  const known = turbine.housings.flatMap((housing, index) => {
    const compiled = compileTurbine(turbine, index, gas);
    return compiled ? [{ index, name: housing.name, compiled }] : [];
  });
  const rows: { item: HousingSize; fit: Fit }[] = [];
  for (const { compiled, index, name } of known.sort((a, b) => a.compiled.area - b.compiled.area)) {
    rows.push({
      item: { index, name, area: compiled.area },
      fit: fitOf(withTurbineSide(build, { turbine: compiled })),
    });
    yield undefined;
  }
  yield sized(rows);
}

/** Bores that wastegates are made in, m (common practice, no source). */
const GATE_BORES = [
  0.018, 0.02, 0.022, 0.025, 0.028, 0.032, 0.035, 0.038, 0.04, 0.044, 0.046, 0.05, 0.06, 0.066,
];
/** Springs as they are sold, Pa gauge: every 10 kPa. */
const SPRINGS = Array.from({ length: 19 }, (_, i) => 20_000 + 10_000 * i);

/** Gates by rising bore, the diaphragm growing with it; nothing where vanes or nothing hold the boost. */
export function* gateSizes(build: MatchedBuild): Generator<Sized<{ bore: number }> | undefined> {
  const { gate } = engineCharger(build).drive;
  if (gate.kind !== 'valve') return;
  const rows: { item: { bore: number }; fit: Fit }[] = [];
  for (const bore of GATE_BORES) {
    const scale = bore / gate.bore;
    const next = { ...gate, bore, area: gate.area * scale ** 2, diaphragm: gate.diaphragm * scale };
    rows.push({
      item: { bore },
      fit: fitOf(withTurbineSide(build, { gate: next })),
    });
    yield undefined;
  }
  yield sized(rows);
}

/** Springs by rising pressure; nothing where there is no spring to choose. */
export function* springSizes(build: MatchedBuild): Generator<Sized<{ spring: number }> | undefined> {
  const { gate } = engineCharger(build).drive;
  if (gate.kind !== 'valve' || gate.reference === 'dome') return;
  const rows: { item: { spring: number }; fit: Fit }[] = [];
  for (const springGauge of SPRINGS) {
    const sprung = withTurbineSide(build, { gate: { ...gate, springGauge } });
    const fit = fitOf(sprung);
    const stiff = fit.meets && isStiff(sprung);
    rows.push({
      item: { spring: springGauge },
      fit: stiff ? { ...fit, meets: false, state: 'over', why: stiff } : fit,
    });
    yield undefined;
  }
  yield sized(rows);
}

/** A spring that holds more than is asked at the goal: that boost cannot be had any lower. */
function isStiff(build: MatchedBuild): Reason | null {
  const { match, boostGauge } = solveSweep(build, [build.goal.speedRpm]).goalPoint;
  const { gate } = engineCharger(build).drive;
  if (match?.kind !== 'spring' || gate.kind !== 'valve') return null;
  return reason('spring-holds-more', {
    boost: [boostGauge, 'boost'],
    speed: [build.goal.speedRpm, 'engineSpeed'],
    spring: [gate.springGauge, 'boost'],
  });
}

export type TurboSize = Ref & { name: string; price: number | null; perPower: number | null };

/**
 * Every turbocharger of the library on a setup, by rising size of its compressor and turbine, as many as the setup has.
 * In: job; setup; library with their parts; the items. Gives 'undefined' after each, the answer last. Price is for all of
 * them, `perPower` per watt gained over the day's air alone. Items whose parts are not at hand are left out.
 */
export function* turboSizes(
  job: Job,
  setupId: string,
  library: Library,
  items: (Ref & { document: Turbocharger })[],
): Generator<Sized<TurboSize> | undefined> {
  const setup = job.setups.find((s) => s.id === setupId)!;
  const arrangement = arrangementOf(setup.induction);
  const count = chargerAtEngine(setup)?.count ?? 1;
  const known = items.flatMap((item) => {
    const compressor = library.compressor(item.document.compressor);
    const turbine = library.turbine(item.document.turbine);
    return compressor && turbine
      ? [{ item, size: [compressor.exducer.value, turbine.inducer.value] as const }]
      : [];
  });
  known.sort((a, b) => a.size[0] - b.size[0] || a.size[1] - b.size[1]);
  const rows: { item: TurboSize; fit: Fit }[] = [];
  for (const { item } of known) {
    const tried = withFitted(job, setupId, arrangement, { engine: turboFitOf(item) });
    const result = compileBuild(tried, setupId, library);
    if (!('problems' in result) && isMatched(result.build)) {
      const fit = fitOf(result.build);
      const price = item.document.price ? item.document.price.value * count : null;
      rows.push({
        item: {
          id: item.id,
          revision: item.revision,
          name: item.document.name,
          price,
          perPower: price !== null && fit.gained > 1_000 ? price / fit.gained : null,
        },
        fit,
      });
    }
    yield undefined;
  }
  yield sized(rows);
}
