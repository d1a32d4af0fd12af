import { and, asc, desc, eq, gte, isNull, sql } from 'drizzle-orm';
import { refsOf } from '@/core/documents/refs';
import { openCard, type RunCard } from '@/core/dyno/card';
import { airAtGoal, chargedBy, ownAirFactor, ownFactorOf } from '@/core/forecast/carried';
import { powerAt } from '@/core/studies/measured';
import type { FilePromise, ForecastLine, FrozenForecast, LedgerLine } from '@/formats/forecasts';
import { libraryOf } from '@/formats/library-items';
import type { Database } from '../connection';
import { isJobThere } from './job-there';
import { forecasts, jobRevisions, jobs, runs } from '../schema';
import { findRevisions } from './library';

/** Forecasts of a job that were frozen, the latest first. */
export async function listForecasts(db: Database, jobId: string): Promise<ForecastLine[]> {
  const rows = await db
    .select({ id: forecasts.id, document: forecasts.document, frozenAt: forecasts.frozenAt })
    .from(forecasts)
    .where(eq(forecasts.jobId, jobId))
    .orderBy(desc(forecasts.frozenAt), desc(forecasts.id));
  return rows.map(({ frozenAt, ...row }) => ({ ...row, frozenAt: frozenAt.toISOString() }));
}

/** Forecasts of a job as they travel with it, the earliest first. */
export async function promisesOf(db: Database, jobId: string): Promise<FilePromise[]> {
  const lines = await listForecasts(db, jobId);
  return lines.reverse().map(({ frozenAt, document }) => ({ frozenAt, document }));
}

/** Freezes a forecast: a row that nothing changes. Out: false where there is no such job. */
export async function freezeForecast(
  db: Database,
  jobId: string,
  id: string,
  document: FrozenForecast,
): Promise<boolean> {
  if (!(await isJobThere(db, jobId))) return false;
  await db.insert(forecasts).values({ id, jobId, document });
  return true;
}

type Judged = { air: ReturnType<typeof ownAirFactor>; home: number | null };
/** What was worked out already: a promise never changes, so that its run's card alone can make it anew. */
const judged = new Map<string, Judged>();
const MOST_KEPT = 500;

/** A promise in the air of a run, and the air of its engine at home. Kept: two sweeps each would hold up every commit. */
async function judgedBy(
  db: Database,
  id: string,
  { job, setup }: FrozenForecast,
  card: RunCard,
): Promise<Judged> {
  const key = `${id} ${JSON.stringify(card)}`;
  const known = judged.get(key);
  if (known) return known;
  const library = libraryOf(await findRevisions(db, refsOf(job)));
  const made = {
    air: ownAirFactor(job, setup.id, library, card),
    home: airAtGoal(job, setup.id, library),
  };
  if (judged.size >= MOST_KEPT) judged.clear();
  judged.set(key, made);
  return made;
}

/** Most promises that the Ledger lists. */
const MOST = 200;

/** Every promise of the shop with the first run that was made after it, the latest first. */
export async function ledger(db: Database): Promise<LedgerLine[]> {
  const rows = await db
    .select({
      id: forecasts.id,
      jobId: forecasts.jobId,
      job: sql<string>`${jobRevisions.document}->>'name'`,
      document: forecasts.document,
      frozenAt: forecasts.frozenAt,
    })
    .from(forecasts)
    .innerJoin(jobs, and(eq(jobs.id, forecasts.jobId), isNull(jobs.binnedAt)))
    .innerJoin(jobRevisions, and(eq(jobRevisions.jobId, jobs.id), eq(jobRevisions.revision, jobs.revision)))
    .orderBy(desc(forecasts.frozenAt), desc(forecasts.id))
    .limit(MOST);
  const lines: LedgerLine[] = [];
  for (const { id, jobId, job, document, frozenAt } of rows) {
    const { goal, atGoal, name, forWhom } = document;
    const { drivetrain, fuel } = document.job.brief;
    const there = (power: number | null) => powerAt(power ?? NaN, 'flywheel', goal.basis, drivetrain) ?? NaN;
    const run = await firstRunAfter(db, jobId, frozenAt);
    const result =
      run && run.power !== null ? powerAt(run.power, run.card.basis, goal.basis, drivetrain) : null;
    const setupId = document.setup.id;
    const { air, home } =
      run && result !== null
        ? await judgedBy(db, id, document, run.card)
        : { air: { factor: 1, isOwn: false }, home: null };
    const flywheel = run && powerAt(run.power ?? NaN, run.card.basis, 'flywheel', drivetrain);
    lines.push({
      id,
      jobId,
      job,
      frozenAt: frozenAt.toISOString(),
      name,
      forWhom,
      fuel: fuel.id,
      chargedBy: chargedBy(document.job, setupId),
      basis: goal.basis,
      low: there(atGoal[0]!) * air.factor,
      middle: there(atGoal[2]!) * air.factor,
      high: there(atGoal[4]!) * air.factor,
      run:
        run && result !== null && flywheel
          ? {
              name: run.card.name,
              at: run.card.at,
              power: result,
              isInOwnAir: air.isOwn,
              flywheel,
              airFlow: home ? home * air.factor : null,
            }
          : null,
    });
  }
  return lines;
}

/** The first run of a job that came in after a moment; null where none did. */
async function firstRunAfter(db: Database, jobId: string, moment: Date) {
  const [row] = await db
    .select({ card: runs.card, head: runs.head })
    .from(runs)
    .where(and(eq(runs.jobId, jobId), isNull(runs.deletedAt), gte(runs.createdAt, moment)))
    .orderBy(asc(runs.createdAt), asc(runs.id))
    .limit(1);
  return row ? { card: openCard(row.card), power: row.head?.power?.value ?? null } : null;
}

/** The shop’s own power per air by its runs, W per kg/s at the flywheel; null while no promise has met a run. */
export async function shopFactor(db: Database): Promise<ReturnType<typeof ownFactorOf>> {
  const lines = await ledger(db);
  return ownFactorOf(
    lines.flatMap(({ run }) => (run?.airFlow ? [{ power: run.flywheel, airFlow: run.airFlow }] : [])),
  );
}
