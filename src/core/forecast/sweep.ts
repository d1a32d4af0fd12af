import { reason, type Reason } from '../working/range';
import type { Climate } from '../air/climate';
import type { MapStatus } from '../compressor/lookup';
import { gainsOver, type Gains } from './baseline';
import { revGrid, type Build } from './build';
import type { Level } from './demand';
import { drawnPoints, kneesOf, type Knee } from './knee';
import { isMatched } from './settle';
import { pairFindings, pairLineOf, type PairLine } from './pair-line';
import { planLevel, solvePoint, type OperatingPoint } from './point';
import { turboFindings, turboLineOf, type TurboLine } from './turbo-line';

/** Raised whenever a change of the core changes its figures: summaries of an older core are stale. */
export const CORE_VERSION = 5;

/** A stretch of speeds with one trouble. `open` ends at the onset or the red line, not at a good speed. */
export type Span = {
  kind: 'surge' | 'choke' | 'overspeed';
  fromRpm: number;
  toRpm: number;
  startsAtOnset: boolean;
  endsAtRedLine: boolean;
  /** Of the stage in front of a compound pair. */
  front?: boolean;
};

type GoalVerdict = {
  /** Whether the goal stands on this plan and this compressor. */
  holds: boolean;
  /** At most 52 characters once in words. */
  short: Reason;
  /** What a specialist would say, most important first. */
  findings: Reason[];
};

export type Sweep = {
  climate: Climate;
  level: Level;
  points: OperatingPoint[];
  goalPoint: OperatingPoint;
  /** The points with both ends of every step of the boost: what a curve is drawn through. */
  drawn: OperatingPoint[];
  /** Where boost steps from one branch to another; empty for most. */
  knees: Knee[];
  spans: Span[];
  goal: GoalVerdict;
  /** What turbine and gate do over the revs; null while no turbine is chosen. */
  turbo: TurboLine | null;
  /** What a sequential or compound pair does; null without one. */
  pair: PairLine | null;
  coreVersion: number;
};

const bad = (status: MapStatus): Span['kind'] | null =>
  status === 'surge' || status === 'choke' || status === 'overspeed' ? status : null;

/** Stretches of judged points, in order of speed, where the running line has left the map. */
export function spansOf(judged: { speedRpm: number; status: MapStatus }[]): Span[] {
  const spans: Span[] = [];
  judged.forEach((p, i) => {
    const kind = bad(p.status);
    if (!kind) return;
    const open = spans.at(-1);
    const before = judged[i - 1];
    if (open && open.kind === kind && before && open.toRpm === before.speedRpm) open.toRpm = p.speedRpm;
    else
      spans.push({
        kind,
        fromRpm: p.speedRpm,
        toRpm: p.speedRpm,
        startsAtOnset: i === 0,
        endsAtRedLine: false,
      });
    spans.at(-1)!.endsAtRedLine = i === judged.length - 1;
  });
  return spans;
}

/** The points a compressor is judged by: from where boost begins to the red line, as far as it boosts. `which`: of the point's. */
const judgedPoints = (build: Build, points: OperatingPoint[], which: number) =>
  points.flatMap((p) => {
    const at = p.compressors[which];
    // A matched turbo says itself where it boosts; before that the plan's onset does.
    const judged = isMatched(build)
      ? (at?.pressureRatio ?? 1) > JUDGED_RATIO
      : p.speedRpm >= build.boost.onsetRpm;
    return at && p.boosting && judged ? [{ speedRpm: p.speedRpm, status: at.status }] : [];
  });

/** Where the running line has left a map: of the compressor at the engine, then of the one in front. */
const allSpans = (build: Build, points: OperatingPoint[]): Span[] => [
  ...spansOf(judgedPoints(build, points, 0)),
  ...(build.low
    ? spansOf(
        judgedPoints(
          build,
          points.filter((p) => p.path.low),
          1,
        ),
      ).map((span): Span => ({ ...span, front: true }))
    : []),
];

