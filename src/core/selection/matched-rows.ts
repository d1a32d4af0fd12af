import { isMatched } from '../charge-path/match';
import { engineCharger } from '../charger/charged-air';
import { findOnMap } from '../compressor/lookup';
import { correctedFlow } from '../compressor/formulas';
import { compressorOutlet } from '../compressor/outlet';
import { compiledMap, type CompiledMap } from '../compressor/map';
import type { Job } from '../job/schema/job';
import { reason } from '../working/range';
import { climateOf, compileBuild, revGrid, type Build, type Library } from '../build/build';
import { peakOf } from '../workings/compare';
import type { Level } from '../solve/demand';
import { JUDGED_RATIO } from '../solve/map-spans';
import { solveMatched } from '../charge-path/matched';
import { fastestOf } from '../solve/verdict';
import { type OperatingPoint, planLevel, runningOf, solvePath, solvePoint } from '../solve/point';
import {
  factsOf,
  libraryOfItems,
  rankingSpeeds,
  withCandidate,
  withoutCharger,
  type Candidate,
  type TurboItem,
} from './candidate';
import { failedRow, type Pass, type Row } from './row';
import { solveSpool, type TrialPlan } from '../studies/spool';
import { nearestToSurge, surgeMarginAt } from '../solve/map-spans';
import { solveSweep, type Sweep } from '../solve/sweep';

/** The ground every candidate stands on: the job's engine without a turbo, what it asks for, and where else it must hold. */
export type TurboGround = {
  job: Job;
  setupId: string;
  library: Library;
  level: Level;
  /** Air of the whole engine at the goal, kg/s, total ratio, and the state before the compressor. */
  massFlow: number;
  ratio: number;
  inlet: { pressure: number; temperature: number };
  trial: TrialPlan | null;
  base: Build;
  /** The job as it stands at the venue with the thinnest air; null where there is but one. */
  worst: { job: Job; level: Level } | null;
  /** Share of the shaft's limit that the duty leaves: long hours at load leave less (common practice, no source). */
  mostSpeed: number;
};

/** The ground of a ranking; null where the job cannot be solved or needs no boost. */
export function turboGround(
  job: Job,
  setupId: string,
  items: readonly TurboItem[],
  trial: TrialPlan | null,
): TurboGround | null {
  const open = withoutCharger(job, setupId);
  const library = libraryOfItems(items);
  const result = compileBuild(open, setupId, library);
  if ('problems' in result) return null;
  const base = result.build;
  const level = planLevel(base);
  if (level.kind !== 'boost') return null;
  const { path } = solvePath(base, base.goal.speedRpm, level);
  if (path.kind !== 'converged') return null;
  const { brief } = job;
  const air = (venue: Job['brief']['venue']) =>
    climateOf(venue, venue.hottest?.value ?? venue.temperature.value);
  const here = climateOf(brief.venue);
  const thinnest = [brief.venue, ...brief.otherVenues]
    .map((venue) => ({ venue, climate: air(venue) }))
    .filter((v) => v.climate !== null)
    .sort((a, b) => a.climate!.density - b.climate!.density)[0];
  const isThinner = thinnest && here && thinnest.climate!.density < here.density * 0.99;
  const worst = isThinner ? worstOf(job, setupId, open, library, thinnest.venue) : null;
  return {
    job,
    setupId,
    library,
    level,
    massFlow: path.massFlow,
    ratio: engineCharger(path).outlet.ratio,
    inlet: { pressure: path.filter.pressure, temperature: path.filter.temperature },
    trial,
    base,
    worst,
    mostSpeed: base.mostSpeed,
  };
}

/** The job at its venue with the thinnest air on the hottest day, and the boost the goal takes there. */
function worstOf(
  job: Job,
  setupId: string,
  open: Job,
  library: Library,
  venue: Job['brief']['venue'],
): TurboGround['worst'] {
  const moved = (one: Job): Job => ({
    ...one,
    brief: {
      ...one.brief,
      venue: { ...one.brief.venue, ...venue, ...(venue.hottest ? { temperature: venue.hottest } : {}) },
    },
  });
  const result = compileBuild(moved(open), setupId, library);
  if ('problems' in result) return null;
  return { job: moved(job), level: planLevel(result.build) };
}

/** How many of each place go into the pairs that are looked at. */
const SHORT_LIST = 7;

