import * as z from 'zod';
import { checkMap } from '@/core/compressor/check';
import { compressorSchema, type Compressor } from '@/core/compressor/document';
import { canonicalJson } from '@/core/job/history/canonical';
import { reason } from '@/core/working/range';
import { lineOf, readJson } from './json-text';
import type { MapMade } from './map-import';
import type { FileFinding } from './map-table';

const COMPRESSOR_FORMAT = 'fierce-lung-compressor';

/** One compressor in a file. Described in docs/formats/compressor-map.md. */
export const compressorFileSchema = z.strictObject({
  format: z.literal(COMPRESSOR_FORMAT),
  version: z.literal(1),
  compressor: compressorSchema,
});

/** A compressor as the text of a file: JSON, keys in order, two spaces. */
export function writeCompressorFile(compressor: Compressor): string {
  const file = { format: COMPRESSOR_FORMAT, version: 1, compressor };
  return `${JSON.stringify(JSON.parse(canonicalJson(file)), null, 2)}\n`;
}

/** Whether a text claims to be one of these files: then it is read as one, with its own complaints. */
export const isCompressorFile = (text: string): boolean =>
  /^\uFEFF?\s*\{/.test(text) && text.includes(`"${COMPRESSOR_FORMAT}"`);

/** Reads a compressor file whole, or says why not and on which line. Never throws. */
export function readCompressorFile(text: string): MapMade {
  const fail = (problems: FileFinding[]): MapMade => ({ ok: false, problems });
  const parsed = readJson(text);
  if (!parsed.ok) return fail([{ reason: reason('json-broken', {}, { why: parsed.message }) }]);
  const file = compressorFileSchema.safeParse(parsed.data);
  if (!file.success)
    return fail(
      file.error.issues.slice(0, 12).map((issue) => ({
        line: lineOf(text, issue.path as (string | number)[]),
        reason: reason('value-refused', {}, { where: issue.path.join('.') || 'file', why: issue.message }),
      })),
    );
  const document = file.data.compressor;
  const { faults, doubts } = checkMap(document);
  const placed = faults.length ? faults : doubts;
  const findings = placed.map((finding): FileFinding => {
    const path: (string | number)[] = ['compressor', 'lines'];
    if (finding.line !== undefined) path.push(finding.line, 'points', finding.point ?? 0);
    return { reason: finding.reason, ...(finding.line === undefined ? {} : { line: lineOf(text, path) }) };
  });
  return faults.length ? fail(findings) : { ok: true, document, doubts: findings };
}
