import * as z from 'zod';
import { compressorFileSchema } from './compressor-json';
import { readFileSync } from 'node:fs';
import { sampleCompressors, sampleItems, sampleTurboJob } from '@/data/demo/sample';
import { refsOf } from '@/core/documents/refs';
import { readJson } from './json-text';
import { writeMapCsv } from './map-csv';
import { jobFileSchema, jobIdentity, readJobFile, writeJobFile } from './job-json';

const text = () => writeJobFile(sampleTurboJob(0), sampleItems);
const problems = (changed: string) => {
  const read = readJobFile(changed);
  return read.ok ? [] : read.problems;
};

describe('job file', () => {
  it('comes back identical and holds only what the job uses', () => {
    const first = readJobFile(text());
    if (!first.ok) throw new Error(first.problems.join());
    expect(first.library.map((i) => i.id)).toEqual([...new Set(refsOf(sampleTurboJob(0)).map((r) => r.id))]);
    // How many revisions the shop has of a part stays in the shop; everything else travels.
    const sent = sampleTurboJob(0);
    for (const mark of sent.settled) delete mark.facts.newestRevision;
    expect(first.job).toEqual(sent);
    const again = readJobFile(writeJobFile(first.job, first.library));
    expect(again.ok && jobIdentity(again)).toBe(jobIdentity(first));
  });

  it('names the line of what cannot be read', () => {
    const lines = text().split('\n');
    const bore = lines.findIndex((l) => l.includes('"bore"'));
    const broken = [...lines];
    broken[bore + 2] = '        "value": "wide"';
    expect(problems(broken.join('\n'))[0]).toMatch(new RegExp(`^Line ${bore + 3}: engine\\.bore\\.value`));
    const torn = [...lines];
    torn[bore] = '      "bore" {';
    expect(problems(torn.join('\n'))[0]).toMatch(new RegExp(`Line ${bore + 1}: `));
  });

  it('refuses what is no job, a newer version, a missing compressor and strange keys, each in a sentence', () => {
    expect(problems('')[0]).toMatch(/cannot be read as JSON/);
    expect(problems('[1,2]')[0]).toMatch(/not a Fierce Lung job/);
    expect(problems(text().replace('"version": 1\n}', '"version": 7\n}'))[0]).toMatch(/version 7/);
    expect(problems(text().replace(/"id": "birch-50"/, '"id": "gone"'))[0]).toMatch(/does not hold it/);
    expect(problems(text().replace('"compressionRatio"', '"compressionRatios"')).join()).toMatch(
      /compressionRatio/,
    );
    expect(
      problems(
        text().replace(
          /"redLineRpm": \{\s+"confidence": "maker",\s+"value": 9500/,
          '"redLineRpm": { "confidence": "maker", "value": -3',
        ),
      ).join(),
    ).toMatch(/redLineRpm/);
  });

  it('survives deep nesting and odd text without a throw', () => {
    expect(readJson('['.repeat(100_000))).toMatchObject({ ok: false });
    expect(readJson(`{"a":"${'['.repeat(500)}"}`)).toMatchObject({ ok: true });
    for (const unstorable of ['{"a":"x\\u0000"}', '["\\ud800"]', '{"\\u0000":1}'])
      expect(readJson(unstorable)).toMatchObject({
        ok: false,
        message: expect.stringContaining('cannot be stored'),
      });
    for (const odd of ['\u0000', '{', 'nul', '{"__proto__":{"x":1}}', '"\\ud800"'])
      expect(() => readJobFile(odd)).not.toThrow();
  });

  it.each([
    ['job', jobFileSchema],
    ['compressor', compressorFileSchema],
  ] as const)('the %s file is described by the JSON Schema in docs/formats', (name, schema) => {
    const published: unknown = JSON.parse(readFileSync(`docs/formats/${name}.schema.json`, 'utf8'));
    expect(published).toEqual(JSON.parse(JSON.stringify(z.toJSONSchema(schema, { reused: 'ref' }))));
  });
});

test('a text of a million empty setups is refused before it is parsed, in one pass', () => {
  const text = `{"format":"fierce-lung-job","version":1,"job":{"setups":[${'{},'.repeat(1_000_000)}{}]}}`;
  const read = readJobFile(text);
  expect(read).toMatchObject({
    ok: false,
    problems: [expect.stringMatching(/more than 60000 lists and objects/)],
  });
});

test('facts of an exported map are one quoted cell each, whatever separates cells for a spreadsheet', () => {
  const map = { ...sampleCompressors[0]!.document, name: 'x;=1+1\t=2+2,=3+3' };
  const facts = writeMapCsv(map)
    .split('\n')
    .filter((line) => line.includes('#'));
  expect(facts.length).toBeGreaterThan(5);
  for (const line of facts) expect(line).toMatch(/^"#(?:[^"]|"")*"$/);
});
