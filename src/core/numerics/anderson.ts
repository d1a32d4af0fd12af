/** What two steps of a fixed-point search differ by: dx in place, df in how far the map moves it (f = g(x) − x). */
export type Secant = { dx: readonly number[]; df: readonly number[] };

/** Columns of the least-squares problem that lie closer than this to the ones before say nothing new. */
const DEPENDENT = 1e-5;

/**
 * Anderson's mixing: the next guess of a fixed-point search in any number of unknowns, from the last few steps. With no step
 * before it is plain substitution.
 * In: `scales`, what one unit of each unknown counts in the least squares (one over a typical size); `depth`, how many
 * differences are mixed (at least 1; beyond the number of unknowns it brings nothing); `known`, differences of a search
 * next door, newest last, which serve until this one has its own. Steps are given in order; a search that gets stuck may
 * `forget` them. Never throws; what it returns is as finite as what it was given.
 * Source: D. G. Anderson, J. ACM 12 (1965) 547–560; Walker & Ni, SIAM J. Numer. Anal. 49 (2011) 1715–1735, Algorithm AA
 * with the unconstrained least-squares form (4.1), solved by modified Gram–Schmidt.
 */
export class AndersonMixer {
  /** Newest last. */
  private kept: Secant[];
  private hasLast = false;
  // Plain arrays: for so few numbers they are made and read faster than typed ones.
  private readonly lastX: number[];
  private readonly lastF: number[];
  private readonly columns: number[][];
  private readonly triangle: number[][];
  private readonly gammas: number[];

  constructor(
    private readonly scales: readonly number[],
    private readonly depth: number,
    known: readonly Secant[] = [],
  ) {
    this.kept = depth > 0 ? known.slice(-depth) : [];
    this.lastX = scales.map(() => 0.5);
    this.lastF = scales.map(() => 0.5);
    this.columns = [];
    this.triangle = [];
    this.gammas = [];
    for (let k = 0; k < depth; k++) {
      this.columns.push(scales.map(() => 0.5));
      this.triangle.push(new Array<number>(depth).fill(0.5));
      this.gammas.push(0.5);
    }
  }

  forget(): void {
    this.kept = [];
    this.hasLast = false;
  }

  /** The differences that were mixed last, newest last: for a search next door. */
  get secants(): readonly Secant[] {
    return this.kept;
  }

  next(x: readonly number[], f: readonly number[]): number[] {
    this.keep(x, f);
    const { scales, kept, columns, triangle, gammas } = this;
    const size = scales.length;
    const mixed = new Array<number>(size);
    for (let i = 0; i < size; i++) mixed[i] = x[i]! + f[i]!;
    // Newest difference first: where two say the same, the newer one is kept.
    const used: Secant[] = [];
    for (let j = kept.length - 1; j >= 0; j--) {
      const { df } = kept[j]!;
      const rank = used.length;
      const column = columns[rank]!;
      const row = triangle[rank]!;
      let length = 0;
      for (let i = 0; i < size; i++) {
        column[i] = df[i]! * scales[i]!;
        length += column[i]! * column[i]!;
      }
      for (let k = 0; k < rank; k++) {
        const other = columns[k]!;
        let along = 0;
        for (let i = 0; i < size; i++) along += other[i]! * column[i]!;
        for (let i = 0; i < size; i++) column[i]! -= along * other[i]!;
        row[k] = along;
      }
      let left = 0;
      for (let i = 0; i < size; i++) left += column[i]! * column[i]!;
      if (!(left > DEPENDENT * DEPENDENT * length)) continue;
      const norm = Math.sqrt(left);
      for (let i = 0; i < size; i++) column[i]! /= norm;
      row[rank] = norm;
      used.push(kept[j]!);
    }
    for (let k = used.length - 1; k >= 0; k--) {
      let value = 0;
      for (let i = 0; i < size; i++) value += columns[k]![i]! * f[i]! * scales[i]!;
      for (let j = k + 1; j < used.length; j++) value -= triangle[j]![k]! * gammas[j]!;
      gammas[k] = value / triangle[k]![k]!;
    }
    for (let k = 0; k < used.length; k++) {
      const { dx, df } = used[k]!;
      for (let i = 0; i < size; i++) mixed[i]! -= gammas[k]! * (dx[i]! + df[i]!);
    }
    return mixed;
  }

  /** Notes what this step differs by from the one before. */
  private keep(x: readonly number[], f: readonly number[]): void {
    const { lastX, lastF, kept } = this;
    const size = lastX.length;
    if (this.hasLast && this.depth > 0) {
      const dx = new Array<number>(size);
      const df = new Array<number>(size);
      for (let i = 0; i < size; i++) {
        dx[i] = x[i]! - lastX[i]!;
        df[i] = f[i]! - lastF[i]!;
      }
      this.kept = kept.length < this.depth ? [...kept, { dx, df }] : [...kept.slice(1), { dx, df }];
    }
    for (let i = 0; i < size; i++) {
      lastX[i] = x[i]!;
      lastF[i] = f[i]!;
    }
    this.hasLast = true;
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
