import { benches } from '../frame/benches';
import { pageEntries, type Entry } from './entries';
import { makeIndex, searchAll, shopEntries } from './search';

const figure = (id: string, title: string, words = ''): Entry => ({
  id,
  kind: 'figure',
  title,
  detail: '',
  words,
  run: () => undefined,
});
const shop = makeIndex(
  shopEntries({
    jobs: [
      { id: 'j1', name: 'Hill-climb single-seater', words: 'Birch 50' },
      { id: 'j2', name: 'Snow groomer', words: 'Larch 67' },
      { id: 'j3', name: 'Čtvrtka café racer', words: '' },
    ],
    items: [
      { kind: 'compressor', id: 'birch-50', name: 'Birch 50', note: 'Narrow and high.' },
      { kind: 'compressor', id: 'birch-62', name: 'Birch 62', note: '' },
    ],
  }),
);
const own = makeIndex([
  figure('surge-margin', 'Surge margin'),
  figure('choke', 'Choke margin'),
  ...pageEntries,
]);
const find = (text: string) => searchAll([own, shop], text).map((e) => e.title);

describe('the finder', () => {
  it('finds what is meant: a figure, a part, a job and its bench by two words', () => {
    expect(find('surge margin')[0]).toBe('Surge margin');
    expect(find('birch').slice(0, 2).sort()).toEqual(['Birch 50', 'Birch 62']);
    expect(find('groomer fuel')[0]).toBe('Snow groomer: Fuel');
    expect(find('groomer venue')[0]).toBe('Snow groomer: Brief');
    expect(find('groomer charger')[0]).toBe('Snow groomer: Charger');
    expect(find('gro')[0]).toBe('Snow groomer');
    expect(find('bin')[0]).toBe('Bin');
  });
  it('forgives a slip, an accent and the order of words; what is nowhere is nowhere', () => {
    expect(find('margni surge')[0]).toBe('Surge margin');
    expect(find('ctvrtka cafe')[0]).toMatch(/^Čtvrtka café racer/);
    expect(find('zzzz')).toEqual([]);
    expect(find('   ')).toEqual([]);
    expect(find('<b>(/.*\\')).toEqual([]);
  });
  it('has every bench of every job', () => {
    for (const bench of benches)
      expect(find(`groomer ${bench.name}`)).toContain(`Snow groomer: ${bench.name}`);
  });
});
