import { unknownFacts } from '@/core/decisions/known-facts';
import { shopDatabase } from '@/data/connection';
import { removeJob } from '@/data/repositories/bin';
import { findJob, saveJob } from '@/data/repositories/jobs';
import { saveJobSchema } from '@/formats/api';
import { handler, Refusal } from '../../handler';
import { jobInBin, jobParams, noSuchJob } from '../../job-params';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: jobParams }, async ({ params }) => {
  const job = await findJob(await shopDatabase(), params.id);
  if (!job) throw noSuchJob();
  return job;
});

export const PUT = handler({ params: jobParams, body: saveJobSchema }, async ({ params, body }) => {
  const db = await shopDatabase();
  const unknown = unknownFacts(body.job.settled);
  if (unknown.length) {
    // What came with a job from elsewhere stays; nothing new of the kind is stored.
    const before = new Set(unknownFacts((await findJob(db, params.id))?.job.settled ?? []));
    const added = unknown.filter((fact) => !before.has(fact));
    if (added.length)
      throw new Refusal(422, 'A settled bench rests on something this version does not know.', {
        problems: added,
      });
  }
  const saved = await saveJob(db, params.id, body.baseRevision, body.job);
  if (saved.ok) return { revision: saved.revision };
  if (saved.reason === 'missing') throw noSuchJob();
  if (saved.reason === 'binned') throw jobInBin();
  throw new Refusal(409, 'This job was changed elsewhere since it was opened here.', {
    current: saved.current,
  });
});

/** For good, and from the bin only. */
export const DELETE = handler({ params: jobParams }, async ({ params }) => {
  if (!(await removeJob(await shopDatabase(), params.id)))
    throw new Refusal(404, 'No such job lies in the bin: only a deleted job can be removed for good.');
  return { removed: true };
});
