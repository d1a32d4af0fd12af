import * as z from 'zod';
import { canonicalJson } from '@/core/job/history/canonical';
import { jobSchema, type Job } from '@/core/job/schema/job';
import { openJob } from '@/core/job/history/migrations';
import { marksWithItems } from '@/core/job/schema/marks';
import type { Ref } from '@/core/documents/ref';
import { refsOf, mapRefs } from '@/core/documents/refs';
import { lineOf, readJson } from './json-text';
import { itemDocumentSchema } from './kinds/documents';
import { type AnyItem } from './library-items';
import { filePromiseSchema, type FilePromise } from './forecasts';
import { fileRunSchema, type FileRun } from './runs';

const JOB_FORMAT = 'fierce-lung-job';

const itemSchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9-]{1,64}$/),
  revision: z.number().int().min(1).max(1_000_000),
  document: itemDocumentSchema,
});

/** A job in a file: the document and every library revision it uses. Described in docs/formats/job.md. */
export const jobFileSchema = z.strictObject({
  format: z.literal(JOB_FORMAT),
  version: z.literal(1),
  job: jobSchema,
  library: z.array(itemSchema).max(200),
  /** Runs of the dyno, in the order they came in. */
  runs: z.array(fileRunSchema).max(400).optional(),
  /** Forecasts that were frozen, each with the job as it stood. */
  promises: z.array(filePromiseSchema).max(60).optional(),
});

export type JobFile = { job: Job; library: AnyItem[]; runs?: FileRun[]; promises?: FilePromise[] };

/** A job, the library revisions it and its promises use, its runs and those promises, as the text of a file: JSON, keys in order, two spaces. */
export function writeJobFile(
  job: Job,
  library: readonly AnyItem[],
  runs: readonly FileRun[] = [],
  promises: readonly FilePromise[] = [],
): string {
  const items = new Map<string, AnyItem>();
  for (const { id, revision } of [job, ...promises.map((one) => one.document.job)].flatMap(refsOf)) {
    const item = library.find((i) => i.id === id && i.revision === revision);
    if (item) items.set(`${id}.${revision}`, { id, revision, document: item.document });
  }
  // How many revisions this shop has of a part says nothing elsewhere: it does not travel.
  const settled = marksWithItems(job.settled, (id, revision) => ({ id, revision }));
  const file = {
    format: JOB_FORMAT,
    version: 1,
    job: { ...job, settled },
    library: [...items.values()],
    ...(runs.length ? { runs } : {}),
    ...(promises.length ? { promises } : {}),
  };
  return `${JSON.stringify(JSON.parse(canonicalJson(file)), null, 2)}\n`;
}

/** What to say of a file that is not a job: sentences with the line where one can be named. */
export type Refused = { ok: false; problems: string[] };

/** Reads the text of a job file. Never throws. */
export function readJobFile(text: string): ({ ok: true } & JobFile) | Refused {
  const refuse = (...problems: string[]): Refused => ({ ok: false, problems });
  const parsed = readJson(text);
  if (!parsed.ok) return refuse(`This file cannot be read as JSON. ${parsed.message}`);
  const head = z.looseObject({ format: z.literal(JOB_FORMAT), version: z.number() }).safeParse(parsed.data);
  if (!head.success)
    return refuse('This is JSON, but not a Fierce Lung job: its "format" is not "fierce-lung-job".');
  if (head.data.version !== 1)
    return refuse(
      `Line ${lineOf(text, ['version'])}: this file is of version ${head.data.version}; this shop reads version 1.`,
    );
  const opened = openJob(head.data.job);
  if (!opened.ok)
    return refuse(
      ...opened.issues.slice(0, 8).map((issue) => {
        const path = ['job', ...issue.path.split('.')].map((key) => (/^\d+$/.test(key) ? Number(key) : key));
        return `Line ${lineOf(text, path)}: ${path.slice(1).join('.') || 'job'}: ${issue.message}`;
      }),
    );
  const library = jobFileSchema.shape.library.safeParse(head.data.library);
  if (!library.success)
    return refuse(
      ...library.error.issues
        .slice(0, 8)
        .map(
          (issue) =>
            `Line ${lineOf(text, ['library', ...(issue.path as string[])])}: library.${issue.path.join('.')}: ${issue.message}`,
        ),
    );
  const missing = refsOf(opened.job).find(
    (r) => !library.data.some((i) => i.id === r.id && i.revision === r.revision),
  );
  if (missing)
    return refuse(`The job uses ${missing.id}, revision ${missing.revision}, but the file does not hold it.`);
  const refused = (key: 'runs' | 'promises', issues: readonly z.core.$ZodIssue[]) =>
    refuse(
      ...issues
        .slice(0, 8)
        .map(
          (issue) =>
            `Line ${lineOf(text, [key, ...(issue.path as string[])])}: ${key}.${issue.path.join('.')}: ${issue.message}`,
        ),
    );
  const runs = jobFileSchema.shape.runs.safeParse(head.data.runs);
  if (!runs.success) return refused('runs', runs.error.issues);
  const promises = jobFileSchema.shape.promises.safeParse(head.data.promises);
  if (!promises.success) return refused('promises', promises.error.issues);
  return {
    ok: true,
    job: opened.job,
    library: library.data,
    ...(runs.data ? { runs: runs.data } : {}),
    ...(promises.data ? { promises: promises.data } : {}),
  };
}

/** Canonical text of a job file without ids: two files with the same text hold the same job. */
export function jobIdentity(file: JobFile): string {
  const bare = structuredClone(file);
  const names = new Map<string, string>();
  bare.library.forEach((item, i) => names.set(`${item.id}.${item.revision}`, `item-${i}`));
  const nameOf = ({ id, revision }: Ref) => names.get(`${id}.${revision}`) ?? id;
  const ids = [...bare.job.setups, ...bare.job.bin].map((s) => s.id);
  const unnumbered = (ref: Ref) => ({ id: nameOf(ref), revision: 0 });
  const named = mapRefs(bare.job, unnumbered);
  const bareSetup = (setup: Job['setups'][number]) => ({
    ...setup,
    id: `setup-${ids.indexOf(setup.id)}`,
  });
  const settled = marksWithItems(bare.job.settled, (id, revision) => {
    const name = names.get(`${id}.${revision}`);
    return name ? { id: name, revision: 0 } : undefined;
  }).map((mark) => ({
    ...mark,
    setup: mark.setup && `setup-${ids.indexOf(mark.setup)}`,
  }));
  return canonicalJson({
    job: { ...named, setups: named.setups.map(bareSetup), bin: named.bin.map(bareSetup), settled },
    library: bare.library.map((i) => mapRefs(i.document, unnumbered)),
  });
}
