import { monotoneCubic } from '../numerics/monotone-cubic';
import { resistancePower } from './performance';

/** What a straight-line run is made with. SI; engine speeds rev/min. */
export type RunPlan = {
  /** Torque at the wheels over one reduction of gear: what is left of the flywheel's after the drivetrain, N·m, at full boost and without. */
  torque: { speedRpm: number; full: number; unboosted: number }[];
  /** Whole reduction of each gear, first gear first; each shorter than the one before. */
  reductions: number[];
  tyreRadius: number;
  mass: number;
  /** What turning parts add to the mass, as shares of it: whatever the gear, and with the square of the whole reduction. */
  turning: { always: number; bySquare: number };
  dragArea: number;
  rolling: number;
  density: number;
  /** Coefficient of the tyres, 0 where they hold nothing. */
  grip: number;
  driven: 'front' | 'rear' | 'all';
  /** Share of the weight on the driven axle at rest; height of the centre of gravity over the wheelbase. Neither counts where all wheels drive. */
  drivenShare: number;
  heightOverBase: number;
  shiftTime: number;
  /** Engine speed that the clutch or the converter holds until the road has caught up. */
  launchRpm: number;
  redLineRpm: number;
  /** First-order time of the boost from a closed throttle, s, at rising engine speeds; empty: a blower, or none. */
  boostTimes: { speedRpm: number; seconds: number }[];
};

/** A moment of a run. */
type RunRow = {
  time: number;
  distance: number;
  speed: number;
  gear: number;
  speedRpm: number;
  /** Whether the tyres and not the engine say how much it pulls. */
  isGripLimited: boolean;
};

/** Where a run passed a distance; the clock of a strip starts with the first foot, the rollout. */
type RunMark = { distance: number; time: number; speed: number };

export type StraightRun = {
  rows: RunRow[];
  marks: RunMark[];
  /** For how long and up to what speed the tyres limited. */
  gripTime: number;
  gripSpeed: number;
  shifts: { time: number; speed: number; to: number }[];
};

const GRAVITY = 9.80665;
/** Whole step, s. */
const STEP = 0.01;
const LONGEST = 150;
/** A strip's clock starts once the front wheel has left its beam: about a foot (common practice, no source). */
const ROLLOUT = 0.3048;
/** Between rows that are kept, s. */
const KEPT = 0.05;

/** Turning parts of wheels, driveline and engine: 4 %, and a quarter of a per cent of the squared reduction (T. D. Gillespie, Fundamentals of
 * Vehicle Dynamics, ch. 2, from memory). */
export const TURNING_PARTS = { always: 0.04, bySquare: 0.0025 };

/** Distances that times are told at: 60 ft, an eighth and a quarter of a mile, a kilometre, a mile. */
export const MARKS = [18.288, 201.168, 402.336, 1_000, 1_609.344] as const;

type State = { distance: number; speed: number; boost: number };

/** What a plan pulls with: force at the tyres by gear, road speed and boost, the road's own share of it left out. */
function forcesOf(plan: RunPlan) {
  const { torque, reductions, tyreRadius, launchRpm, redLineRpm } = plan;
  const speeds = torque.map(({ speedRpm }) => speedRpm);
  const curveOf = (key: 'full' | 'unboosted') =>
    torque.length > 1
      ? monotoneCubic(
          speeds,
          Float64Array.from(torque, (row) => row[key]),
        ).at
      : () => torque[0]![key];
  const full = curveOf('full');
  const unboosted = curveOf('unboosted');
  const first = speeds[0]!;
  const last = Math.min(redLineRpm, speeds.at(-1)!);
  const rpmAt = (speed: number, gear: number) => (speed / tyreRadius) * reductions[gear]! * (30 / Math.PI);
  const held = Math.min(last, Math.max(first, launchRpm));
  const engineAt = (speed: number, gear: number) => Math.max(rpmAt(speed, gear), gear === 0 ? held : 0);
  const force = (speed: number, gear: number, boost: number) => {
    const rpm = engineAt(speed, gear);
    if (rpm > last) return 0;
    const at = Math.max(first, rpm);
    const without = unboosted(at);
    return ((without + boost * (full(at) - without)) * reductions[gear]!) / tyreRadius;
  };
  const topOf = (gear: number) => ((last * Math.PI) / 30 / reductions[gear]!) * tyreRadius;
  return { force, engineAt, topOf };
}

