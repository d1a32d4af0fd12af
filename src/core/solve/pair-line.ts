import { turbineSideOf } from '../charger/charger';
import { coolerAt } from '../build/elements';
import { engineMachine, engineMap } from '../build/row';
import { engineCharger, frontCharger } from '../charger/charged-air';
import { coolerOutlet } from '../charge-air/cooler';
import { correctedFlow } from '../compressor/formulas';
import { findOnMap } from '../compressor/lookup';
import { compressorOutlet } from '../compressor/outlet';
import { nearestFifty } from '../units/nearest';
import { reason, type Reason } from '../working/range';
import { buildAt, type Build } from '../build/build';
import type { Level } from './demand';
import { solvePoint, type OperatingPoint } from './point';

/** A stage that makes less than this of the pressure ratio carries nothing (common practice, no source). */
const LEAST_SHARE = 1.08;

/** What a pair of turbos does over the revs, one after the other or on each other. Speeds rev/min, pressures Pa gauge. */
export type PairLine =
  | {
      kind: 'sequential';
      joinsRpm: number;
      leavesRpm: number;
      /** Boost on one turbo and on both at the speed where the second joins; null where it was not found. */
      alone: number | null;
      both: number | null;
      /** Where it would do no harm to join: the first speed at which both hold what is asked; null if none. */
      holdFrom: number | null;
      /** Boost asked at the change-over. */
      asked: number | null;
    }
  | {
      kind: 'compound';
      /** Pressure ratios at the goal: of the stage in front and of the one at the engine. */
      front: number;
      engine: number;
      /** Between the stages at the goal, Pa absolute. */
      between: number;
      /** From here the stage in front holds the boost, the one at the engine wide open; null if never. */
      sharesFrom: number | null;
      bypassedFrom: number | null;
    };

const boostOf = (p: OperatingPoint | undefined): number | null => (p?.match ? p.boostGauge : null);

/** What a pair does over the revs; null for one turbo or twins. In: build; the plan's level; points by rising speed; the goal's. */
export function pairLineOf(
  build: Build,
  level: Level,
  points: OperatingPoint[],
  goalPoint: OperatingPoint,
): PairLine | null {
  const { changeover } = build;
  if (changeover?.below) {
    const joinsRpm = changeover.speedRpm;
    const at = (side: Build) => solvePoint({ ...side, changeover: null }, joinsRpm, level);
    const one = at(changeover.below);
    const both = at(build);
    const asked = both.match ?? one.match;
    return {
      kind: 'sequential',
      joinsRpm,
      leavesRpm: Math.max(build.idleRpm, joinsRpm - changeover.hysteresisRpm),
      alone: boostOf(one),
      both: boostOf(both),
      holdFrom:
        points.find((p) => p.speedRpm >= joinsRpm && p.match && p.match.kind !== 'turbine')?.speedRpm ?? null,
      asked: asked ? asked.asked - build.climate.pressure : null,
    };
  }
  if (!frontCharger(build)) return null;
  const [low] = goalPoint.path.chargers.length > 1 ? goalPoint.path.chargers : [];
  return {
    kind: 'compound',
    front: low?.outlet.ratio ?? goalPoint.pressureRatio,
    engine: low ? engineCharger(goalPoint.path).outlet.ratio : 1,
    between: engineCharger(goalPoint.path).inlet.pressure,
    sharesFrom: points.find((p) => p.match && frontCharger(p.match)?.kind === 'sharing')?.speedRpm ?? null,
    bypassedFrom: changeover?.above ? changeover.speedRpm : null,
  };
}

const speed = (rpm: number): [number, 'engineSpeed'] => [nearestFifty(rpm), 'engineSpeed'];

/** The pair in words to be, what is wrong first. In: the first speed with boost to speak of, null if none. */
export function pairFindings(
  build: Build,
  line: PairLine,
  goalPoint: OperatingPoint,
  onset: number | null,
): Reason[] {
  return line.kind === 'sequential'
    ? sequentialFindings(line, build, onset)
    : compoundFindings(line, build, goalPoint);
}

function sequentialFindings(
  line: Extract<PairLine, { kind: 'sequential' }>,
  build: Build,
  onset: number | null,
): Reason[] {
  const { joinsRpm, leavesRpm, alone, both, holdFrom, asked } = line;
  const figures: Parameters<typeof reason>[1] = {
    speed: speed(joinsRpm),
    leaves: speed(leavesRpm),
    ...(holdFrom === null ? {} : { wanted: speed(holdFrom) }),
  };
  const end = holdFrom === null ? '-never' : '';
  if (joinsRpm >= build.redLineRpm)
    return [
      reason('second-never-joins', {
        speed: speed(joinsRpm),
        redLine: [build.redLineRpm, 'engineSpeed'],
      }),
    ];
  if (onset === null || joinsRpm <= onset)
    return [
      reason(`joins-below-onset${end}`, {
        ...figures,
        onset: speed(onset ?? build.redLineRpm),
      }),
    ];
  if (alone === null || both === null || asked === null) return [];
  // Less than a tenth of the boost lost is a step that a driver hardly feels (common practice, no source).
  if (both < 0.9 * Math.min(alone, asked))
    return [
      reason(`joins-early${end}`, {
        ...figures,
        alone: [alone, 'boost'],
        both: [both, 'boost'],
      }),
    ];
  return [reason('second-joins', { ...figures, alone: [alone, 'boost'], both: [both, 'boost'] })];
}

