/** How a one-dimensional search ended. `residual` is fn(x) at the answer, in fn's own unit. */
export type RootResult = {
  x: number;
  kind: 'converged' | 'no-bracket' | 'not-converged';
  iterations: number;
  residual: number;
};

/**
 * Root of a continuous function between two bounds by Brent's method.
 * In: fn; lower and upper bound; `tolerance` on x, absolute, in x's unit. Valid: any finite bounds.
 * Out: a status, never a throw: 'no-bracket' when fn has the same sign at both bounds (x is then the better bound).
 * Source: R. P. Brent, Algorithms for Minimization without Derivatives (1973), ch. 4.
 */
export function findRoot(
  fn: (x: number) => number,
  lower: number,
  upper: number,
  { tolerance = 1e-10, maxIterations = 100 } = {},
): RootResult {
  let a = lower;
  let b = upper;
  let fa = fn(a);
  let fb = fn(b);
  if (!Number.isFinite(fa) || !Number.isFinite(fb) || fa * fb > 0) {
    const x = Math.abs(fa) < Math.abs(fb) ? a : b;
    return { x, kind: 'no-bracket', iterations: 0, residual: x === a ? fa : fb };
  }
  let c = a;
  let fc = fa;
  let step = b - a;
  let previousStep = step;
  for (let iterations = 1; iterations <= maxIterations; iterations++) {
    if (fb * fc > 0) {
      c = a;
      fc = fa;
      step = b - a;
      previousStep = step;
    }
    if (Math.abs(fc) < Math.abs(fb)) {
      a = b;
      b = c;
      c = a;
      fa = fb;
      fb = fc;
      fc = fa;
    }
    const accuracy = 2 * Number.EPSILON * Math.abs(b) + tolerance / 2;
    const half = (c - b) / 2;
    if (Math.abs(half) <= accuracy || fb === 0) return { x: b, kind: 'converged', iterations, residual: fb };
    if (Math.abs(previousStep) >= accuracy && Math.abs(fa) > Math.abs(fb)) {
      const s = fb / fa;
      let p: number;
      let q: number;
      if (a === c) {
        p = 2 * half * s;
        q = 1 - s;
      } else {
        const r = fb / fc;
        const t = fa / fc;
        p = s * (2 * half * t * (t - r) - (b - a) * (r - 1));
        q = (t - 1) * (r - 1) * (s - 1);
      }
      if (p > 0) q = -q;
      else p = -p;
      if (2 * p < Math.min(3 * half * q - Math.abs(accuracy * q), Math.abs(previousStep * q))) {
        previousStep = step;
        step = p / q;
      } else {
        step = half;
        previousStep = half;
      }
    } else {
      step = half;
      previousStep = half;
    }
    a = b;
    fa = fb;
    b += Math.abs(step) > accuracy ? step : Math.sign(half) * accuracy;
    fb = fn(b);
  }
  return { x: b, kind: 'not-converged', iterations: maxIterations, residual: fb };
}
