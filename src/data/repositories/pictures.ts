import { and, asc, eq } from 'drizzle-orm';
import type { PictureLine } from '@/formats/pictures';
import type { Database } from '../connection';
import { isJobThere } from './job-there';
import { pictures } from '../schema';

export type StoredPicture = PictureLine & { jobId: string; hash: string };

/** Pictures of a job and its runs, in the order they came in. */
export async function listPictures(db: Database, jobId: string): Promise<PictureLine[]> {
  const rows = await db
    .select()
    .from(pictures)
    .where(eq(pictures.jobId, jobId))
    .orderBy(asc(pictures.createdAt), asc(pictures.id));
  return rows.map(({ id, runId, name, type, bytes, thumbnail }) => ({
    id,
    runId,
    name,
    type,
    bytes,
    thumbnail,
  }));
}

/** Keeps what a picture belongs to. Out: false where there is no such job. */
export async function addPicture(db: Database, picture: StoredPicture): Promise<boolean> {
  if (!(await isJobThere(db, picture.jobId))) return false;
  await db.insert(pictures).values(picture);
  return true;
}

const isPicture = (jobId: string, id: string) => and(eq(pictures.jobId, jobId), eq(pictures.id, id));

/** Where a picture lies and what kind it is; null where there is none. */
export async function findPicture(db: Database, jobId: string, id: string) {
  const [row] = await db
    .select({ hash: pictures.hash, type: pictures.type })
    .from(pictures)
    .where(isPicture(jobId, id));
  return row ?? null;
}

/** Takes a picture away. Out: the hash of a file that nothing refers to any more, if it was the last; undefined where there was none. */
export async function removePicture(
  db: Database,
  jobId: string,
  id: string,
): Promise<{ unused: string | null } | undefined> {
  const [gone] = await db.delete(pictures).where(isPicture(jobId, id)).returning({ hash: pictures.hash });
  return gone && { unused: (await isUsed(db, gone.hash)) ? null : gone.hash };
}

export async function isUsed(db: Database, hash: string): Promise<boolean> {
  const [other] = await db.select({ id: pictures.id }).from(pictures).where(eq(pictures.hash, hash)).limit(1);
  return other !== undefined;
}
