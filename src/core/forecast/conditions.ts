import { compileBuild, type Library } from '../build/build';
import type { Job } from '../job/schema/job';
import { findRoot } from '../numerics/roots';
import { planLevel, solvePoint } from '../solve/point';
import { atHeldLevel, buildIn, homeLevel, sitesOf, type Site } from '../studies/sites';

/** The power of a setup at the goal’s speed in one air of the Brief, boost setting as at home. W at the flywheel; Pa gauge; K. */
type ConditionRow = Pick<Site, 'venue' | 'day'> & {
  power: number;
  boostGauge: number;
  chargeTemperature: number;
};

export type Conditions = {
  rows: ConditionRow[];
  /** The power that every air of the Brief has, and what home gives away for it: its level, Pa gauge, and the share of its power. */
  same: { power: number; levelGauge: number; givenAway: number } | null;
};

const LEAST = 5_000;

/**
 * What a setup makes in every air of the Brief at the setting it has at home, and the setting that makes the same everywhere: the weakest air’s
 * power, home turned down to it. In: job, setup, library. Null where the job is not solved at home. Total.
 */
export function conditionsOf(job: Job, setupId: string, library: Library): Conditions | null {
  const home = compileBuild(job, setupId, library);
  if ('problems' in home) return null;
  const gauge = homeLevel(home.build);
  const { speedRpm } = home.build.goal;
  const rows: ConditionRow[] = [];
  for (const { venue, day, climate } of sitesOf(job)) {
    const build = buildIn(job, setupId, library, climate, gauge);
    if (!build) continue;
    const point = solvePoint(build, speedRpm, planLevel(build));
    if (point.status.kind === 'failed' || !Number.isFinite(point.power.flywheel)) continue;
    const { power, boostGauge, path } = point;
    rows.push({
      venue,
      day,
      power: power.flywheel,
      boostGauge,
      chargeTemperature: path.manifold.temperature,
    });
  }
  const own = rows.find(({ venue, day }) => venue === 0 && day === 'design');
  if (!own) return null;
  const least = Math.min(...rows.map(({ power }) => power));
  if (gauge === null || rows.length < 2) return { rows, same: null };
  if (least >= own.power * (1 - 1e-6))
    return { rows, same: { power: own.power, levelGauge: gauge, givenAway: 0 } };
  const over = (level: number) => {
    const build = atHeldLevel(home.build, level);
    return solvePoint(build, speedRpm, planLevel(build)).power.flywheel - least;
  };
  const root = findRoot(over, LEAST, gauge, { tolerance: 10 });
  return {
    rows,
    same:
      root.kind === 'converged'
        ? { power: least, levelGauge: root.x, givenAway: 1 - least / own.power }
        : null,
  };
}
