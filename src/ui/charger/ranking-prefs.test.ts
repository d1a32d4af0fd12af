import { DEFAULT_ROOM, DEFAULT_WEIGHTS } from '@/core/selection/order';
import { noFilter, passes as passesAll, readPrefs, type RankFilter } from './ranking-prefs';

const row = {
  form: 'compound' as const,
  inducer: 0.06,
  frame: 0.071,
  flange: 'four-bolt',
  price: 3_000,
  stock: 1,
};
const passes = (filter: Partial<RankFilter>, more: Partial<Parameters<typeof passesAll>[0]> = {}) =>
  passesAll({ ...row, ...more }, { ...noFilter, ...filter });

test('each limit of the filter takes its own end and refuses beyond it', () => {
  expect(passes({})).toBe(true);
  expect([passes({ form: 'compound' }), passes({ form: 'single' })]).toEqual([true, false]);
  expect([passes({ leastInducer: 0.06 }), passes({ leastInducer: 0.061 })]).toEqual([true, false]);
  expect([passes({ mostInducer: 0.06 }), passes({ mostInducer: 0.059 })]).toEqual([true, false]);
  expect([passes({ mostFrame: 0.071 }), passes({ mostFrame: 0.07 })]).toEqual([true, false]);
  expect([passes({ flange: 'four-bolt' }), passes({ flange: 'three-bolt' })]).toEqual([true, false]);
  expect([passes({ mostPrice: 3_000 }), passes({ mostPrice: 2_999 })]).toEqual([true, false]);
});

test('an unknown price passes no limit of price, an unknown shelf is an empty one', () => {
  expect(passes({ mostPrice: 1e6 }, { price: null })).toBe(false);
  expect([passes({ inStock: true }), passes({ inStock: true }, { stock: 0 })]).toEqual([true, false]);
  expect(passes({ inStock: true }, { stock: null })).toBe(false);
});

test('a turbine wheel that is not chosen passes no limit of the wheel', () => {
  expect(passes({ mostFrame: 0.2 }, { frame: null })).toBe(false);
  expect(passes({}, { frame: null })).toBe(true);
});

test('without a browser’s storage it starts from the usual weights and looks at everything', () => {
  for (const field of ['compressors', 'turbochargers'] as const)
    expect(readPrefs(field, 'a')).toEqual({
      weights: DEFAULT_WEIGHTS,
      room: DEFAULT_ROOM,
      filter: noFilter,
    });
});
