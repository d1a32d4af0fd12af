import fc from 'fast-check';
import { draws, seedOf } from '@/testing/fuzz';
import { AndersonMixer, fixedPoint } from './anderson';

describe('published systems', () => {
  it('x = cos x: the Dottie number, sooner than substitution', () => {
    // 0.7390851332151607: OEIS A003957.
    const found = fixedPoint(([x]) => [Math.cos(x!)], [0.5], { tolerance: 1e-14 });
    expect(found.kind).toBe('converged');
    expect(found.x[0]).toBeCloseTo(0.739_085_133_215_160_7, 13);
    const plain = fixedPoint(([x]) => [Math.cos(x!)], [0.5], { tolerance: 1e-14, depth: 0 });
    expect(found.iterations).toBeLessThan(plain.iterations / 5);
  });

  it('three equations in three unknowns (Burden & Faires, Numerical Analysis, sec. 10.1, example 2)', () => {
    const found = fixedPoint(
      ([x, y, z]) => [
        Math.cos(y! * z!) / 3 + 1 / 6,
        Math.sqrt(x! ** 2 + Math.sin(z!) + 1.06) / 9 - 0.1,
        -Math.exp(-x! * y!) / 20 - (10 * Math.PI - 3) / 60,
      ],
      [0.1, 0.1, -0.1],
      { tolerance: 1e-13 },
    );
    expect(found.kind).toBe('converged');
    [0.5, 0, -Math.PI / 6].forEach((value, i) => expect(found.x[i]).toBeCloseTo(value, 11));
  });

  it('the discrete Bratu problem with λ = 1 on 15 points: its peak to the continuous one’s', () => {
    // u″ + e^u = 0, u(0) = u(1) = 0: u(½) = 2 ln cosh(θ/4) with θ = √2 cosh(θ/4) = 1.517165, which is 0.140539
    // (Mohsen, Comput. Math. Appl. 67 (2014) 26–35; recomputed).
    const points = 15;
    const h = 1 / (points + 1);
    // Jacobi's sweep as the map: it contracts slowly, which is what mixing is for.
    const map = (u: readonly number[]) =>
      u.map((_, i) => ((u[i - 1] ?? 0) + (u[i + 1] ?? 0) + h * h * Math.exp(u[i]!)) / 2);
    const start = new Array<number>(points).fill(0);
    const found = fixedPoint(map, start, { depth: 8, tolerance: 1e-11, most: 200 });
    const plain = fixedPoint(map, start, { depth: 0, tolerance: 1e-11, most: 5_000 });
    expect(found.kind).toBe('converged');
    expect(found.x[7]).toBeCloseTo(0.140_539, 3);
    found.x.forEach((value, i) => expect(value).toBeCloseTo(plain.x[i]!, 8));
    expect(found.iterations).toBeLessThan(plain.iterations / 5);
  });
});

describe('laws', () => {
  it('a linear map of n unknowns is solved in n + 2 maps by mixing n steps (Walker & Ni, theorem 2.2)', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: -0.8, max: 0.8, noNaN: true }), { minLength: 12, maxLength: 12 }),
        fc.array(fc.double({ min: -5, max: 5, noNaN: true }), { minLength: 3, maxLength: 3 }),
        (entries, offset) => {
          // Well off one on the diagonal, so that there is one solution.
          const matrix = [0, 1, 2].map((i) =>
            [0, 1, 2].map((j) => (i === j ? -1.5 : 0) + entries[3 * i + j]! / 2),
          );
          const map = (x: readonly number[]) =>
            matrix.map((row, i) => row.reduce((sum, a, j) => sum + a * x[j]!, offset[i]!));
          const found = fixedPoint(map, [1, 2, 3], { depth: 3, tolerance: 1e-7, most: 7 });
          expect(found.kind).toBe('converged');
        },
      ),
      { numRuns: draws(60), seed: seedOf(71) },
    );
  });

  it('what an unknown is measured in changes nothing but its scale', () => {
    const map = ([x, y]: readonly number[]) => [Math.cos(y!) / 2 + 0.3, Math.sin(x!) / 2 + 0.1];
    const fine = fixedPoint(map, [0, 0], { scales: [1, 1] });
    const coarse = fixedPoint(([x, y]) => [1e5 * map([x! / 1e5, y!])[0]!, map([x! / 1e5, y!])[1]!], [0, 0], {
      scales: [1e-5, 1],
    });
    expect(coarse.iterations).toBe(fine.iterations);
    expect(coarse.x[0]! / 1e5).toBeCloseTo(fine.x[0]!, 12);
  });

  it('steps that say the same are left out, a search may forget, and a map that leaves the numbers ends it', () => {
    const mixer = new AndersonMixer([1, 1], 3);
    mixer.next([0, 0], [1, 0]);
    mixer.next([1, 0], [0.5, 0]);
    // All differences lie on one line: the least squares stay solvable.
    expect(mixer.next([1.5, 0], [0.25, 0]).every(Number.isFinite)).toBe(true);
    mixer.forget();
    expect(mixer.next([2, 3], [0.5, -1])).toEqual([2.5, 2]);
    expect(fixedPoint(() => [NaN], [0]).kind).toBe('not-converged');
    expect(fixedPoint(([x]) => [x! + 1], [0], { most: 9 })).toMatchObject({
      kind: 'not-converged',
      iterations: 9,
    });
  });
});
