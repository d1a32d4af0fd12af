import { reason, type Reason } from '../working/range';
import type { Compressor } from './document';
import { tipSpeedOf } from './head';
import { dryAirDensity } from './reference';

type Point = Compressor['lines'][number]['points'][number];
type Line = Compressor['lines'][number];

/** What is wrong with a map or doubtful in it, and where: indices of the speed line and the point. */
export type Finding = { reason: Reason; line?: number; point?: number };
export type MapCheck = {
  /** A map with a fault is not taken into the library. */
  faults: Finding[];
  /** Worth a second look; the map can be used. */
  doubts: Finding[];
};

const GAMMA = 1.4;
const GAS = 287.05;
/** Flow of air through an area at Mach 1 over density × sound speed at rest × area: no inducer passes more. γ = 1.4. */
const CHOKED = (2 / (GAMMA + 1)) ** ((GAMMA + 1) / (2 * (GAMMA - 1)));

/** Usual bounds for radial wheels of this trade: outside them a unit or a diameter is probably wrong (common practice). */
const USUAL = {
  tipSpeed: [300, 620],
  /** Isentropic head over tip speed squared at the best efficiency of each line. */
  head: [0.32, 0.72],
  bestEfficiency: [0.6, 0.86],
  /** Choke flow over what the whole inducer could pass at Mach 1. */
  inducerLoad: [0.25, 1],
} as const;

/**
 * Isentropic head coefficient ψ = cp T (PR^((γ−1)/γ) − 1)/U² of a point of a map at its own reference; U is the tip speed
 * at the exducer. In: exducer m, corrected speed rev/min, reference K. γ = 1.4. Source: definition, e.g. Dixon & Hall,
 * Fluid Mechanics and Thermodynamics of Turbomachinery, ch. 7.
 */
export function headCoefficient(
  ratio: number,
  speedRpm: number,
  exducer: number,
  temperature: number,
): number {
  const cp = (GAMMA * GAS) / (GAMMA - 1);
  return (cp * temperature * (ratio ** ((GAMMA - 1) / GAMMA) - 1)) / tipSpeedOf(exducer, speedRpm) ** 2;
}

/** Ratio of a line at a flow by straight lines between its points; null outside them. */
function ratioAt(points: Point[], flow: number): number | null {
  for (let i = 1; i < points.length; i++) {
    const a = points[i - 1]!;
    const b = points[i]!;
    if (flow >= a.flow && flow <= b.flow)
      return b.flow === a.flow
        ? a.pressureRatio
        : a.pressureRatio + ((b.pressureRatio - a.pressureRatio) * (flow - a.flow)) / (b.flow - a.flow);
  }
  return null;
}

const side = (a: Point, b: Point, p: Point) =>
  (b.flow - a.flow) * (p.pressureRatio - a.pressureRatio) -
  (b.pressureRatio - a.pressureRatio) * (p.flow - a.flow);

/** Where two speed lines cut each other: index of the upper line's point before the cut, or null. */
function crossing(lower: Point[], upper: Point[]): number | null {
  for (let i = 1; i < upper.length; i++)
    for (let j = 1; j < lower.length; j++) {
      const a = upper[i - 1]!;
      const b = upper[i]!;
      const c = lower[j - 1]!;
      const d = lower[j]!;
      if (b.flow < c.flow || d.flow < a.flow) continue;
      if (side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0) return i - 1;
    }
  return null;
}

/** Whether a line lies under the one that should be slower, everywhere the two share a flow. */
function isUnder(lower: Point[], upper: Point[]): boolean {
  const shared = upper.flatMap((p) => {
    const other = ratioAt(lower, p.flow);
    return other === null ? [] : [p.pressureRatio - other];
  });
  if (shared.length) return shared.every((d) => d < 0);
  return upper.at(-1)!.flow < lower.at(-1)!.flow && upper[0]!.pressureRatio < lower[0]!.pressureRatio;
}

