import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import type { Compressor } from '@/core/compressor/document';
import { canonicalJson } from '@/core/job/history/canonical';
import { sampleCompressors } from '@/data/demo/sample';
import { writeCompressorFile } from './compressor-json';
import { writeMapCsv } from './map-csv';
import type { MapFacts, Mapping } from './map-guess';
import { makeMap, type MapMade } from './map-import';
import { openMapText } from './map-open';

const birch = sampleCompressors.find((c) => c.id === 'birch-50')!.document;

/** Opens and makes a map in one go, as the guess stands but for what is given. */
function read(text: string, mapping: Partial<Mapping> = {}, facts: Partial<MapFacts> = {}): MapMade {
  const opened = openMapText(text, 'map.csv');
  if (opened.kind === 'document') return opened.made;
  if (opened.kind === 'unreadable') return { ok: false, problems: opened.problems };
  return makeMap(opened.table, { ...opened.mapping, ...mapping }, { ...opened.facts, ...facts });
}

const known: Partial<MapFacts> = {
  name: 'Birch 50',
  referencePressure: 100_000,
  referenceTemperature: 298,
  inducer: birch.inducer.value,
  exducer: birch.exducer.value,
  maxSpeedRpm: birch.maxSpeedRpm.value,
};

const rowsOf = (map: Compressor) =>
  map.lines.flatMap((l) => l.points.map((p) => ({ speed: l.speedRpm, ...p })));

/** A bare table of a map: header and one function per cell. */
const sheet = (
  header: string[],
  separator: string,
  cells: (row: ReturnType<typeof rowsOf>[number]) => unknown[],
) => [header.join(separator), ...rowsOf(birch).map((row) => cells(row).join(separator))].join('\n');

const plain = (cells?: (row: ReturnType<typeof rowsOf>[number]) => unknown[]) =>
  sheet(
    ['N (rpm)', 'W (kg/s)', 'PR', 'eff (share)'],
    ',',
    cells ?? ((r) => [r.speed, r.flow, r.pressureRatio, r.efficiency]),
  );

const codes = (made: MapMade) =>
  (made.ok ? made.doubts : made.problems).map((p) =>
    p.line === undefined ? p.reason.code : `${p.line} ${p.reason.code}`,
  );

