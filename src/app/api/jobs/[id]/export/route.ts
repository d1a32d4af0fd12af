import { refsOf } from '@/core/documents/refs';
import { shopDatabase } from '@/data/connection';
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
  const library = await findRevisions(db, refsOf(stored.job));
  return attachment(
    writeJobFile(stored.job, library, await runsWithLogs(db, params.id)),
    stored.job.name,
    'fierce-lung.json',
    'application/json',
  );
});