const flow = (p: Point): [number, 'massFlow'] => [p.flow, 'massFlow'];
const speed = (l: Line): [number, 'shaftSpeed'] => [l.speedRpm, 'shaftSpeed'];

function pointFaults(line: Line, index: number): Finding[] {
  const faults: Finding[] = [];
  const { points } = line;
  if (points.length < 3)
    faults.push({
      line: index,
      reason: reason('line-too-short', { speed: speed(line), count: [points.length, 'count'] }),
    });
  points.forEach((p, j) => {
    const at = { line: index, point: j };
    if (p.efficiency > 0.95 || p.efficiency < 0.05)
      faults.push({
        ...at,
        reason: reason(p.efficiency > 1 ? 'efficiency-above-one' : 'efficiency-out-of-range', {
          efficiency: [p.efficiency, 'share'],
          speed: speed(line),
        }),
      });
    if (!(p.flow > 0)) faults.push({ ...at, reason: reason('flow-not-positive', { speed: speed(line) }) });
    const before = points[j - 1];
    if (!before) return;
    if (p.flow < before.flow)
      faults.push({ ...at, reason: reason('flow-falls-back', { speed: speed(line), flow: flow(p) }) });
    // A vertical end is how a choked line looks: equal flow is allowed there, with the ratio falling.
    const choked = p.pressureRatio < before.pressureRatio && points.slice(j).every((q) => q.flow === p.flow);
    if (p.flow === before.flow && !choked)
      faults.push({ ...at, reason: reason('two-points-one-flow', { speed: speed(line), flow: flow(p) }) });
  });
  return faults;
}

/** Below this a line does nothing that could be read: similarity below the lowest line starts from its ratio. */
const LEAST_RATIO = 1.01;

function ratioFaults(lines: Line[]): Finding[] {
  const faults = lines.flatMap((line, i): Finding[] => {
    const first = line.points[0]!;
    const crest = Math.max(...line.points.map((p) => p.pressureRatio));
    return first.pressureRatio >= LEAST_RATIO && crest >= LEAST_RATIO
      ? []
      : [
          {
            line: i,
            reason: reason('line-without-ratio', {
              speed: speed(line),
              ratio: [first.pressureRatio, 'ratio'],
            }),
          },
        ];
  });
  const surge = lines.map((line) => line.points[0]!.pressureRatio);
  const flat = Math.max(...surge) - Math.min(...surge) < 0.01;
  return faults.length || !flat ? faults : [{ reason: reason('map-flat', { ratio: [surge[0]!, 'ratio'] }) }];
}

function lineFaults(lines: Line[]): Finding[] {
  return lines.flatMap((line, i): Finding[] => {
    const before = lines[i - 1];
    if (!before) return [];
    const names = { lower: speed(before), upper: speed(line) };
    if (line.speedRpm <= before.speedRpm)
      return [{ line: i, reason: reason('speed-repeated', { speed: speed(line) }) }];
    if (isUnder(before.points, line.points)) return [{ line: i, reason: reason('lines-swapped', names) }];
    const at = crossing(before.points, line.points);
    if (at === null) return [];
    return [
      { line: i, point: at, reason: reason('lines-cross', { ...names, flow: flow(line.points[at]!) }) },
    ];
  });
}

const outside = (value: number, [low, high]: readonly [number, number]) => value < low || value > high;

