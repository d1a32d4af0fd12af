import { contours } from 'd3-contour';
import { mapAt } from '@/core/compressor/lookup';
import type { CompiledMap } from '@/core/compressor/map';

/** Places on a map in its own figures: corrected flow kg/s and pressure ratio. */
export type Place = { flow: number; ratio: number };
type Band = { least: number; rings: Place[][]; labels: (Place | null)[] };
type SpeedLine = { speedRpm: number; places: Place[] };
export type MapShapes = {
  bands: Band[];
  lines: SpeedLine[];
  surge: Place[];
  choke: Place[];
  top: Place[];
  best: number;
};

const ALONG = 49;
const ACROSS = 41;

const placeAt = (map: CompiledMap, speed: number, beta: number): Place => {
  const { flow, pressureRatio } = mapAt(map, speed, beta);
  return { flow, ratio: pressureRatio };
};

const even = (n: number) => Array.from({ length: n }, (_, i) => i / (n - 1));

/**
 * What is drawn of a map, computed once per compressor: efficiency bands are contoured on an even (β, speed) grid and
 * carried over to flow and ratio, so that they end at the map's own edges.
 */
export function mapShapes(map: CompiledMap): MapShapes {
  const known = drawn.get(map) ?? shapesOf(map);
  drawn.set(map, known);
  return known;
}

const drawn = new WeakMap<CompiledMap, MapShapes>();

function shapesOf(map: CompiledMap): MapShapes {
  const low = map.speeds[0]!;
  const high = map.speeds.at(-1)!;
  const speedAt = (share: number) => low + (high - low) * share;
  const values: number[] = [];
  for (const s of even(ACROSS))
    for (const b of even(ALONG)) values.push(mapAt(map, speedAt(s), b).efficiency);
  const best = Math.max(...values);
  const worst = Math.min(...values);
  const bands = thresholds(worst, best).map((least, i) => {
    const shape = contours()
      .size([ALONG, ACROSS])
      .smooth(true)
      .contour(values, i === 0 ? -1 : least);
    const rings = shape.coordinates.flatMap((polygon) =>
      polygon.map((ring) =>
        ring.map(([u, v]) => {
          const beta = Math.min(1, Math.max(0, (u! - 0.5) / (ALONG - 1)));
          const share = Math.min(1, Math.max(0, (v! - 0.5) / (ACROSS - 1)));
          return placeAt(map, speedAt(share), beta);
        }),
      ),
    );
    return { least, rings, labels: flanks(map, least, values) };
  });
  return {
    bands,
    lines: [...map.speeds].map((speedRpm) => ({
      speedRpm,
      places: even(25).map((b) => placeAt(map, speedRpm, b)),
    })),
    surge: even(33).map((s) => placeAt(map, speedAt(s), 0)),
    choke: even(33).map((s) => placeAt(map, speedAt(s), 1)),
    top: even(25).map((b) => placeAt(map, high, b)),
    best,
  };
}

/** At most seven bands: the first holds all that is worse, the others step up to just under the best. */
function thresholds(worst: number, best: number): number[] {
  const top = Math.floor((best - 0.004) * 50) / 50;
  const steps = [top, top - 0.02, top - 0.05, top - 0.08, top - 0.12, top - 0.16].filter(
    (t) => t > worst + 0.005,
  );
  return [worst, ...steps.reverse()];
}

/** Ways from the best place to the map's flanks, as shares of the way in β and in speed: towards surge, choke, below, above. */
const WAYS = [
  { beta: -1, speed: -0.55 },
  { beta: 0.75, speed: -0.6 },
  { beta: 0, speed: -1 },
  { beta: 0.9, speed: 0.5 },
  { beta: -0.7, speed: 1 },
];

/** Where a band begins on each of the ways from the best place outward: its label may stand there; null where it does not. */
function flanks(map: CompiledMap, least: number, values: number[]): (Place | null)[] {
  const peak = values.indexOf(Math.max(...values));
  const from = { u: (peak % ALONG) / (ALONG - 1), v: Math.floor(peak / ALONG) / (ACROSS - 1) };
  const low = map.speeds[0]!;
  const high = map.speeds.at(-1)!;
  const along = (start: number, way: number, t: number) => start + t * way * (way < 0 ? start : 1 - start);
  return WAYS.map((way) => {
    for (let i = 1; i <= 120; i++) {
      const beta = along(from.u, way.beta, i / 120);
      const speed = low + (high - low) * along(from.v, way.speed, i / 120);
      if (mapAt(map, speed, beta).efficiency < least) return placeAt(map, speed, beta);
    }
    return null;
  });
}
