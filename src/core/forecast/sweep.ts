import { reason, type Reason } from '../working/range';
import type { Climate } from '../air/climate';
import type { MapStatus } from '../compressor/lookup';
import { gainsOver, type Gains } from './baseline';
import { revGrid, type Build } from './build';
import type { Level } from './demand';
import { isMatched } from './matched';
import { planLevel, solvePoint, type OperatingPoint } from './point';
import { turboFindings, turboLineOf, type TurboLine } from './turbo-line';

/** Raised whenever a change of the core changes its figures: summaries of an older core are stale. */
export const CORE_VERSION = 3;

/** A stretch of speeds with one trouble. `open` ends at the onset or the red line, not at a good speed. */
export type Span = {
  kind: 'surge' | 'choke' | 'overspeed';
  fromRpm: number;
  toRpm: number;
  startsAtOnset: boolean;
  endsAtRedLine: boolean;
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
  spans: Span[];
  goal: GoalVerdict;
  /** What turbine and gate do over the revs; null while no turbine is chosen. */
  turbo: TurboLine | null;
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

/** The points a compressor is judged by: from where boost begins to the red line, as far as it boosts. */
const judgedPoints = (build: Build, points: OperatingPoint[]) =>
  points.flatMap((p) => {
    const at = p.compressors[0];
    // A matched turbo says itself where it boosts; before that the plan's onset does.
    const judged = isMatched(build) ? p.pressureRatio > JUDGED_RATIO : p.speedRpm >= build.boost.onsetRpm;
    return at && p.boosting && judged ? [{ speedRpm: p.speedRpm, status: at.status }] : [];
  });

/** Boost that is asked only faintly has no surge to speak of: margins are judged from this pressure ratio. */
export const JUDGED_RATIO = 1.1;
/** The usual least surge margin at constant pressure ratio (common practice, no source). */
export const LEAST_SURGE_MARGIN = 0.1;

/** The point nearest to surge among those that boost: the least margin at constant pressure ratio; undefined if none. */
export function nearestToSurge(points: OperatingPoint[]): OperatingPoint | undefined {
  const margin = (p: OperatingPoint) => p.compressors[0]?.surgeMargin ?? Infinity;
  return points
    .filter((p) => p.pressureRatio > JUDGED_RATIO && Number.isFinite(margin(p)))
    .reduce<OperatingPoint | undefined>(
      (least, p) => (!least || margin(p) < margin(least) ? p : least),
      undefined,
    );
}

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
  const findings: Reason[] = spans.map((span) => spanReason(build.stepRpm, span, name));
  if (at?.efficiency != null)
    findings.push(
      reason(
        at.range === 'inside' ? 'efficiency-at-goal' : 'efficiency-estimated',
        { efficiency: [at.efficiency, 'share'], speed: [goalPoint.speedRpm, 'engineSpeed'] },
        names,
      ),
    );
  const nearest = nearestToSurge(points);
  const margin = nearest?.compressors[0]?.surgeMargin;
  if (nearest && margin != null && margin >= 0)
    findings.push(
      reason(margin < LEAST_SURGE_MARGIN ? 'surge-near' : 'surge-clear', {
        margin: [margin, 'share'],
        speed: [nearest.speedRpm, 'engineSpeed'],
      }),
    );
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
    return { holds: false, short: spanReason(build.stepRpm, worst, name), findings: [...findings, need] };
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
    const there = solvePoint(build, wanted.speedRpm, level);
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
  const goalPoint =
    points.find((p) => p.speedRpm === build.goal.speedRpm) ?? solvePoint(build, build.goal.speedRpm, level);
  const spans = spansOf(judgedPoints(build, points));
  const turbo = turboLineOf(build, level, points);
  const verdict = verdictOf(build, level, points, goalPoint, spans, turbo);
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
    spans,
    goal: { ...verdict, findings },
    turbo,
    coreVersion: CORE_VERSION,
  };
}

/** A speed held between idle and red line, rev/min. */
export const clampSpeed = (build: Pick<Build, 'idleRpm' | 'redLineRpm'>, speedRpm: number): number =>
  Math.min(build.redLineRpm, Math.max(build.idleRpm, speedRpm));

/** One speed of a solved setup, held within its range: from the sweep where it has it, otherwise solved exactly. */
export function pointAt({ build, sweep }: { build: Build; sweep: Sweep }, speedRpm: number): OperatingPoint {
  const speed = clampSpeed(build, speedRpm);
  return sweep.points.find((p) => p.speedRpm === speed) ?? solvePoint(build, speed, planLevel(build));
}