/** First-order time of the boost at an engine speed: straight in logarithms between what is known, and level beyond. */
const lagOf = (times: RunPlan['boostTimes']) => (speedRpm: number) => {
  const after = times.findIndex((known) => known.speedRpm >= speedRpm);
  if (after <= 0) return times.at(after)!.seconds;
  const [a, b] = [times[after - 1]!, times[after]!];
  const share = Math.log(speedRpm / a.speedRpm) / Math.log(b.speedRpm / a.speedRpm);
  return a.seconds * (b.seconds / a.seconds) ** share;
};

/** Road speed at which a gear is left: where the next pulls as hard, else at the red line. Scanned on a hundred steps, then halved. */
function shiftSpeeds({ force, topOf }: ReturnType<typeof forcesOf>, gears: number): number[] {
  return Array.from({ length: gears - 1 }, (_, gear) => {
    const top = topOf(gear);
    const gains = (speed: number) => force(speed, gear + 1, 1) >= force(speed, gear, 1);
    // Below half of it a torque hole would be a shift nobody makes.
    for (let i = 50; i < 100; i++) {
      const speed = (top * i) / 100;
      if (!gains(speed)) continue;
      let [low, high] = [(top * (i - 1)) / 100, speed];
      for (let k = 0; k < 20; k++) {
        const middle = (low + high) / 2;
        if (gains(middle)) high = middle;
        else low = middle;
      }
      return high;
    }
    return top;
  });
}

/**
 * A run in a straight line at full throttle, from a standing start or from a speed in a gear that is held. In: plan; where it starts, and
 * what ends it. Valid: mass, tyre radius and reductions above 0, at least one torque. Out: rows, marks, and where the tyres limit. Total.
 * Method: Runge and Kutta's fourth order on 10 ms, shifts met exactly; grip of the driven axle with the weight that acceleration moves.
 * Source: T. D. Gillespie, Fundamentals of Vehicle Dynamics, ch. 2, from memory.
 */