/** Efficiency at a flow and ratio; off the map less than anything on it. */
function fitAt(map: CompiledMap, flow: number, ratio: number, inlet: TurboGround['inlet']): number {
  const { reference } = map;
  const corrected = correctedFlow.fn({
    massFlow: flow,
    temperature: inlet.temperature,
    pressure: inlet.pressure,
    referenceTemperature: reference.temperature,
    referencePressure: reference.pressure,
  });
  const at = findOnMap(map, corrected, ratio);
  return at.status === 'inside'
    ? (at.efficiency ?? 0)
    : -Math.abs(Math.min(at.surgeMargin ?? -1, at.edgeRoom?.share ?? -1));
}

/**
 * Pairs worth a look: the best few for each place with the ratio shared evenly, each of the one with each of the other that
 * is smaller. In: ground; turbochargers, one entry of a compressor being enough for its kind.
 */
export function compoundPairs(ground: TurboGround, items: readonly TurboItem[]): Candidate<TurboItem>[] {
  const split = Math.sqrt(ground.ratio);
  if (split < 1.25) return [];
  const { gas } = ground.base.climate;
  const between = {
    pressure: ground.inlet.pressure * split,
    temperature: compressorOutlet(gas, ground.inlet.temperature, split, 0.75).temperature,
  };
  const best = (inlet: TurboGround['inlet']) =>
    items
      .map((item) => ({ item, fit: fitAt(compiledMap(item.compressor), ground.massFlow, split, inlet) }))
      .sort((a, b) => b.fit - a.fit)
      .slice(0, SHORT_LIST)
      .map(({ item }) => item);
  const fronts = best(ground.inlet);
  return best(between).flatMap((engine) =>
    fronts
      .filter((front) => front.compressor.inducer.value > engine.compressor.inducer.value)
      .map((front): Candidate<TurboItem> => ({ form: 'compound', chargers: [front, engine] })),
  );
}

/** All candidates of a library: each alone, each twice, and the pairs worth a look. */
export const turboCandidates = (ground: TurboGround, items: readonly TurboItem[]): Candidate<TurboItem>[] => [
  ...items.flatMap((engine): Candidate<TurboItem>[] => [
    { form: 'single', chargers: [engine] },
    { form: 'parallel', chargers: [engine] },
  ]),
  ...compoundPairs(ground, items),
];

const offMap = (status: string) => status === 'surge' || status === 'choke' || status === 'overspeed';
/** Boost from which a turbo counts as awake, Pa gauge (common practice, no source). */
const AWAKE = 20_000;

/**
 * Power that the map has room for at the ratio of the goal, W: of a pair the map in front, which takes in all the air as it
 * comes; behind it more of it is only denser.
 */
function potentialOf(point: OperatingPoint): number {
  const room = point.chargers[0]!.at?.edgeRoom?.share ?? 0;
  return point.power.flywheel * (1 + room);
}

const spooling = (boost: number) => boost ** (1 / 5);

