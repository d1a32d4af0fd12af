import { compileBuild, type Build, type Library } from '../build/build';
import { isBelted } from '../charge-path/match';
import { withFitted, type Fit } from '../job/chargers';
import type { Job } from '../job/schema/job';
import { solveSweep, type Sweep } from '../solve/sweep';
import { homeLevel, troubleOf } from '../studies/sites';
import type { Reason } from '../working/range';

/** What a charger does on an engine: at the greatest level that breaks nothing of it, or, driven by belt, at its first pulleys. */
export type OnTheShelf = {
  build: Build;
  sweep: Sweep;
  /** Level found, Pa gauge; null where the belt decides. */
  levelGauge: number | null;
  /** What comes first above that level, or is wrong as it stands; null where nothing was met up to the most tried. */
  limit: Reason | null;
  /** Whether it holds as it is drawn: one that surges on its way up does at no level. */
  holds: boolean;
};

/** The most and the least that is tried, Pa gauge. */
const MOST = 350_000;
const LEAST = 10_000;

/**
 * The reverse question: what a charger that is at hand makes on this engine. In: job, setup that it takes the place in, library, the machine
 * with its drive, once or as twins. Out: null where the setup contradicts itself; at the setup’s own level where it holds at none. Total. Method: halving over
 * whole sweeps to a thousandth; surge, choke, shaft speed and turbine inlet temperature decide.
 */
export function onTheShelf(
  job: Job,
  setupId: string,
  library: Library,
  fit: Fit,
  arrangement: 'single' | 'parallel' = 'single',
): OnTheShelf | null {
  const result = compileBuild(withFitted(job, setupId, arrangement, { engine: fit }), setupId, library);
  if ('problems' in result) return null;
  const { build } = result;
  const at = (levelGauge: number) => {
    const held: Build = { ...build, boost: { ...build.boost, kind: 'level', levelGauge, setIn: null } };
    const sweep = solveSweep(held);
    return { build: held, sweep, limit: troubleOf(held, sweep.points) };
  };
  if (isBelted(build)) {
    const sweep = solveSweep(build);
    const limit = troubleOf(build, sweep.points);
    return { build, sweep, levelGauge: null, limit, holds: !limit };
  }
  const most = at(MOST);
  if (!most.limit) return { ...most, levelGauge: MOST, holds: true };
  let best = at(LEAST);
  if (best.limit) {
    const own = Math.min(MOST, Math.max(LEAST, homeLevel(build) ?? LEAST));
    return { ...at(own), levelGauge: own, holds: false };
  }
  let [holds, breaks] = [LEAST, MOST];
  let { limit } = most;
  for (let i = 0; i < 10; i++) {
    const middle = (holds + breaks) / 2;
    const answer = at(middle);
    if (answer.limit) {
      breaks = middle;
      limit = answer.limit;
    } else {
      holds = middle;
      best = answer;
    }
  }
  return { ...best, limit, levelGauge: holds, holds: true };
}