function doubtsOf(map: Compressor): Finding[] {
  const doubts: Finding[] = [];
  const doubt = (when: boolean, why: Reason, line?: number) =>
    when && doubts.push({ reason: why, ...(line === undefined ? {} : { line }) });
  const { lines } = map;
  const exducer = map.exducer.value;
  const tip = tipSpeedOf(exducer, map.maxSpeedRpm.value);
  doubt(
    outside(tip, USUAL.tipSpeed),
    reason('tip-speed-unusual', {
      tip: [tip, 'velocity'],
      low: [USUAL.tipSpeed[0], 'velocity'],
      high: [USUAL.tipSpeed[1], 'velocity'],
    }),
  );
  const top = lines.at(-1)!;
  doubt(
    map.maxSpeedRpm.value < top.speedRpm * 0.995,
    reason('limit-below-top-line', { limit: [map.maxSpeedRpm.value, 'shaftSpeed'], top: speed(top) }),
  );
  doubt(
    map.maxSpeedRpm.value > top.speedRpm * 1.15,
    reason('limit-far-above', { limit: [map.maxSpeedRpm.value, 'shaftSpeed'], top: speed(top) }),
  );
  const best = Math.max(...lines.flatMap((l) => l.points.map((p) => p.efficiency)));
  doubt(
    outside(best, USUAL.bestEfficiency),
    reason('best-efficiency-unusual', { efficiency: [best, 'share'] }),
  );
  const heads = lines.map((line) => {
    const peak = line.points.reduce((a, b) => (b.efficiency > a.efficiency ? b : a));
    return headCoefficient(peak.pressureRatio, line.speedRpm, exducer, map.reference.temperature);
  });
  const head = heads.find((h) => outside(h, USUAL.head));
  doubt(
    head !== undefined,
    reason('head-unusual', {
      head: [head ?? 0, 'ratio'],
      low: [USUAL.head[0], 'ratio'],
      high: [USUAL.head[1], 'ratio'],
      exducer: [exducer, 'bore'],
    }),
    heads.findIndex((h) => outside(h, USUAL.head)),
  );
  const soundSpeed = Math.sqrt(GAMMA * GAS * map.reference.temperature);
  const area = (Math.PI / 4) * map.inducer.value ** 2;
  const most = Math.max(...lines.flatMap((l) => l.points.map((p) => p.flow)));
  const could = dryAirDensity(map.reference) * soundSpeed * area * CHOKED;
  doubt(
    outside(most / could, USUAL.inducerLoad),
    reason(most > could ? 'inducer-too-small' : 'inducer-too-large', {
      flow: [most, 'massFlow'],
      could: [could, 'massFlow'],
      inducer: [map.inducer.value, 'bore'],
    }),
  );
  doubt(lines.length < 4, reason('few-lines', { count: [lines.length, 'count'] }));
  lines.forEach((line, i) => {
    const before = lines[i - 1];
    if (before && line.points[0]!.flow <= before.points[0]!.flow)
      doubt(true, reason('surge-bends-back', { speed: speed(line) }), i);
    const crest = line.points.reduce((a, b) => (b.pressureRatio > a.pressureRatio ? b : a));
    const share =
      (crest.flow - line.points[0]!.flow) / (line.points.at(-1)!.flow - line.points[0]!.flow || 1);
    doubt(share > 0.6, reason('crest-far-right', { speed: speed(line) }), i);
  });
  return doubts;
}

/**
 * Reads a map as a specialist would before trusting it. In: a document in SI, its lines by rising speed and points from
 * surge to choke; it need not have passed the schema, but its numbers must be finite. Out: faults and doubts, each with
 * its place. Never throws. Source: similarity and continuity as stated at each constant; bounds are common practice.
 */
export function checkMap(map: Compressor): MapCheck {
  const faults: Finding[] = [];
  if (map.lines.length < 2)
    faults.push({ reason: reason('lines-too-few', { count: [map.lines.length, 'count'] }) });
  map.lines.forEach((line, i) => faults.push(...pointFaults(line, i)));
  if (map.inducer.value >= map.exducer.value)
    faults.push({
      reason: reason('inducer-not-smaller', {
        inducer: [map.inducer.value, 'bore'],
        exducer: [map.exducer.value, 'bore'],
      }),
    });
  if (faults.length === 0) faults.push(...ratioFaults(map.lines));
  if (faults.length === 0) faults.push(...lineFaults(map.lines));
  return { faults, doubts: faults.length ? [] : doubtsOf(map) };
}