/** Boost that is asked only faintly has no surge to speak of: margins are judged from this pressure ratio. */
export const JUDGED_RATIO = 1.1;
/** The usual least surge margin at constant pressure ratio (common practice, no source). */
export const LEAST_SURGE_MARGIN = 0.1;

/** The least surge margin of the compressors that work at a point, with its owner's place among them; null if none does. */
export function surgeMarginAt({ compressors }: OperatingPoint): { margin: number; which: number } | null {
  return compressors.reduce<{ margin: number; which: number } | null>((least, at, which) => {
    if (at.pressureRatio <= JUDGED_RATIO || at.surgeMargin === null) return least;
    return !least || at.surgeMargin < least.margin ? { margin: at.surgeMargin, which } : least;
  }, null);
}

/** The point nearest to surge among those that boost: the least margin at constant pressure ratio; undefined if none. */
export const nearestToSurge = (points: OperatingPoint[]): OperatingPoint | undefined =>
  points.reduce<OperatingPoint | undefined>((least, p) => {
    const here = surgeMarginAt(p);
    const best = least && surgeMarginAt(least);
    return here && (!best || here.margin < best.margin) ? p : least;
  }, undefined);

/** A stretch in words to be. `stepRpm`: distance of the judged speeds, for the first good one after a bad start. */
export function spanReason(stepRpm: number, span: Span, name: string): Reason {
  const reach = span.endsAtRedLine
    ? span.startsAtOnset
      ? 'throughout'
      : 'from'
    : span.startsAtOnset
      ? 'below'
      : 'between';
  // 'Below' names the first good speed, the others the bad ones.
  const to = reach === 'below' ? span.toRpm + stepRpm : span.toRpm;
  return reason(
    `${span.kind}-${reach}`,
    { from: [span.fromRpm, 'engineSpeed'], to: [to, 'engineSpeed'] },
    { name },
  );
}

