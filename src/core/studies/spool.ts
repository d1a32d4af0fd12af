import { type Exhaust, makeExhaust } from '../engine/exhaust';
import { withChargers } from '../build/row';
import type { Unknowns } from '../charge-path/fixed-point';
import { type MatchedBuild, isMatched } from '../charge-path/match';
import { type FrontRule, SHUT } from '../charge-path/turn';
import { engineCharger, frontCharger } from '../charger/charged-air';
import { shaftLimit } from '../charger/charger';
import type { Job } from '../job/schema/job';
import type { TrialKind } from '../job/schema/setup-choices';
import { integrate } from '../numerics/runge-kutta';
import { findRoot } from '../numerics/roots';
import { resistancePower, roadSpeed } from '../vehicle/performance';
import { wheelPower } from '../vehicle/drivetrain';
import { reason, type Reason } from '../working/range';
import { powerOf } from '../charge-path/school-power';
import { buildAt, type Build } from '../build/build';
import type { PlacedLoss } from '../build/plumbing';
import { aloneAt, unboostedAt, type Level } from '../solve/demand';
import { fuelledFor } from '../charge-path/matched';
import { askedAt, planLevel, solvePoint, type OperatingPoint } from '../solve/point';
import { BETWEEN_TURBINES, carriedOf, freshCarried, settle, type Settled } from '../charge-path/settle';

/** How time to boost is tried, as plain numbers. SI; speeds rev/min, rate rev/min in a second. */
export type TrialPlan = {
  kind: TrialKind;
  speedRpm: number;
  /** Share of the torque without boost that the engine runs at before; 1: held at full load. */
  load: number;
  rate: number;
  /** Time over which the pedal, or a diesel's fuel, goes from the load before to full, s. */
  ramp: number;
  /** Crank, flywheel and clutch, kg·m². */
  inertia: number;
  /** What a vehicle in its gear is, where it is a pull in one. */
  road: {
    gear: number;
    gears: number[];
    finalDrive: number;
    tyreRadius: number;
    mass: number;
    dragArea: number;
    rolling: number;
  } | null;
};

/** One moment. Time s; boost Pa gauge; power W at the flywheel. */
type SpoolRow = {
  time: number;
  speedRpm: number;
  boostGauge: number;
  shaftRpm: number;
  lowShaftRpm: number | null;
  power: number;
};

export type Spool =
  | {
      kind: 'found';
      rows: SpoolRow[];
      /** Boost that a steady engine has where the trial is looked at: at its one speed, or asked where full boost comes. Pa gauge. */
      target: number;
      /** Time to nine tenths of it, s, with the engine speed then; null if it never comes. */
      ninety: { time: number; speedRpm: number } | null;
      /** Full boost: as asked, the gate beginning to open. */
      full: { time: number; speedRpm: number } | null;
      /** Whether the steady engine has the boost asked at the trial's one speed; of a pull always true. */
      reachesAsked: boolean;
    }
  | { kind: 'failed'; reason: Reason };

/** Fine to be drawn, coarse to be ranked by. */
type Accuracy = 'fine' | 'coarse';

/** What a vehicle's turning parts add, as a share of its mass (common practice, no source). */
const TURNING_PARTS = 1.04;
const DEFAULT_DRAG_AREA = 0.7;
const DEFAULT_ROLLING = 0.015;
/** Longest trial looked at, s: what has no boost by then has none. */
const LONGEST = 60;
const PER_RPM = Math.PI / 30;

