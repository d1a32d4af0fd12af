import { engineCharger, frontCharger } from '../charger/charged-air';
import { engineMachine, engineMap } from '../build/row';
import { type MatchKind, type MatchedBuild, isMatched } from '../charge-path/match';
import { nearestFifty } from '../units/nearest';
import { exhaustState, makeExhaust, type Exhaust } from '../engine/exhaust';
import type { Fuel } from '../fuel/fuels';
import { reason, type Reason } from '../working/range';
import { solveAirPath } from '../charge-path/air-path';
import type { Build } from '../build/build';
import { matchedAt } from '../charge-path/matched';
import type { Level } from './demand';
import type { Knee } from './knee';
import { askedAt, type OperatingPoint } from './point';

/** Boost from which a turbo counts as awake, Pa gauge (common practice, no source). */
export const THRESHOLD_BOOST = 20_000;
/** Opening below which a gate hardly moves, and the one a well-chosen gate reaches (common practice, no source). */
const IDLE_GATE = 0.1;
const WORKING_GATE = 0.6;

type At = { speedRpm: number; value: number };
type Stretch = { from: number; to: number };

/** What the hot side does over the revs. Speeds rev/min, the rest SI; null where it does not happen. */
export type TurboLine = {
  /** Boost begins: first speed with 20 kPa of it. */
  threshold: number | null;
  /** Full boost from: the first speed at which the gate, and no longer the turbine, decides. */
  fullFrom: number | null;
  /** Back pressure crosses boost: the first speed from which it stays over the manifold's pressure. */
  crossover: number | null;
  /** From here the turbine is choked: its flow grows with pressure alone. Value: power, W. */
  choke: At | null;
  creep: (Stretch & { most: At; bore: number | null }) | null;
  /** Nothing holds the boost: it would run past what the shaft stands. With the bore of a gate that would hold it. */
  runsAway: (Stretch & { bore: number | null }) | null;
  pushedOpen: (Stretch & { spring: number }) | null;
  /** The spring's own boost stands over what is asked. Value: boost, Pa gauge. */
  stiff: (At & { spring: number }) | null;
  /** Hottest turbine inlet, and where it is over the limit. Value: K. */
  hottest: At | null;
  tooHot: (Stretch & { lambda: number | null }) | null;
  widest: At | null;
  /** Where the mixture is moved to keep the turbine inlet, furthest there; and whether that is enough. Value: λ. */
  mixture: (Stretch & { furthest: At; isEnough: boolean }) | null;
  /** Boost asked at the goal that no speed line gives; gauge, Pa. */
  beyondMap: { asked: number; most: number; ratio: number } | null;
  /** Where boost steps up with rising speed, and down with falling; boost gauge at both ends of the step up. */
  steps: { upRpm: number; downRpm: number; from: number; to: number }[];
};

const stretchOf = (points: OperatingPoint[], is: (p: OperatingPoint) => boolean): Stretch | null => {
  const there = points.filter(is);
  return there.length ? { from: there[0]!.speedRpm, to: there.at(-1)!.speedRpm } : null;
};

/**
 * Where a figure first reaches a value and stays there, between two points on a straight line, or on an exponential where
 * both figures are over zero and `grows`: boost does so before its knee, and the speed hardly depends on the points then.
 */
function reaches(
  points: OperatingPoint[],
  value: (p: OperatingPoint) => number,
  target: number,
  grows = false,
): number | null {
  for (let i = points.length - 1; i >= 0; i--) {
    if (value(points[i]!) >= target) continue;
    const [a, b] = [points[i]!, points[i + 1]];
    if (!b) return null;
    const scale = grows && value(a) > 0 ? Math.log : (v: number) => v;
    const share = (scale(target) - scale(value(a))) / (scale(value(b)) - scale(value(a)));
    return a.speedRpm + share * (b.speedRpm - a.speedRpm);
  }
  return points[0]?.speedRpm ?? null;
}

/**
 * Full boost from: where the gate would begin to open. Its opening grows evenly with the speed, so the first two speeds at
 * which it decides say where it was shut, whatever lies between the last speed of the turbine's and the first of its own.
 */
function fullFromOf(points: OperatingPoint[]): number | null {
  const isTurbine = (p: OperatingPoint | undefined) => p?.match?.kind === 'turbine';
  const last = points.findLastIndex(isTurbine);
  if (last < 0) return points[0]?.speedRpm ?? null;
  const [turbine, first, second] = [points[last]!, points[last + 1], points[last + 2]];
  if (!first) return null;
  const opening = (p: OperatingPoint) => engineCharger(p.match!).turbine.opening;
  const isSteady = second && first.match!.kind === second.match!.kind && opening(second) > opening(first);
  const back = isSteady
    ? ((second.speedRpm - first.speedRpm) * opening(first)) / (opening(second) - opening(first))
    : (first.speedRpm - turbine.speedRpm) / 2;
  return Math.max(turbine.speedRpm, first.speedRpm - back);
}

