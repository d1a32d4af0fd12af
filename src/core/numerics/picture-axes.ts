/** A place in a picture, pixels from its upper left corner. */
export type Pixel = { x: number; y: number };
/** A point clicked on an axis, and the value printed there. */
export type AxisMark = { at: Pixel; value: number };
/** Two marks on each axis. */
export type MarkedAxes = { x: [AxisMark, AxisMark]; y: [AxisMark, AxisMark] };

/** Values of a picture's places, both ways; `perPixel`: what one pixel is worth along each axis. */
export type PictureAxes = {
  valueAt: (at: Pixel) => { x: number; y: number };
  pixelAt: (x: number, y: number) => Pixel;
  perPixel: { x: number; y: number };
  /** Angle that the picture is turned by, and by which its axes miss the right angle, rad. */
  rotation: number;
  shear: number;
};

/** Why marks make no axes. */
export type AxesProblem = 'same-place' | 'same-value' | 'parallel';

const NEAREST = 8;

/**
 * Axes of a picture from two marks on each, whatever way it is turned or sheared: lines of equal x run along the y axis and the other way
 * round. Out: the axes, or why there are none. Total. Source: affine map through the marks; perspective is not corrected.
 */
export function pictureAxes({ x, y }: MarkedAxes): PictureAxes | { problem: AxesProblem } {
  const along = ([a, b]: [AxisMark, AxisMark]) => ({ x: b.at.x - a.at.x, y: b.at.y - a.at.y });
  const [u, v] = [along(x), along(y)];
  const [lengthU, lengthV] = [Math.hypot(u.x, u.y), Math.hypot(v.x, v.y)];
  if (lengthU < NEAREST || lengthV < NEAREST) return { problem: 'same-place' };
  const [spanX, spanY] = [x[1].value - x[0].value, y[1].value - y[0].value];
  if (spanX === 0 || spanY === 0) return { problem: 'same-value' };
  const cross = u.x * v.y - u.y * v.x;
  // Axes that meet at under eight degrees are one axis, clicked twice.
  if (Math.abs(cross) < 0.14 * lengthU * lengthV) return { problem: 'parallel' };
  /** Shares of both axes from a mark to a place. */
  const shares = (from: Pixel, at: Pixel) => {
    const d = { x: at.x - from.x, y: at.y - from.y };
    return { s: (d.x * v.y - d.y * v.x) / cross, t: (u.x * d.y - u.y * d.x) / cross };
  };
  // Where the axis of x is read, seen from the first mark of y, so that one pair of shares gives a place back.
  const offset = shares(y[0].at, x[0].at);
  return {
    valueAt: (at) => ({
      x: x[0].value + shares(x[0].at, at).s * spanX,
      y: y[0].value + shares(y[0].at, at).t * spanY,
    }),
    pixelAt: (valueX, valueY) => {
      const s = (valueX - x[0].value) / spanX;
      const t = (valueY - y[0].value) / spanY - offset.t;
      return { x: x[0].at.x + s * u.x + t * v.x, y: x[0].at.y + s * u.y + t * v.y };
    },
    perPixel: { x: Math.abs(spanX) / lengthU, y: Math.abs(spanY) / lengthV },
    rotation: Math.atan2(u.y, u.x),
    shear: Math.asin(Math.min(1, Math.abs((u.x * v.x + u.y * v.y) / (lengthU * lengthV)))),
  };
}

/** A patch of a picture: brightness 0 to 255, row by row. */
export type Patch = { values: ArrayLike<number>; width: number; height: number };

/** How much darker than its surroundings a line must be, of 255. */
const CONTRAST = 40;
/** Half the width of a printed line, pixels, over which its middle is taken. */
const HALF_LINE = 3;

/**
 * The middle of the dark line nearest to a place in a patch: where a click meant to be. In: the patch; the place in it. Out: the place itself
 * where no line is near. Total. Source: centroid of darkness about the darkest pixel, nearer ones first.
 */
export function snapToLine({ values, width, height }: Patch, at: Pixel): Pixel {
  let sum = 0;
  for (let i = 0; i < width * height; i++) sum += values[i]!;
  const mean = sum / Math.max(1, width * height);
  let best: { x: number; y: number; score: number; dark: number } | null = null;
  for (let y = 0; y < height; y++)
    for (let x = 0; x < width; x++) {
      const dark = mean - values[y * width + x]!;
      if (dark < CONTRAST) continue;
      const score = dark - 4 * Math.hypot(x - at.x, y - at.y);
      if (!best || score > best.score) best = { x, y, score, dark };
    }
  if (!best) return at;
  let [weight, sumX, sumY] = [0, 0, 0];
  for (let y = Math.max(0, best.y - HALF_LINE); y <= Math.min(height - 1, best.y + HALF_LINE); y++)
    for (let x = Math.max(0, best.x - HALF_LINE); x <= Math.min(width - 1, best.x + HALF_LINE); x++) {
      const dark = mean - values[y * width + x]!;
      if (dark < best.dark / 2) continue;
      weight += dark;
      sumX += dark * x;
      sumY += dark * y;
    }
  return { x: sumX / weight, y: sumY / weight };
}