/** The trial of a job as plain numbers; what a pull in a gear lacks is said. */
export function trialOf({ trial, brief: { vehicle } }: Job): TrialPlan | { reason: Reason } {
  const plan: TrialPlan = {
    kind: trial.kind,
    speedRpm: trial.speedRpm.value,
    load: trial.load.value,
    rate: trial.rate.value,
    ramp: trial.ramp?.value ?? 0,
    inertia: trial.inertia.value,
    road: null,
  };
  if (trial.kind !== 'gear') return plan;
  const { mass, tyreRadius, finalDrive, gears } = vehicle;
  if (vehicle.kind !== 'vehicle') return { reason: reason('trial-without-gears') };
  if (!mass || !tyreRadius || !finalDrive || !gears.length) return { reason: reason('trial-needs-vehicle') };
  const gear = gears[trial.gear];
  if (!gear)
    return {
      reason: reason('trial-no-such-gear', {
        gear: [trial.gear + 1, 'count'],
        most: [gears.length, 'count'],
      }),
    };
  return {
    ...plan,
    road: {
      gear: trial.gear,
      gears: gears.map((g) => g.value),
      finalDrive: finalDrive.value,
      tyreRadius: tyreRadius.value,
      mass: mass.value,
      dragArea: vehicle.dragArea?.value ?? DEFAULT_DRAG_AREA,
      rolling: vehicle.rollingResistance?.value ?? DEFAULT_ROLLING,
    },
  };
}

/** Surplus of power at the wheels over what the road takes in a gear, W, and the road speed, m/s. */
function surplusOnRoad(
  build: Build,
  road: NonNullable<TrialPlan['road']>,
  gear: number,
  speedRpm: number,
  power: number,
) {
  const speed = roadSpeed(speedRpm, road.gears[gear]!, road.finalDrive, road.tyreRadius);
  const takes = resistancePower(speed, { ...road, density: build.climate.density });
  return { speed, takes, surplus: wheelPower(power, build.drivetrain) - takes };
}

/** What the engine gains, rev/min in a second, at a flywheel power, W. */
function gainOf(build: Build, plan: TrialPlan, speedRpm: number, power: number): number {
  if (plan.kind === 'step') return 0;
  if (plan.kind === 'brake' || !plan.road) return plan.rate;
  const { road } = plan;
  const { speed, surplus } = surplusOnRoad(build, road, road.gear, speedRpm, power);
  const perSpeed = (speedRpm * PER_RPM) / speed;
  const mass = road.mass * TURNING_PARTS + plan.inertia * perSpeed ** 2;
  return ((surplus / speed / mass) * perSpeed) / PER_RPM;
}

/** How the engine runs before: speeds of the shafts, rev/min, and the drop across a throttle that leaves it that load. */
type Before = { high: number; low: number; choker?: PlacedLoss | undefined };

/** The engine as it runs before: throttled, or lean for a diesel. Out: speeds of the shafts, rev/min; null if not found. */
function shaftsBefore(whole: Build, plan: TrialPlan, level: Level): Before | null {
  const build = buildAt(whole, plan.speedRpm);
  if (!isMatched(build)) return null;
  const shaftsOf = (p: OperatingPoint) =>
    p.match ? { high: engineCharger(p.match).shaftRpm, low: frontCharger(p.match)?.shaftRpm ?? 0 } : null;
  if (plan.load >= 1) return shaftsOf(solvePoint(build, plan.speedRpm, level));
  const load = Math.max(0.05, plan.load);
  if (build.fuel.ignition === 'compression') {
    // A diesel at part load is not throttled but lean: cooler exhaust of nearly as much air.
    const lean = (exhaust: Exhaust) =>
      makeExhaust({
        ...exhaust,
        fuel: build.fuel,
        humidityRatio: build.climate.humidityRatio,
        trapped: build.trapped,
        lambda: Math.min(8, exhaust.lambda / load),
      });
    return shaftsOf(solvePoint(withExhaust(build, lean), plan.speedRpm, level));
  }
  return throttled(build, plan.speedRpm, load);
}

