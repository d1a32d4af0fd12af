import { isBelted } from '../charge-path/match';
import { engineCharger, frontCharger } from '../charger/charged-air';
import { engineMachine, engineMap, engineTurbine } from '../build/row';
import { reason, type Reason } from '../working/range';
import { isSeries } from '../charge-path/series';
import { beltFindings, type BeltLine } from './belt-line';
import { seriesFindings } from './series-line';
import { stateOf } from './finding-states';
import { buildAt, type Build } from '../build/build';
import { manifoldFor, type Level } from './demand';
import { nearestToChoke, nearestToSurge, spanReason, surgeMarginAt, type Span } from './map-spans';
import { pairFindings, type PairLine } from './pair-line';
import { type OperatingPoint, runningOf } from './point';
import { turboFindings, type TurboLine } from './turbo-line';

/** How a limit is used, everywhere the same: within it, marginal, or over it. */
export type LimitState = 'within' | 'marginal' | 'over';

export type GoalVerdict = {
  state: LimitState;
  /** Whether the goal stands on this plan and this charger: nothing is over its limit. */
  holds: boolean;
  /** At most 52 characters once in words. */
  short: Reason;
  /** What a specialist would say, most important first. */
  findings: Reason[];
};

/** Boost that creeps less than this over what is asked is let pass as marginal, Pa. */
export const CREEP_LET_PASS = 5_000;

const verdict = (state: LimitState, short: Reason, findings: Reason[]): GoalVerdict => ({
  state,
  holds: state !== 'over',
  short,
  findings,
});

type Solved = {
  build: Build;
  level: Level;
  points: OperatingPoint[];
  goalPoint: OperatingPoint;
  spans: Span[];
  turbo: TurboLine | null;
  pair: PairLine | null;
  belt: BeltLine | null;
};

/**
 * Whether the goal stands, by the one rule that ranking, sizing, board and bench share, with what there is to say. Over a
 * limit: short of the goal, off the map, too hot, boost that nothing holds, a speed without an answer. Marginal: nearer to
 * surge than is usual, faster than the duty allows, a turbine choked at the goal, boost a little over what is asked.
 */
export function verdictOf(solved: Solved): GoalVerdict {
  const { build, level, points, goalPoint, spans, turbo, pair, belt } = solved;
  const name = engineMachine(build)?.name ?? '';
  const names = { name };
  if (level.kind === 'failed') return verdict('over', level.reason, [level.reason]);
  const stopped = goalPoint.status.reason;
  const turbine = turbo ? turboFindings(build, turbo, goalPoint) : [];
  if (stopped) return verdict('over', stopped, [stopped, ...turbine]);
  const at = engineCharger(goalPoint).at;
  const need = demandReason(build, level, goalPoint);
  if (level.kind === 'unboosted' && !turbo) {
    const alone = reason('no-boost-needed', {
      power: [goalPoint.power.flywheel, 'power'],
      speed: [goalPoint.speedRpm, 'engineSpeed'],
    });
    return verdict(goalPoint.power.flywheel >= build.goal.power * 0.9995 ? 'within' : 'over', alone, [alone]);
  }
  const front = frontCharger(build);
  const nameOf = (span: Span) => (span.front && front?.machine ? front.machine.name : name);
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
  const margin = nearest && surgeMarginAt(nearest);
  const isNearSurge = nearest && margin != null && margin < build.margins.surge;
  if (nearest && margin != null && margin >= 0)
    findings.push(
      reason(isNearSurge ? 'surge-near' : 'surge-clear', {
        margin: [margin, 'share'],
        speed: [nearest.speedRpm, 'engineSpeed'],
        least: [build.margins.surge, 'share'],
      }),
    );
  const choke = nearestToChoke(points);
  const isNearChoke = choke && choke.margin >= 0 && choke.margin < build.margins.choke;
  if (isNearChoke)
    findings.push(
      reason('choke-near', {
        margin: [choke.margin, 'share'],
        speed: [choke.speedRpm, 'engineSpeed'],
        least: [build.margins.choke, 'share'],
      }),
    );
  const fast = fastForDuty(build, points);
  if (fast) findings.push(fast);
  if (build.wantsFront)
    findings.unshift(reason('choose-front-stage', {}, { behind: engineMachine(build)?.name ?? '' }));
  if (pair) findings.unshift(...pairFindings(build, pair, goalPoint, turbo?.threshold ?? null));
  findings.unshift(...turbine);
  const row = seriesFindings(build, points, goalPoint);
  const drive = [...row, ...(belt ? beltFindings(build, belt, goalPoint) : [])];
  findings.unshift(...drive);
  const unmet = turbo && unmetBy(build, level, goalPoint);
  if (unmet) return verdict('over', unmet, [unmet, ...findings, need]);
  // What hangs on the crankshaft gives what its speed gives, whatever is asked.
  if (build.boost.kind !== 'goal' || isBelted(build) || isSeries(build)) {
    const short = build.goal.power - goalPoint.power.flywheel;
    const level = reason(short > 500 ? 'level-short' : 'level-makes', {
      power: [goalPoint.power.flywheel, 'power'],
      short: [Math.abs(short), 'power'],
      speed: [build.goal.speedRpm, 'engineSpeed'],
    });
    findings.unshift(level);
    if (short > 500) return verdict('over', level, [...findings, need]);
  }
  if (!engineMachine(build)) return verdict('over', reason('choose-compressor'), [need]);
  const said = [...findings, need];
  const over = drive.find((f) => stateOf(f) === 'over') ?? overLimit(solved, nameOf, turbine);
  if (over) return verdict('over', over, said);
  if (isNearSurge)
    return verdict(
      'marginal',
      reason(
        'map-just-holds',
        { margin: [margin, 'share'], speed: [nearest.speedRpm, 'engineSpeed'] },
        names,
      ),
      said,
    );
  if (isNearChoke)
    return verdict(
      'marginal',
      reason(
        'map-near-choke',
        { margin: [choke.margin, 'share'], speed: [choke.speedRpm, 'engineSpeed'] },
        names,
      ),
      said,
    );
  const marginal =
    fast ??
    turbine.find(
      ({ code, figures }) =>
        code.startsWith('boost-creeps') ||
        code === 'spring-holds-more' ||
        (code === 'turbine-chokes' && figures.from!.value <= build.goal.speedRpm),
    );
  const strained = drive.find((f) => stateOf(f) === 'marginal');
  if (marginal ?? strained) return verdict('marginal', (marginal ?? strained)!, said);
  if (!engineMap(build)) return verdict('within', reason('blower-holds', {}, names), said);
  return verdict('within', reason('map-holds', { efficiency: [at?.efficiency ?? 0, 'share'] }, names), said);
}