const most = (points: OperatingPoint[], value: (p: OperatingPoint) => number): At | null =>
  points.reduce<At | null>((best, p) => {
    const here = { speedRpm: p.speedRpm, value: value(p) };
    return !best || here.value > best.value ? here : best;
  }, null);

/**
 * The λ that keeps the turbine inlet at a temperature with the air as it is: richer for a spark engine, leaner for a
 * diesel. In: exhaust, its fuel, moist air kg/s, charge K, limit K. Out: null if no λ that burns does it.
 */
export function lambdaFor(
  exhaust: Exhaust,
  given: { fuel: Fuel; humidityRatio: number; trapped: number },
  { airFlow, charge, ...state }: { airFlow: number; charge: number; manifold: number; speedRpm?: number },
  limit: number,
): number | null {
  const at = (lambda: number) =>
    exhaustState(makeExhaust({ ...exhaust, ...given, lambda }), airFlow, charge, state).inlet;
  const end = exhaust.lambda < 1 ? Math.max(0.5, given.fuel.burns[0]) : given.fuel.burns[1];
  if (at(end) > limit) return null;
  let [hot, cool] = [exhaust.lambda, end];
  for (let i = 0; i < 30; i++) {
    const middle = (hot + cool) / 2;
    if (at(middle) > limit) hot = middle;
    else cool = middle;
  }
  return cool;
}

const isKind =
  (...kinds: MatchKind[]) =>
  (p: OperatingPoint) =>
    p.match !== null && kinds.includes(p.match.kind);

/** What the gate would need at the worst speed: bore for creep, spring for a valve that is pushed open. */
function gateNeeds(
  build: MatchedBuild,
  points: OperatingPoint[],
  unsolved: OperatingPoint[],
  askedPressure: (p: OperatingPoint) => number,
) {
  const { gate } = engineCharger(build).drive;
  const creeping = points.filter(isKind('creep'));
  const worst = most(creeping, (p) => p.manifoldPressure - p.match!.asked);
  const lost = unsolved.filter((p) => p.status.reason?.code === 'boost-runs-away');
  // The gate must be large enough at every speed: where boost is furthest over is not where it needs most.
  const openings = [
    ...creeping.map((p) => matchedAt(build, p.speedRpm, p.match!.asked)),
    ...lost.map((p) => matchedAt(build, p.speedRpm, askedPressure(p))),
  ].map(({ match }) => (match && engineCharger(match))?.turbine.opening ?? NaN);
  const widest = Math.max(...openings);
  const bore =
    gate.kind === 'valve' && Number.isFinite(widest) && widest > 1 ? gate.bore * Math.sqrt(widest) : null;
  const pushed = points.filter(isKind('pushed-open'));
  const springs = pushed.map((p) => {
    const { match } = matchedAt(build, p.speedRpm, p.match!.asked);
    if (!match || gate.kind !== 'valve') return 0;
    const { inlet, outlet } = engineCharger(match).turbine;
    return (inlet.pressure - outlet.pressure) * (gate.bore / gate.diaphragm) ** 2;
  });
  return { worst, bore, lost, spring: Math.max(0, ...springs) };
}

