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

/** Place on an even axis in cells, held at its ends. */
function placeOn(axis: readonly number[], at: number): number {
  const last = axis.length - 1;
  return Math.min(last, Math.max(0, ((at - axis[0]!) / (axis[last]! - axis[0]!)) * last));
}

/** Through four even values, between the middle two. Source: Catmull & Rom (1974); Keys (1981), a = −1/2. */
const cubic = (a: number, b: number, c: number, d: number, t: number): number =>
  b + (t / 2) * (c - a + t * (2 * a - 5 * b + 4 * c - d + t * (3 * (b - c) + d - a)));

/** A row of values at a place; beyond its ends it goes on straight. */
function along(row: readonly number[], i: number, t: number): number {
  const b = row[i]!;
  const c = row[i + 1]!;
  const a = i > 0 ? row[i - 1]! : 2 * b - c;
  const d = i + 2 < row.length ? row[i + 2]! : 2 * c - b;
  return cubic(a, b, c, d, t);
}

/** Values of a table at a speed, rev/min, and a manifold pressure, Pa. */
function readAt(
  { speeds, pressures }: CyclePower,
  values: CyclePower['power'],
  speedRpm: number,
  manifold: number,
): number {
  const speed = placeOn(speeds, speedRpm);
  const pressure = placeOn(pressures, manifold);
  const i = Math.min(speeds.length - 2, Math.floor(speed));
  const j = Math.min(pressures.length - 2, Math.floor(pressure));
  const v = pressure - j;
  const b = along(values[i]!, j, v);
  const c = along(values[i + 1]!, j, v);
  const a = i > 0 ? along(values[i - 1]!, j, v) : 2 * b - c;
  const d = i + 2 < values.length ? along(values[i + 2]!, j, v) : 2 * c - b;
  return cubic(a, b, c, d, speed - i);
}

/**
 * Power by the cycle over that by fuel flow, at a speed, rev/min, and a manifold pressure, Pa absolute. Smooth to the first derivative;
 * outside the table as at its edge: where that is, `coversCycle` says. Total.
 */
export const cycleFactorAt = (table: CyclePower, speedRpm: number, manifold: number): number =>
  readAt(table, table.power, speedRpm, manifold);

/** Spark retard from best torque as planned, rad, likewise; never below nothing. Total. */
export const cycleRetardAt = (table: CyclePower, speedRpm: number, manifold: number): number =>
  Math.max(0, readAt(table, table.retard, speedRpm, manifold));

/** Whether a state lies in the table, with a twentieth of each axis to spare. */
export function coversCycle({ speeds, pressures }: CyclePower, speedRpm: number, manifold: number): boolean {
  const within = (axis: readonly number[], at: number) => {
    const spare = (axis.at(-1)! - axis[0]!) / 20;
    return at >= axis[0]! - spare && at <= axis.at(-1)! + spare;
  };
  return within(speeds, speedRpm) && within(pressures, manifold);
}
