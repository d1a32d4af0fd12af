import { compressorSchema, type Compressor } from '@/core/compressor/document';
import compressors from './compressors.json';

/** The demo shop's compressors. */
export const sampleCompressors: { id: string; revision: number; document: Compressor }[] = compressors.map(
  (item) => ({ ...item, document: compressorSchema.parse(item.document) }),
);
