/** Writes the JSON Schemas of docs/formats from the code's own schemas: node --import tsx scripts/generate/schemas.ts */
import { mkdirSync, writeFileSync } from 'node:fs';
import * as z from 'zod';
import { jobFileSchema } from '../../src/formats/job-json';

mkdirSync('docs/formats', { recursive: true });
writeFileSync('docs/formats/job.schema.json', `${JSON.stringify(z.toJSONSchema(jobFileSchema), null, 1)}\n`);
