import { shopDatabase } from '@/data/connection';
import { importJob } from '@/data/repositories/jobs';
import { importSchema } from '@/formats/api';
import { readJobFile } from '@/formats/job-json';
import { handler, Refusal } from '../handler';
import { requireSound } from '../sound';

export const dynamic = 'force-dynamic';

export const POST = handler({ body: importSchema, largestBody: 36_000_000 }, async ({ body }) => {
  const file = readJobFile(body.text);
  if (!file.ok)
    throw new Refusal(422, 'This file was not imported. Nothing was changed.', { problems: file.problems });
  // The items that come with a job are looked at like any other.
  for (const item of file.library) await requireSound(item.document);
  return importJob(await shopDatabase(), file);
});