/** What is over a limit although the goal is made: the first in the order that a specialist would name it. */
function overLimit(
  { build, points, spans, turbo }: Solved,
  nameOf: (span: Span) => string,
  turbine: Reason[],
): Reason | null {
  const told = (...codes: string[]) => turbine.find(({ code }) => codes.includes(code)) ?? null;
  const hot = turbo?.tooHot ? told('turbine-hot-from', 'turbine-hot-beyond-lambda') : null;
  if (hot) return hot;
  const worst =
    spans.find((s) => s.fromRpm <= build.goal.speedRpm && s.toRpm >= build.goal.speedRpm) ?? spans[0];
  if (worst) return spanReason(build.stepRpm, worst, nameOf(worst));
  const runaway = turbo?.runsAway
    ? told('boost-beyond-map', 'boost-runs-away-from', 'boost-runs-away-no-gate')
    : null;
  if (runaway) return runaway;
  if (turbo?.creep && turbo.creep.most.value > CREEP_LET_PASS)
    return told('boost-creeps', 'boost-creeps-no-gate');
  return points.find((p) => p.status.reason)?.status.reason ?? null;
}

/** A shaft that turns faster than long hours at load leave it; null where the duty is short or it does not. */
function fastForDuty(build: Build, points: OperatingPoint[]): Reason | null {
  const fastest = fastestOf(points);
  if (build.mostSpeed >= 1 || fastest.share <= build.mostSpeed || fastest.share > 1) return null;
  return reason('turbo-fast-for-duty', {
    share: [fastest.share, 'share'],
    most: [build.mostSpeed, 'share'],
    speed: [fastest.speedRpm, 'engineSpeed'],
  });
}

/** Share of its limit that the fastest shaft reaches, and the engine speed there. */
export const fastestOf = (points: OperatingPoint[]): { share: number; speedRpm: number } =>
  points.reduce(
    (most, p) => {
      const share = Math.max(0, ...runningOf(p).map((c) => c.speedShare ?? 0));
      return share > most.share ? { share, speedRpm: p.speedRpm } : most;
    },
    { share: 0, speedRpm: 0 },
  );

/** A power this much off the goal is another one, and the figures that go with it are not the goal's. */
export const AS_WANTED = 0.004;

/** What the goal takes, and where this setup makes another power, what it reaches: each with its own flow and boost. */
function demandReason(build: Build, level: Level, goalPoint: OperatingPoint): Reason {
  const { goal, climate } = build;
  const made = goalPoint.power.flywheel;
  const speed: [number, 'engineSpeed'] = [goal.speedRpm, 'engineSpeed'];
  const reached = {
    flow: [goalPoint.path.massFlow, 'massFlow'],
    boost: [goalPoint.boostGauge, 'boost'],
    manifold: [goalPoint.manifoldPressure, 'pressure'],
    ratio: [goalPoint.pressureRatio, 'ratio'],
  } satisfies Parameters<typeof reason>[1];
  if (Math.abs(made / goal.power - 1) < AS_WANTED)
    return reason('demand', { power: [goal.power, 'power'], speed, ...reached });
  const own =
    build.boost.kind === 'goal'
      ? level
      : manifoldFor(buildAt(build, goal.speedRpm), goal.speedRpm, goal.power);
  const figures = {
    power: [goal.power, 'power'],
    speed,
    made: [made, 'power'],
    ...reached,
  } satisfies Parameters<typeof reason>[1];
  if (own.kind !== 'boost') return reason('demand-reached', figures);
  return reason('demand-missed', {
    ...figures,
    // Air goes with power: the fuel-flow school's own proportion.
    needs: [(goalPoint.path.massFlow * goal.power) / made, 'massFlow'],
    needsBoost: [own.pressure - climate.pressure, 'boost'],
  });
}

/** Why a matched turbo falls short of the goal; null where it does not. */
function unmetBy(build: Build, level: Level, goalPoint: OperatingPoint): Reason | null {
  const { match } = goalPoint;
  const short = build.goal.power - goalPoint.power.flywheel;
  if (build.boost.kind !== 'goal' || !match || short < AS_WANTED * build.goal.power) return null;
  const asked = level.kind === 'boost' ? level.pressure : match.asked;
  return reason(
    `short-${match.kind}`,
    {
      short: [short, 'power'],
      power: [goalPoint.power.flywheel, 'power'],
      speed: [goalPoint.speedRpm, 'engineSpeed'],
      boost: [goalPoint.boostGauge, 'boost'],
      asked: [asked - build.climate.pressure, 'boost'],
    },
    { name: engineTurbine(build)?.turbine.name ?? '' },
  );
}
