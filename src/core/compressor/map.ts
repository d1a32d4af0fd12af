import { intervalOf, monotoneCubic, monotoneSlopes } from '../numerics/monotone-cubic';
import type { Compressor } from './document';

/** Efficiency at which a speed line counts as choked (common practice, no source). */
const CHOKE_EFFICIENCY = 0.58;
/** β nodes a line is resampled to: enough that the resampled line lies within 0.1 % of the cubic it came from. */
export const NODES = 33;

/**
 * A map made ready for look-ups: every line resampled at even β from surge (0) to choke (1), with slopes along β and
 * across speed, so that a look-up and its gradient cost two Hermite steps. Corrected to the map's own reference.
 */
export type CompiledMap = {
  reference: { pressure: number; temperature: number };
  /** Corrected speeds of the lines, rpm, rising. */
  speeds: Float64Array;
  maxSpeedRpm: number;
  /** Of the wheel, m: where the air enters it and where it leaves. */
  wheel: { inducer: number; exducer: number };
  flow: Grid;
  pressureRatio: Grid;
  efficiency: Grid;
  flowRange: number;
  ratioRange: number;
  /** Surge and choke flow against pressure ratio, from PR 1 to the top line's end. */
  surge: { at: (pressureRatio: number) => number; highest: number };
  choke: { at: (pressureRatio: number) => number; highest: number };
  /** Highest pressure ratio on the lowest line: below it a point may lie under the measured lines. */
  lowestLineRatio: number;
  /** The highest line from choke up to its crest, as flow against pressure ratio. */
  topLine: { at: (pressureRatio: number) => number; highest: number; ratioAt: (flow: number) => number };
};

/** Values on lines × NODES with slopes along β (perBeta) and across speed (perSpeed). */
type Grid = { values: Float64Array; perBeta: Float64Array; perSpeed: Float64Array };

type Line = { flow: number[]; pressureRatio: number[]; efficiency: number[] };

/** A line at even arc length from surge to choke, in coordinates scaled by the map's ranges. */
function resample(
  points: Compressor['lines'][number]['points'],
  flowRange: number,
  ratioRange: number,
): Line {
  const arc = [0];
  for (let i = 1; i < points.length; i++) {
    const dx = (points[i]!.flow - points[i - 1]!.flow) / flowRange;
    const dy = (points[i]!.pressureRatio - points[i - 1]!.pressureRatio) / ratioRange;
    arc.push(arc[i - 1]! + Math.hypot(dx, dy));
  }
  const flow = monotoneCubic(
    arc,
    points.map((p) => p.flow),
  );
  const pressureRatio = monotoneCubic(
    arc,
    points.map((p) => p.pressureRatio),
  );
  const efficiency = monotoneCubic(
    arc,
    points.map((p) => p.efficiency),
  );
  const end = arc.at(-1)!;
  const choke = chokeArc(efficiency.at, end);
  const line: Line = { flow: [], pressureRatio: [], efficiency: [] };
  for (let j = 0; j < NODES; j++) {
    const s = (choke * j) / (NODES - 1);
    line.flow.push(flow.at(s));
    line.pressureRatio.push(pressureRatio.at(s));
    line.efficiency.push(efficiency.at(s));
  }
  return line;
}

/** Arc length at which efficiency, past its best, falls to the choke efficiency; the end if it never does. */
function chokeArc(efficiency: (s: number) => number, end: number): number {
  const steps = 400;
  let best = 0;
  for (let i = 1; i <= steps; i++)
    if (efficiency((end * i) / steps) > efficiency((end * best) / steps)) best = i;
  for (let i = best; i < steps; i++) {
    const high = efficiency((end * i) / steps);
    const low = efficiency((end * (i + 1)) / steps);
    if (low < CHOKE_EFFICIENCY && high >= CHOKE_EFFICIENCY)
      return (end * (i + (high - CHOKE_EFFICIENCY) / (high - low))) / steps;
  }
  return end;
}

