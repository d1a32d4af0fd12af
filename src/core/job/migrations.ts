import * as z from 'zod';
import { jobSchema, type Job } from './document';
import { JOB_VERSION } from './version';

/** A named step from one document version to the next, on plain data. Never edited once released. */
type Migration = {
  id: string;
  from: number;
  up: (document: Record<string, unknown>) => Record<string, unknown>;
};

/** The steps so far. */
const jobMigrations: Migration[] = [
  // Version 2 keeps which benches are settled. An older job has settled none.
  { id: 'nothing-settled-yet', from: 1, up: (document) => ({ ...document, settled: [] }) },
  // Version 3 keeps deleted setups in the job's own bin.
  { id: 'no-setup-in-the-bin', from: 2, up: (document) => ({ ...document, bin: [] }) },
];

export type Opened =
  { ok: true; job: Job; migrated: string[] } | { ok: false; issues: { path: string; message: string }[] };

/**
 * Opens a job document of any known version: migrates by named steps, then validates. Never throws.
 * In: plain data. Out: the job of today's version and the steps taken, or what is wrong and where.
 */
export function openJob(data: unknown, migrations = jobMigrations, target: number = JOB_VERSION): Opened {
  const head = z.looseObject({ version: z.number().int().min(1) }).safeParse(data);
  if (!head.success)
    return { ok: false, issues: [{ path: 'version', message: 'This is not a job: no version in it.' }] };
  let document: Record<string, unknown> = head.data;
  if (head.data.version > target)
    return {
      ok: false,
      issues: [
        {
          path: 'version',
          message: `Written by a newer version (${head.data.version}); this one reads up to ${target}.`,
        },
      ],
    };
  const migrated: string[] = [];
  for (let version = head.data.version; version < target; version++) {
    const step = migrations.find((m) => m.from === version);
    if (!step)
      return {
        ok: false,
        issues: [{ path: 'version', message: `Version ${version} can no longer be read.` }],
      };
    document = { ...step.up(document), version: version + 1 };
    migrated.push(step.id);
  }
  const parsed = jobSchema.safeParse(document);
  if (parsed.success) return { ok: true, job: parsed.data, migrated };
  return {
    ok: false,
    issues: parsed.error.issues.map((issue) => ({ path: issue.path.join('.'), message: issue.message })),
  };
}
