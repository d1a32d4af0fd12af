import { benchOfPath } from '../job/inputs/inputs';
import type { Problem } from '../build/build';
import { healthChecks } from './health';
import type { Job, Setup } from '../job/schema/job';
import { settleable, type Facts, type Mark, type SettleableBench } from '../job/schema/marks';
import type { Where } from '../job/benches';
import type { Reason } from '../working/range';
import { factsOf, type Answer, type NewestRevision } from './facts';
import { jobBenches, type Asked, type WhereGiven } from './benches';

/** Something a bench still lacks, and the bench where it is given. */
type Missing = {
  reason: Reason;
  bench: SettleableBench;
  /** Where it is given or chosen, where that is one place. */
  where?: WhereGiven | undefined;
  /** A failed check of the engine: nothing that depends on it may be settled. */
  blocks?: boolean;
  /** The sums do not stand while it is so. */
  stops?: boolean;
};

/** Where a bench stands: settled by the user, open, or settled and overtaken by a later change. */
export type Standing = {
  bench: SettleableBench;
  state: 'settled' | 'open' | 'contradicted';
  /** Why an earlier decision no longer fits, most telling first; empty unless contradicted. */
  why: Reason[];
  missing: Missing[];
  /** Whether it may be settled now: the sums must stand, and the bench must have decided something. */
  canSettle: boolean;
};

/** Whose mark a bench has: the job's own, or that of one setup. */
const setupOf = (bench: SettleableBench, setup: Setup): string | null =>
  jobBenches[bench].of === 'job' ? null : setup.id;

const markOf = (job: Job, bench: SettleableBench, setup: Setup): Mark | undefined =>
  job.settled.find((m) => m.bench === bench && m.setup === setupOf(bench, setup));

/** The job's marks with this bench settled on these facts, or open again for null. */
export function withMark(job: Job, bench: SettleableBench, setup: Setup, facts: Facts | null): Mark[] {
  const owner = setupOf(bench, setup);
  const others = job.settled.filter((m) => m.bench !== bench || m.setup !== owner);
  return facts ? [...others, { bench, setup: owner, facts }] : others;
}

/** What each bench still lacks, without regard to marks. */
function missingOf(asked: Asked, problems: Problem[]): Missing[] {
  const { job } = asked;
  const missing: Missing[] = problems.map((p) => ({
    reason: p.reason,
    bench: benchOfPath(p.path, job),
    where: p.path,
    stops: true,
  }));
  for (const check of healthChecks(job.engine.condition))
    if (check.state === 'failed')
      for (const bench of check.blocks)
        missing.push({
          bench,
          reason: check.reason,
          blocks: true,
          where: { bench: 'engine', sheet: 'condition' },
        });
  for (const bench of settleable)
    jobBenches[bench].missing(
      asked,
      (when, why, where) => void (when && missing.push({ bench, reason: why, where })),
    );
  return missing;
}

/**
 * Where every bench stands. A bench is contradicted when it was settled and one of its rules finds that a later change
 * overtook it. In: job, setup, its answer (null while `problems` stop it), the library's newest revisions. Total.
 */
export function standings(
  job: Job,
  setup: Setup,
  answer: Answer | null,
  problems: Problem[],
  newest?: NewestRevision,
): Standing[] {
  const now = factsOf(job, setup, answer, newest);
  const missing = missingOf({ job, setup, answer }, problems);
  return settleable.map((bench) => {
    const { rules, hasDecided, needsAnswer } = jobBenches[bench];
    const mark = markOf(job, bench, setup);
    const own = missing.filter((m) => m.bench === bench);
    // A check that failed afterwards overtakes a decision as a later change does.
    const failed = own.filter((m) => m.blocks).map((m) => m.reason);
    const why = mark ? [...failed, ...rules.flatMap((rule) => rule.broken(mark.facts, now) ?? [])] : [];
    const stopped = problems.some((p) => benchOfPath(p.path, job) === bench);
    // A bench that rests on the sums cannot be settled while they do not stand.
    const unsolved = !answer && needsAnswer;
    // What stops an earlier bench stops this one too: it is named here with the way there.
    const earlier = unsolved ? missing.filter((m) => m.stops) : [];
    return {
      bench,
      state: !mark ? 'open' : why.length ? 'contradicted' : 'settled',
      why,
      missing: own.length ? own.filter((m) => !(mark && m.blocks)) : earlier,
      canSettle: !stopped && hasDecided(now, setup) && !unsolved && !failed.length,
    };
  });
}

/** The one thing to do next on a bench: give an input, choose on a sheet, sign it off, or go on to the next one. */
export type NextStep =
  | { kind: 'input'; path: string }
  | { kind: 'sheet'; where: Where }
  | { kind: 'sign-off' }
  | { kind: 'bench'; bench: SettleableBench };

/**
 * What to do next on a bench: first what stops it, then what a later change overtook, then what it lacks, then its sign-off;
 * when it is signed off, the next bench that is not. Null when there is nothing left. In: where every bench stands.
 */
export function nextStep(all: Standing[], bench: SettleableBench): NextStep | null {
  const { state, missing, canSettle } = all.find((s) => s.bench === bench)!;
  const toDo = missing.find((m) => m.stops || m.blocks) ?? (state === 'open' ? missing[0] : undefined);
  if (toDo?.where !== undefined)
    return typeof toDo.where === 'string'
      ? { kind: 'input', path: toDo.where }
      : { kind: 'sheet', where: toDo.where };
  if (toDo && toDo.bench !== bench) return { kind: 'bench', bench: toDo.bench };
  if (state !== 'settled') return canSettle ? { kind: 'sign-off' } : null;
  const next = [...all.slice(settleable.indexOf(bench) + 1), ...all].find((s) => s.state !== 'settled');
  return next ? { kind: 'bench', bench: next.bench } : null;
}
