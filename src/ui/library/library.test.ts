import { sampleCompressors } from '@/data/demo/sample';
import { kindOf, type AnyLine } from '@/formats/kinds';
import { compressorKind } from '@/formats/kinds/compressor';
import { houseWords } from '../words/words';
import { noFilter, passing, type ListFilter } from './list-filter';
import { readBlock } from './paste';

const { compressorChanges } = houseWords;

const birch = sampleCompressors.find((c) => c.id === 'birch-50')!.document;
const plain = (text: string) => text.replace(/\u00a0/g, ' ');

describe('the list', () => {
  const kind = kindOf('compressor');
  const lines = sampleCompressors.map((c): AnyLine => ({
    ...compressorKind.head(c.document),
    id: c.id,
    revision: 1,
    retired: c.id === 'elm-63',
    savedAt: '',
    jobCount: 0,
    parts: [],
  }));
  const found = (filter: Partial<Omit<ListFilter, 'limits'>> & Record<string, unknown>) => {
    const { text = '', inStock = false, retired = false, ...named } = filter;
    const labels = kind.filters!.map((one) => one.label);
    for (const label of Object.keys(named)) expect(labels).toContain(label);
    const limits = labels.map((label) => (named[label] as number | undefined) ?? null);
    return lines
      .filter(passing(kind, { ...noFilter(kind), text, inStock, retired, limits }))
      .map((line) => line.id);
  };

  it('is narrowed by every word, by limits that hold at both ends, and hides what is retired', () => {
    expect(found({ text: 'BIRCH' })).toEqual(['birch-50']);
    expect(found({ text: 'narrow efficient 54' })).toEqual(['cedar-54']);
    expect(found({ 'Inducer from': 0.046, 'Inducer to': 0.05 })).toEqual([
      'alder-46',
      'hazel-48',
      'medlar-49',
      'birch-50',
    ]);
    expect(found({ 'Flow from': 1.3 })).toEqual(['chestnut-102', 'hornbeam-112']);
    expect(found({ 'Ratio from': 5.5 })).toEqual(['thorn-28', 'beech-60']);
    expect(found({})).not.toContain('elm-63');
    expect(found({ retired: true })).toContain('elm-63');
  });

  it('an unknown price passes no price limit, an empty shelf no stock filter', () => {
    expect(found({ 'Price to': 1e6 })).not.toContain('medlar-49');
    expect(found({ inStock: true })).not.toContain('cedar-54');
    expect(found({ inStock: true })).not.toContain('spruce-88');
  });
});

describe('a block pasted into the grid', () => {
  it('is read from the cell on, with point or comma', () => {
    expect(readBlock('1.5\t2\n3\t4', 2, 1, 3)).toEqual({
      ok: true,
      rows: [
        [
          { column: 1, value: 1.5 },
          { column: 2, value: 2 },
        ],
        [
          { column: 1, value: 3 },
          { column: 2, value: 4 },
        ],
      ],
    });
    expect(readBlock('1,5\t2,25\r\n', 0, 0, 3)).toMatchObject({ rows: [[{ value: 1.5 }, { value: 2.25 }]] });
  });
  it('is refused whole, with the row', () => {
    expect(readBlock('1\t2\n3\tx', 0, 0, 3)).toEqual({
      ok: false,
      why: expect.stringContaining('row 2, “x”'),
    });
    expect(readBlock('1\t2\t3', 0, 1, 3)).toMatchObject({
      ok: false,
      why: expect.stringContaining('room for 2'),
    });
    expect(readBlock('1\n'.repeat(201), 0, 0, 3)).toMatchObject({ ok: false });
  });
});

it('what differs between two revisions is said with its figures', () => {
  const other = structuredClone(birch);
  other.maxSpeedRpm.value = 150_000;
  other.lines[0]!.points[0]!.flow *= 1.01;
  delete other.stock;
  expect(plain(compressorChanges(birch, other))).toBe(
    'Changed: maximum speed 153,000 rpm → 150,000 rpm; in stock 1 → –; the map.',
  );
  other.note = 'x';
  expect(compressorChanges(birch, { ...birch, inducer: { ...birch.inducer, confidence: 'guess' } })).toBe(
    'Changed: how sure a figure is.',
  );
});