/** The hot side over the revs; null while no turbine is chosen or nothing of it was matched. In: the plan's level; points by rising speed; the steps among them. */
export function turboLineOf(
  build: Build,
  level: Level,
  points: OperatingPoint[],
  knees: Knee[],
): TurboLine | null {
  const solved = points.filter((p) => p.match);
  if (!isMatched(build) || !solved.length) return null;
  const { turbine, gate, exhaust } = engineCharger(build).drive;
  const { worst, bore, lost, spring } = gateNeeds(
    build,
    solved,
    points.filter((p) => !p.match),
    (p) => {
      const asked = askedAt(build, p.speedRpm, level);
      return asked.kind === 'boost' ? asked.pressure : build.climate.pressure;
    },
  );
  const choked = solved.find((p) => engineCharger(p.match!).turbine.ratio >= turbine.chokeRatio);
  const hot = (p: OperatingPoint) => engineCharger(p.match!).turbine.inlet.temperature;
  const hottest = most(solved, hot);
  const tooHot = stretchOf(solved, (p) => hot(p) > turbine.maxTemperature);
  const atHottest = solved.find((p) => p.speedRpm === hottest?.speedRpm);
  const sprung = solved.filter((p) => p.match!.kind === 'spring' && p.manifoldPressure > p.match!.asked - 1);
  const first = sprung[0];
  const creep = stretchOf(solved, isKind('creep'));
  const pushed = stretchOf(solved, isKind('pushed-open'));
  return {
    threshold: reaches(solved, (p) => p.boostGauge, THRESHOLD_BOOST, true),
    fullFrom: fullFromOf(solved),
    crossover: reaches(solved, (p) => engineCharger(p.match!).turbine.inlet.pressure - p.manifoldPressure, 0),
    choke: choked ? { speedRpm: choked.speedRpm, value: choked.power.flywheel } : null,
    creep: creep && worst ? { ...creep, most: worst, bore } : null,
    runsAway: lost.length ? { from: lost[0]!.speedRpm, to: lost.at(-1)!.speedRpm, bore } : null,
    pushedOpen: pushed ? { ...pushed, spring } : null,
    stiff:
      first && gate.kind === 'valve'
        ? { speedRpm: first.speedRpm, value: first.boostGauge, spring: gate.springGauge }
        : null,
    hottest,
    tooHot: tooHot
      ? {
          ...tooHot,
          lambda: atHottest
            ? lambdaFor(
                exhaust,
                {
                  fuel: build.fuel,
                  humidityRatio: build.climate.humidityRatio,
                  trapped: build.trapped,
                },
                {
                  airFlow: atHottest.path.massFlow,
                  charge: atHottest.path.manifold.temperature,
                  manifold: atHottest.manifoldPressure,
                  speedRpm: atHottest.speedRpm,
                },
                turbine.maxTemperature,
              )
            : null,
        }
      : null,
    mixture: mixtureOf(build, solved),
    beyondMap: beyondMapOf(build, level),
    steps: knees.map(({ low, high, downRpm }) => ({
      upRpm: low.speedRpm,
      downRpm,
      from: low.boostGauge,
      to: high.boostGauge,
    })),
    widest: most(solved.filter(isKind('held', 'spring')), (p) => engineCharger(p.match!).turbine.opening),
  };
}

/** A temperature that is kept within this is kept, K. */
const KEPT = 0.5;

function mixtureOf(build: MatchedBuild, points: OperatingPoint[]): TurboLine['mixture'] {
  const { inletLimit, fuel } = build;
  if (inletLimit === null) return null;
  const inlet = (p: OperatingPoint) => engineCharger(p.match!).turbine.inlet.temperature;
  // At its limit the mixture holds it, over it that was not enough.
  const there = points.filter((p) => inlet(p) > inletLimit - KEPT);
  if (!there.length) return null;
  const sign = fuel.ignition === 'spark' ? -1 : 1;
  const furthest = most(there, (p) => sign * p.path.lambda)!;
  return {
    from: there[0]!.speedRpm,
    to: there.at(-1)!.speedRpm,
    furthest: { ...furthest, value: sign * furthest.value },
    isEnough: there.every((p) => inlet(p) < inletLimit + KEPT),
  };
}

const at = (speedRpm: number): [number, 'engineSpeed'] => [nearestFifty(speedRpm), 'engineSpeed'];

/** Boost asked at the goal that no speed line of the compressor gives, and the most its top line does; null where one does. */
function beyondMapOf(build: MatchedBuild, level: Level): TurboLine['beyondMap'] {
  // A pair shares the ratio: what it gives together no one line says.
  if (frontCharger(build)) return null;
  const asked = askedAt(build, build.goal.speedRpm, level);
  if (asked.kind !== 'boost') return null;
  const { highest } = engineMap(build)!.topLine;
  const top = solveAirPath(
    build,
    build.goal.speedRpm,
    { kind: 'ratio', ratio: highest },
    build.backPressureRatio,
  );
  const ambient = build.climate.pressure;
  const most = top.manifold.pressure;
  return top.kind !== 'converged' || asked.pressure <= most
    ? null
    : { asked: asked.pressure - ambient, most: most - ambient, ratio: highest };
}

