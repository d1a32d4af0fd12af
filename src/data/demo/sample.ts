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

export const sampleJob = (index: 0 | 1): Job => jobSchema.parse(jobs[index]!.job);

export const sampleJobIds = jobs.map((j) => j.id) as [string, string];
