import type { LimitLine, LimitRow } from '../limits/judge';
import type { Sweep } from '../solve/sweep';
import type { Build } from '../build/build';
import { AS_WANTED, type LimitState } from '../solve/verdict';
import type { Reason } from '../working/range';

/** The job in one answer: whether the goal is met, by how much, and what stops it. Flywheel, W. */
export type JobVerdict = {
  state: LimitState;
  goal: number;
  made: number;
  /** Made over the goal: below 0 it is short. */
  difference: number;
  isMet: boolean;
  /** What stops it: of the charger and its match, or what gives first; null where nothing does. */
  stops: { from: 'match'; reason: Reason } | { from: 'limit'; row: LimitRow } | null;
};

const order: LimitState[] = ['within', 'marginal', 'over'];

/**
 * The verdict of the job: of the match, of fuel and of every limit together. In: build, its sweep, its limits; null where none was judged.
 * Null where the goal's point has no answer. What keeps the goal from being made stands before what gives while it is made.
 */
export function jobVerdict(build: Build, sweep: Sweep, line: LimitLine | null): JobVerdict | null {
  const { goalPoint, goal } = sweep;
  if (sweep.level.kind === 'failed' || goalPoint.status.kind === 'failed') return null;
  const made = goalPoint.power.flywheel;
  const difference = made - build.goal.power;
  const isMet = difference >= -AS_WANTED * build.goal.power;
  const weakest = line?.weakest && line.state !== 'within' ? line.weakest : null;
  const states = [goal.state, line?.state ?? 'within'];
  const state = states.reduce((a, b) => (order.indexOf(b) > order.indexOf(a) ? b : a));
  const match = goal.state === 'within' ? null : ({ from: 'match', reason: goal.short } as const);
  const limit = weakest ? ({ from: 'limit', row: weakest } as const) : null;
  const isLimitWorse = limit && order.indexOf(line!.state) > order.indexOf(goal.state);
  return {
    state,
    goal: build.goal.power,
    made,
    difference,
    isMet,
    stops: isLimitWorse ? limit : (match ?? limit),
  };
}
