/** A point of a fixed-point search and how far the map moves it: f = g(x) − x. */
type Step = { x: readonly number[]; f: readonly number[] };

/** Columns of the least-squares problem that lie closer than this to the ones before say nothing new. */
const DEPENDENT = 1e-5;

/**
 * Anderson's mixing: the next guess of a fixed-point search in any number of unknowns, from the last few steps. With no step
 * before it is plain substitution.
 * In: `scales`, what one unit of each unknown counts in the least squares (one over a typical size); `depth`, how many
 * differences are mixed (at least 1; beyond the number of unknowns it brings nothing). Steps are given in order; a search
 * that gets stuck may `forget` them. Never throws; what it returns is as finite as what it was given.
 * Source: D. G. Anderson, J. ACM 12 (1965) 547–560; Walker & Ni, SIAM J. Numer. Anal. 49 (2011) 1715–1735, Algorithm AA
 * with the unconstrained least-squares form (4.1), solved by modified Gram–Schmidt.
 */
export class AndersonMixer {
  private steps: Step[] = [];

  constructor(
    private readonly scales: readonly number[],
    private readonly depth: number,
  ) {}

  forget(): void {
    this.steps = [];
  }

  next(x: readonly number[], f: readonly number[]): number[] {
    const { scales, steps } = this;
    const size = x.length;
    const mixed = x.map((value, i) => value + f[i]!);
    // Newest difference first: where two say the same, the newer one is kept.
    const columns: number[][] = [];
    const triangle: number[][] = [];
    const used: Step[] = [];
    for (let j = steps.length - 1; j >= 0; j--) {
      const before = steps[j]!;
      const column = new Array<number>(size);
      let length = 0;
      for (let i = 0; i < size; i++) {
        column[i] = (f[i]! - before.f[i]!) * scales[i]!;
        length += column[i]! ** 2;
      }
      const row: number[] = [];
      for (const other of columns) {
        let along = 0;
        for (let i = 0; i < size; i++) along += other[i]! * column[i]!;
        for (let i = 0; i < size; i++) column[i]! -= along * other[i]!;
        row.push(along);
      }
      let left = 0;
      for (let i = 0; i < size; i++) left += column[i]! ** 2;
      if (!(left > DEPENDENT ** 2 * length)) continue;
      const norm = Math.sqrt(left);
      for (let i = 0; i < size; i++) column[i]! /= norm;
      row.push(norm);
      columns.push(column);
      triangle.push(row);
      used.push(before);
    }
    const gammas = new Array<number>(used.length);
    for (let k = used.length - 1; k >= 0; k--) {
      let value = 0;
      for (let i = 0; i < size; i++) value += columns[k]![i]! * f[i]! * scales[i]!;
      for (let j = k + 1; j < used.length; j++) value -= triangle[j]![k]! * gammas[j]!;
      gammas[k] = value / triangle[k]![k]!;
    }
    used.forEach((before, k) => {
      for (let i = 0; i < size; i++) mixed[i]! -= gammas[k]! * (x[i]! + f[i]! - before.x[i]! - before.f[i]!);
    });
    steps.push({ x: [...x], f: [...f] });
    if (steps.length > this.depth) steps.shift();
    return mixed;
  }
}

/** How a search in several unknowns ended. `residual`: the largest scaled move of the last map. */
export type FixedPoint = {
  x: number[];
  kind: 'converged' | 'not-converged';
  iterations: number;
  residual: number;
};

/**
 * A fixed point g(x) = x in any number of unknowns, by Anderson's mixing.
 * In: the map; a start; `scales` and `depth` as for the mixer; `tolerance` on the largest scaled move; the most maps taken.
 * Out: a status, never a throw, if the map throws none; a map that leaves the numbers ends the search.
 */
export function fixedPoint(
  map: (x: readonly number[]) => readonly number[],
  start: readonly number[],
  {
    scales = start.map(() => 1),
    depth = 3,
    tolerance = 1e-10,
    most = 100,
  }: { scales?: readonly number[]; depth?: number; tolerance?: number; most?: number } = {},
): FixedPoint {
  const mixer = new AndersonMixer(scales, depth);
  let x = [...start];
  let residual = Infinity;
  for (let iterations = 1; iterations <= most; iterations++) {
    const moved = map(x);
    const f = x.map((value, i) => moved[i]! - value);
    residual = f.reduce((worst, value, i) => Math.max(worst, Math.abs(value) * scales[i]!), 0);
    if (!Number.isFinite(residual)) return { x, kind: 'not-converged', iterations, residual };
    if (residual < tolerance) return { x, kind: 'converged', iterations, residual };
    x = mixer.next(x, f);
  }
  return { x, kind: 'not-converged', iterations: most, residual };
}