/** The hot side in words to be, what is wrong first. */
export function turboFindings(build: Build, line: TurboLine, goalPoint: OperatingPoint): Reason[] {
  if (!isMatched(build)) return [];
  const { turbine, gate } = engineCharger(build).drive;
  const name = { name: turbine.name };
  const said: Reason[] = [];
  if (line.tooHot && line.hottest)
    said.push(
      reason(
        line.tooHot.lambda === null ? 'turbine-hot-beyond-lambda' : 'turbine-hot-from',
        {
          from: at(line.tooHot.from),
          temperature: [line.hottest.value, 'temperature'],
          speed: at(line.hottest.speedRpm),
          limit: [turbine.maxTemperature, 'temperature'],
          ...(line.tooHot.lambda === null
            ? {}
            : { lambda: [line.tooHot.lambda, 'ratio'] as [number, 'ratio'] }),
        },
        name,
      ),
    );
  // What no map gives no gate holds: there the boost asked is the trouble.
  if (line.runsAway && !line.beyondMap)
    said.push(
      reason(line.runsAway.bore === null ? 'boost-runs-away-no-gate' : 'boost-runs-away-from', {
        from: at(line.runsAway.from),
        ...(line.runsAway.bore === null ? {} : { wanted: [line.runsAway.bore, 'bore'] as [number, 'bore'] }),
      }),
    );
  if (line.creep)
    said.push(
      reason(line.creep.bore === null ? 'boost-creeps-no-gate' : 'boost-creeps', {
        from: at(line.creep.from),
        over: [line.creep.most.value, 'boost'],
        speed: at(line.creep.most.speedRpm),
        ...(line.creep.bore === null || gate.kind !== 'valve'
          ? {}
          : {
              bore: [gate.bore, 'bore'] as [number, 'bore'],
              wanted: [line.creep.bore, 'bore'] as [number, 'bore'],
            }),
      }),
    );
  if (line.pushedOpen && gate.kind === 'valve')
    said.push(
      reason('gate-pushed-open', {
        from: at(line.pushedOpen.from),
        spring: [gate.springGauge, 'boost'],
        wanted: [line.pushedOpen.spring, 'boost'],
      }),
    );
  if (line.stiff)
    said.push(
      reason('spring-holds-more', {
        boost: [line.stiff.value, 'boost'],
        speed: at(line.stiff.speedRpm),
        spring: [line.stiff.spring, 'boost'],
      }),
    );
  if (line.choke)
    said.push(
      reason('turbine-chokes', { from: at(line.choke.speedRpm), power: [line.choke.value, 'power'] }, name),
    );
  if (gate.kind === 'valve' && line.widest && line.widest.value < IDLE_GATE && line.widest.value > 0)
    said.push(
      reason('gate-oversized', {
        opening: [line.widest.value, 'share'],
        bore: [gate.bore, 'bore'],
        wanted: [gate.bore * Math.sqrt(line.widest.value / WORKING_GATE), 'bore'],
      }),
    );
  if (turbine.entry !== 'open' && engineCharger(build).drive.pulse === 1)
    said.push(reason('divided-for-nothing', {}, { name: `${turbine.name}, ${turbine.housing}` }));
  said.push(
    line.threshold === null
      ? reason('no-threshold', { boost: [THRESHOLD_BOOST, 'boost'] }, name)
      : line.fullFrom === null
        ? reason('threshold-never-full', { threshold: at(line.threshold) }, name)
        : reason('threshold', { threshold: at(line.threshold), full: at(line.fullFrom) }, name),
  );
  if (line.mixture && build.inletLimit !== null) {
    const { from, furthest, isEnough } = line.mixture;
    said.push(
      reason(isEnough ? 'mixture-keeps-inlet' : 'mixture-not-enough', {
        from: at(from),
        limit: [build.inletLimit, 'temperature'],
        lambda: [furthest.value, 'ratio'],
        speed: at(furthest.speedRpm),
      }),
    );
  }
  if (!build.exhaustLosses.tail.length) said.push(reason('no-exhaust-system', {}));
  for (const step of line.steps)
    said.push(
      reason('boost-steps', {
        from: [step.from, 'boost'],
        to: [step.to, 'boost'],
        up: [Math.round(step.upRpm / 10) * 10, 'engineSpeed'],
        down: [Math.round(step.downRpm / 10) * 10, 'engineSpeed'],
      }),
    );
  if (line.beyondMap)
    said.unshift(
      reason(
        'boost-beyond-map',
        {
          asked: [line.beyondMap.asked, 'boost'],
          most: [line.beyondMap.most, 'boost'],
          ratio: [line.beyondMap.ratio, 'ratio'],
        },
        { name: engineMachine(build)!.name },
      ),
    );
  const match = goalPoint.match;
  if (match && goalPoint.boostGauge > THRESHOLD_BOOST)
    said.push(
      reason(line.crossover === null ? 'back-pressure-under' : 'back-pressure-over', {
        ratio: [engineCharger(match).turbine.inlet.pressure / goalPoint.manifoldPressure, 'ratio'],
        gauge: [
          (engineCharger(match).turbine.inlet.pressure - build.climate.pressure) / goalPoint.boostGauge,
          'ratio',
        ],
        speed: [goalPoint.speedRpm, 'engineSpeed'],
        ...(line.crossover === null ? {} : { crossover: at(line.crossover) }),
      }),
    );
  return said;
}