/** Shafts behind a throttle that leaves a share of the torque without boost: the drop that keeps the manifold there. */
function throttled(build: MatchedBuild, speedRpm: number, load: number): Before | null {
  const open = unboostedAt(build, speedRpm);
  const pressure = open.manifold.pressure * load;
  const flow = open.massFlow * load;
  const temperature = build.climate.temperature;
  let last: Settled | null = null;
  let choker: PlacedLoss | undefined;
  const excess = (drop: number): number => {
    choker = { ...CHOKER, drop, massFlow: flow, pressure: pressure + drop, temperature };
    const at = settle(
      choked(build, choker),
      speedRpm,
      { kind: 'fixed', opening: 0, ...(frontCharger(build) ? { front: SHUT } : {}) },
      last?.unknowns ?? {
        chargeTemperature: temperature + 15,
        backPressureRatio: 1.5,
        manifoldPressure: pressure,
        frontRatio: 1,
        exhaustBetween: BETWEEN_TURBINES,
      },
      freshCarried(),
      last?.path,
    );
    if (typeof at === 'string') return NaN;
    last = at;
    return at.turn.drivenPressure / pressure - 1;
  };
  const ambient = build.climate.pressure;
  const root = findRoot(excess, 0.02 * ambient, 1.5 * ambient, { tolerance: 50, maxIterations: 30 });
  if (root.kind !== 'converged') return last === null ? null : { ...shaftsAt(last), choker };
  excess(root.x);
  return { ...shaftsAt(last!), choker };
}

/** The build with more lost at its throttle. */
const choked = (build: MatchedBuild, choker: PlacedLoss): MatchedBuild => ({
  ...build,
  elements: [...build.elements, { kind: 'loss', station: 'throttle', loss: choker }],
});

/** The build with its exhaust changed, for every turbine in it. */
const withExhaust = (build: MatchedBuild, change: (exhaust: Exhaust) => Exhaust): MatchedBuild =>
  withChargers(build, (charger) => ({
    ...charger,
    drive: { ...charger.drive, exhaust: change(charger.drive.exhaust) },
  }));

const CHOKER = { index: -1, place: 'throttle' as const, pipes: 1 };
const shaftsAt = ({ turn }: Settled) => ({ high: turn.shaftRpm, low: turn.front?.shaftRpm ?? 0 });

/** The engine while the pedal goes down: a throttle that opens evenly, or a diesel that gets its fuel evenly. `open`: 0 to 1. */
function atPedal(
  build: MatchedBuild,
  open: number,
  load: number,
  choker: PlacedLoss | undefined,
): MatchedBuild {
  if (open >= 1) return build;
  if (build.fuel.ignition === 'compression') {
    const leaner = ({ lambda, fuelPerAir, ...rest }: Exhaust) => ({
      ...rest,
      lambda: lambda / open,
      fuelPerAir: fuelPerAir * open,
    });
    return withExhaust(build, leaner);
  }
  if (!choker || load >= 1) return build;
  // The drop of an orifice goes with the inverse square of its area, less what it loses wide open.
  const drop = (choker.drop * (1 / open ** 2 - 1)) / (1 / load ** 2 - 1);
  return choked(build, { ...choker, drop, pressure: choker.pressure - choker.drop + drop });
}

/** The air's way with the shafts turning at given speeds and every gate shut. `x`: where to begin. */
function atShafts(
  build: MatchedBuild,
  speedRpm: number,
  high: number,
  low: number,
  near: Settled | null,
): Settled | null {
  const x: Unknowns = near?.unknowns ?? {
    chargeTemperature: build.climate.temperature + 20,
    backPressureRatio: 1.1,
    manifoldPressure: build.climate.pressure * 1.02,
    frontRatio: frontCharger(build) ? 1.02 : 1,
    exhaustBetween: BETWEEN_TURBINES,
  };
  const carried = near ? carriedOf(near.turn) : freshCarried();
  const solve = (rule: FrontRule | undefined) =>
    settle(
      build,
      speedRpm,
      { kind: 'shaft', opening: 0, rpm: high, ...(rule ? { front: rule } : {}) },
      x,
      { ...carried },
      near?.path,
    );
  const found = solve(frontCharger(build) ? { kind: 'shaft', rpm: low } : undefined);
  if (typeof found === 'string') return null;
  const hold = frontCharger(build)?.hold ?? null;
  if (hold === null || engineCharger(found.path).inlet.pressure <= hold) return found;
  // The gate of the stage in front holds its own boost: its shaft gains no more.
  const held = solve({ kind: 'hold', pressure: hold });
  return typeof held === 'string' ? found : held;
}

