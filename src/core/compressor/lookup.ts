import { findRoot } from '../numerics/roots';
import type { Range } from '../working/range';
import { chokeMargin, edgeRoom, surgeMargin } from './formulas';
import { newProbe, NODES, probe, type CompiledMap } from './map';

/**
 * Where a point lies: on the measured map, below its lowest line (similarity), beyond surge, past choke, faster than the
 * wheel may turn or the lines reach, or idle (no pressure ratio to speak of).
 */
export type MapStatus = 'inside' | 'below-lines' | 'surge' | 'choke' | 'overspeed' | 'idle';

/** A point of a compressor map. Flow and speed are corrected to the map's reference; null where nothing is known. */
export type MapPoint = {
  status: MapStatus;
  range: Range;
  flow: number;
  pressureRatio: number;
  speedRpm: number | null;
  beta: number | null;
  efficiency: number | null;
  /** At constant pressure ratio. */
  surgeMargin: number | null;
  /** Along the speed line. */
  chokeMargin: number | null;
  /** At constant pressure ratio to the edge that is met first, and its name. */
  edgeRoom: { share: number; edge: 'choke' | 'wheel' } | null;
  iterations: number;
  residual: number;
};

/** A map is read to about 0.05 %: a point that close in speed to the highest line lies on it. */
export const ON_TOP_LINE = 1.0005;

/** Below this ratio a compressor only lets air pass: there is no speed to be read. */
const IDLE_RATIO = 1.005;

const flowProbe = newProbe();
const ratioProbe = newProbe();
const otherProbe = newProbe();

const readFlow = (map: CompiledMap, speed: number, beta: number) =>
  probe(map, speed, beta, map.flow, otherProbe).value;
const readRatio = (map: CompiledMap, speed: number, beta: number) =>
  probe(map, speed, beta, map.pressureRatio, otherProbe).value;
const readEfficiency = (map: CompiledMap, speed: number, beta: number) =>
  probe(map, speed, beta, map.efficiency, otherProbe).value;
/** Both at once, with gradients, into `flowProbe` and `ratioProbe`. */
const readBoth = (map: CompiledMap, speed: number, beta: number) =>
  probe(map, speed, beta, map.flow, flowProbe, map.pressureRatio, ratioProbe);

const top = (map: CompiledMap) => map.speeds[map.speeds.length - 1]!;

/**
 * Reads the map forward. In: corrected speed rpm; β 0 (surge) to 1 (choke), clamped. Out: corrected flow kg/s, pressure
 * ratio, efficiency, and the range: below the lowest line by similarity (W ∝ N, PR − 1 ∝ N²) 'extrapolated', above the
 * highest likewise but 'outside'. Never throws for a compiled map and finite input.
 */
export function mapAt(map: CompiledMap, speed: number, beta: number) {
  const clamped = Math.min(top(map), Math.max(map.speeds[0]!, speed));
  const k = speed / clamped;
  const range: Range = k < 1 ? 'extrapolated' : k > 1 || beta < 0 || beta > 1 ? 'outside' : 'inside';
  return {
    flow: readFlow(map, clamped, beta) * k,
    pressureRatio: 1 + (readRatio(map, clamped, beta) - 1) * k * k,
    efficiency: readEfficiency(map, clamped, beta),
    range,
  };
}

/** The β at one speed where a value that falls from surge to choke is met, about 1e-7; the nearer end where it is not. */
const betaWhere = (value: (beta: number) => number, target: number, from = 0): number =>
  findRoot((beta) => value(beta) - target, from, 1, { tolerance: 1e-7 }).x;

/** Largest pressure ratio on the line of a speed and the β it stands at; the line falls from there to choke. */
function crest(map: CompiledMap, speed: number): { beta: number; ratio: number } {
  let beta = 0;
  let ratio = readRatio(map, speed, 0);
  for (let i = 1; i <= 32; i++) {
    const value = readRatio(map, speed, i / 32);
    if (value > ratio) {
      beta = i / 32;
      ratio = value;
    }
  }
  return { beta, ratio };
}