describe('round trips', () => {
  it.each(sampleCompressors.map((c) => [c.document.name, c.document] as const))(
    '%s comes back from CSV and from JSON as it was',
    (_, document) => {
      for (const text of [writeMapCsv(document), writeCompressorFile(document)]) {
        const made = read(text);
        expect(made.ok && canonicalJson(made.document)).toBe(canonicalJson(document));
      }
    },
  );

  it('also with hostile names, odd notes, no price and any confidence', () => {
    const text = fc.string({ unit: 'grapheme', maxLength: 60 });
    fc.assert(
      fc.property(
        text.filter((t) => t.trim() !== '' && t.trim().length <= 80),
        fc.oneof(
          text,
          fc.constantFrom(
            '',
            '=HYPERLINK("x")',
            'a, b;\nc\t"d"',
            '  spaced  ',
            'ends,',
            '#',
            'line\u2028end',
          ),
        ),
        fc.option(fc.double({ min: 0, max: 1e6, noNaN: true, noDefaultInfinity: true })),
        fc.constantFrom('measured', 'maker', 'reported', 'guess'),
        (name, note, price, confidence) => {
          const document: Compressor = {
            ...birch,
            name: name.trim(),
            note,
            inducer: { ...birch.inducer, confidence },
          };
          delete document.price;
          if (price !== null && Math.abs(price) >= 1e-6) document.price = { value: price, confidence };
          const made = read(writeMapCsv(document));
          expect(made.ok && canonicalJson(made.document)).toBe(canonicalJson(document));
        },
      ),
      { numRuns: draws(150) },
    );
  });

  it('no cell of an export can be taken for a formula', () => {
    const hostile = writeMapCsv({ ...birch, name: '=cmd()', note: '@SUM(1)\n+1\n-1' });
    for (const line of hostile.trim().split('\n')) expect(line).toMatch(/^("?#|[\d]|speed)/);
  });
});

describe('units, columns and signs', () => {
  // NIST SP 811: 1 lb = 0.45359237 kg, 1 ft = 0.3048 m.
  const LB_MIN = 60 / 0.45359237;
  const CFM = 60 / 0.3048 ** 3;
  // Density of dry air at 100 kPa and 298 K by the ideal gas law.
  const rho = 100_000 / (287.05 * 298);
  const same = (made: MapMade) => {
    expect(codes(made)).not.toContain('lines-cross');
    if (!made.ok) throw new Error(codes(made).join());
    const worst = Math.max(
      ...made.document.lines.flatMap((l, i) =>
        l.points.map((p, j) => {
          const q = birch.lines[i]!.points[j]!;
          return Math.max(Math.abs(p.flow / q.flow - 1), Math.abs(p.efficiency - q.efficiency));
        }),
      ),
    );
    expect(worst).toBeLessThan(1e-6);
  };

  it.each([
    ['lb/min', LB_MIN],
    ['kg/min', 60],
    ['g/s', 1000],
    ['kg/h', 3600],
    ['m³/s', 1 / rho],
    ['m3/h', 3600 / rho],
    ['CFM', CFM / rho],
  ])('flow in %s', (unit, factor) => {
    const text = sheet(['Flow ' + unit, 'speed krpm', 'eta %', 'P2/P1'], ';', (r) => [
      r.flow * factor,
      r.speed / 1000,
      r.efficiency * 100,
      r.pressureRatio,
    ]);
    const facts = { ...known, flowPressure: 100_000, flowTemperature: 298 };
    same(read(text, { surge: 'first-point' }, facts));
  });

  it('semicolons with decimal commas and grouped thousands', () => {
    const comma = (x: number) => String(x).replace('.', ',');
    const text = sheet(['Druck ratio', 'Drehzahl rpm', 'flow kg/s', 'eff'], ';', (r) => [
      comma(r.pressureRatio),
      r.speed.toLocaleString('de-DE'),
      comma(r.flow),
      comma(r.efficiency),
    ]);
    const made = read(text, { surge: 'first-point' }, known);
    same(made);
    expect(codes(made)).toContain('decimal-comma');
  });

  it('tabs, blanks, a title above, units in a second row, the speed written once per line', () => {
    let last = 0;
    const body = rowsOf(birch).map((r) => {
      const speed = r.speed === last ? '' : r.speed;
      last = r.speed;
      return [speed, r.flow, r.pressureRatio, r.efficiency].join('\t');
    });
    const text = ['Our own test rig', '', 'speed\tflow\tPR\teff', 'rpm\tkg/s\t-\t-', ...body].join('\r\n');
    const made = read(text, { surge: 'first-point' }, known);
    same(made);
    expect(codes(made)).toContain('speeds-carried');
    same(read(plain().replace(/,/g, '   '), { surge: 'first-point' }, known));
  });

  it('JSON by point, by line, and with facts above', () => {
    const byPoint = JSON.stringify(
      rowsOf(birch).map((r) => ({
        rpm: r.speed,
        'flow kg/s': r.flow,
        pr: r.pressureRatio,
        eff: r.efficiency,
      })),
    );
    same(read(byPoint, { surge: 'first-point' }, known));
    const byLine = JSON.stringify({
      name: 'Nested',
      'reference pressure kPa': '100 kPa',
      'reference temperature': '298 K',
      lines: birch.lines.map((l) => ({
        speed: l.speedRpm,
        points: l.points.map((p) => ({
          'flow (kg/s)': p.flow,
          ratio: p.pressureRatio,
          efficiency: p.efficiency,
        })),
      })),
    });
    const { referencePressure, referenceTemperature, ...rest } = known;
    expect([referencePressure, referenceTemperature]).toEqual([100_000, 298]);
    same(read(byLine, { surge: 'first-point' }, { ...rest, name: 'Nested' }));
  });

  it('marked surge points cut off what lies left of them, and the file says so', () => {
    const text = sheet(['rpm', 'kg/s flow', 'PR', 'eff', 'surge'], ',', (r) => {
      const first = birch.lines.find((l) => l.speedRpm === r.speed)!.points[1]!;
      return [r.speed, r.flow, r.pressureRatio, r.efficiency, r.flow === first.flow ? 'x' : ''];
    });
    const made = read(text, {}, known);
    if (!made.ok) throw new Error(codes(made).join());
    expect(made.document.lines[0]!.points).toHaveLength(birch.lines[0]!.points.length - 1);
    expect(codes(made).filter((c) => c.endsWith('points-before-surge'))).toHaveLength(birch.lines.length);
  });

  it('measured speeds that wander within a line are gathered and doubted', () => {
    const text = plain((r) => [
      Math.round(r.speed * (1 + 0.002 * Math.sin(r.flow * 900))),
      r.flow,
      r.pressureRatio,
      r.efficiency,
    ]);
    const made = read(text, { surge: 'first-point' }, known);
    expect(made.ok && made.document.lines).toHaveLength(birch.lines.length);
    expect(codes(made).some((c) => c.endsWith('speeds-merged'))).toBe(true);
  });
});

describe('what is asked for and never assumed', () => {
  it('reference, surge, diameters, limit and an unnamed flow unit', () => {
    const text = sheet(['N', 'W', 'PR', 'eff'], ',', (r) => [
      r.speed,
      r.flow * 60,
      r.pressureRatio,
      r.efficiency,
    ]);
    expect(codes(read(text))).toEqual([
      'flow-unit-missing',
      'no-reference',
      'no-surge',
      'no-diameters',
      'no-speed-limit',
    ]);
    const volume = sheet(['N', 'W m3/h', 'PR', 'eff'], ',', (r) => [
      r.speed,
      r.flow * 3000,
      r.pressureRatio,
      r.efficiency,
    ]);
    expect(codes(read(volume, { surge: 'first-point' }, known))).toEqual(['no-flow-conditions']);
    expect(codes(read(plain(), { surge: 'marked' }, known))).toEqual(['no-surge-column']);
    expect(codes(read('speed,flow,eff\n1000,2,3\n', { surge: 'first-point' }, known))).toContain(
      'column-missing',
    );
  });
});

describe('broken files', () => {
  const edit = (line: number, change: (cells: string[]) => string[]) =>
    plain()
      .split('\n')
      .map((text, i) => (i + 1 === line ? change(text.split(',')).join(',') : text))
      .join('\n');
  const refused = (text: string) => {
    const made = read(text, { surge: 'first-point' }, known);
    expect(made.ok).toBe(false);
    return codes(made);
  };

  it('a bad row names its line', () => {
    expect(refused(edit(9, (c) => [c[0]!, 'about 3', c[2]!, c[3]!]))).toEqual(['9 cell-not-a-number']);
    expect(refused(edit(9, (c) => [c[0]!, c[1]!, '', c[3]!]))).toEqual(['9 cell-empty']);
    expect(refused(edit(9, (c) => [c[0]!, c[1]!, c[2]!, '1.4']))).toEqual(['9 row-efficiency-above-one']);
    expect(refused(edit(9, (c) => [c[0]!, '-1', c[2]!, c[3]!]))).toEqual(['9 row-flow-out-of-range']);
    expect(refused(edit(9, (c) => [c[0]!, c[1]!, '40', c[3]!]))).toEqual(['9 row-ratio-out-of-range']);
  });
  it('two points with one flow, a line of one point, lines that cross, speeds swapped', () => {
    const lines = plain().split('\n');
    expect(refused([...lines.slice(0, 5), lines[4]!, ...lines.slice(5)].join('\n'))).toEqual([
      '6 two-points-one-flow',
    ]);
    expect(refused([...lines, '400000,0.3,3,0.7'].join('\n'))).toEqual(['106 line-too-short']);
    const crossed = edit(20, (c) => [c[0]!, c[1]!, String(Number(c[2]) * 1.6), c[3]!]);
    expect(refused(crossed).some((c) => /^\d+ lines-cross/.test(c))).toBe(true);
    const [a, b] = [birch.lines[3]!.speedRpm, birch.lines[4]!.speedRpm];
    const swapped = plain((r) => [
      r.speed === a ? b : r.speed === b ? a : r.speed,
      r.flow,
      r.pressureRatio,
      r.efficiency,
    ]);
    expect(refused(swapped).some((c) => /lines-(swapped|cross)/.test(c))).toBe(true);
  });
  it('files that are no map', () => {
    expect(refused('')).toEqual(['file-empty']);
    expect(refused('hello\nworld\n')).toEqual(['1 no-number-rows']);
    expect(refused('{"a": [1, 2')).toEqual(['json-broken']);
    expect(refused('a,b,c,d\n"1,2,3,4\n')).toHaveLength(1);
    expect(refused(`a,b,c\n${'1,2,3\n'.repeat(10_001)}`)).toEqual(['too-many-rows']);
    expect(refused('x'.repeat(2_000_001))).toEqual(['file-too-large']);
    expect(refused('\u0000\u0001')).toEqual(['file-not-text']);
    expect(refused(writeCompressorFile(birch).replace('"version": 1', '"version": 9'))).toEqual(
      expect.arrayContaining([expect.stringMatching(/^\d+ value-refused/)]),
    );
  });

  it('2,000 mangled files: no crash, and a map only if it is whole', () => {
    const sources = [writeMapCsv(birch), writeCompressorFile(birch), plain(), plain().replace(/,/g, ';')];
    const mangle = fc.record({
      source: fc.nat(sources.length - 1),
      cuts: fc.array(
        fc.record({
          at: fc.double({ min: 0, max: 1, noNaN: true }),
          length: fc.nat(40),
          text: fc.oneof(
            fc.string({ maxLength: 8 }),
            fc.constantFrom(
              '\n',
              ',',
              ';',
              '"',
              '\t',
              '-',
              'e9',
              '999999',
              'NaN',
              '{',
              '[',
              ']',
              '0',
              '#',
              '\u0000',
              '𝟗',
            ),
          ),
        }),
        { minLength: 1, maxLength: 6 },
      ),
    });
    let made = 0;
    let refusedCount = 0;
    fc.assert(
      fc.property(mangle, ({ source, cuts }) => {
        let text = sources[source]!;
        for (const { at, length, text: put } of cuts) {
          const from = Math.floor(at * text.length);
          text = text.slice(0, from) + put + text.slice(from + length);
        }
        const result = read(text, { surge: 'first-point' }, source === 2 || source === 3 ? known : {});
        if (result.ok) {
          made++;
          const ok = result.document.lines.every(
            (l) => l.points.length >= 3 && l.points.every((p) => p.flow > 0),
          );
          if (!ok) throw new Error('a partial map');
        } else {
          refusedCount++;
          if (result.problems.length === 0) throw new Error('refused without a reason');
        }
      }),
      { numRuns: draws(2000) },
    );
    expect(made).toBeGreaterThan(50);
    expect(refusedCount).toBeGreaterThan(500);
  });
});

const fromFirst: Partial<Mapping> = { surge: 'first-point' };

describe('what practitioners’ files hold beside their points', () => {
  it('a surge block at the end is read as the surge line, and what lies left of it is left out', () => {
    const [first] = birch.lines;
    const block = birch.lines.map((l) => [l.points[1]!.flow, l.points[1]!.pressureRatio].join(','));
    const made = read([plain(), 'Surge line', 'W,PR', ...block].join('\n'), fromFirst, known);
    if (!made.ok) throw new Error(JSON.stringify(made.problems));
    expect(made.document.lines[0]!.points.length).toBe(first!.points.length - 1);
    expect(made.document.lines[0]!.points[0]!.flow).toBeCloseTo(first!.points[1]!.flow, 9);
    expect(codes(made).some((c) => c.includes('surge-block-read'))).toBe(true);
  });

  it('a surge block without figures is left out, and says so', () => {
    const made = read([plain(), 'surge: see drawing,,,', 'not given,,,'].join('\n'), fromFirst, known);
    expect(made.ok).toBe(true);
    expect(codes(made).some((c) => c.includes('surge-block-left-out'))).toBe(true);
  });

  it.each([
    '# Reference conditions: 298 K, 100 kPa',
    '# ref. 100 kPa / 298 K',
    '# corrected to 25 °C and 1.0 bar abs',
    '# standard: 24.85 °C, 14.504 psi',
  ])('conditions stated in any order fill the answer in: %s', (comment) => {
    const opened = openMapText(`${comment}\n${plain()}`, 'map.csv');
    if (opened.kind !== 'table') throw new Error(opened.kind);
    expect(opened.facts.referencePressure).toBeCloseTo(100_000, -2);
    expect(opened.facts.referenceTemperature!).toBeGreaterThan(297.9);
    expect(opened.facts.referenceTemperature!).toBeLessThan(298.2);
  });

  it('an answer that contradicts what the file states is questioned', () => {
    const text = `# Reference conditions: 298 K, 100 kPa\n${plain()}`;
    expect(codes(read(text, fromFirst, known))).not.toContain('reference-contradicts');
    const other = read(text, fromFirst, { ...known, referencePressure: 96_200, referenceTemperature: 302.8 });
    expect(codes(other)).toContain('reference-contradicts');
  });
});
