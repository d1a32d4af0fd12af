/** A place on a printed compressor map: flow in the map's own unit, pressure ratio. */
export type MapPlace = { flow: number; ratio: number };
/** A line traced on it with the value printed beside: speed, rev/min, or efficiency, a share. */
export type TracedLine = { value: number; places: MapPlace[] };

export type TracedMap = { speeds: TracedLine[]; rings: TracedLine[] };

/** A point of the map that was read off. */
export type ReadPoint = { speedRpm: number; flow: number; ratio: number; efficiency: number };

/** Points that each speed line is given. */
const POINTS = 9;
/** Of efficiency: what the middle of the innermost ring has over it, and how it falls outside the last, both of the step between rings. */
const PEAK = 0.5;
const BEYOND = 1;
const LEAST = 0.3;

type Place = { x: number; y: number };

/** Where a line from one place to another crosses a piece of a ring, as a share of the line; null where it does not. */
function crossing(a: Place, b: Place, c: Place, d: Place): number | null {
  const [r, s] = [
    { x: b.x - a.x, y: b.y - a.y },
    { x: d.x - c.x, y: d.y - c.y },
  ];
  const cross = r.x * s.y - r.y * s.x;
  if (Math.abs(cross) < 1e-18) return null;
  const q = { x: c.x - a.x, y: c.y - a.y };
  const [t, u] = [(q.x * s.y - q.y * s.x) / cross, (q.x * r.y - q.y * r.x) / cross];
  return t >= 0 && t < 1 && u >= 0 && u < 1 ? t : null;
}

const placeOf = ({ flow, ratio }: MapPlace): Place => ({ x: flow, y: ratio });

/** Efficiency along a speed line by its crossings with the rings: as a share of the line's length counted in its pieces. */
function crossingsOf(line: MapPlace[], rings: readonly TracedLine[]): { at: number; efficiency: number }[] {
  const found: { at: number; efficiency: number }[] = [];
  for (const { value, places } of rings)
    for (let i = 1; i < line.length; i++)
      for (let k = 1; k < places.length; k++) {
        const t = crossing(
          placeOf(line[i - 1]!),
          placeOf(line[i]!),
          placeOf(places[k - 1]!),
          placeOf(places[k]!),
        );
        if (t !== null) found.push({ at: i - 1 + t, efficiency: value });
      }
  return found.sort((a, b) => a.at - b.at);
}

/** The usual step between rings: the median of their differences. */
function stepOf(rings: readonly TracedLine[]): number {
  const values = [...new Set(rings.map(({ value }) => value))].sort((a, b) => a - b);
  const steps = values
    .slice(1)
    .map((value, i) => value - values[i]!)
    .sort((a, b) => a - b);
  return steps[Math.floor(steps.length / 2)] ?? 0.02;
}

/** Efficiency at a place of a line: between crossings straight, inside the innermost ring a little over it, outside the last falling on. */
function efficiencyAt(
  at: number,
  length: number,
  crossings: ReturnType<typeof crossingsOf>,
  step: number,
): number {
  const after = crossings.findIndex((one) => one.at >= at);
  const [left, right] = [
    crossings[after < 0 ? crossings.length - 1 : after - 1],
    after < 0 ? undefined : crossings[after],
  ];
  if (left && right) {
    const part = (at - left.at) / Math.max(1e-12, right.at - left.at);
    const straight = left.efficiency + part * (right.efficiency - left.efficiency);
    // Between two crossings of one ring lies its inside: the top of a hill, or a way round outside it.
    const isInside =
      left.efficiency === right.efficiency &&
      crossings.every(({ efficiency }) => efficiency <= left.efficiency);
    return isInside ? straight + PEAK * step * 4 * part * (1 - part) : straight;
  }
  const end = left ?? right;
  if (!end) return NaN;
  const far = left ? (at - end.at) / Math.max(1e-9, length - end.at) : (end.at - at) / Math.max(1e-9, end.at);
  return end.efficiency - BEYOND * step * far;
}