/** How finely the share of the stage in front is looked for. */
const RATIO_STEP = 0.01;

/**
 * The least pressure ratio in front with which the stage at the engine passes the air of a point, the pressure behind both
 * kept: the same air at a higher pressure is less of a volume. Null where no share of the ratio clears it.
 */
function frontThatClears(build: Build, { path }: OperatingPoint): number | null {
  const map = engineMap(build);
  const cooler = coolerAt(build, 'between');
  const front = frontCharger(path);
  const behind = engineCharger(path);
  if (!map || !front) return null;
  const kept = behind.inlet.pressure / front.outlet.pressure;
  for (let ratio = front.outlet.ratio; ; ratio += RATIO_STEP) {
    const pressure = path.filter.pressure * ratio * kept;
    const engine = behind.outlet.pressure / pressure;
    if (engine < LEAST_SHARE) return null;
    const { temperature } = compressorOutlet(
      build.climate.gas,
      path.filter.temperature,
      ratio,
      front.efficiency.value,
    );
    const cooled = cooler
      ? coolerOutlet.fn({
          inlet: temperature,
          coolant: cooler.coolant,
          effectiveness: cooler.effectiveness(path.massFlow),
        })
      : temperature;
    const flow = correctedFlow.fn({
      massFlow: path.massFlow,
      temperature: cooled,
      pressure,
      referenceTemperature: map.reference.temperature,
      referencePressure: map.reference.pressure,
    });
    if (findOnMap(map, flow, engine).status !== 'choke') return ratio;
  }
}

function compoundFindings(
  line: Extract<PairLine, { kind: 'compound' }>,
  build: Build,
  goalPoint: OperatingPoint,
): Reason[] {
  const said: Reason[] = [];
  const inFront = frontCharger(build)!;
  const names = { ahead: inFront.machine?.name ?? '', behind: engineMachine(build)?.name ?? '' };
  const isBypassed = frontCharger(buildAt(build, build.goal.speedRpm)) === null;
  const air = engineCharger(goalPoint).at;
  if (!isBypassed && air?.status === 'choke') {
    const wanted = frontThatClears(build, goalPoint);
    said.push(
      reason(
        wanted === null ? 'stages-choke-anyway' : 'stages-choke',
        {
          ratio: [line.engine, 'ratio'],
          front: [line.front, 'ratio'],
          speed: [goalPoint.speedRpm, 'engineSpeed'],
          ...(wanted === null ? {} : { wanted: [wanted, 'ratio'] as [number, 'ratio'] }),
        },
        names,
      ),
    );
  } else if (!isBypassed && goalPoint.boosting && line.engine < LEAST_SHARE)
    said.push(
      reason('engine-stage-idle', { ratio: [line.engine, 'ratio'], front: [line.front, 'ratio'] }, names),
    );
  else if (!isBypassed && goalPoint.boosting && line.front < LEAST_SHARE)
    said.push(
      reason('front-stage-idle', { ratio: [line.front, 'ratio'], engine: [line.engine, 'ratio'] }, names),
    );
  if (!isBypassed && !said.length && goalPoint.match && frontCharger(goalPoint.match))
    said.push(
      reason(
        'stages-share',
        {
          front: [line.front, 'ratio'],
          engine: [line.engine, 'ratio'],
          between: [line.between, 'pressure'],
        },
        names,
      ),
    );
  if (line.sharesFrom !== null)
    said.push(reason('front-holds-from', { from: speed(line.sharesFrom) }, names));
  if (line.bypassedFrom !== null)
    said.push(reason('stage-bypassed-from', { from: speed(line.bypassedFrom) }, names));
  const match = goalPoint.match && frontCharger(goalPoint.match);
  const wheel = turbineSideOf(inFront)?.turbine;
  const limit = wheel?.maxTemperature ?? Infinity;
  if (match && wheel && match.turbine.inlet.temperature > limit)
    said.unshift(
      reason(
        'turbine-too-hot',
        { temperature: [match.turbine.inlet.temperature, 'temperature'], limit: [limit, 'temperature'] },
        { name: wheel.name },
      ),
    );
  return said;
}