/** A first look at a candidate by three matches: at the goal and twice below it. Never throws. */
export function screenTurbo(ground: TurboGround, candidate: Candidate<TurboItem>): Row {
  const result = compileBuild(
    withCandidate(ground.job, ground.setupId, candidate),
    ground.setupId,
    ground.library,
  );
  if ('problems' in result) return failedRow(candidate, 'screened', result.problems[0]!.reason);
  const { build } = result;
  if (!isMatched(build) || ground.level.kind !== 'boost')
    return failedRow(candidate, 'screened', reason('choose-turbine'));
  const { speedRpm, power: wanted } = build.goal;
  const asked = ground.level.pressure;
  const at = solvePoint(build, speedRpm, ground.level);
  if (!at.match)
    return failedRow(
      candidate,
      'screened',
      at.status.reason ?? reason('match-not-found', { speed: [speedRpm, 'engineSpeed'] }),
    );
  const low = build.idleRpm + 0.3 * (speedRpm - build.idleRpm);
  const middle = build.idleRpm + 0.55 * (speedRpm - build.idleRpm);
  const boostAt = (rpm: number) => {
    const { match, path } = solveMatched(build, rpm, asked);
    return match ? Math.max(0, path.manifold.pressure - build.climate.pressure) : 0;
  };
  const boosts = [boostAt(low), boostAt(middle), Math.max(0, at.boostGauge)];
  const speeds = [low, middle, speedRpm];
  // While a turbo spools its boost goes with about the fifth power of the speed (from memory): between two looks, and
  // below the first, it is read on that.
  const reaches = (boost: number): number | null => {
    const i = boosts.findIndex((b) => b >= boost);
    if (i < 0) return null;
    if (i === 0) return Math.max(build.idleRpm, low * spooling(boost / boosts[0]!));
    const [a, b] = [spooling(boosts[i - 1]!), spooling(boosts[i]!)];
    return speeds[i - 1]! + ((spooling(boost) - a) / (b - a || 1)) * (speeds[i]! - speeds[i - 1]!);
  };
  const full = asked - build.climate.pressure;
  const margin = surgeMarginAt(at);
  const fastest = Math.max(0, ...runningOf(at).map((c) => c.speedShare ?? 0));
  const off = runningOf(at).some((c) => offMap(c.status));
  const isShort = at.power.flywheel < wanted * 0.99;
  const gauge =
    (engineCharger(at.match).turbine.inlet.pressure - build.climate.pressure) / Math.max(1, at.boostGauge);
  return {
    ...factsOf(candidate),
    pass: 'screened',
    kind: isShort ? 'short' : off || fastest > 1 ? 'off-map' : 'holds',
    state: isShort || off || fastest > 1 ? 'over' : fastest > ground.mostSpeed ? 'marginal' : 'within',
    excess: excessOf(at.power.flywheel / wanted, [at], fastest),
    why: isShort
      ? reason('turbo-short', { power: [at.power.flywheel, 'power'], speed: [speedRpm, 'engineSpeed'] })
      : off
        ? reason('turbo-off-map', { speed: [speedRpm, 'engineSpeed'] })
        : reason('turbo-screened', { power: [at.power.flywheel, 'power'], speed: [speedRpm, 'engineSpeed'] }),
    power: at.power.flywheel,
    potential: potentialOf(at),
    peak: at.power.flywheel,
    redLine: null,
    threshold: reaches(AWAKE),
    fullFrom: isShort ? null : reaches(0.97 * full),
    time: null,
    efficiency: runningOf(at).reduce<number | null>(
      (least, c) => (c.efficiency === null ? least : Math.min(least ?? 1, c.efficiency)),
      null,
    ),
    surge: margin === null ? null : { margin, speedRpm },
    fastest,
    backPressure: at.boostGauge > AWAKE ? gauge : null,
    worstVenue: 1,
    strip: null,
    stepRpm: 0,
  };
}

/** Mean efficiency of the compressors where they boost, weighed alike; null where they never do. */
function meanEfficiency(points: OperatingPoint[]): number | null {
  const values = points
    .filter((p) => p.pressureRatio > 1.2)
    .flatMap((p) => runningOf(p).flatMap((c) => (c.efficiency === null ? [] : [c.efficiency])));
  return values.length ? values.reduce((a, b) => a + b, 0) / values.length : null;
}

/**
 * A candidate matched over the revs: at 24 speeds, or at every speed of the sweep, with its time to boost and what is left
 * at the worst venue. Never throws. Source: docs/physics/ranking.md.
 */
export function matchTurbo(
  ground: TurboGround,
  candidate: Candidate<TurboItem>,
  pass: Exclude<Pass, 'screened'>,
): Row {
  const put = withCandidate(ground.job, ground.setupId, candidate);
  const result = compileBuild(put, ground.setupId, ground.library);
  if ('problems' in result) return failedRow(candidate, pass, result.problems[0]!.reason);
  const { build } = result;
  const grid = revGrid(build);
  const speeds = pass === 'full' ? grid : rankingSpeeds(grid, build.idleRpm, 'coarse');
  const sweep = solveSweep(build, speeds);
  if (!sweep.goalPoint.match || !sweep.turbo) return failedRow(candidate, pass, sweep.goal.short);
  const wanted = build.goal.power;
  const found = measured({ build, sweep }, ground.trial, pass === 'full' ? 'fine' : 'coarse');
  const { power } = found;
  const { fastestAt, ...figures } = found;
  const worstVenue = ground.worst ? shareAtWorst(ground, candidate, wanted) : 1;
  const { state, short: verdict } = sweep.goal;
  const isShort = power < wanted * 0.995;
  const kind: Row['kind'] = state !== 'over' ? 'holds' : isShort ? 'short' : 'off-map';
  const why =
    state === 'within'
      ? reason('turbo-holds', {})
      : isShort && state === 'over'
        ? reason('turbo-short', { power: [power, 'power'], speed: [build.goal.speedRpm, 'engineSpeed'] })
        : verdict;
  return {
    ...factsOf(candidate),
    pass,
    kind,
    state,
    excess: state === 'over' ? excessOf(power / wanted, sweep.points, fastestAt.share) : 0,
    why,
    ...figures,
    fastest: fastestAt.share,
    worstVenue,
    strip: null,
    stepRpm: 0,
  };
}

