import * as z from 'zod';
import { canonicalJson } from '@/core/job/history/canonical';
import { reason } from '@/core/working/range';
import { lineOf, readJson } from './json-text';
import { checkItem } from './kinds';
import { itemDocumentSchema, type ItemDocument } from './kinds/documents';
import type { FileFinding } from './map-table';

const PART_FORMAT = 'fierce-lung-part';

/** One item of any kind in a file. Described in docs/formats/turbine.md. */
const partFileSchema = z.strictObject({
  format: z.literal(PART_FORMAT),
  version: z.literal(1),
  part: itemDocumentSchema,
});

/** An item as the text of a file: JSON, keys in order, two spaces. */
export const writePartFile = (part: ItemDocument): string =>
  `${JSON.stringify(JSON.parse(canonicalJson({ format: PART_FORMAT, version: 1, part })), null, 2)}\n`;

/** Whether a text claims to be one of these files. */
export const isPartFile = (text: string): boolean =>
  /^\uFEFF?\s*\{/.test(text) && text.includes(`"${PART_FORMAT}"`);

export type PartRead = { ok: true; part: ItemDocument } | { ok: false; problems: FileFinding[] };

/** Reads a part's file whole, or says why not and on which line. Never throws. */
export function readPartFile(text: string): PartRead {
  const parsed = readJson(text);
  if (!parsed.ok)
    return { ok: false, problems: [{ reason: reason('json-broken', {}, { why: parsed.message }) }] };
  const file = partFileSchema.safeParse(parsed.data);
  if (!file.success)
    return {
      ok: false,
      problems: file.error.issues.slice(0, 12).map((issue) => ({
        line: lineOf(text, issue.path as (string | number)[]),
        reason: reason('value-refused', {}, { where: issue.path.join('.') || 'file', why: issue.message }),
      })),
    };
  const { part } = file.data;
  const { faults } = checkItem(part);
  return faults.length
    ? { ok: false, problems: faults.map((f) => ({ reason: f.reason })) }
    : { ok: true, part };
}
