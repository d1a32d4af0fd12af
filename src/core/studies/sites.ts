import { engineMachine, engineTurbine } from '../build/row';
import { engineCharger } from '../charger/charged-air';
import { shaftLimit } from '../charger/charger';
import type { Climate } from '../air/climate';
import type { Job } from '../job/schema/job';
import { reason, type Reason } from '../working/range';
import { climateOf, compileBuild, revGrid, type Build, type Library } from '../build/build';
import { planLevel, solvePoint, type OperatingPoint } from '../solve/point';
import { JUDGED_RATIO } from '../solve/map-spans';

/** One air the build is taken to: a venue of the Brief on its design day, its coldest or its hottest. */
export type Site = { venue: number; day: 'design' | 'coldest' | 'hottest'; climate: Climate };

/** The same build with the same boost setting in one air. SI; null where there is no answer. */
export type SiteRow = Site & {
  /** Running line: corrected flow kg/s over pressure ratio. */
  line: { speedRpm: number; flow: number; ratio: number }[];
  power: number | null;
  boostGauge: number | null;
  ratio: number | null;
  /** Fastest shaft as a share of its limit, and where. */
  fastest: { share: number; speedRpm: number } | null;
  leastSurge: { margin: number; speedRpm: number } | null;
  hottest: { temperature: number; speedRpm: number } | null;
  /** What breaks first in this air; null where everything holds. */
  trouble: Reason | null;
};

/** Every air of the Brief: design, cold and hot day of each venue, the design point first. */
export function sitesOf({ brief }: Job): Site[] {
  return [brief.venue, ...brief.otherVenues].flatMap((venue, index) =>
    (['design', 'coldest', 'hottest'] as const).flatMap((day): Site[] => {
      const temperature = day === 'design' ? venue.temperature : venue[day];
      const climate = temperature && climateOf(venue, temperature.value);
      return climate ? [{ venue: index, day, climate }] : [];
    }),
  );
}

/** The build of a job in another air with the boost setting it has at home: nobody retunes it on the way. */
export function buildIn(
  job: Job,
  setupId: string,
  library: Library,
  climate: Climate,
  levelGauge: number | null,
): Build | null {
  const result = compileBuild(job, setupId, library, climate);
  if ('problems' in result) return null;
  return atHeldLevel(result.build, levelGauge);
}

/** A build that holds a gauge level, Pa, whatever its plan would ask for; one on a curve keeps it. */
export const atHeldLevel = (build: Build, levelGauge: number | null): Build =>
  levelGauge === null || build.boost.kind === 'curve'
    ? build
    : { ...build, boost: { ...build.boost, kind: 'level', levelGauge } };

/** The gauge level that a setup's plan holds at home, Pa; null where it is a curve, which stands by itself, or fails. */
export function homeLevel(build: Build): number | null {
  if (build.boost.kind === 'curve') return null;
  const level = planLevel(build);
  return level.kind === 'boost' ? level.pressure - (build.boost.setIn ?? build.climate.pressure) : null;
}

/** What breaks first over solved points: what failed, shaft speed, surge, choke, turbine inlet temperature. Null where nothing does. */
export function troubleOf(build: Build, points: OperatingPoint[]): Reason | null {
  const name = { name: engineMachine(build)?.name ?? '' };
  const hottest = engineTurbine(build)?.turbine.maxTemperature ?? Infinity;
  for (const p of points) {
    const at = engineCharger(p).at;
    if (p.status.reason) return p.status.reason;
    if (!at || p.pressureRatio < JUDGED_RATIO) continue;
    const speed: [number, 'engineSpeed'] = [p.speedRpm, 'engineSpeed'];
    if (at.status === 'overspeed')
      return reason(
        'site-overspeed',
        { speed, limit: [shaftLimit(engineCharger(build)), 'shaftSpeed'] },
        name,
      );
    if (at.status === 'surge') return reason('site-surge', { speed }, name);
    if (at.status === 'choke') return reason('site-choke', { speed }, name);
    const inlet = (p.match && engineCharger(p.match))?.turbine.inlet.temperature;
    if (inlet && inlet > hottest)
      return reason('site-hot', {
        speed,
        temperature: [inlet, 'temperature'],
        limit: [hottest, 'temperature'],
      });
  }
  return null;
}

/** At the sweep's own speeds: where boost comes in a line is nearest to surge, and a coarser one would step over it. */
function pointsOf(build: Build): OperatingPoint[] {
  const level = planLevel(build);
  const points: OperatingPoint[] = [];
  for (const speed of revGrid(build))
    points.push(solvePoint(build, speed, level, points.at(-1), points.at(-2)));
  return points;
}