/** The least excess of what is over a limit that no figure here measures. */
const SOME_EXCESS = 0.02;

/**
 * How far a build is from feasible, as the sum of what each limit is passed by: power short of the goal, the shaft over its
 * limit, surge and choke where boost is wanted, the turbine's temperature, speeds without an answer.
 */
function excessOf(share: number, points: OperatingPoint[], fastest: number): number {
  const most = (of: (p: OperatingPoint) => number) => points.reduce((worst, p) => Math.max(worst, of(p)), 0);
  const judged = (p: OperatingPoint) => runningOf(p).filter((c) => c.pressureRatio > JUDGED_RATIO);
  const lost = points.filter((p) => p.status.kind === 'failed').length / points.length;
  return Math.max(
    SOME_EXCESS,
    Math.max(0, 1 - share) +
      Math.max(0, fastest - 1) +
      most((p) => Math.max(0, ...judged(p).map((c) => -(c.surgeMargin ?? 0)))) +
      most((p) =>
        Math.max(0, ...judged(p).map((c) => (c.status === 'choke' ? -(c.edgeRoom?.share ?? 0) : 0))),
      ) +
      lost,
  );
}

/** The surge margin of a point with its speed. */
function surgeOf(point: OperatingPoint): Row['surge'] {
  const margin = surgeMarginAt(point);
  return margin === null ? null : { margin, speedRpm: point.speedRpm };
}

/** What a turbo is chosen by. SI; speeds rev/min; null where it does not happen. */
export type TurboFigures = Pick<
  Row,
  | 'power'
  | 'potential'
  | 'peak'
  | 'threshold'
  | 'fullFrom'
  | 'time'
  | 'efficiency'
  | 'surge'
  | 'backPressure'
  | 'redLine'
> & { fastestAt: { share: number; speedRpm: number } };

/** The figures of a solved build, with its time to full boost in a trial. Never throws. */
export function measured(
  { build, sweep }: { build: Build; sweep: Sweep },
  trial: TrialPlan | null,
  accuracy: 'fine' | 'coarse' = 'fine',
): TurboFigures {
  const { goalPoint, turbo } = sweep;
  const spool = trial && solveSpool(build, trial, sweep.level, accuracy);
  const nearest = nearestToSurge(sweep.points);
  const last = sweep.points.at(-1);
  return {
    power: goalPoint.power.flywheel,
    potential: potentialOf(goalPoint),
    peak: peakOf({ build, sweep }, 'power')?.power.flywheel ?? goalPoint.power.flywheel,
    redLine: last && last.status.kind !== 'failed' ? last.power.flywheel : null,
    threshold: turbo?.threshold ?? null,
    fullFrom: turbo?.fullFrom ?? null,
    time: spool?.kind === 'found' ? (spool.full?.time ?? null) : null,
    efficiency: meanEfficiency(sweep.points),
    surge: nearest ? surgeOf(nearest) : null,
    backPressure:
      goalPoint.match && goalPoint.boostGauge > AWAKE
        ? (engineCharger(goalPoint.match).turbine.inlet.pressure - build.climate.pressure) /
          goalPoint.boostGauge
        : null,
    fastestAt: fastestOf(sweep.points),
  };
}

/** Share of the goal's power that is left at the venue with the thinnest air, with the boost that makes it at home. */
function shareAtWorst(ground: TurboGround, candidate: Candidate<TurboItem>, wanted: number): number {
  const result = compileBuild(
    withCandidate(ground.worst!.job, ground.setupId, candidate),
    ground.setupId,
    ground.library,
  );
  if ('problems' in result || !isMatched(result.build)) return 0;
  const { build } = result;
  const point = solvePoint(build, build.goal.speedRpm, ground.worst!.level);
  const isOff = runningOf(point).some((c) => offMap(c.status));
  return point.match ? Math.min(1, point.power.flywheel / wanted) * (isOff ? 0.9 : 1) : 0;
}