/** Places at even shares of a line's length, with where they lie on it. */
function evenly(line: MapPlace[], count: number): (MapPlace & { at: number })[] {
  const spanFlow = Math.max(...line.map(({ flow }) => flow)) - Math.min(...line.map(({ flow }) => flow)) || 1;
  const spanRatio =
    Math.max(...line.map(({ ratio }) => ratio)) - Math.min(...line.map(({ ratio }) => ratio)) || 1;
  const lengths = [0];
  for (let i = 1; i < line.length; i++)
    lengths.push(
      lengths[i - 1]! +
        Math.hypot(
          (line[i]!.flow - line[i - 1]!.flow) / spanFlow,
          (line[i]!.ratio - line[i - 1]!.ratio) / spanRatio,
        ),
    );
  return Array.from({ length: count }, (_, k) => {
    const wanted = (k / (count - 1)) * lengths.at(-1)!;
    const i = Math.max(
      1,
      lengths.findIndex((length) => length >= wanted - 1e-12),
    );
    const part = (wanted - lengths[i - 1]!) / Math.max(1e-12, lengths[i]! - lengths[i - 1]!);
    const [a, b] = [line[i - 1]!, line[i]!];
    return {
      flow: a.flow + part * (b.flow - a.flow),
      ratio: a.ratio + part * (b.ratio - a.ratio),
      at: i - 1 + part,
    };
  });
}

/** Why traced lines make no map. */
export type TracedProblem = 'few-speeds' | 'short-line' | 'no-rings' | 'no-crossing';

/**
 * A printed map's lines as points of a map: each speed line from surge to choke at even shares of its length, with the efficiency of the rings
 * it crosses. In: lines with their values; places in any unit of flow. Out: points, or what is missing and of which speed. Total. Source:
 * crossings of both families of lines, straight between; half a step over the innermost ring and one below the last are estimates.
 */
export function pointsOfMap({
  speeds,
  rings,
}: TracedMap):
  { ok: true; points: ReadPoint[] } | { ok: false; problem: TracedProblem; speedRpm: number | null } {
  if (speeds.length < 3) return { ok: false, problem: 'few-speeds', speedRpm: null };
  if (!rings.length) return { ok: false, problem: 'no-rings', speedRpm: null };
  const step = stepOf(rings);
  const points: ReadPoint[] = [];
  for (const { value, places } of [...speeds].sort((a, b) => a.value - b.value)) {
    if (places.length < 3) return { ok: false, problem: 'short-line', speedRpm: value };
    // From surge to choke, whichever way it was traced.
    const line = places[0]!.flow <= places.at(-1)!.flow ? places : [...places].reverse();
    const crossings = crossingsOf(line, rings);
    if (!crossings.length) return { ok: false, problem: 'no-crossing', speedRpm: value };
    for (const { flow, ratio, at } of evenly(line, POINTS)) {
      const efficiency = efficiencyAt(at, line.length - 1, crossings, step);
      points.push({ speedRpm: value, flow, ratio, efficiency: Math.max(LEAST, efficiency) });
    }
  }
  return { ok: true, points };
}

/** How far traced places lie from the line through a map's points of their speed: the nearest way, in any unit of both axes. Total. */
export function residualsOf(
  { speeds }: TracedMap,
  points: readonly ReadPoint[],
  inPlane: (place: MapPlace) => { x: number; y: number },
): number[] {
  return speeds.flatMap(({ value, places }) => {
    const line = points.filter(({ speedRpm }) => speedRpm === value).map(inPlane);
    return places.map((place) => {
      const { x, y } = inPlane(place);
      return line.slice(1).reduce((least, b, i) => {
        const a = line[i]!;
        const [dx, dy] = [b.x - a.x, b.y - a.y];
        const t = Math.min(
          1,
          Math.max(0, ((x - a.x) * dx + (y - a.y) * dy) / Math.max(1e-12, dx * dx + dy * dy)),
        );
        return Math.min(least, Math.hypot(x - a.x - t * dx, y - a.y - t * dy));
      }, Infinity);
    });
  });
}