export function straightRun(
  plan: RunPlan,
  {
    fromSpeed = 0,
    heldGear = null,
    untilSpeed = Infinity,
    untilDistance = MARKS.at(-1)!,
  }: { fromSpeed?: number; heldGear?: number | null; untilSpeed?: number; untilDistance?: number } = {},
): StraightRun {
  const forces = forcesOf(plan);
  const { force, engineAt, topOf } = forces;
  const { mass, grip, driven, drivenShare, heightOverBase, rolling, dragArea, density, boostTimes } = plan;
  const resisting = (speed: number) =>
    speed > 0
      ? resistancePower(speed, { dragArea, mass, rolling, density }) / speed
      : rolling * mass * GRAVITY;
  /** Acceleration of a pull, and whether the tyres limit it. */
  const pull = (speed: number, gear: number, boost: number) => {
    const against = resisting(speed);
    const wanted = force(speed, gear, boost);
    const k = 1 + plan.turning.always + plan.turning.bySquare * plan.reductions[gear]! ** 2;
    const free = (wanted - against) / (k * mass);
    if (driven === 'all') {
      const most = grip * mass * GRAVITY;
      return wanted - free * (k - 1) * mass > most
        ? { gain: (most - against) / mass, limited: true }
        : { gain: free, limited: false };
    }
    // Acceleration moves weight to the rear; the rear cannot bear more than all of it.
    const moved = driven === 'rear' ? heightOverBase : -heightOverBase;
    const slid = (grip * drivenShare * GRAVITY - against / mass) / Math.max(0.05, 1 - grip * moved);
    const most = driven === 'rear' ? Math.min(slid, grip * GRAVITY - against / mass) : slid;
    return free > most ? { gain: most, limited: true } : { gain: free, limited: false };
  };
  const lagAt = lagOf(boostTimes);
  const gears = plan.reductions.length;
  const shiftAt = shiftSpeeds(forces, gears);
  let gear = heldGear ?? 0;
  while (heldGear === null && gear < gears - 1 && fromSpeed >= shiftAt[gear]!) gear++;

  let time = 0;
  let state: State = { distance: 0, speed: fromSpeed, boost: boostTimes.length ? 0 : 1 };
  const rows: RunRow[] = [];
  const marks: RunMark[] = [];
  const shifts: StraightRun['shifts'] = [];
  let gripTime = 0;
  let gripSpeed = 0;
  let idleUntil = -1;
  let rolledAt = fromSpeed > 0 ? 0 : NaN;
  let kept = -Infinity;

  const slope = ({ speed, boost }: State, coasting: boolean): State => {
    const gain = coasting ? -resisting(speed) / mass : pull(speed, gear, boost).gain;
    return {
      distance: speed,
      speed: speed <= 0 && gain < 0 ? 0 : gain,
      boost: boostTimes.length ? ((coasting ? 0 : 1) - boost) / lagAt(engineAt(speed, gear)) : 0,
    };
  };
  const moved = (from: State, by: State, h: number): State => ({
    distance: from.distance + h * by.distance,
    speed: Math.max(0, from.speed + h * by.speed),
    boost: Math.min(1, Math.max(0, from.boost + h * by.boost)),
  });
  const stepped = (from: State, h: number, coasting: boolean): State => {
    const k1 = slope(from, coasting);
    const k2 = slope(moved(from, k1, h / 2), coasting);
    const k3 = slope(moved(from, k2, h / 2), coasting);
    const k4 = slope(moved(from, k3, h), coasting);
    const mean = (key: keyof State) => (k1[key] + 2 * k2[key] + 2 * k3[key] + k4[key]) / 6;
    return moved(from, { distance: mean('distance'), speed: mean('speed'), boost: mean('boost') }, h);
  };
  const keep = () => {
    kept = time;
    const { speed } = state;
    const isGripLimited = time >= idleUntil && pull(speed, gear, state.boost).limited;
    rows.push({
      time,
      distance: state.distance,
      speed,
      gear,
      speedRpm: engineAt(speed, gear),
      isGripLimited,
    });
  };
  keep();
  while (time < LONGEST && state.distance < untilDistance && state.speed < untilSpeed) {
    const coasting = time < idleUntil - 1e-9;
    let h = coasting ? Math.min(STEP, idleUntil - time) : STEP;
    const isLast = heldGear !== null || gear === gears - 1;
    const leave = isLast ? topOf(gear) : shiftAt[gear]!;
    let next = stepped(state, h, coasting);
    if (!coasting && next.speed > leave && state.speed < leave) {
      h *= (leave - state.speed) / (next.speed - state.speed);
      next = stepped(state, h, coasting);
      next.speed = leave;
    } else if (!coasting && isLast && state.speed >= leave) {
      // On the limiter: the road goes by at the speed of the red line.
      next = { ...next, speed: Math.max(leave, state.speed), distance: state.distance + h * state.speed };
    }
    if (!coasting && pull(state.speed, gear, state.boost).limited) {
      gripTime += h;
      gripSpeed = next.speed;
    }
    if (!Number.isFinite(rolledAt) && next.distance >= ROLLOUT)
      rolledAt = time + (h * (ROLLOUT - state.distance)) / (next.distance - state.distance);
    for (const distance of MARKS)
      if (state.distance < distance && next.distance >= distance) {
        const share = (distance - state.distance) / (next.distance - state.distance);
        marks.push({
          distance,
          time: time + share * h - rolledAt,
          speed: state.speed + share * (next.speed - state.speed),
        });
      }
    // What gains nothing over a second stands or holds its top speed: nothing more is to be told but the distance.
    const isStill = next.speed < 1e-3 && time > 1;
    time += h;
    state = next;
    if (!coasting && !isLast && state.speed >= leave - 1e-9) {
      keep();
      gear++;
      shifts.push({ time, speed: state.speed, to: gear });
      idleUntil = time + plan.shiftTime;
      keep();
    } else if (time - kept >= KEPT - 1e-9) keep();
    if (isStill || (heldGear !== null && state.speed >= topOf(gear))) break;
  }
  keep();
  return { rows, marks, gripTime, gripSpeed, shifts };
}

