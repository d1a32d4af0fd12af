import { correctedFlow, shaftSpeed } from '../compressor/formulas';
import { efficiencyAt, findOnMap, type MapPoint, type MapStatus, type Place } from '../compressor/lookup';
import type { CompiledMap } from '../compressor/map';
import { withFitted } from '../job/chargers';
import type { Job } from '../job/schema/job';
import { reason, type Reason } from '../working/range';
import { demandAt, type Demand, type DemandTable } from '../solve/demand-table';
import { isBoosting } from '../solve/point';
import { JUDGED_RATIO, LEAST_SURGE_MARGIN, spanReason, spansOf, type Span } from '../solve/map-spans';

/** A compressor that may go on the job, once or twice. Price in the shop's currency for one; null where nobody knows. */
export type Candidate = {
  id: string;
  revision: number;
  name: string;
  count: 1 | 2;
  inducer: number;
  exducer: number;
  price: number | null;
  stock: number | null;
  map: CompiledMap;
};

/** A place on the way across the map at constant ratio: 0 on the surge line, 1 on the edge that is met first. */
export type StripPoint = { speedRpm: number; across: number; status: MapStatus };

/** How one candidate carries the demand, before anybody's taste. Shares and SI. */
export type Assessment = Omit<Candidate, 'map'> & {
  kind: 'holds' | 'leaves-map' | 'out-of-reach';
  strip: StripPoint[];
  spans: Span[];
  /** Mean isentropic efficiency from the onset of boost to the red line. */
  meanEfficiency: number;
  leastSurge: { margin: number; speedRpm: number } | null;
  leastChoke: { margin: number; speedRpm: number } | null;
  fastest: { share: number; speedRpm: number };
  /** Share of the judged speeds that lie off the map. */
  offShare: number;
  /** Distance of the judged speeds, rev/min: coarse figures name speeds only this well. */
  stepRpm: number;
};

export const criteria = ['efficiency', 'surge', 'choke', 'shaftSpeed', 'price', 'size'] as const;
export type Criterion = (typeof criteria)[number];
/** How much each criterion counts, 0 (not at all) to 10. */
export type Weights = Record<Criterion, number>;

/** A start that most specialists of the trade would sign: what the air does first, money and space after it. */
export const DEFAULT_WEIGHTS: Weights = {
  efficiency: 6,
  surge: 6,
  choke: 4,
  shaftSpeed: 3,
  price: 2,
  size: 2,
};

export type Ranked = Assessment & {
  /** 0 to 1 on the weights. */
  score: number;
  /** Each criterion by itself, 0 (poor) to 1 (nothing more to gain). */
  credit: Record<Criterion, number>;
  reason: Reason;
};

/** At most so many speeds for the first pass over the library. */
const COARSE_SPEEDS = 24;

/** The speeds of the sweep from the onset of boost to the red line. `coarse` thins them to 24 that still end at both. */
export function rankingSpeeds(grid: number[], onsetRpm: number, pass: 'coarse' | 'fine'): number[] {
  const judged = grid.filter((speed) => speed >= onsetRpm);
  if (pass === 'fine' || judged.length <= COARSE_SPEEDS) return judged;
  return Array.from(
    { length: COARSE_SPEEDS },
    (_, i) => judged[Math.round((i * (judged.length - 1)) / (COARSE_SPEEDS - 1))]!,
  );
}

/** The job with an open place for a turbo in that setup: what the ranking fills with each candidate in turn. */
export const withoutCharger = (job: Job, setupId: string): Job =>
  withFitted(job, setupId, 'single', { engine: null });

const asked: Demand = { massFlow: 0, inletPressure: 0, ratio: 1 };
const GUESS = 0.7;
/** An efficiency this far off moves the air asked for by about 0.03 %: well under what a map is read to. */
const SETTLED = 1e-3;

/** Corrected flow of one of the candidate's compressors for the air asked for. */
const flowOf = ({ map, count }: Candidate, table: DemandTable) =>
  correctedFlow.fn({
    massFlow: asked.massFlow / count,
    temperature: table.inletTemperature,
    pressure: asked.inletPressure,
    referenceTemperature: map.reference.temperature,
    referencePressure: map.reference.pressure,
  });

type Settled = { flow: number; ratio: number; efficiency: number; place: Place | null };

/**
 * Demand and map meet: the demand depends on the efficiency, the efficiency on where the demand falls. Plain substitution;
 * the dependence is weak, so it settles in two or three turns. `atGoal` null: the goal's own speed, which sets the level.
 */
