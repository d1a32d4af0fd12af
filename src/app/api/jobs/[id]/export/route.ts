import { refsOf } from '@/core/documents/refs';
import { shopDatabase } from '@/data/connection';
import { promisesOf } from '@/data/repositories/forecasts';
import { findJob } from '@/data/repositories/jobs';
import { findRevisions } from '@/data/repositories/library';
import { runsWithLogs } from '@/data/repositories/runs';
import { writeJobFile } from '@/formats/job-json';
import { attachment } from '../../../attachment';
import { handler } from '../../../handler';
import { jobParams, noSuchJob } from '../../../job-params';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: jobParams }, async ({ params }) => {
  const db = await shopDatabase();
  const stored = await findJob(db, params.id);
  if (!stored) throw noSuchJob();
  const promises = await promisesOf(db, params.id);
  const library = await findRevisions(
    db,
    [stored.job, ...promises.map(({ document }) => document.job)].flatMap(refsOf),
  );
  return attachment(
    writeJobFile(stored.job, library, await runsWithLogs(db, params.id), promises),
    stored.job.name,
    'fierce-lung.json',
    'application/json',
  );
});
