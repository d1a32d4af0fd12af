/**
 * What cycles say of a setup over speed and manifold pressure: power over that of the fuel-flow school, and spark retard from best torque
 * as planned, rad. Axes evenly spaced and rising: rev/min; Pa absolute. Values by speed, then by pressure.
 */
export type CyclePower = {
  speeds: readonly number[];
  pressures: readonly number[];
  power: readonly (readonly number[])[];
  retard: readonly (readonly number[])[];
};

/** Place on an even axis, held at its ends: the cell, and how far in it. */
function placeOn(axis: readonly number[], at: number): [number, number] {
  const last = axis.length - 1;
  const step = (axis[last]! - axis[0]!) / last;
  const place = Math.min(last, Math.max(0, (at - axis[0]!) / step));
  const cell = Math.min(last - 1, Math.floor(place));
  return [cell, place - cell];
}

/** Through four even values, between the middle two. Source: Catmull & Rom (1974); Keys (1981), a = −1/2. */
const cubic = (a: number, b: number, c: number, d: number, t: number): number =>
  b + (t / 2) * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));

/** A row of values at a place; beyond its ends it goes on straight. */
function along(row: readonly number[], i: number, t: number): number {
  const [b, c] = [row[i]!, row[i + 1]!];
  const a = i > 0 ? row[i - 1]! : 2 * b - c;
  const d = i + 2 < row.length ? row[i + 2]! : 2 * c - b;
  return cubic(a, b, c, d, t);
}

/** Values of a table at a place in both directions. */
function read(values: CyclePower['power'], i: number, u: number, j: number, v: number): number {
  const b = along(values[i]!, j, v);
  const c = along(values[i + 1]!, j, v);
  const a = i > 0 ? along(values[i - 1]!, j, v) : 2 * b - c;
  const d = i + 2 < values.length ? along(values[i + 2]!, j, v) : 2 * c - b;
  return cubic(a, b, c, d, u);
}

/**
 * Power factor and retard at a speed, rev/min, and a manifold pressure, Pa, each read when it is asked for. Smooth to the first derivative;
 * outside the table as at its edge: where that is, `coversCycle` says. Total.
 */
export function cyclePowerAt(
  table: CyclePower,
  speedRpm: number,
  manifold: number,
): { readonly power: number; readonly retard: number } {
  const [i, u] = placeOn(table.speeds, speedRpm);
  const [j, v] = placeOn(table.pressures, manifold);
  return {
    get power() {
      return read(table.power, i, u, j, v);
    },
    get retard() {
      return Math.max(0, read(table.retard, i, u, j, v));
    },
  };
}

/** Whether a state lies in the table, with a twentieth of each axis to spare. */
export function coversCycle({ speeds, pressures }: CyclePower, speedRpm: number, manifold: number): boolean {
  const within = (axis: readonly number[], at: number) => {
    const spare = (axis.at(-1)! - axis[0]!) / 20;
    return at >= axis[0]! - spare && at <= axis.at(-1)! + spare;
  };
  return within(speeds, speedRpm) && within(pressures, manifold);
}