/** Net power of a shaft, W. */
const netPower = (turbine: number, airFlow: number, work: number) => turbine - airFlow * work;

/**
 * Boost over time after the foot goes down: J·ω·dω/dt = turbine power − compressor power on every shaft, the air and the
 * exhaust at each moment as a steady engine with those shafts would have them, gates shut until the boost asked is there.
 * In: a build with a turbine; the trial; optionally the plan's level. Out: rows to full boost, to the steady end or to the
 * red line. Never throws. Left out: the filling of the pipes (about a tenth of a second) and the heat that cold metal takes.
 * Source: the moment of momentum of the shaft; quasi-steady flow as in Watson & Janota (1982), ch. 12 (from memory).
 */
export function solveSpool(
  whole: Build,
  plan: TrialPlan,
  level: Level = planLevel(whole),
  accuracy: Accuracy = 'fine',
): Spool {
  const start = Math.min(whole.redLineRpm, Math.max(whole.idleRpm, plan.speedRpm));
  if (!isMatched(whole)) return { kind: 'failed', reason: reason('choose-turbine') };
  if (level.kind === 'failed') return { kind: 'failed', reason: level.reason };
  const pulls = plan.kind !== 'step';
  if (plan.kind === 'brake' && !(plan.rate > 0))
    return {
      kind: 'failed',
      reason: reason('brake-rate-zero', {
        speed: [start, 'engineSpeed'],
        rate: [Math.ceil((whole.redLineRpm - start) / LONGEST / 10) * 10, 'engineSpeed'],
      }),
    };
  if (pulls && start > whole.redLineRpm * 0.95)
    return {
      kind: 'failed',
      reason: reason('pull-starts-at-red-line', {
        speed: [start, 'engineSpeed'],
        redLine: [whole.redLineRpm, 'engineSpeed'],
      }),
    };
  const before = shaftsBefore(whole, { ...plan, speedRpm: start }, level);
  if (!before)
    return { kind: 'failed', reason: reason('spool-not-found', { speed: [start, 'engineSpeed'] }) };
  if (plan.road) {
    const short = cannotPull(whole, plan.road, start);
    if (short) return { kind: 'failed', reason: short };
  }
  return run(whole, plan, level, start, before, accuracy);
}

/** Why a gear cannot be pulled from a speed on the air without boost, with the gear or the speed that can; null where it can. */
function cannotPull(build: Build, road: NonNullable<TrialPlan['road']>, start: number): Reason | null {
  const powerAt = (speedRpm: number) => powerOf(build, aloneAt(build, speedRpm));
  const at = (gear: number, speedRpm: number) =>
    surplusOnRoad(build, road, gear, speedRpm, powerAt(speedRpm));
  const here = at(road.gear, start);
  if (here.surplus > 0) return null;
  const lower = road.gears
    .map((_, gear) => gear)
    .filter((gear) => road.gears[gear]! > road.gears[road.gear]! && at(gear, start).surplus > 0)
    .sort((a, b) => road.gears[a]! - road.gears[b]!)[0];
  const figures: Parameters<typeof reason>[1] = {
    gear: [road.gear + 1, 'count'],
    speed: [start, 'engineSpeed'],
    takes: [here.takes, 'power'],
    power: [wheelPower(powerAt(start), build.drivetrain), 'power'],
  };
  return lower === undefined
    ? reason('gear-cannot-pull-any', figures)
    : reason('gear-cannot-pull', { ...figures, lower: [lower + 1, 'count'] });
}

type Moment = { settled: Settled; build: MatchedBuild; power: number };

