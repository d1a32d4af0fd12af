/**
 * Slopes at the knots of a monotone cubic.
 * In: strictly rising x and as many y (any unit). Out: dy/dx at each knot.
 * Throws RangeError if fewer than two knots are given or x does not rise.
 * Source: F. N. Fritsch & R. E. Carlson, SIAM J. Numer. Anal. 17 (1980) 238–246; initial slopes are the mean of the
 * two secants, at the ends the slope of the parabola through three knots, all limited to the circle of radius 3.
 */
export function monotoneSlopes(x: ArrayLike<number>, y: ArrayLike<number>): Float64Array {
  const n = x.length;
  if (n < 2 || y.length !== n) throw new RangeError('A curve needs at least two points.');
  const secants = new Float64Array(n - 1);
  for (let i = 0; i < n - 1; i++) {
    const dx = x[i + 1]! - x[i]!;
    if (!(dx > 0)) throw new RangeError('The points of a curve must rise along the first axis.');
    secants[i] = (y[i + 1]! - y[i]!) / dx;
  }
  const slopes = new Float64Array(n);
  const gap = (i: number) => x[i + 1]! - x[i]!;
  slopes[0] = n > 2 ? endSlope(gap(0), gap(1), secants[0]!, secants[1]!) : secants[0]!;
  slopes[n - 1] =
    n > 2 ? endSlope(gap(n - 2), gap(n - 3), secants[n - 2]!, secants[n - 3]!) : secants[n - 2]!;
  for (let i = 1; i < n - 1; i++) {
    const left = secants[i - 1]!;
    const right = secants[i]!;
    slopes[i] = left * right <= 0 ? 0 : (left + right) / 2;
  }
  for (let i = 0; i < n - 1; i++) {
    const secant = secants[i]!;
    // Below the smallest normal numbers the quotients overflow: such a step is flat.
    if (Math.abs(secant) < 1e-290) {
      slopes[i] = 0;
      slopes[i + 1] = 0;
      continue;
    }
    const a = slopes[i]! / secant;
    const b = slopes[i + 1]! / secant;
    const square = a * a + b * b;
    if (square > 9) {
      const scale = (3 * secant) / Math.sqrt(square);
      slopes[i] = scale * a;
      slopes[i + 1] = scale * b;
    }
  }
  return slopes;
}

/**
 * Slope at an end by the parabola through the three knots there; 0 where that would run against the first secant.
 * In: widths and secants of the outer and the next interval. Source: as PCHIP, F. N. Fritsch & J. Butland, SIAM J. Sci.
 * Stat. Comput. 5 (1984) 300–304.
 */
function endSlope(outer: number, next: number, outerSecant: number, nextSecant: number): number {
  const slope = ((2 * outer + next) * outerSecant - outer * nextSecant) / (outer + next);
  return slope * outerSecant > 0 ? slope : 0;
}

/** Index i with x[i] <= value < x[i+1], clamped to the first and last interval. x rises. */
export function intervalOf(x: ArrayLike<number>, value: number): number {
  let low = 0;
  let high = x.length - 1;
  while (high - low > 1) {
    const middle = (low + high) >> 1;
    if (x[middle]! <= value) low = middle;
    else high = middle;
  }
  return low;
}

export type Curve = { at: (x: number) => number; first: number; last: number };

/**
 * A monotone cubic through points. Outside the first and last knot the end value is held: the caller says
 * 'extrapolated' where that matters. Units as given. Throws as `monotoneSlopes`.
 */
export function monotoneCubic(x: ArrayLike<number>, y: ArrayLike<number>): Curve {
  const xs = Float64Array.from(x);
  const ys = Float64Array.from(y);
  const slopes = monotoneSlopes(xs, ys);
  const first = xs[0]!;
  const last = xs[xs.length - 1]!;
  return {
    first,
    last,
    at(value) {
      if (value <= first) return ys[0]!;
      if (value >= last) return ys[ys.length - 1]!;
      const i = intervalOf(xs, value);
      const width = xs[i + 1]! - xs[i]!;
      const t = (value - xs[i]!) / width;
      const u = 1 - t;
      return (
        u * u * (1 + 2 * t) * ys[i]! +
        t * t * (3 - 2 * t) * ys[i + 1]! +
        t * u * width * (u * slopes[i]! - t * slopes[i + 1]!)
      );
    },
  };
}
