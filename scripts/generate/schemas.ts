/** Writes the JSON Schemas of docs/formats from the code's own schemas: node --import tsx scripts/generate/schemas.ts */
import { mkdirSync, writeFileSync } from 'node:fs';
import * as z from 'zod';
import { compressorFileSchema } from '../../src/formats/compressor-json';
import { jobFileSchema } from '../../src/formats/job-json';

// What stands in several places is written once: a promise holds a whole job.
mkdirSync('docs/formats', { recursive: true });
for (const [name, schema] of [
  ['job', jobFileSchema],
  ['compressor', compressorFileSchema],
] as const)
  writeFileSync(
    `docs/formats/${name}.schema.json`,
    `${JSON.stringify(z.toJSONSchema(schema, { reused: 'ref' }), null, 1)}\n`,
  );
