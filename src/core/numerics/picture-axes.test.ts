import fc from 'fast-check';
import { pictureAxes, snapToLine, type MarkedAxes, type PictureAxes, type Pixel } from './picture-axes';

/** A sheet with its axes turned and sheared: values to pixels by another way than the axes take. */
const photographed =
  (turn: number, shear: number, scale: { x: number; y: number }, origin: Pixel) =>
  (x: number, y: number): Pixel => {
    const [across, up] = [x * scale.x + y * scale.y * Math.tan(shear), -y * scale.y];
    return {
      x: origin.x + across * Math.cos(turn) - up * Math.sin(turn),
      y: origin.y + across * Math.sin(turn) + up * Math.cos(turn),
    };
  };
const marked = (sheet: (x: number, y: number) => Pixel): MarkedAxes => ({
  x: [
    { at: sheet(2_000, 50), value: 2_000 },
    { at: sheet(6_000, 50), value: 6_000 },
  ],
  y: [
    { at: sheet(1_500, 100), value: 100 },
    { at: sheet(1_500, 400), value: 400 },
  ],
});

describe('axes of a picture', () => {
  it('take rotation and shear out: every place has its value, and every value its place', () => {
    const angle = fc.double({ min: -0.6, max: 0.6, noNaN: true });
    fc.assert(
      fc.property(
        angle,
        angle,
        fc.double({ min: 1_000, max: 7_000, noNaN: true }),
        fc.double({ min: -100, max: 600, noNaN: true }),
        (turn, shear, x, y) => {
          const sheet = photographed(turn, shear, { x: 0.15, y: 1.4 }, { x: 80, y: 700 });
          const axes = pictureAxes(marked(sheet)) as PictureAxes;
          const at = sheet(x, y);
          const value = axes.valueAt(at);
          expect(value.x).toBeCloseTo(x, 4);
          expect(value.y).toBeCloseTo(y, 4);
          const back = axes.pixelAt(x, y);
          expect(Math.hypot(back.x - at.x, back.y - at.y)).toBeLessThan(1e-6);
          expect(axes.rotation).toBeCloseTo(turn, 9);
          expect(axes.shear).toBeCloseTo(Math.abs(shear), 6);
        },
      ),
      { numRuns: 100, seed: 25 },
    );
  });
  it('say why there are none', () => {
    const sheet = photographed(0, 0, { x: 0.15, y: 1.4 }, { x: 80, y: 700 });
    const good = marked(sheet);
    const near = { ...good, x: [good.x[0], { at: good.x[0].at, value: 6_000 }] as MarkedAxes['x'] };
    const same = { ...good, y: [good.y[0], { ...good.y[1], value: 100 }] as MarkedAxes['y'] };
    const along = {
      ...good,
      y: [
        { at: sheet(2_000, 50), value: 1 },
        { at: sheet(5_000, 52), value: 2 },
      ] as MarkedAxes['y'],
    };
    expect([near, same, along].map((axes) => pictureAxes(axes))).toEqual([
      { problem: 'same-place' },
      { problem: 'same-value' },
      { problem: 'parallel' },
    ]);
  });
});

describe('snapping to a dark line', () => {
  const [width, height] = [19, 19];
  /** White paper with a line three pixels wide, its middle at a height. */
  const paper = (middle: number) =>
    Float64Array.from({ length: width * height }, (_, i) =>
      Math.abs(Math.floor(i / width) - middle) <= 1 ? 30 : 245,
    );
  it('finds the middle of the line under a click that missed it', () => {
    for (const middle of [4, 9, 14]) {
      const found = snapToLine({ values: paper(middle), width, height }, { x: 9, y: 9 });
      expect(found.y).toBeCloseTo(middle, 0);
      expect(Math.abs(found.x - 9)).toBeLessThan(3);
    }
  });
  it('leaves a click alone where nothing is dark', () => {
    const blank = new Float64Array(width * height).fill(240);
    expect(snapToLine({ values: blank, width, height }, { x: 7, y: 8 })).toEqual({ x: 7, y: 8 });
  });
});