function rowOf(site: Site, build: Build): SiteRow {
  const points = pointsOf(build);
  const solved = points.filter((p) => p.status.kind !== 'failed');
  const goal =
    points.find((p) => p.speedRpm === build.goal.speedRpm) ??
    solvePoint(build, build.goal.speedRpm, planLevel(build));
  const isSolved = goal.status.kind !== 'failed';
  const judged = solved.filter((p) => engineCharger(p).at && p.pressureRatio >= JUDGED_RATIO);
  const best = <T>(of: (p: OperatingPoint) => T | null, better: (a: T, b: T) => boolean): T | null =>
    judged.reduce<T | null>((so, p) => {
      const here = of(p);
      return here !== null && (so === null || better(here, so)) ? here : so;
    }, null);
  return {
    ...site,
    line: judged.map((p) => ({
      speedRpm: p.speedRpm,
      flow: engineCharger(p.path).correctedFlow,
      ratio: p.pressureRatio,
    })),
    power: isSolved ? goal.power.flywheel : null,
    boostGauge: isSolved ? goal.boostGauge : null,
    ratio: isSolved ? goal.pressureRatio : null,
    fastest: best(
      (p) => {
        const share = engineCharger(p).at!.speedShare;
        return share === null ? null : { share, speedRpm: p.speedRpm };
      },
      (a, b) => a.share > b.share,
    ),
    leastSurge: best(
      (p) => {
        const margin = engineCharger(p).at!.surgeMargin;
        return margin === null ? null : { margin, speedRpm: p.speedRpm };
      },
      (a, b) => a.margin < b.margin,
    ),
    hottest: best(
      (p) =>
        p.match
          ? { temperature: engineCharger(p.match).turbine.inlet.temperature, speedRpm: p.speedRpm }
          : null,
      (a, b) => a.temperature > b.temperature,
    ),
    trouble: troubleOf(build, points),
  };
}

/**
 * One setup in every air of the Brief, its boost setting left as it is at home: gauge targets by gauge, absolute ones as
 * they are. In: job; setup id; library. Out: a row for each air, one sweep each. Total.
 */
export function* siteRows(job: Job, setupId: string, library: Library): Generator<SiteRow> {
  const home = compileBuild(job, setupId, library);
  if ('problems' in home) return;
  const gauge = homeLevel(home.build);
  for (const site of sitesOf(job)) {
    const build = buildIn(job, setupId, library, site.climate, gauge);
    if (build) yield rowOf(site, build);
  }
}

/** The setting that holds everywhere. Gauge, Pa. `asked` is what the plan has at home. */
export type Derated =
  | { kind: 'holds'; asked: number }
  | { kind: 'derated'; asked: number; gauge: number; venue: number; day: Site['day']; power: number }
  | { kind: 'nowhere'; asked: number };

/** The least boost the search goes down to, Pa. */
const LEAST = 10_000;

/** The greatest level at which nothing breaks, Pa gauge: the one asked, one found below it, or none. */
export type HoldingLevel = { kind: 'holds' | 'found' | 'nowhere'; gauge: number };

/**
 * The greatest level up to the one asked at which nothing breaks. In: Pa gauge; whether something does at a level, told step by step. Gives
 * what that gives, and returns the answer. Method: halving, to a thousandth.
 */
export function* greatestLevel(
  asked: number,
  breaksAt: (gauge: number) => Generator<undefined, boolean>,
): Generator<undefined, HoldingLevel> {
  if (!(yield* breaksAt(asked))) return { kind: 'holds', gauge: asked };
  if (yield* breaksAt(LEAST)) return { kind: 'nowhere', gauge: LEAST };
  let [holds, breaks] = [LEAST, asked];
  for (let i = 0; i < 10; i++) {
    const middle = (holds + breaks) / 2;
    if (yield* breaksAt(middle)) breaks = middle;
    else holds = middle;
  }
  return { kind: 'found', gauge: holds };
}

/**
 * The greatest boost setting at which nothing breaks in any air of the Brief: no surge, no choke, shaft and turbine inside
 * their limits. In: as `siteRows`. Gives 'undefined' while it works (one air a step), the answer last; nothing without a
 * level. Total. Method: `greatestLevel`.
 */
export function* derate(job: Job, setupId: string, library: Library): Generator<Derated | undefined> {
  const home = compileBuild(job, setupId, library);
  if ('problems' in home) return;
  const asked = homeLevel(home.build);
  if (asked === null) return;
  const sites = sitesOf(job);
  /** Where it breaks at what is asked, which is looked at first. */
  const worst: { site?: Site } = {};
  const breaksAt = function* (gauge: number): Generator<undefined, boolean> {
    for (const site of sites) {
      const build = buildIn(job, setupId, library, site.climate, gauge);
      yield undefined;
      if (build && troubleOf(build, pointsOf(build))) {
        worst.site ??= site;
        return true;
      }
    }
    return false;
  };
  const level = yield* greatestLevel(asked, breaksAt);
  if (level.kind === 'nowhere') return yield { kind: 'nowhere', asked };
  if (level.kind === 'holds' || !worst.site) return yield { kind: 'holds', asked };
  const { venue, day } = worst.site;
  const holds = level.gauge;
  const build = buildIn(job, setupId, library, sites[0]!.climate, holds);
  const power = build ? solvePoint(build, build.goal.speedRpm, planLevel(build)).power.flywheel : 0;
  yield { kind: 'derated', asked, gauge: holds, venue, day, power };
}
