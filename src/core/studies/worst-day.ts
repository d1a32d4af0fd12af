import type { Build, Library } from '../build/build';
import { compileBuild } from '../build/build';
import { heldBack } from '../cylinder/timing';
import { fuelOf, type FuelId } from '../fuel/fuels';
import type { Job } from '../job/schema/job';
import { cylinderAt } from '../limits/cylinder-at';
import { limitLineOf, type LimitRow } from '../limits/judge';
import { isUnmoved } from '../limits/metrics';
import { solveSweep } from '../solve/sweep';
import type { LimitState } from '../solve/verdict';
import { buildIn, greatestLevel, homeLevel, sitesOf, type HoldingLevel, type Site } from './sites';

/** The same limits in one air, on one fuel. */
export type WorstRow = Pick<Site, 'venue' | 'day'> & {
  fuel: FuelId;
  /** What gives first, or is nearest; null where nothing is judged. */
  weakest: LimitRow | null;
  state: LimitState | null;
  power: number | null;
  /** At the goal's speed: spark that knock takes from best torque, rad, and its share of the torque; null for diesels or without an answer. */
  knock: { retard: number; lost: number; anyway: boolean } | null;
};

/** A setting of the boost that keeps every limit it moves, in every air and on every fuel, Pa gauge. `asked`: what the plan has. */
export type SafeSetting = HoldingLevel & { asked: number };

type Given = { job: Job; setupId: string; library: Library; pull: number };
type Case = { site: Site; fuel: FuelId; job: Job };

/** Every air of the Brief on the fuel designed for, and on the worst that can be bought, with its own λ and BSFC as planned. */
function casesOf(job: Job): Case[] {
  const { fuelWorst, fuel } = job.brief;
  const fuels =
    fuelWorst && fuelWorst !== fuel.id && isLikely(fuelWorst, fuel.id) ? [fuel.id, fuelWorst] : [fuel.id];
  return fuels.flatMap((id) => {
    // The engine stays mapped for the fuel it was planned on: only what is burnt differs.
    const its = id === fuel.id ? job : { ...job, brief: { ...job.brief, fuel: { ...fuel, id } } };
    return sitesOf(job).map((site) => ({ site, fuel: id, job: its }));
  });
}

/** A fuel that burns the same way: nobody fills a spark engine with diesel. */
const isLikely = (a: FuelId, b: FuelId): boolean => fuelOf(a).ignition === fuelOf(b).ignition;

function solved({ site, job }: Case, { setupId, library }: Given, gauge: number | null) {
  const build = buildIn(job, setupId, library, site.climate, gauge);
  return build && { build, sweep: solveSweep(build) };
}

/** In: job, setup, library; how long a pull lasts, s. Gives a row for each air and fuel, one sweep each. Total. */
export function* worstRows(given: Given): Generator<WorstRow> {
  const { job, setupId, library, pull } = given;
  const home = compileBuild(job, setupId, library);
  if ('problems' in home) return;
  const gauge = homeLevel(home.build);
  for (const one of casesOf(job)) {
    const answer = solved(one, given, gauge);
    if (!answer) continue;
    const { build, sweep } = answer;
    const line = limitLineOf(build, sweep, job.engine, pull);
    const { venue, day } = one.site;
    const { goalPoint } = sweep;
    yield {
      venue,
      day,
      fuel: one.fuel,
      weakest: line?.weakest ?? null,
      state: line?.weakest ? line.state : null,
      power: goalPoint.status.kind === 'failed' ? null : goalPoint.power.flywheel,
      knock: knockOf(build, job, goalPoint),
    };
  }
}

function knockOf(build: Build, { engine }: Job, point: Parameters<typeof cylinderAt>[2]): WorstRow['knock'] {
  if (build.fuel.octane === null) return null;
  const at = cylinderAt(build, engine, point);
  if (!at) return null;
  return { ...heldBack(at.timing), anyway: at.timing.knocksAnyway };
}

/**
 * The greatest boost level at which no limit that boost moves is over, in any air and on any fuel of the Brief, and nothing knocks at every
 * timing. Gives `undefined` while it works, the answer last; nothing without a level. Total. Method: `greatestLevel`.
 */
export function* safeSetting(given: Given): Generator<SafeSetting | undefined> {
  const { job, setupId, library, pull } = given;
  const home = compileBuild(job, setupId, library);
  if ('problems' in home) return;
  const asked = homeLevel(home.build);
  if (asked === null) return;
  const cases = casesOf(job);
  const breaks = function* (gauge: number): Generator<undefined, boolean> {
    for (const one of cases) {
      const answer = solved(one, given, gauge);
      yield undefined;
      if (!answer) continue;
      const { build, sweep } = answer;
      const rows = limitLineOf(build, sweep, job.engine, pull)?.rows ?? [];
      // What may give counts as given: the setting is the safe one.
      if (rows.some((row) => row.isCounted && !isUnmoved(row.metric) && row.first !== null)) return true;
      if (knockOf(build, job, sweep.goalPoint)?.anyway) return true;
    }
    return false;
  };
  yield { asked, ...(yield* greatestLevel(asked, breaks)) };
}
