import { findUnit, fromUnit } from '@/core/units/quantities';
import { reason } from '@/core/working/range';
import type { FileFinding } from './map-table';

/**
 * Units of reduced flow, ṁ √T / p, with what makes SI of a figure, kg·√K/(s·Pa). A degree Rankine is 5/9 K.
 */
const reduced: Record<string, number> = {
  'kg/s·√K/kPa': 1e-3,
  'kg/s·√K/bar': 1e-5,
  'kg/s·√K/MPa': 1e-6,
  'lb/min·√R/psi': ((0.45359237 / 60) * Math.sqrt(5 / 9)) / 6_894.757293168,
};
export const REDUCED_UNITS = Object.keys(reduced);

/** Whether a flow is stated as ṁ √T / p and needs no reference conditions. */
export const isReduced = (unit: string | null): boolean => unit !== null && unit in reduced;

/** The reference that a flow without one is carried over to: standard air. */
export const STANDARD_REFERENCE = { pressure: 101_325, temperature: 288.15 };

/** A reader of flows: of corrected ones in their unit, or of reduced ones brought to a reference. Undefined for an unknown unit. */
export function flowReader(
  unit: string,
  reference: { pressure: number; temperature: number },
): ((figure: number) => number) | undefined {
  const factor = reduced[unit];
  if (factor !== undefined)
    return (figure) => (figure * factor * reference.pressure) / Math.sqrt(reference.temperature);
  const known = findUnit('massFlow', unit);
  return known && ((figure) => fromUnit(figure, known));
}

/** How a header may write a reduced flow: without blanks, dots and signs of multiplication. */
const plain = (text: string) =>
  text
    .toLowerCase()
    .replace(/[\s·.*()×]/g, '')
    .replace(/sqrt/g, '√');
export const reducedUnitIn = (header: string): string | null =>
  REDUCED_UNITS.find((unit) => plain(header).includes(plain(unit))) ?? null;

export type Swallowed = { speed: string; ratio: number; flow: number; line: number };

/** Flows that fall with the ratio are brought to their common mean: the nearest rising ones by least squares (Barlow & al., 1972). */
function rising(points: { ratio: number; flow: number; line: number }[]) {
  const blocks: { flow: number; points: typeof points }[] = [];
  for (const point of points) {
    blocks.push({ flow: point.flow, points: [point] });
    while (blocks.length > 1 && blocks.at(-2)!.flow > blocks.at(-1)!.flow) {
      const [a, b] = blocks.splice(-2) as [(typeof blocks)[number], (typeof blocks)[number]];
      const count = a.points.length + b.points.length;
      blocks.push({
        flow: (a.flow * a.points.length + b.flow * b.points.length) / count,
        points: [...a.points, ...b.points],
      });
    }
  }
  return blocks.flatMap(({ flow, points: of }) => of.map((p) => ({ ...p, flow })));
}

/**
 * One swallowing curve of a housing from the speed lines it was measured at: a turbine’s flow hardly depends on its speed.
 * In: points as they stand in the file. Out: by rising ratio, with what is to be said of them. Ratios must rise within a line.
 */
export function swallowingCurve(points: Swallowed[]): {
  points: { ratio: number; flow: number; line: number }[];
  problems: FileFinding[];
  doubts: FileFinding[];
} {
  const lines = new Map<string, Swallowed[]>();
  for (const point of points) lines.set(point.speed, [...(lines.get(point.speed) ?? []), point]);
  if (lines.size < 2)
    return { points: [...points].sort((a, b) => a.ratio - b.ratio), problems: [], doubts: [] };
  const problems: FileFinding[] = [];
  for (const line of lines.values())
    line.forEach((p, i) => {
      if (i && p.ratio <= line[i - 1]!.ratio)
        problems.push({ line: p.line, reason: reason('ratios-must-rise', {}, { speed: p.speed }) });
    });
  if (problems.length) return { points: [], problems, doubts: [] };
  const sorted = [...points].sort((a, b) => a.ratio - b.ratio);
  // Equal ratios of several lines are one point.
  const merged = sorted.reduce<{ ratio: number; flow: number; line: number; count: number }[]>((all, p) => {
    const last = all.at(-1);
    if (last && p.ratio - last.ratio < 2e-3) {
      last.flow = (last.flow * last.count + p.flow) / (last.count + 1);
      last.count++;
    } else all.push({ ratio: p.ratio, flow: p.flow, line: p.line, count: 1 });
    return all;
  }, []);
  const curve = rising(merged);
  const spread = Math.max(...merged.map((p, i) => Math.abs(p.flow / curve[i]!.flow - 1)));
  return {
    points: curve.map(({ ratio, flow, line }) => ({ ratio, flow, line })),
    problems: [],
    doubts: [
      { reason: reason('speed-lines-merged', { count: [lines.size, 'count'], spread: [spread, 'share'] }) },
    ],
  };
}