function settle(
  table: DemandTable,
  candidate: Candidate,
  k: number,
  atGoal: number | null,
  start: number,
  place: Place | null,
): Settled | null {
  let efficiency = start;
  let last = place;
  for (let i = 0; i < 10; i++) {
    demandAt(table, k, atGoal ?? efficiency, efficiency, asked);
    if (!Number.isFinite(asked.massFlow)) return null;
    const flow = flowOf(candidate, table);
    last = efficiencyAt(candidate.map, flow, asked.ratio, last ?? undefined);
    const next = last?.efficiency ?? GUESS;
    const settled = Math.abs(next - efficiency) < SETTLED;
    // Late turns go half way: at a kink of the map two efficiencies could take turns for ever.
    efficiency = i < 5 ? next : (efficiency + next) / 2;
    if (settled || !last) return { flow, ratio: asked.ratio, efficiency, place: last };
  }
  return { flow: flowOf(candidate, table), ratio: asked.ratio, efficiency, place: last };
}

/** Where a point lies across the map: from its margins, which both stand at constant ratio. */
function acrossOf(point: MapPoint): number {
  if (point.surgeMargin === null || !point.edgeRoom || point.edgeRoom.share <= -0.999)
    return point.status === 'surge' ? -0.1 : 1.1;
  const width = point.surgeMargin + point.edgeRoom.share;
  return width > 1e-6 ? point.surgeMargin / width : point.surgeMargin < 0 ? -0.1 : 1.1;
}

/**
 * Lays the demand over one candidate's map. In: table of the engine's demand; candidate. Out: margins, efficiency, strip
 * and stretches off the map over the table's judged speeds. Never throws. Source: docs/physics/ranking.md.
 */
export function assess(table: DemandTable, candidate: Candidate): Assessment {
  const { map, ...known } = candidate;
  const goal = settle(table, candidate, table.goalIndex, null, GUESS, null);
  const limitRpm = map.maxSpeedRpm * Math.sqrt(map.reference.temperature / table.inletTemperature);
  const strip: StripPoint[] = [];
  let efficiencySum = 0;
  let working = 0;
  let leastSurge: Assessment['leastSurge'] = null;
  let leastChoke: Assessment['leastChoke'] = null;
  let fastest = { share: 0, speedRpm: table.speeds[0]! };
  let failed = goal === null;
  let place: Place | null = null;
  let efficiency = goal?.efficiency ?? GUESS;
  for (let k = 0; k < table.speeds.length && goal; k++) {
    const speedRpm = table.speeds[k]!;
    if (speedRpm < table.onsetRpm) continue;
    const settled = settle(table, candidate, k, goal.efficiency, efficiency, place);
    if (!settled) {
      failed = true;
      break;
    }
    ({ place } = settled);
    if (!isBoosting(settled.ratio)) continue;
    if (place) efficiency = settled.efficiency;
    const at = findOnMap(map, settled.flow, settled.ratio, {
      limitRpm,
      ...(place ? { located: place } : {}),
    });
    strip.push({ speedRpm, across: at.status === 'idle' ? 0.5 : acrossOf(at), status: at.status });
    if (at.efficiency !== null) {
      efficiencySum += at.efficiency;
      working++;
    }
    if (settled.ratio > JUDGED_RATIO && at.surgeMargin !== null)
      if (!leastSurge || at.surgeMargin < leastSurge.margin)
        leastSurge = { margin: at.surgeMargin, speedRpm };
    if (at.chokeMargin !== null && (!leastChoke || at.chokeMargin < leastChoke.margin))
      leastChoke = { margin: at.chokeMargin, speedRpm };
    if (at.speedRpm === null) continue;
    const shaft = shaftSpeed.fn({
      correctedSpeed: at.speedRpm,
      temperature: table.inletTemperature,
      referenceTemperature: map.reference.temperature,
    });
    if (shaft / map.maxSpeedRpm > fastest.share) fastest = { share: shaft / map.maxSpeedRpm, speedRpm };
  }
  const spans = spansOf(strip);
  const off = strip.filter((p) => p.status === 'surge' || p.status === 'choke' || p.status === 'overspeed');
  const count = Math.max(1, strip.length);
  return {
    ...known,
    kind: failed ? 'out-of-reach' : off.length ? 'leaves-map' : 'holds',
    strip,
    spans,
    meanEfficiency: efficiencySum / Math.max(1, working),
    leastSurge,
    leastChoke,
    fastest,
    offShare: off.length / count,
    stepRpm: strip.length > 1 ? strip[1]!.speedRpm - strip[0]!.speedRpm : 0,
  };
}

/** Assesses one candidate after another; whoever draws from it decides when to pause or stop. */
export function* rankCandidates(table: DemandTable, candidates: Iterable<Candidate>): Generator<Assessment> {
  for (const candidate of candidates) yield assess(table, candidate);
}

const clamp = (x: number) => Math.min(1, Math.max(0, x));
const sizeOf = (a: Pick<Assessment, 'exducer' | 'count'>) => a.count * a.exducer ** 2;
const priceOf = (a: Pick<Assessment, 'price' | 'count'>) => (a.price === null ? null : a.price * a.count);

/**
 * Each criterion from 0 to 1: efficiency 55 to 80 % in the mean; surge margin 0 to 30 % where it is least, choke margin 0
 * to 25 %; the wheel at 100 to 70 % of its limit; price and total wheel area from the largest of the field to nothing. An
 * unknown price counts as half. Bounds are common practice, no source.
 */