function verdictOf(
  build: Build,
  level: Level,
  points: OperatingPoint[],
  goalPoint: OperatingPoint,
  spans: Span[],
  turbo: TurboLine | null,
  pair: PairLine | null,
): GoalVerdict {
  const name = build.compressor?.name ?? '';
  const names = { name };
  if (level.kind === 'failed') return { holds: false, short: level.reason, findings: [level.reason] };
  const stopped = goalPoint.status.reason;
  if (stopped)
    return {
      holds: false,
      short: stopped,
      findings: [stopped, ...(turbo ? turboFindings(build, turbo, goalPoint) : [])],
    };
  const at = goalPoint.compressors[0];
  const need = reason('demand', {
    power: [build.goal.power, 'power'],
    speed: [build.goal.speedRpm, 'engineSpeed'],
    flow: [goalPoint.path.massFlow, 'massFlow'],
    boost: [goalPoint.boostGauge, 'boost'],
    manifold: [goalPoint.manifoldPressure, 'pressure'],
    ratio: [goalPoint.pressureRatio, 'ratio'],
  });
  if (level.kind === 'unboosted' && !turbo) {
    const alone = reason('no-boost-needed', {
      power: [goalPoint.power.fuelFlow, 'power'],
      speed: [goalPoint.speedRpm, 'engineSpeed'],
    });
    return { holds: goalPoint.power.fuelFlow >= build.goal.power * 0.9995, short: alone, findings: [alone] };
  }
  const nameOf = (span: Span) => (span.front && build.low ? build.low.compressor.name : name);
  const findings: Reason[] = spans.map((span) => spanReason(build.stepRpm, span, nameOf(span)));
  if (at?.efficiency != null)
    findings.push(
      reason(
        at.range === 'inside' ? 'efficiency-at-goal' : 'efficiency-estimated',
        { efficiency: [at.efficiency, 'share'], speed: [goalPoint.speedRpm, 'engineSpeed'] },
        names,
      ),
    );
  const nearest = nearestToSurge(points);
  const margin = nearest && surgeMarginAt(nearest)?.margin;
  if (nearest && margin != null && margin >= 0)
    findings.push(
      reason(margin < LEAST_SURGE_MARGIN ? 'surge-near' : 'surge-clear', {
        margin: [margin, 'share'],
        speed: [nearest.speedRpm, 'engineSpeed'],
      }),
    );
  if (build.wantsFront)
    findings.unshift(reason('choose-front-stage', {}, { behind: build.compressor?.name ?? '' }));
  if (pair) findings.unshift(...pairFindings(build, pair, goalPoint, turbo?.threshold ?? null));
  if (turbo) findings.unshift(...turboFindings(build, turbo, goalPoint));
  const unmet = turbo && unmetBy(build, level, goalPoint);
  if (unmet) return { holds: false, short: unmet, findings: [unmet, ...findings, need] };
  if (build.boost.kind !== 'goal') {
    const short = build.goal.power - goalPoint.power.fuelFlow;
    findings.unshift(
      reason(short > 500 ? 'level-short' : 'level-makes', {
        power: [goalPoint.power.fuelFlow, 'power'],
        short: [Math.abs(short), 'power'],
        speed: [build.goal.speedRpm, 'engineSpeed'],
      }),
    );
    if (short > 500) return { holds: false, short: findings[0]!, findings: [...findings, need] };
  }
  if (!build.compressor) return { holds: false, short: reason('choose-compressor'), findings: [need] };
  if (turbo?.tooHot && turbo.hottest)
    return { holds: false, short: turboFindings(build, turbo, goalPoint)[0]!, findings: [...findings, need] };
  const worst =
    spans.find((s) => s.fromRpm <= build.goal.speedRpm && s.toRpm >= build.goal.speedRpm) ?? spans[0];
  if (worst)
    return {
      holds: false,
      short: spanReason(build.stepRpm, worst, nameOf(worst)),
      findings: [...findings, need],
    };
  if (nearest && margin != null && margin < LEAST_SURGE_MARGIN)
    return {
      holds: true,
      short: reason(
        'map-just-holds',
        { margin: [margin, 'share'], speed: [nearest.speedRpm, 'engineSpeed'] },
        names,
      ),
      findings: [...findings, need],
    };
  return {
    holds: true,
    short: reason('map-holds', { efficiency: [at?.efficiency ?? 0, 'share'] }, names),
    findings: [...findings, need],
  };
}

/** Why a matched turbo falls short of the goal; null where it does not. */
function unmetBy(build: Build, level: Level, goalPoint: OperatingPoint): Reason | null {
  const { match } = goalPoint;
  const short = build.goal.power - goalPoint.power.fuelFlow;
  if (build.boost.kind !== 'goal' || !match || short < 0.004 * build.goal.power) return null;
  const asked = level.kind === 'boost' ? level.pressure : match.asked;
  return reason(
    `short-${match.kind}`,
    {
      short: [short, 'power'],
      power: [goalPoint.power.fuelFlow, 'power'],
      speed: [goalPoint.speedRpm, 'engineSpeed'],
      boost: [goalPoint.boostGauge, 'boost'],
      asked: [asked - build.climate.pressure, 'boost'],
    },
    { name: build.hot?.turbine.name ?? '' },
  );
}