/** Speed at which an edge (β 0 or 1) has this pressure ratio, by similarity below the lowest line. */
function speedOnEdge(map: CompiledMap, ratio: number, beta: number): number {
  const lowest = map.speeds[0]!;
  const first = readRatio(map, lowest, beta);
  if (ratio <= first) return lowest * Math.sqrt(Math.max(0, ratio - 1) / (first - 1));
  let low = lowest;
  let high = top(map);
  for (let i = 0; i < 24; i++) {
    const middle = (low + high) / 2;
    if (readRatio(map, middle, beta) < ratio) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** A place along a line closer than this is the same one. */
const SIMILAR = 1e-9;

/**
 * Similarity from one measured line: the speed factor and β whose scaled line passes through the point, that is where
 * (PR − 1) over the flow's square is the point's. Newton along the line, kept in a bracket.
 */
function bySimilarity(
  map: CompiledMap,
  speed: number,
  flow: number,
  ratio: number,
  start = 0.5,
): { side: 'surge' | 'choke' | 'inside'; beta: number; factor: number } {
  const target = (ratio - 1) / (flow * flow);
  // Ends of the bracket; one that was not read yet is a place to look at, not a bound.
  let low = 0;
  let high = 1;
  let isLowRead = false;
  let isHighRead = false;
  let beta = start;
  for (let i = 0; i < 60; i++) {
    readBoth(map, speed, beta);
    const lineFlow = flowProbe.value;
    const rise = ratioProbe.value - 1;
    const loading = rise / (lineFlow * lineFlow);
    const slope = (ratioProbe.perBeta - (2 * rise * flowProbe.perBeta) / lineFlow) / (lineFlow * lineFlow);
    const off = loading - target;
    // It falls from surge to choke.
    if (beta === 0 && off < 0) return { side: 'surge', beta, factor: flow / lineFlow };
    if (beta === 1 && off > 0) return { side: 'choke', beta, factor: flow / lineFlow };
    if (off > 0) {
      low = beta;
      isLowRead = true;
    } else {
      high = beta;
      isHighRead = true;
    }
    const next = beta - off / slope;
    if (Math.abs(next - beta) < SIMILAR || high - low < SIMILAR)
      return { side: 'inside', beta, factor: flow / lineFlow };
    if (next > low && next < high) beta = next;
    else if (!isLowRead && !(next > low)) beta = 0;
    else if (!isHighRead && !(next < high)) beta = 1;
    else beta = (low + high) / 2;
  }
  return { side: 'inside', beta, factor: flow / readFlow(map, speed, beta) };
}

/** How far off a point is in the map's own sizes. */
function missed(map: CompiledMap, flow: number, ratio: number): number {
  const x = flow / map.flowRange;
  const y = ratio / map.ratioRange;
  return Math.sqrt(x * x + y * y);
}

/** Newton on (speed, β) from the nearest of a coarse grid, each step held inside the map. */
function invert(map: CompiledMap, flow: number, ratio: number, start?: Place) {
  const low = map.speeds[0]!;
  const high = top(map);
  let speed = start?.speed ?? 0;
  let beta = start?.beta ?? 0;
  if (!start || speed < low || speed > high) {
    // The nearest of every eighth node of the lines themselves: no interpolation needed for a first guess.
    let nearest = Infinity;
    for (let k = 0; k < map.speeds.length; k++)
      for (let j = 0; j < NODES; j += 8) {
        const distance = missed(
          map,
          map.flow.values[k * NODES + j]! - flow,
          map.pressureRatio.values[k * NODES + j]! - ratio,
        );
        if (distance < nearest) {
          nearest = distance;
          speed = map.speeds[k]!;
          beta = j / (NODES - 1);
        }
      }
  }
  let residual = Infinity;
  for (let iterations = 1; iterations <= 25; iterations++) {
    readBoth(map, speed, beta);
    const f = flowProbe.value - flow;
    const r = ratioProbe.value - ratio;
    residual = missed(map, f, r);
    if (residual < 1e-9) return { speed, beta, iterations, residual, ok: true };
    const determinant = flowProbe.perSpeed * ratioProbe.perBeta - flowProbe.perBeta * ratioProbe.perSpeed;
    if (Math.abs(determinant) < 1e-15) break;
    const ds = (-f * ratioProbe.perBeta + r * flowProbe.perBeta) / determinant;
    const db = (-r * flowProbe.perSpeed + f * ratioProbe.perSpeed) / determinant;
    const shorten = Math.min(1, 0.3 / Math.abs(db), (0.25 * (high - low)) / Math.abs(ds));
    speed = Math.min(high, Math.max(low, speed + shorten * ds));
    beta = Math.min(1, Math.max(0, beta + shorten * db));
  }
  return { speed, beta, iterations: 25, residual, ok: false };
}

/** The safe way round when Newton stalls: for each β the speed that gives the flow, then β for the ratio. */
function invertByBisection(map: CompiledMap, flow: number, ratio: number) {
  const speedFor = (beta: number) => {
    let low = map.speeds[0]!;
    let high = top(map);
    for (let i = 0; i < 40; i++) {
      const middle = (low + high) / 2;
      if (readFlow(map, middle, beta) < flow) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  const beta = betaWhere((b) => readRatio(map, speedFor(b), b), ratio);
  const speed = speedFor(beta);
  const residual = Math.hypot(
    (readFlow(map, speed, beta) - flow) / map.flowRange,
    (readRatio(map, speed, beta) - ratio) / map.ratioRange,
  );
  return { speed, beta, iterations: 64, residual };
}

/** Flow at the right-hand edge at a pressure ratio, and which edge it is. `limit` is a corrected speed. */
export function edgeAt(
  map: CompiledMap,
  ratio: number,
  limit: number,
): { flow: number; edge: 'choke' | 'wheel' } {
  if (ratio <= map.choke.highest && limit >= top(map)) return { flow: map.choke.at(ratio), edge: 'choke' };
  if (limit >= top(map))
    return { flow: ratio > map.topLine.highest ? 0 : map.topLine.at(ratio), edge: 'wheel' };
  const speed = limit;
  const choked = readRatio(map, Math.max(speed, map.speeds[0]!), 1);
  if (ratio <= choked && ratio <= map.choke.highest) return { flow: map.choke.at(ratio), edge: 'choke' };
  const peak = crest(map, speed);
  if (ratio > peak.ratio) return { flow: 0, edge: 'wheel' };
  const beta = betaWhere((b) => readRatio(map, speed, b), ratio, peak.beta);
  return { flow: readFlow(map, speed, beta), edge: 'wheel' };
}

/**
 * Finds a point on the map: corrected flow (kg/s) and pressure ratio → corrected speed, β, efficiency, margins, status.
 * `limitRpm` is the corrected speed the wheel may reach (default: the map's highest line); `start` the neighbour's
 * answer, `located` what `efficiencyAt` found for this very point. Outside the lines the nearest edge is read and the range says so; nothing is ever silently beyond surge,
 * choke or the speed limit. Never throws for a compiled map; not finite or not positive input gives 'idle'.
 */
export function findOnMap(
  map: CompiledMap,
  flow: number,
  pressureRatio: number,
  { limitRpm = top(map), start, located }: { limitRpm?: number; start?: Place; located?: Place } = {},
): MapPoint {
  const none = {
    speedRpm: null,
    beta: null,
    efficiency: null,
    surgeMargin: null,
    chokeMargin: null,
    edgeRoom: null,
  };
  if (!isWorking(flow, pressureRatio))
    return { status: 'idle', range: 'inside', flow, pressureRatio, ...none, iterations: 0, residual: 0 };

  const place = located ?? locate(map, flow, pressureRatio, start);
  const overLimit = place.speed > limitRpm * (1 + 1e-9);
  const status =
    place.status !== 'surge' && place.status !== 'choke' && overLimit ? 'overspeed' : place.status;
  const clampedSpeed = clampSpeed(map, place.speed);
  const edge = edgeAt(map, pressureRatio, limitRpm);
  // What was taken to lie on the highest line may lie a hair above its crest.
  const isAtCrest = status === 'inside' && pressureRatio < map.surge.highest * ON_TOP_LINE ** 2;
  const surgeRatio = isAtCrest ? Math.min(map.surge.highest, pressureRatio) : pressureRatio;
  const room = edgeRoom.fn({ edgeFlow: edge.flow, flow });
  const chokeFlow = readFlow(map, clampedSpeed, 1) * (place.speed / clampedSpeed);
  return {
    status,
    range: status === 'inside' ? 'inside' : status === 'below-lines' ? 'extrapolated' : 'outside',
    flow,
    pressureRatio,
    speedRpm: place.speed,
    beta: place.beta,
    efficiency: readEfficiency(map, clampedSpeed, place.beta),
    surgeMargin:
      surgeRatio <= map.surge.highest ? surgeMargin.fn({ flow, surgeFlow: map.surge.at(surgeRatio) }) : null,
    chokeMargin: status === 'surge' ? null : chokeMargin.fn({ flow, chokeFlow }),
    // A point that was taken to lie on the highest line has no room, and never less than none.
    edgeRoom: { share: status === 'inside' ? Math.max(0, room) : room, edge: edge.edge },
    iterations: place.iterations,
    residual: place.residual,
  };
}

/**
 * The efficiency alone, for iterations that need no margins: the same place as `findOnMap`, at a fraction of its cost.
 * Out: null where a compressor idles.
 */
export function efficiencyAt(
  map: CompiledMap,
  flow: number,
  pressureRatio: number,
  start?: Place,
): Place | null {
  if (!isWorking(flow, pressureRatio)) return null;
  const place = locate(map, flow, pressureRatio, start);
  place.efficiency = readEfficiency(map, clampSpeed(map, place.speed), place.beta);
  return place;
}

export type Place = {
  status: MapStatus;
  speed: number;
  beta: number;
  iterations: number;
  residual: number;
  efficiency?: number;
};

const isWorking = (flow: number, ratio: number) =>
  flow > 0 && ratio > IDLE_RATIO && Number.isFinite(flow * ratio);
const clampSpeed = (map: CompiledMap, speed: number) => Math.min(top(map), Math.max(map.speeds[0]!, speed));

const found = (status: MapStatus, speed: number, beta: number): Place => ({
  status,
  speed,
  beta,
  iterations: 0,
  residual: 0,
});

function locate(map: CompiledMap, flow: number, ratio: number, start?: Place): Place {
  const lowest = map.speeds[0]!;
  if (ratio <= map.surge.highest && flow < map.surge.at(ratio) * (1 - 1e-9))
    return found('surge', speedOnEdge(map, ratio, 0), 0);
  if (ratio <= map.choke.highest && flow > map.choke.at(ratio) * (1 + 1e-9))
    return found('choke', speedOnEdge(map, ratio, 1), 1);
  if (ratio <= map.lowestLineRatio) {
    const low = bySimilarity(map, lowest, flow, ratio, start?.beta);
    // Within the reading of the edges similarity may put a point a hair beyond them: it lies on them.
    if (low.factor < 1 - 1e-9) return found('below-lines', lowest * low.factor, low.beta);
  }
  if (ratio > map.topLine.ratioAt(flow)) {
    const high = bySimilarity(map, top(map), flow, ratio, start?.beta);
    if (high.side === 'inside' && high.factor <= ON_TOP_LINE) return found('inside', top(map), high.beta);
    const status = high.side === 'inside' ? 'overspeed' : high.side;
    return found(status, top(map) * Math.max(1, high.factor), high.beta);
  }
  const newton = invert(map, flow, ratio, start);
  const answer = newton.ok ? newton : invertByBisection(map, flow, ratio);
  const { speed, beta, iterations, residual } = answer;
  // Left of a top line that first rises from surge there is no speed that gives this point: it is beyond surge.
  if (residual > 1e-4) return { ...found('surge', speed, 0), iterations, residual };
  return { status: 'inside', speed, beta, iterations, residual };
}
