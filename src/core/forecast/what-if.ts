import { compileBuild, type Build, type Library, type Problem } from '../build/build';
import { spreadOf, type JobInput } from '../job/inputs/inputs';
import { boundsAt, type Bounds } from '../job/inputs/bound-at';
import type { Job } from '../job/schema/job';
import { planLevel, solvePoint } from '../solve/point';
import { solveSweep, type Sweep } from '../solve/sweep';
import { atHeldLevel } from '../studies/sites';
import { withInput } from '../workings/influence';

/** An input tried at another value, SI. */
export type Change = { path: string; value: number };

export type Fuel = Job['brief']['fuel']['id'];

/** What is tried: inputs, the fuel, and whether the boost setting stays or is found anew for the goal. */
export type WhatIf = { changes: readonly Change[]; fuel: Fuel | null; isHeld: boolean };

/** The job as it is tried. Shares what did not change. */
function triedJob(job: Job, { changes, fuel }: WhatIf): Job {
  const moved = changes.reduce((so, { path, value }) => withInput(so, path, value), job);
  if (!fuel || fuel === moved.brief.fuel.id) return moved;
  return { ...moved, brief: { ...moved.brief, fuel: { ...moved.brief.fuel, id: fuel } } };
}

type Answer = { build: Build; sweep: Sweep };

/**
 * A setup with what is tried, its boost setting held as it stands or found anew for the goal. In: job, setup, library; what is tried; the level
 * held, Pa gauge, as `homeLevel` gives it. Out: build and sweep, or what contradicts itself.
 */
export function tried(
  job: Job,
  setupId: string,
  library: Library,
  what: WhatIf,
  levelGauge: number | null,
): Answer | { problems: Problem[] } {
  const result = compileBuild(triedJob(job, what), setupId, library);
  if ('problems' in result) return result;
  const build = what.isHeld ? atHeldLevel(result.build, levelGauge) : result.build;
  return { build, sweep: solveSweep(build) };
}

/** What moved a figure: one change alone, or the fuel; W at the flywheel. */
export type Moved = { path: string; gain: number };

/**
 * What each thing that is tried does alone to the power at one speed, and what is left to their interaction. In: as `tried`; rev/min; the power of the
 * trial there, W, where it is known already. Out: null
 * where the job or the trial is not solved there. The gains and the interaction add up to the whole exactly.
 */
export function movedAt(
  job: Job,
  setupId: string,
  library: Library,
  what: WhatIf,
  levelGauge: number | null,
  speedRpm: number,
  known: number | null = null,
): { base: number; whole: number; moved: Moved[]; together: number } | null {
  const powerOf = (one: WhatIf): number | null => {
    const result = compileBuild(triedJob(job, one), setupId, library);
    if ('problems' in result) return null;
    const build = what.isHeld ? atHeldLevel(result.build, levelGauge) : result.build;
    const { power, status } = solvePoint(build, speedRpm, planLevel(build));
    return status.kind === 'failed' || !Number.isFinite(power.flywheel) ? null : power.flywheel;
  };
  const none: WhatIf = { ...what, changes: [], fuel: null };
  const base = powerOf(none);
  const whole = known !== null && Number.isFinite(known) ? known : powerOf(what);
  if (base === null || whole === null) return null;
  const moved: Moved[] = [];
  for (const change of what.changes) {
    const power = powerOf({ ...none, changes: [change] });
    if (power !== null) moved.push({ path: change.path, gain: power - base });
  }
  if (what.fuel && what.fuel !== job.brief.fuel.id) {
    const power = powerOf({ ...none, fuel: what.fuel });
    if (power !== null) moved.push({ path: 'brief.fuel.id', gain: power - base });
  }
  return {
    base,
    whole,
    moved,
    together: whole - base - moved.reduce((sum, { gain }) => sum + gain, 0),
  };
}

/** How many spreads a slider goes to each side. */
const REACH = 4;

/** Where a slider over an input goes from and to, and where the input's spread ends. SI. */
export type Reach = { min: number; max: number; low: number; high: number };

/** The reach of an input’s slider: four spreads, a fifth of the value at least, within its range. */
export function reachOf(one: JobInput, bounds: Bounds): Reach {
  const { value } = one.input;
  const spread = spreadOf(one);
  const range = boundsAt(bounds, one.path);
  const half = Math.max(REACH * spread, 0.2 * Math.abs(value));
  const within = (x: number) => Math.min(range.max, Math.max(range.min, x));
  return {
    min: within(value - half),
    max: within(value + half),
    low: within(value - spread),
    high: within(value + spread),
  };
}
