import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { integrate } from './runge-kutta';

const run = (rate: number, tolerance: number, until = 2) => {
  const seen: [number, number][] = [];
  integrate({
    slope: ([y]) => [rate * y!],
    start: [1],
    scale: [1],
    until,
    firstStep: 0.05,
    tolerance,
    onStep: (time, [y]) => seen.push([time, y!]) > 0,
  });
  return seen;
};

test('exponential decay ends where mathematics has it, closer with a smaller tolerance', () => {
  fc.assert(
    fc.property(fc.double({ min: -3, max: -0.1, noNaN: true }), (rate) => {
      const [time, y] = run(rate, 1e-6).at(-1)!;
      expect(time).toBeCloseTo(2, 12);
      expect(Math.abs(y - Math.exp(2 * rate))).toBeLessThan(2e-5);
    }),
    { numRuns: draws(30) },
  );
});

test('it ends when told, and where there is no slope', () => {
  const seen: number[] = [];
  integrate({
    slope: ([y]) => (y! > 0.6 ? null : [1]),
    start: [0],
    scale: [1],
    until: 10,
    firstStep: 0.05,
    tolerance: 1e-4,
    onStep: (time) => seen.push(time) > 0,
  });
  expect(seen.at(-1)).toBeGreaterThan(0.5);
  expect(seen.at(-1)).toBeLessThan(0.7);
});