function run(
  whole: MatchedBuild,
  plan: TrialPlan,
  level: Level,
  start: number,
  before: Before,
  accuracy: Accuracy,
): Spool {
  const ambient = whole.climate.pressure;
  const front = frontCharger(whole);
  let near: Settled | null = null;
  let nearBuild: Build | null = null;
  // Once the stage at the engine is passed by, the one in front is the only one that works: its shaft goes on.
  const passedBy = whole.changeover?.above ?? null;
  /** State: squares of the shaft speeds, (rad/s)², at the engine and in front, engine speed, rev/min, and time, s. */
  const momentAt = (state: readonly number[]): Moment | null => {
    const speedRpm = state[2]!;
    const working = buildAt(whole, speedRpm);
    if (!isMatched(working)) return null;
    // A diesel's fuel follows the air on the way up too.
    const fuelled = level.kind === 'boost' ? fuelledFor(working, level.pressure) : working;
    const load = Math.max(0.05, plan.load);
    const open = plan.ramp > 0 ? Math.min(1, load + ((1 - load) * state[3]!) / plan.ramp) : 1;
    const build = atPedal(fuelled, open, load, before.choker);
    const rpm = (square: number) => Math.max(60, Math.sqrt(Math.max(0, square)) / PER_RPM);
    const from = nearBuild === working ? near : null;
    const front = rpm(state[1]!);
    const high = working === passedBy ? front : rpm(state[0]!);
    const settled =
      atShafts(build, speedRpm, high, front, from) ??
      (from ? atShafts(build, speedRpm, high, front, null) : null);
    if (!settled) return null;
    near = settled;
    nearBuild = working;
    return { settled, build, power: powerOf(build, settled.path) };
  };
  const slope = (state: readonly number[]): number[] | null => {
    const moment = momentAt(state);
    if (!moment) return null;
    const { settled, build, power } = moment;
    const { path, turn } = settled;
    const { count, drive } = engineCharger(build);
    const inFront = frontCharger(build);
    const high = netPower(turn.turbine.power, path.massFlow / count, engineCharger(path).outlet.work);
    const isHeld = settled.rule.front?.kind === 'hold';
    const front = frontCharger(path);
    const low =
      inFront && turn.front && front && !isHeld
        ? (2 * netPower(turn.front.turbine.power, path.massFlow, front.outlet.work)) / inFront.drive.inertia
        : 0;
    const own = (2 * high) / drive.inertia;
    const gain = gainOf(build, plan, state[2]!, power);
    return buildAt(whole, state[2]!) === passedBy ? [0, own, gain, 1] : [own, low, gain, 1];
  };
  const askedOf = (speedRpm: number) => {
    const asked = askedAt(whole, speedRpm, level);
    return asked.kind === 'boost' ? asked.pressure : ambient;
  };
  const steady = solvePoint(whole, start, level);
  const steadyBoost = steady.match ? steady.boostGauge : 0;
  const isStep = plan.kind === 'step';
  const rows: SpoolRow[] = [];
  let full: { time: number; speedRpm: number } | null = null;
  let stuck: Reason | null = null;
  let slow = 0;
  integrate({
    slope,
    start: [
      (before.high * PER_RPM) ** 2,
      ((buildAt(whole, start) === passedBy ? before.high : before.low) * PER_RPM) ** 2,
      start,
      0,
    ],
    scale: [
      (shaftLimit(engineCharger(whole)) * PER_RPM) ** 2,
      front ? (shaftLimit(front) * PER_RPM) ** 2 : 1,
      whole.redLineRpm,
      LONGEST,
    ],
    until: LONGEST,
    firstStep: accuracy === 'fine' ? 0.02 : 0.2,
    tolerance: accuracy === 'fine' ? 1e-4 : 2e-3,
    onStep: (time, state) => {
      const moment = momentAt(state);
      if (!moment) return false;
      const { settled, power } = moment;
      const speedRpm = state[2]!;
      const row: SpoolRow = {
        time,
        speedRpm,
        boostGauge: settled.unknowns.manifoldPressure - ambient,
        shaftRpm: settled.turn.shaftRpm,
        lowShaftRpm: settled.turn.front?.shaftRpm ?? null,
        power,
      };
      const last = rows.at(-1);
      const asked = askedOf(speedRpm);
      rows.push(row);
      if (settled.unknowns.manifoldPressure >= asked) {
        const moment = momentWhere(last, row, asked - ambient, (r) => r.boostGauge);
        rows[rows.length - 1] = moment;
        full = when(moment);
        return false;
      }
      if (speedRpm >= whole.redLineRpm) {
        rows[rows.length - 1] = momentWhere(last, row, whole.redLineRpm, (r) => r.speedRpm);
        return false;
      }
      if (isStep) {
        // What gains hardly anything any more has reached its steady end.
        slow =
          last &&
          time >= plan.ramp &&
          Math.abs(row.boostGauge - steadyBoost) < 0.004 * Math.max(steadyBoost, 5_000)
            ? slow + 1
            : 0;
        return slow < 2;
      }
      if (plan.kind === 'gear' && gainOf(whole, plan, speedRpm, power) <= 0) {
        stuck = reason('gear-stops-gaining', {
          gear: [(plan.road?.gear ?? 0) + 1, 'count'],
          speed: [speedRpm, 'engineSpeed'],
        });
        return false;
      }
      return true;
    },
  });
  if (stuck && !full) return { kind: 'failed', reason: stuck };
  if (rows.length < 2)
    return rows.length && full
      ? foundAt(rows, full, full, isStep, steady)
      : { kind: 'failed', reason: reason('spool-not-found', { speed: [start, 'engineSpeed'] }) };
  const target = isStep
    ? steadyBoost
    : askedOf(full ? (full as SpoolRow).speedRpm : rows.at(-1)!.speedRpm) - ambient;
  const at = rows.findIndex((r) => r.boostGauge >= 0.9 * target);
  const ninety =
    at < 0 || !(target > 0)
      ? null
      : when(momentWhere(rows[at - 1], rows[at]!, 0.9 * target, (r) => r.boostGauge));
  return { ...foundAt(rows, ninety, full, isStep, steady), target };
}

