import type { Build } from '../build/build';
import type { Input } from '../documents/input';
import { limitMetrics } from '../job/schema/component-choices';
import type { Component } from '../job/schema/components';
import type { Job } from '../job/schema/job';
import type { OperatingPoint } from '../solve/point';
import type { Sweep } from '../solve/sweep';
import type { LimitState } from '../solve/verdict';
import type { Limit } from './limit';
import { JUST_HOLDS, readerOf, sortOf, useOf } from './metrics';
import { modelLimits } from './model-limits';
import { peaksOver } from './peak-pressure';

/** A place on the curve where a limit is reached. Flywheel: W, N·m. */
type Gives = { speedRpm: number; power: number; torque: number };

/** A limit over the revs. */
export type LimitRow = Limit & {
  key: string;
  uses: { speedRpm: number; use: number; useHigh: number }[];
  peak: { use: number; speedRpm: number; value: number };
  /** Where it may give first, and where it does whoever is right; null where it does not. */
  first: Gives | null;
  certain: Gives | null;
  /** Speeds between which it is over its low end. */
  span: { fromRpm: number; toRpm: number } | null;
  state: LimitState;
  /** Whether the duty counts it: what bears more than it for longer than the pull does not. */
  isCounted: boolean;
  /** Peak power that the curve could be scaled to, W; null where power does not decide. */
  allowed: number | null;
};

/** The rows of everything that can give, first failure first, then the most used. */
export type LimitLine = {
  rows: LimitRow[];
  /** The first that counts: what gives first, or what is nearest. Null where nothing was judged. */
  weakest: LimitRow | null;
  peak: Gives;
  state: LimitState;
  /** Counted limits that power brings nearer, the lowest power first: each step of strengthening. */
  chain: LimitRow[];
  /** Components whose limits lack what they are read with. */
  unread: Component[];
};

/** Whether the other end of a limit lies below where it may give. */
export const contradicts = ({ low, high }: { low: Input; high?: Input | undefined }): boolean =>
  high !== undefined && high.value < low.value;

/** The limits of a component as they can be read on this build. */
export function componentLimits(
  build: Build,
  engine: Job['engine'],
  component: Component,
  points: readonly OperatingPoint[],
): Limit[] {
  const { id, kind, name } = component;
  return limitMetrics.flatMap((metric): Limit[] => {
    const stated = component.limits[metric];
    // Ends that contradict each other are judged once they do not.
    if (!stated || contradicts(stated)) return [];
    const sort = sortOf[metric];
    const read =
      metric === 'cylinderPressure' ? peaksOver(build, engine, points) : readerOf(build, engine, metric);
    const share = (limit: Input | undefined) => (point: OperatingPoint) => {
      const value = read(point);
      return value === null || !limit ? null : useOf(sort, value, limit.value);
    };
    return [
      {
        part: { from: 'component', id, kind, name },
        metric,
        sort,
        low: stated.low.value,
        high: stated.high?.value ?? null,
        confidence: stated.low.confidence,
        seconds: stated.seconds?.value ?? null,
        near: JUST_HOLDS,
        followsPower: sort === 'torque' || sort === 'power',
        use: share(stated.low),
        useHigh: share(stated.high ?? stated.low),
        value: read,
      },
    ];
  });
}

/** Where a share first passes one, between two points on a straight line. */
function firstOver(points: readonly OperatingPoint[], shares: readonly number[]): Gives | null {
  const i = shares.findIndex((share) => share >= 1);
  if (i < 0) return null;
  const at = points[i]!;
  const before = points[i - 1];
  const gives = ({ speedRpm, power, torque }: OperatingPoint): Gives => ({
    speedRpm,
    power: power.flywheel,
    torque,
  });
  if (!before) return gives(at);
  const part = (1 - shares[i - 1]!) / (shares[i]! - shares[i - 1]!);
  const [low, high] = [gives(before), gives(at)];
  const between = (key: keyof Gives) => low[key] + part * (high[key] - low[key]);
  return { speedRpm: between('speedRpm'), power: between('power'), torque: between('torque') };
}