function makeGrid(lines: number[][], speeds: Float64Array): Grid {
  const rows = lines.length;
  const values = new Float64Array(rows * NODES);
  const perBeta = new Float64Array(rows * NODES);
  const perSpeed = new Float64Array(rows * NODES);
  const betas = Float64Array.from({ length: NODES }, (_, j) => j / (NODES - 1));
  lines.forEach((line, k) => {
    values.set(line, k * NODES);
    perBeta.set(monotoneSlopes(betas, line), k * NODES);
  });
  for (let j = 0; j < NODES; j++) {
    const column = lines.map((line) => line[j]!);
    monotoneSlopes(speeds, column).forEach((slope, k) => (perSpeed[k * NODES + j] = slope));
  }
  return { values, perBeta, perSpeed };
}

/** Value and gradient at a place on the map, in the grid's unit, per rpm and per unit of β. */
export type Probe = { value: number; perSpeed: number; perBeta: number };

export const newProbe = (): Probe => ({ value: 0, perSpeed: 0, perBeta: 0 });

/**
 * Reads grids of a map at one place. In: corrected speed rpm and β, both clamped to the measured lines. Writes one probe
 * per grid. Method: cubic Hermite across speed at two β nodes, then along β; slopes by Fritsch & Carlson (1980).
 */
export function probe(
  map: Pick<CompiledMap, 'speeds'>,
  speed: number,
  beta: number,
  first: Grid,
  a: Probe,
  second?: Grid,
  b?: Probe,
): Probe {
  const { speeds } = map;
  const k = intervalOf(speeds, speed);
  const width = speeds[k + 1]! - speeds[k]!;
  const t = Math.min(1, Math.max(0, (speed - speeds[k]!) / width));
  const u = Math.min(1, Math.max(0, beta)) * (NODES - 1);
  const j = Math.min(NODES - 2, Math.floor(u));
  const at = k * NODES + j;
  readPatch(first, at, t, width, u - j, a);
  if (second && b) readPatch(second, at, t, width, u - j, b);
  return a;
}

function readPatch(grid: Grid, a: number, t: number, width: number, v: number, out: Probe): void {
  const b = a + NODES;
  const h = 1 / (NODES - 1);
  const t1 = 1 - t;
  const h00 = t1 * t1 * (1 + 2 * t);
  const h01 = t * t * (3 - 2 * t);
  const h10 = t * t1 * t1 * width;
  const h11 = -t * t * t1 * width;
  const d = (6 * t * t1) / width;
  const d10 = t1 * (1 - 3 * t);
  const d11 = t * (3 * t - 2);

  const { values, perBeta, perSpeed } = grid;
  const f0 = h00 * values[a]! + h01 * values[b]! + h10 * perSpeed[a]! + h11 * perSpeed[b]!;
  const f1 = h00 * values[a + 1]! + h01 * values[b + 1]! + h10 * perSpeed[a + 1]! + h11 * perSpeed[b + 1]!;
  const s0 = d * (values[b]! - values[a]!) + d10 * perSpeed[a]! + d11 * perSpeed[b]!;
  const s1 = d * (values[b + 1]! - values[a + 1]!) + d10 * perSpeed[a + 1]! + d11 * perSpeed[b + 1]!;
  const m0 = t1 * perBeta[a]! + t * perBeta[b]!;
  const m1 = t1 * perBeta[a + 1]! + t * perBeta[b + 1]!;
  const m0s = (perBeta[b]! - perBeta[a]!) / width;
  const m1s = (perBeta[b + 1]! - perBeta[a + 1]!) / width;

  const v1 = 1 - v;
  const g00 = v1 * v1 * (1 + 2 * v);
  const g01 = v * v * (3 - 2 * v);
  const g10 = v * v1 * v1 * h;
  const g11 = -v * v * v1 * h;
  out.value = g00 * f0 + g01 * f1 + g10 * m0 + g11 * m1;
  out.perSpeed = g00 * s0 + g01 * s1 + g10 * m0s + g11 * m1s;
  out.perBeta = ((6 * v * v1) / h) * (f1 - f0) + v1 * (1 - 3 * v) * m0 + v * (3 * v - 2) * m1;
}