function foundAt(
  rows: SpoolRow[],
  ninety: { time: number; speedRpm: number } | null,
  full: { time: number; speedRpm: number } | null,
  isStep: boolean,
  steady: OperatingPoint,
): Extract<Spool, { kind: 'found' }> {
  return {
    kind: 'found',
    rows,
    target: rows.at(-1)!.boostGauge,
    ninety,
    full,
    reachesAsked: !isStep || (steady.match !== null && steady.match.kind !== 'turbine'),
  };
}

/** The moment at which a figure passes a value, between two rows on straight lines. */
function momentWhere(
  before: SpoolRow | undefined,
  after: SpoolRow,
  value: number,
  of: (row: SpoolRow) => number,
): SpoolRow {
  if (!before) return after;
  const share = Math.min(1, Math.max(0, (value - of(before)) / (of(after) - of(before) || 1)));
  const mix = (a: number, b: number) => a + share * (b - a);
  return {
    time: mix(before.time, after.time),
    speedRpm: mix(before.speedRpm, after.speedRpm),
    boostGauge: mix(before.boostGauge, after.boostGauge),
    shaftRpm: mix(before.shaftRpm, after.shaftRpm),
    lowShaftRpm:
      before.lowShaftRpm === null || after.lowShaftRpm === null
        ? null
        : mix(before.lowShaftRpm, after.lowShaftRpm),
    power: mix(before.power, after.power),
  };
}

/** When it was, and at what engine speed. */
const when = ({ time, speedRpm }: SpoolRow) => ({ time, speedRpm });

/** The same trial at another rate of the brake, or in another gear. */
export type LoadingRow = { rate: number; gear: number | null; spool: Spool };

/**
 * The trial at other rates of the brake, or in every gear: what loading does to the spool that is seen. A load step has no
 * other. One after the other; whoever draws from it decides when to pause. Never throws.
 */
export function* spoolByLoading(build: Build, plan: TrialPlan): Generator<LoadingRow> {
  const level = planLevel(build);
  const { road } = plan;
  if (plan.kind === 'brake')
    for (const factor of [0.25, 0.5, 1, 2, 4]) {
      const rate = plan.rate * factor;
      yield { rate, gear: null, spool: solveSpool(build, { ...plan, rate }, level) };
    }
  if (plan.kind === 'gear' && road)
    for (let gear = 0; gear < road.gears.length; gear++)
      yield { rate: 0, gear, spool: solveSpool(build, { ...plan, road: { ...road, gear } }, level) };
}
