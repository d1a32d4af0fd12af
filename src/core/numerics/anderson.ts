/** What two steps of a fixed-point search differ by: dx in place, df in how far the map moves it (f = g(x) − x). */
export type Secant = { dx: readonly number[]; df: readonly number[] };

/** Columns of the least-squares problem that lie closer than this to the ones before say nothing new. */
const DEPENDENT = 1e-5;

/** An array of numbers, not of integers, to be written into. */
const room = (length: number): number[] => {
  const numbers: number[] = [];
  for (let i = 0; i < length; i++) numbers.push(0.5);
  return numbers;
};

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
  /** Row after row: the columns of the least squares, and their triangle. */
  private readonly columns: number[];
  private readonly triangle: number[];
  private readonly gammas: number[];
  private readonly used: number[];

  constructor(
    private readonly scales: readonly number[],
    private readonly depth: number,
    known: readonly Secant[] = [],
  ) {
    this.kept = depth > 0 ? known.slice(-depth) : [];
    this.lastX = room(scales.length);
    this.lastF = room(scales.length);
    this.columns = room(depth * scales.length);
    this.triangle = room(depth * depth);
    this.gammas = room(depth);
    this.used = [];
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
    const { scales, kept, columns, triangle, gammas, used, depth } = this;
    const size = scales.length;
    const mixed = new Array<number>(size);
    for (let i = 0; i < size; i++) mixed[i] = x[i]! + f[i]!;
    // Newest difference first: where two say the same, the newer one is kept.
    let count = 0;
    for (let j = kept.length - 1; j >= 0; j--) {
      const { df } = kept[j]!;
      const column = count * size;
      const row = count * depth;
      let length = 0;
      for (let i = 0; i < size; i++) {
        const entry = df[i]! * scales[i]!;
        columns[column + i] = entry;
        length += entry * entry;
      }
      for (let k = 0; k < count; k++) {
        const other = k * size;
        let along = 0;
        for (let i = 0; i < size; i++) along += columns[other + i]! * columns[column + i]!;
        for (let i = 0; i < size; i++) columns[column + i]! -= along * columns[other + i]!;
        triangle[row + k] = along;
      }
      let left = 0;
      for (let i = 0; i < size; i++) left += columns[column + i]! * columns[column + i]!;
      if (!(left > DEPENDENT * DEPENDENT * length)) continue;
      const norm = Math.sqrt(left);
      for (let i = 0; i < size; i++) columns[column + i]! /= norm;
      triangle[row + count] = norm;
      used[count++] = j;
    }
    for (let k = count - 1; k >= 0; k--) {
      let value = 0;
      for (let i = 0; i < size; i++) value += columns[k * size + i]! * f[i]! * scales[i]!;
      for (let j = k + 1; j < count; j++) value -= triangle[j * depth + k]! * gammas[j]!;
      gammas[k] = value / triangle[k * depth + k]!;
    }
    for (let k = 0; k < count; k++) {
      const { dx, df } = kept[used[k]!]!;
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