/** What else there is to say of a forecast: the torque wanted, what hands it on, and what it adds to a measured run. */
function besides(build: Build, level: Level, points: OperatingPoint[]): Reason[] {
  const solved = points.filter((p) => p.status.kind !== 'failed');
  if (level.kind === 'failed' || !solved.length) return [];
  const said: Reason[] = [];
  const strongest = solved.reduce((a, b) => (b.torque > a.torque ? b : a));
  for (const { part, name, torque } of build.driveline) {
    const over = strongest.torque > torque;
    said.push(
      reason(
        `${part}-${over ? 'gives' : 'holds'}`,
        {
          limit: [torque, 'torque'],
          torque: [strongest.torque, 'torque'],
          speed: [(over ? solved.find((p) => p.torque > torque)! : strongest).speedRpm, 'engineSpeed'],
        },
        { name },
      ),
    );
  }
  const wanted = build.goal.torque;
  if (wanted) {
    const there = pointOf(build, level, points, wanted.speedRpm);
    const short = wanted.torque - there.torque;
    said.push(
      reason(short > 0.005 * wanted.torque ? 'torque-short' : 'torque-holds', {
        wanted: [wanted.torque, 'torque'],
        torque: [there.torque, 'torque'],
        short: [Math.abs(short), 'torque'],
        speed: [wanted.speedRpm, 'engineSpeed'],
      }),
    );
  }
  const added = addedToRun(build, points);
  if (build.run && added)
    said.push(
      reason(
        added.most.gain > 0 ? 'adds-to-run' : 'takes-from-run',
        {
          from: [added.peak.from, 'power'],
          to: [added.peak.to, 'power'],
          most: [Math.abs(added.most.gain), 'power'],
          speed: [added.most.speedRpm, 'engineSpeed'],
        },
        { run: build.run.name || 'the measured run' },
      ),
    );
  return said;
}

/** What a forecast adds to the measured run; null without one. */
export const addedToRun = (build: Build, points: OperatingPoint[]): Gains | null =>
  build.run &&
  gainsOver(
    build.run,
    points
      .filter((p) => p.status.kind !== 'failed')
      .map((p) => ({ speedRpm: p.speedRpm, power: p.power.fuelFlow })),
  );

/**
 * The demand line over the revs: multiples of the step from idle to the red line, the goal's own speed exactly, the
 * stretches off the map and the verdict. Total: never throws.
 */
export function solveSweep(build: Build, speeds: number[] = revGrid(build)): Sweep {
  const level = planLevel(build);
  const points: OperatingPoint[] = [];
  for (const speed of speeds) points.push(solvePoint(build, speed, level, points.at(-1), points.at(-2)));
  const goalPoint = pointOf(build, level, points, build.goal.speedRpm);
  const spans = allSpans(build, points);
  const isWhole = (points[1]?.speedRpm ?? 0) - (points[0]?.speedRpm ?? 0) <= build.stepRpm;
  // Between speeds far apart nobody can tell a step from a slope.
  const knees = isWhole ? kneesOf(build, level, points) : [];
  const drawn = drawnPoints(points, knees);
  const turbo = turboLineOf(build, level, drawn, knees);
  const pair = pairLineOf(build, level, points, goalPoint);
  const verdict = verdictOf(build, level, points, goalPoint, spans, turbo, pair);
  // The last finding is the demand itself.
  const findings = [
    ...verdict.findings.slice(0, -1),
    ...besides(build, level, points),
    ...verdict.findings.slice(-1),
  ];
  return {
    climate: build.climate,
    level,
    points,
    goalPoint,
    drawn,
    knees,
    spans,
    goal: { ...verdict, findings },
    turbo,
    pair,
    coreVersion: CORE_VERSION,
  };
}

/** A speed held between idle and red line, rev/min. */
export const clampSpeed = (build: Pick<Build, 'idleRpm' | 'redLineRpm'>, speedRpm: number): number =>
  Math.min(build.redLineRpm, Math.max(build.idleRpm, speedRpm));

/** One speed of a solved setup, held within its range: from the sweep where it has it, otherwise solved exactly. */
export function pointAt({ build, sweep }: { build: Build; sweep: Sweep }, speedRpm: number): OperatingPoint {
  const speed = clampSpeed(build, speedRpm);
  return pointOf(build, sweep.level, sweep.points, speed);
}

/** One speed of a sweep: its own point where it has one, otherwise solved on from the one below. */
function pointOf(build: Build, level: Level, points: OperatingPoint[], speedRpm: number): OperatingPoint {
  const at = points.findIndex((p) => p.speedRpm >= speedRpm);
  if (points[at]?.speedRpm === speedRpm) return points[at];
  return solvePoint(build, speedRpm, level, at < 0 ? points.at(-1) : points[at - 1]);
}
