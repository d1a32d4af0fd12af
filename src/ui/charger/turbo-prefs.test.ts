import { noTurboFilter, passesTurbo, type TurboFilter } from './turbo-prefs';

const row = {
  form: 'compound' as const,
  inducer: 0.06,
  frame: 0.071,
  flange: 'four-bolt',
  price: 3_000,
  stock: 1,
};
const passes = (filter: Partial<TurboFilter>, more: Partial<Parameters<typeof passesTurbo>[0]> = {}) =>
  passesTurbo({ ...row, ...more }, { ...noTurboFilter, ...filter });

test('each limit of the turbo filter takes its own end and refuses beyond it', () => {
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
