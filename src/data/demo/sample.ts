import compressors from './compressors.json';
import jobs from './jobs.json';
import { compressorSchema, type Compressor } from '@/core/compressor/document';
import type { Library } from '@/core/forecast/build';
import { jobSchema, type Job } from '@/core/job/document';

/** The demo shop's data as the tests and benchmarks of the core use it. */
export const sampleCompressors: { id: string; revision: number; document: Compressor }[] = compressors.map(
  (item) => ({
    ...item,
    document: compressorSchema.parse(item.document),
  }),
);

export const sampleLibrary: Library = {
  compressor: (ref) =>
    sampleCompressors.find((c) => c.id === ref.id && c.revision === ref.revision)?.document,
};

type Sample = { id: string; job: unknown; name?: string; earlier?: { name: string; job: unknown }[] };
const all: Sample[] = jobs;

/** The first two jobs: a turbocharged four on a mountain, a V10 with twins. Tests lean on them. */
export const sampleJob = (index: 0 | 1): Job => jobSchema.parse(all[index]!.job);

/** Every job of the demo shop, the newest document last in its history. */
export const sampleHistories = all.map(({ id, job, name, earlier = [] }) => ({
  id,
  revisions: [...earlier, { name: name ?? null, job }].map((r) => ({
    name: r.name,
    job: jobSchema.parse(r.job),
  })),
}));