/** An edge of the map (β 0 or 1) as flow against pressure ratio, from PR 1 by similarity below the lowest line. */
function edgeCurve(
  map: Pick<CompiledMap, 'speeds' | 'flow' | 'pressureRatio'>,
  beta: number,
): CompiledMap['surge'] {
  const ratios = [1];
  const flows = [0];
  const read = (grid: Grid, speed: number) => probe(map, speed, beta, grid, newProbe()).value;
  const add = (ratio: number, flow: number) => {
    // An edge that folds back would have two flows at one ratio: the inner one counts.
    if (ratio > ratios.at(-1)! + 1e-9) {
      ratios.push(ratio);
      flows.push(flow);
    }
  };
  const lowest = map.speeds[0]!;
  const ratio0 = read(map.pressureRatio, lowest);
  const flow0 = read(map.flow, lowest);
  for (let i = 1; i < 12; i++) add(1 + (ratio0 - 1) * (i / 12) ** 2, (flow0 * i) / 12);
  const steps = 8 * (map.speeds.length - 1);
  const top = map.speeds.at(-1)!;
  for (let i = 0; i <= steps; i++) {
    const speed = lowest + ((top - lowest) * i) / steps;
    add(read(map.pressureRatio, speed), read(map.flow, speed));
  }
  return { at: monotoneCubic(ratios, flows).at, highest: ratios.at(-1)! };
}

/** The highest line: its falling branch as flow against pressure ratio, and all of it as ratio against flow. */
function topLineOf(lines: Line[]): CompiledMap['topLine'] {
  const top = lines.at(-1)!;
  const falling = { ratios: [] as number[], flows: [] as number[] };
  for (let j = NODES - 1; j >= 0; j--) {
    if (falling.ratios.length && top.pressureRatio[j]! <= falling.ratios.at(-1)! + 1e-9) break;
    falling.ratios.push(top.pressureRatio[j]!);
    falling.flows.push(top.flow[j]!);
  }
  const rising = { flows: [] as number[], ratios: [] as number[] };
  top.flow.forEach((flow, j) => {
    if (rising.flows.length && flow <= rising.flows.at(-1)! + 1e-12) return;
    rising.flows.push(flow);
    rising.ratios.push(top.pressureRatio[j]!);
  });
  const line = (x: number[], y: number[]) => (x.length > 1 ? monotoneCubic(x, y).at : () => y[0]!);
  return {
    at: line(falling.ratios, falling.flows),
    highest: falling.ratios.at(-1)!,
    ratioAt: line(rising.flows, rising.ratios),
  };
}

/**
 * Makes a compressor's map ready for look-ups. In: a validated library document. Out: `CompiledMap`.
 * Throws RangeError only if the document was not validated. About 0.3 ms: do it once per revision, not per sweep.
 */
export function compileMap(compressor: Compressor): CompiledMap {
  const all = compressor.lines.flatMap((line) => line.points);
  const range = (values: number[]) => Math.max(...values) - Math.min(...values);
  const flowRange = range(all.map((p) => p.flow));
  const ratioRange = range(all.map((p) => p.pressureRatio));
  const lines = compressor.lines.map((line) => resample(line.points, flowRange, ratioRange));
  const speeds = Float64Array.from(compressor.lines.map((line) => line.speedRpm));
  const grids = {
    reference: compressor.reference,
    speeds,
    maxSpeedRpm: compressor.maxSpeedRpm.value,
    wheel: { inducer: compressor.inducer.value, exducer: compressor.exducer.value },
    flow: makeGrid(
      lines.map((line) => line.flow),
      speeds,
    ),
    pressureRatio: makeGrid(
      lines.map((line) => line.pressureRatio),
      speeds,
    ),
    efficiency: makeGrid(
      lines.map((line) => line.efficiency),
      speeds,
    ),
    flowRange,
    ratioRange,
  };
  return {
    ...grids,
    surge: edgeCurve(grids, 0),
    choke: edgeCurve(grids, 1),
    lowestLineRatio: Math.max(...lines[0]!.pressureRatio),
    topLine: topLineOf(lines),
  };
}

const known = new WeakMap<Compressor, CompiledMap>();

/** The same, made once: a library revision never changes, so its compiled map is kept for as long as the document is. */
export function compiledMap(compressor: Compressor): CompiledMap {
  let map = known.get(compressor);
  if (!map) {
    map = compileMap(compressor);
    known.set(compressor, map);
  }
  return map;
}
