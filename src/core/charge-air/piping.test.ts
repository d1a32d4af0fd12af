import fc from 'fast-check';
import { given } from '../documents/input';
import { dropOfPipe } from './pipe';
import { checkPiping, dropByPoints, dropOn, flowAtMach, lossOf } from './piping';
import { pipingSchema, type Piping } from './piping-document';

const pipe: Piping = {
  version: 1,
  kind: 'piping',
  name: 'Pipe',
  type: 'pipe',
  bore: given(0.06, 'measured'),
  length: given(0.8, 'measured'),
  bends: given(2, 'measured'),
  bench: { pressure: 101_325, temperature: 293.15 },
  points: [],
  note: '',
};
const codes = (found: { reason: { code: string } }[]) => found.map((f) => f.reason.code);
/** Points of one square law with a resistance k, Pa·s²/kg². */
const square = (k: number, flows: number[]) => flows.map((flow) => ({ flow, drop: k * flow ** 2 }));

describe('a part with points of a flow bench', () => {
  it('follows the square law of its points at every flow, also beyond them', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1e3, max: 5e5, noNaN: true }),
        fc.uniqueArray(fc.integer({ min: 1, max: 1_000 }), { minLength: 1, maxLength: 8 }),
        fc.double({ min: 1e-3, max: 2, noNaN: true }),
        (k, thousandths, flow) => {
          const flows = thousandths.sort((a, b) => a - b).map((f) => f / 1_000);
          expect(dropByPoints(square(k, flows), flow) / (k * flow ** 2)).toBeCloseTo(1, 9);
        },
      ),
    );
  });
  it('goes through every point, and rises between them without a jump', () => {
    const points = [
      { flow: 0.05, drop: 300 },
      { flow: 0.1, drop: 1_300 },
      { flow: 0.2, drop: 5_600 },
    ];
    for (const { flow, drop } of points) expect(dropByPoints(points, flow)).toBeCloseTo(drop, 6);
    let last = 0;
    for (let flow = 0.01; flow < 0.3; flow += 0.001) {
      const drop = dropByPoints(points, flow);
      expect(drop).toBeGreaterThan(last);
      expect(drop - last).toBeLessThan(250);
      last = drop;
    }
  });
  it('stands in a job as a drop at the flow asked and the state of its bench; without points by its measures', () => {
    const points = square(1e5, [0.1, 0.2]);
    expect(lossOf({ ...pipe, points }, 0.3)).toEqual({
      from: 'drop',
      drop: expect.closeTo(9_000, 6),
      massFlow: 0.3,
      pressure: 101_325,
      temperature: 293.15,
      diameter: 0.06,
    });
    expect(lossOf(pipe, 0.3)).toEqual({ from: 'pipe', diameter: 0.06, length: 0.8, bends: 2 });
  });
});

it('the flow at a Mach number is the speed of sound’s share through the bore; the loss there by points or measures', () => {
  // ρ = 101,325 / (287.05 · 293.15) = 1.2041 kg/m³; a = √(1.4 · 287.05 · 293.15) = 343.2 m/s; A = 2,827 mm².
  expect(flowAtMach(pipe, 0.3)).toBeCloseTo(0.3 * 343.24 * 1.2041 * 2.8274e-3, 4);
  expect(dropOn(pipe, 0.2)).toBe(dropOfPipe({ diameter: 0.06, length: 0.8, bends: 2 }, 0.2, 101_325, 293.15));
  expect(dropOn({ ...pipe, points: square(1e5, [0.1]) }, 0.2)).toBeCloseTo(4_000, 6);
});

describe('what is said of a part', () => {
  it('nothing of one that is in order', () => {
    expect(checkPiping(pipe)).toEqual({ faults: [], doubts: [] });
    const drop = dropOfPipe({ diameter: 0.06, length: 0.8, bends: 2 }, 0.2, 101_325, 293.15);
    const points = square((1.4 * drop) / 0.2 ** 2, [0.1, 0.2]);
    expect(checkPiping({ ...pipe, points })).toEqual({ faults: [], doubts: [] });
  });
  it('that nothing says what it loses: no points and no length, or a throttle body without points', () => {
    const bare = { ...pipe, length: given(0, 'measured'), bends: given(0, 'measured') };
    expect(codes(checkPiping(bare).faults)).toEqual(['piping-without-loss']);
    expect(codes(checkPiping({ ...pipe, type: 'throttle-body' }).faults)).toEqual(['piping-without-loss']);
  });
  it('that points disagree with each other, with the measures, or were taken too fast', () => {
    const rough = [
      { flow: 0.1, drop: 900 },
      { flow: 0.2, drop: 9_000 },
    ];
    expect(codes(checkPiping({ ...pipe, points: rough }).doubts)).toContain('piping-points-rough');
    // Inches of water taken for kilopascals: four times too much and more.
    expect(codes(checkPiping({ ...pipe, points: square(3e6, [0.05, 0.1]) }).doubts)).toContain(
      'piping-measures-disagree',
    );
    expect(codes(checkPiping({ ...pipe, points: square(1e5, [0.3, 0.75]) }).doubts)).toContain(
      'piping-bench-fast',
    );
  });
  it('points that fall back or repeat are no document', () => {
    const takes = (points: Piping['points']) => pipingSchema.safeParse({ ...pipe, points }).success;
    expect(takes(square(1e5, [0.1, 0.2]))).toBe(true);
    expect(takes([...square(1e5, [0.2, 0.1])])).toBe(false);
    expect(
      takes([
        { flow: 0.1, drop: 50 },
        { flow: 0.2, drop: 50 },
      ]),
    ).toBe(false);
  });
});