/** Seconds from one road speed to another in a run, straight between its rows; null where it does not reach them. In: m/s. */
export function secondsBetween({ rows }: StraightRun, from: number, to: number): number | null {
  const at = (speed: number) => {
    const i = rows.findIndex((row) => row.speed >= speed);
    if (i < 0) return null;
    if (i === 0) return rows[0]!.time;
    const [a, b] = [rows[i - 1]!, rows[i]!];
    return a.time + ((b.time - a.time) * (speed - a.speed)) / (b.speed - a.speed || 1);
  };
  const [start, end] = [at(from), at(to)];
  return start === null || end === null ? null : end - start;
}

/** A plan with its torque times a factor: boosted and not. */
export const withPower = (plan: RunPlan, factor: number): RunPlan => ({
  ...plan,
  torque: plan.torque.map((row) => ({
    ...row,
    full: row.full * factor,
    unboosted: row.unboosted * factor,
  })),
});

/** What is asked of a run, or was read from one: a time or a speed at a distance, or a time between two speeds. SI. */
export type RunTarget =
  | { kind: 'time'; distance: number; seconds: number }
  | { kind: 'trap'; distance: number; speed: number }
  | { kind: 'between'; from: number; to: number; seconds: number };

/** How far a run is from a target: above 0 where it is quicker. Never NaN. */
function aheadOf(plan: RunPlan, target: RunTarget): number {
  if (target.kind === 'between') {
    const run = straightRun(plan, { fromSpeed: Math.max(0, target.from - 3), untilSpeed: target.to });
    return 1 / (secondsBetween(run, target.from, target.to) ?? Infinity) - 1 / target.seconds;
  }
  const mark = straightRun(plan, { untilDistance: target.distance + 1 }).marks.find(
    ({ distance }) => distance === target.distance,
  );
  if (target.kind === 'time') return 1 / (mark?.time ?? Infinity) - 1 / target.seconds;
  return (mark?.speed ?? 0) - target.speed;
}

/** Halves a rising function's root between two bounds, to a ten-thousandth; which bound it lies beyond where it is not between them. */
function rising(fn: (x: number) => number, low: number, high: number): number | 'below' | 'beyond' {
  if (fn(low) > 0) return 'below';
  if (fn(high) < 0) return 'beyond';
  let [a, b] = [low, high];
  while (b - a > 1e-4 * a) {
    const middle = (a + b) / 2;
    if (fn(middle) >= 0) b = middle;
    else a = middle;
  }
  return (a + b) / 2;
}

const MOST = 6;
const LEAST = 0.1;

/**
 * Factor on all of the power that meets a target; 'below' where a tenth of it is already enough, 'beyond' where six times is not: then grip,
 * gears or mass limit. In: plan; target at one of the marks. Total. Method: halving over whole runs.
 */
export const powerForTarget = (plan: RunPlan, target: RunTarget): number | 'below' | 'beyond' =>
  rising((factor) => aheadOf(withPower(plan, factor), target), LEAST, MOST);

/**
 * Mass that would have to go for one engine to be as quick over a distance as another is as it stands, kg; null where no mass does it. In: the
 * plan as it was; the plan as it is; distance at one of the marks. Source: two runs, halved.
 */
export function massWorth(before: RunPlan, after: RunPlan, distance: number): number | null {
  const mark = straightRun(after, { untilDistance: distance + 1 }).marks.find((m) => m.distance === distance);
  if (!mark) return null;
  const lighter = rising(
    (share) =>
      aheadOf({ ...before, mass: before.mass / share }, { kind: 'time', distance, seconds: mark.time }),
    0.5,
    5,
  );
  return typeof lighter === 'number' ? before.mass * (1 - 1 / lighter) : null;
}
