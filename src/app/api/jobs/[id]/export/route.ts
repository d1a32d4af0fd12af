import { refsOf } from '@/core/job/summary';
import { shopDatabase } from '@/data/connection';
import { findJob } from '@/data/repositories/jobs';
import { findRevisions } from '@/data/repositories/library';
import { writeJobFile } from '@/formats/job-json';
import { libraryOf } from '@/formats/library-items';
import { handler } from '../../../handler';
import { jobParams, noSuchJob } from '../../../job-params';

export const dynamic = 'force-dynamic';

export const GET = handler({ params: jobParams }, async ({ params }) => {
  const db = await shopDatabase();
  const stored = await findJob(db, params.id);
  if (!stored) throw noSuchJob();
  const library = libraryOf(await findRevisions(db, refsOf(stored.job)));
  const name = stored.job.name
    .normalize('NFKD')
    .replace(/[^A-Za-z0-9]+/g, '-')
    .replace(/^-|-$/g, '')
    .toLowerCase();
  return new Response(writeJobFile(stored.job, library), {
    headers: {
      'content-type': 'application/json; charset=utf-8',
      'content-disposition': `attachment; filename="${name || 'job'}.fierce-lung.json"`,
      'x-content-type-options': 'nosniff',
    },
  });
});