function creditsOf(a: Assessment, dearest: number, largest: number): Record<Criterion, number> {
  const price = priceOf(a);
  return {
    efficiency: clamp((a.meanEfficiency - 0.55) / 0.25),
    surge: clamp((a.leastSurge?.margin ?? 0.3) / 0.3),
    choke: clamp((a.leastChoke?.margin ?? 0) / 0.25),
    shaftSpeed: clamp((1 - a.fastest.share) / 0.3),
    price: price === null || dearest === 0 ? 0.5 : 1 - price / dearest,
    size: 1 - sizeOf(a) / largest,
  };
}

/** The stretch off the map that says most: the one at the goal's speed, else the longest. */
function worstSpan(spans: Span[], goalRpm: number): Span {
  const length = (s: Span) => s.toRpm - s.fromRpm;
  return (
    spans.find((s) => s.fromRpm <= goalRpm && s.toRpm >= goalRpm) ??
    spans.reduce((a, b) => (length(b) > length(a) ? b : a))
  );
}

function reasonOf(a: Ranked, first: Ranked, weights: Weights, goalRpm: number): Reason {
  const { leastSurge, leastChoke, fastest } = a;
  if (a.kind === 'out-of-reach') return reason('rank-out-of-reach');
  if (a.kind === 'leaves-map') return spanReason(a.stepRpm, worstSpan(a.spans, goalRpm), a.name);
  if (leastSurge && leastSurge.margin < LEAST_SURGE_MARGIN)
    return reason('rank-near-surge', {
      margin: [leastSurge.margin, 'share'],
      speed: [leastSurge.speedRpm, 'engineSpeed'],
    });
  if (a.id === first.id && a.count === first.count && a.revision === first.revision)
    return leastSurge
      ? reason('rank-first', {
          efficiency: [a.meanEfficiency, 'share'],
          margin: [leastSurge.margin, 'share'],
          speed: [leastSurge.speedRpm, 'engineSpeed'],
        })
      : reason('rank-first-efficient', { efficiency: [a.meanEfficiency, 'share'] });
  const behind = criteria.reduce((most, c) =>
    weights[c] * (first.credit[c] - a.credit[c]) > weights[most] * (first.credit[most] - a.credit[most])
      ? c
      : most,
  );
  const firstPrice = priceOf(first);
  const price = priceOf(a);
  if (behind === 'surge' && leastSurge)
    return reason('rank-behind-surge', {
      margin: [leastSurge.margin, 'share'],
      speed: [leastSurge.speedRpm, 'engineSpeed'],
    });
  if (behind === 'choke' && leastChoke)
    return reason('rank-behind-choke', {
      margin: [leastChoke.margin, 'share'],
      speed: [leastChoke.speedRpm, 'engineSpeed'],
    });
  if (behind === 'shaftSpeed')
    return reason('rank-behind-speed', {
      share: [fastest.share, 'share'],
      speed: [fastest.speedRpm, 'engineSpeed'],
    });
  if (behind === 'price' && price !== null && firstPrice !== null)
    return reason('rank-behind-price', { price: [price, 'money'], first: [firstPrice, 'money'] });
  if (behind === 'size')
    return reason('rank-behind-size', { size: [a.exducer, 'bore'], first: [first.exducer, 'bore'] });
  return reason('rank-behind-efficiency', {
    efficiency: [a.meanEfficiency, 'share'],
    first: [first.meanEfficiency, 'share'],
  });
}

const classes: Assessment['kind'][] = ['holds', 'leaves-map', 'out-of-reach'];

/**
 * Puts assessments in order on someone's weights: those that hold to the red line first, then those that leave the map
 * (the more of the revs they hold, the higher), then those with which the goal is out of reach; ties by name. In: the
 * field; weights 0 to 10; the goal's speed rev/min. Price and size are judged within the field. Never throws.
 */
export function rank(field: Assessment[], weights: Weights, goalRpm: number): Ranked[] {
  const dearest = Math.max(0, ...field.map((a) => priceOf(a) ?? 0));
  const largest = Math.max(1e-9, ...field.map(sizeOf));
  const total = criteria.reduce((sum, c) => sum + weights[c], 0) || 1;
  const pending = reason('rank-first-efficient', {});
  const ranked = field.map((a): Ranked => {
    const credit = creditsOf(a, dearest, largest);
    const sum = criteria.reduce((s, c) => s + weights[c] * credit[c], 0) / total;
    return { ...a, credit, score: sum * (1 - a.offShare), reason: pending };
  });
  ranked.sort(
    (a, b) =>
      classes.indexOf(a.kind) - classes.indexOf(b.kind) ||
      b.score - a.score ||
      (a.name < b.name ? -1 : a.name > b.name ? 1 : a.count - b.count),
  );
  const first = ranked[0];
  return first ? ranked.map((a) => ({ ...a, reason: reasonOf(a, first, weights, goalRpm) })) : [];
}
