import { demoFigures } from './demo-figures';
import known from './demo-figures.json';

/** Two answers at the solver's working tolerance lie no further apart than this share, or a ten-thousandth of the figure's scale. */
const SHARE = 2e-4;
/** Figures that pass through zero: what counts as one. */
const SCALE: Record<string, number> = { gateFlow: 0.05, surgeMargin: 0.5 };

test('the figures of every demo job are those on record', () => {
  const found = demoFigures();
  expect(Object.keys(found)).toEqual(Object.keys(known));
  const apart = Object.entries(known).flatMap(([at, figures]) =>
    Object.entries(figures).flatMap(([name, value]) => {
      const now = found[at]![name];
      const scale = Math.max(Math.abs(value), SCALE[name] ?? 0);
      return now !== undefined && Math.abs(now - value) <= SHARE * scale ? [] : [{ at, name, value, now }];
    }),
  );
  expect(apart).toEqual([]);
});