function stateOf(use: number, useHigh: number, near: number): LimitState {
  if (useHigh >= 1) return 'over';
  return use >= near ? 'marginal' : 'within';
}

/** Names a limit for good: what an owner accepts is kept under it. */
const keyOf = (part: LimitRow['part'], metric: LimitRow['metric']): string =>
  part.from === 'component'
    ? `${part.id} ${metric}`
    : `${part.part} ${metric}${part.gear === null ? '' : ` ${part.gear + 1}`}`;

/** A limit over the points of a sweep; null where none of them can be read. */
function rowOf(limit: Limit, points: readonly OperatingPoint[], peak: Gives, pull: number): LimitRow | null {
  const read = points.filter((point) => limit.use(point) !== null);
  if (!read.length) return null;
  const uses = read.map((point) => ({
    speedRpm: point.speedRpm,
    use: limit.use(point)!,
    useHigh: limit.useHigh(point)!,
  }));
  const most = uses.reduce((a, b) => (b.use > a.use ? b : a));
  const at = read[uses.indexOf(most)]!;
  const shares = uses.map(({ use }) => use);
  const over = uses.filter(({ use }) => use >= 1);
  const useHigh = Math.max(...uses.map((one) => one.useHigh));
  const { part, metric } = limit;
  return {
    ...limit,
    key: keyOf(part, metric),
    uses,
    peak: { use: most.use, speedRpm: most.speedRpm, value: limit.value(at) ?? most.use },
    first: firstOver(read, shares),
    certain: firstOver(
      read,
      uses.map((one) => one.useHigh),
    ),
    span: over.length ? { fromRpm: over[0]!.speedRpm, toRpm: over.at(-1)!.speedRpm } : null,
    state: stateOf(most.use, useHigh, limit.near),
    isCounted: limit.seconds === null || pull > limit.seconds,
    allowed: limit.followsPower ? peak.power / most.use : null,
  };
}

const firstSpeed = ({ first }: LimitRow): number => first?.speedRpm ?? Infinity;

/**
 * Every limit of a build over its sweep: of the components given, and of what the models know by themselves. In: build, its sweep, the
 * engine with its components; how long a pull lasts, s. Total: points without an answer are left out; null where none has one.
 */
export function limitLineOf(
  build: Build,
  sweep: Pick<Sweep, 'points' | 'fuel'>,
  engine: Job['engine'],
  pull: number,
): LimitLine | null {
  const points = sweep.points.filter(({ status }) => status.kind !== 'failed');
  if (!points.length) return null;
  const strongest = points.reduce((a, b) => (b.power.flywheel > a.power.flywheel ? b : a));
  const peak: Gives = {
    speedRpm: strongest.speedRpm,
    power: strongest.power.flywheel,
    torque: strongest.torque,
  };
  const components = engine.components ?? [];
  const rows: LimitRow[] = [];
  const unread: Component[] = [];
  for (const component of components)
    for (const limit of componentLimits(build, engine, component, sweep.points)) {
      const row = rowOf(limit, points, peak, pull);
      if (row) rows.push(row);
      else if (!unread.includes(component)) unread.push(component);
    }
  for (const limit of modelLimits(build, sweep)) {
    const row = rowOf(limit, points, peak, pull);
    if (row) rows.push(row);
  }
  rows.sort((a, b) => firstSpeed(a) - firstSpeed(b) || b.peak.use - a.peak.use);
  const counted = rows.filter(({ isCounted }) => isCounted);
  const order: LimitState[] = ['over', 'marginal', 'within'];
  const weakest =
    counted.reduce<LimitRow | null>((worst, row) => {
      if (!worst) return row;
      const [a, b] = [order.indexOf(row.state), order.indexOf(worst.state)];
      if (a !== b) return a < b ? row : worst;
      // Of two that give the one that gives at less speed; of two that hold the one that is used more.
      return row.first && worst.first ? worst : row.peak.use > worst.peak.use ? row : worst;
    }, null) ?? null;
  return {
    rows,
    weakest,
    peak,
    state: weakest?.state ?? 'within',
    chain: counted.filter(({ allowed }) => allowed !== null).sort((a, b) => a.allowed! - b.allowed!),
    unread,
  };
}
