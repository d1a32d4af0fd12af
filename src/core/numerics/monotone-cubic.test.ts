import fc from 'fast-check';
import outside from '@yr/monotone-cubic-spline';
import { monotoneCubic, monotoneSlopes } from './monotone-cubic';
import { findRoot } from './roots';

describe('monotone cubic', () => {
  // Outside reference: @yr/monotone-cubic-spline, a Fritsch–Carlson spline given as Bézier segments whose handles carry
  // the slope at each knot; the handles' lengths are its own, so the slopes are put on handles of a third of the step,
  // where a Bézier segment is a cubic in x.
  it('traces the same curve as an outside Fritsch–Carlson spline', () => {
    const x = [0, 0.7, 1.5, 2, 3.4, 5, 5.5];
    const y = [0.4, 1.02, 1.9, 2.5, 2.6, 4.4, 4.9];
    const [start, first, ...rest] = outside.points(x.map((value, i) => [value, y[i]!])) as [
      number[],
      number[],
      ...number[][],
    ];
    const slope = (hx: number, hy: number, i: number) => (y[i]! - hy) / (x[i]! - hx);
    const slopes = [
      (first[1]! - start[1]!) / (first[0]! - start[0]!),
      slope(first[2]!, first[3]!, 1),
      ...rest.map(([hx, hy], i) => slope(hx!, hy!, i + 2)),
    ];
    const curve = monotoneCubic(x, y);
    // Ours has other slopes at its ends, and so other first and last segments.
    slopes.slice(0, -1).forEach((m, i) => {
      if (i === 0 || i === slopes.length - 2) return;
      const step = (x[i + 1]! - x[i]!) / 3;
      const [a, b, c, d] = [y[i]!, y[i]! + m * step, y[i + 1]! - slopes[i + 1]! * step, y[i + 1]!];
      for (const t of [0.2, 0.5, 0.9]) {
        const value = a * (1 - t) ** 3 + 3 * b * t * (1 - t) ** 2 + 3 * c * t * t * (1 - t) + d * t ** 3;
        expect(curve.at(x[i]! + 3 * step * t)).toBeCloseTo(value, 9);
      }
    });
  });

  // The slope of a parabola through three knots is exact for a parabola, at the ends too.
  it('traces a parabola exactly, to both ends', () => {
    const x = [1, 2, 3, 4, 5, 6];
    const curve = monotoneCubic(
      x,
      x.map((value) => 3 * value * value - 2),
    );
    for (let value = 1; value <= 6; value += 0.05)
      expect(curve.at(value)).toBeCloseTo(3 * value * value - 2, 9);
  });

  it('has a level end where the parabola through three knots would turn round', () => {
    expect(monotoneSlopes([0, 1, 2], [0, 0.1, 5])[0]).toBe(0);
    expect(monotoneSlopes([0, 1, 2], [5, 4.9, 0])[0]).toBeCloseTo(0, 12);
  });

  it('never overshoots: it rises wherever the points rise', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.double({ min: 0.01, max: 5, noNaN: true }), fc.double({ min: 0, max: 9, noNaN: true })),
          {
            minLength: 2,
            maxLength: 12,
          },
        ),
        (steps) => {
          const x = [0];
          const y = [0];
          for (const [dx, dy] of steps) {
            x.push(x.at(-1)! + dx);
            y.push(y.at(-1)! + dy);
          }
          const curve = monotoneCubic(x, y);
          let last = -1e-9;
          for (let i = 0; i <= 200; i++) {
            const value = curve.at((x.at(-1)! * i) / 200);
            expect(value).toBeGreaterThanOrEqual(last - 1e-9);
            last = value;
          }
        },
      ),
    );
  });

  it('refuses points that do not rise, and a lone point', () => {
    expect(() => monotoneSlopes([0, 1, 1], [0, 1, 2])).toThrow(RangeError);
    expect(() => monotoneSlopes([0], [0])).toThrow(/two points/);
  });
});

describe('root finding', () => {
  it('finds the real root of x³ − 2x − 5 (Wallis; 2.0945514815423265)', () => {
    const found = findRoot((x) => x ** 3 - 2 * x - 5, 2, 3);
    expect(found.kind).toBe('converged');
    expect(found.x).toBeCloseTo(2.0945514815423265, 9);
  });
  it('says so when there is no sign change, without throwing', () => {
    expect(findRoot((x) => x * x + 1, -1, 1).kind).toBe('no-bracket');
  });
});
