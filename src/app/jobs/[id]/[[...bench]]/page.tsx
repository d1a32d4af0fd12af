import type { Metadata } from 'next';
import { notFound, redirect } from 'next/navigation';
import { connection } from 'next/server';
import { jobBounds } from '@/core/job/inputs/bounds';
import { refsOf } from '@/core/documents/refs';
import { shopOrReason } from '@/data/connection';
import { findJob } from '@/data/repositories/jobs';
import { findNewest, findRevisions } from '@/data/repositories/library';
import { jobIdSchema } from '@/formats/api';
import { ShopAway } from '@/ui/board/ShopAway';
import { isBench } from '@/core/job/benches';
import { JobPage } from '@/ui/frame/JobPage';

type Props = {
  params: Promise<{ id: string; bench?: string[] }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
};

const load = (id: string) =>
  shopOrReason(async (db) => {
    const stored = jobIdSchema.safeParse(id).success ? await findJob(db, id) : null;
    if (!stored) return null;
    // The revisions the job has, and the newest of each: a newer one is offered. The rest is fetched when it is wanted.
    const refs = refsOf(stored.job);
    const used = await findRevisions(db, refs);
    const newest = await findNewest(db, [...new Set(refs.map((r) => r.id))]);
    const newer = newest.filter((n) => !used.some((u) => u.id === n.id && u.revision === n.revision));
    return { stored, items: [...used, ...newer] };
  });

/** A parameter of the address, once and short. */
const one = (value: string | string[] | undefined): string | null =>
  (Array.isArray(value) ? value[0] : value)?.slice(0, 40) ?? null;

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const found = await load((await params).id);
  return { title: ('data' in found && found.data?.stored.job.name) || 'No such job' };
}

export default async function Page({ params, searchParams }: Props) {
  await connection();
  const { id, bench } = await params;
  if (bench === undefined) redirect(`/jobs/${encodeURIComponent(id)}/brief`);
  if (bench.length > 1) notFound();
  // A stale link still opens the job: the page says what it could not find and shows the nearest.
  const named = bench[0];
  const { rpm, setup, with: drawn } = await searchParams;
  const found = await load(id);
  if ('reason' in found) return <ShopAway message={found.reason} />;
  if (!found.data) notFound();
  return (
    <JobPage
      key={id}
      {...found.data}
      bounds={jobBounds()}
      bench={isBench(named) ? named : 'brief'}
      asked={{ rpm: one(rpm), setup: one(setup), with: one(drawn) }}
    />
  );
}
