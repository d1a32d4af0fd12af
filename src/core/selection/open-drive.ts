import { correctedFlow, shaftSpeed } from '../compressor/formulas';
import { efficiencyAt, findOnMap, type MapPoint, type Place } from '../compressor/lookup';
import { compiledMap, type CompiledMap } from '../compressor/map';
import type { Job } from '../job/schema/job';
import { reason } from '../working/range';
import { compileBuild, NO_LIBRARY, revGrid, type Build } from '../build/build';
import { demandAt, demandTable, type Demand, type DemandTable } from '../solve/demand-table';
import { isBoosting } from '../solve/point';
import { JUDGED_RATIO, spanReason, spansOf, type Span } from '../solve/map-spans';
import { factsOf, manyOf, rankingSpeeds, withoutCharger, type Candidate, type Item } from './candidate';
import { failedRow, type Pass, type Row, type StripPoint } from './row';

const asked: Demand = { massFlow: 0, inletPressure: 0, ratio: 1 };
const GUESS = 0.7;
/** An efficiency this far off moves the air asked for by about 0.03 %: well under what a map is read to. */
const SETTLED = 1e-3;

/** A machine with its drive left open, once or twice. */
type OpenMachine = { map: CompiledMap; count: 1 | 2 };

/** Corrected flow of one of the candidate's compressors for the air asked for. */
const flowOf = ({ map, count }: OpenMachine, table: DemandTable) =>
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
  candidate: OpenMachine,
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

/** How a map carries the demand. Shares and SI. */
export type Laid = {
  /** No pressure ratio makes the goal with it. */
  isOutOfReach: boolean;
  strip: StripPoint[];
  spans: Span[];
  /** Mean isentropic efficiency from the onset of boost to the red line. */
  meanEfficiency: number;
  surge: { margin: number; speedRpm: number } | null;
  /** Nearest to choke, along the speed line. */
  choke: { margin: number; speedRpm: number } | null;
  fastest: { share: number; speedRpm: number };
  /** Share of the judged speeds that lie off the map. */
  offShare: number;
  /** Room to the edge at the goal, as a share of the flow there. */
  room: number;
};

/**
 * Lays the demand over a map. In: table of the engine's demand; the map, and how many stand side by side. Out: margins,
 * efficiency, strip and stretches off the map over the table's judged speeds. Never throws. Source: docs/physics/ranking.md.
 */
export function layOver(table: DemandTable, candidate: OpenMachine): Laid {
  const { map } = candidate;
  const goal = settle(table, candidate, table.goalIndex, null, GUESS, null);
  const limitRpm = map.maxSpeedRpm * Math.sqrt(map.reference.temperature / table.inletTemperature);
  const strip: StripPoint[] = [];
  let efficiencySum = 0;
  let working = 0;
  let surge: Laid['surge'] = null;
  let choke: Laid['choke'] = null;
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
      if (!surge || at.surgeMargin < surge.margin) surge = { margin: at.surgeMargin, speedRpm };
    if (settled.ratio > JUDGED_RATIO && at.chokeMargin !== null)
      if (!choke || at.chokeMargin < choke.margin) choke = { margin: at.chokeMargin, speedRpm };
    if (at.speedRpm === null) continue;
    const shaft = shaftSpeed.fn({
      correctedSpeed: at.speedRpm,
      temperature: table.inletTemperature,
      referenceTemperature: map.reference.temperature,
    });
    if (shaft / map.maxSpeedRpm > fastest.share) fastest = { share: shaft / map.maxSpeedRpm, speedRpm };
  }
  const off = strip.filter((p) => p.status === 'surge' || p.status === 'choke' || p.status === 'overspeed');
  const atGoal = goal && findOnMap(map, goal.flow, goal.ratio, { limitRpm });
  return {
    isOutOfReach: failed,
    strip,
    spans: spansOf(strip),
    meanEfficiency: efficiencySum / Math.max(1, working),
    surge,
    choke,
    fastest,
    offShare: off.length / Math.max(1, strip.length),
    room: atGoal?.edgeRoom?.share ?? 0,
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

/** The ground that compressors stand on whose drive is left open: the engine's demand over the revs. */
export type OpenGround = { build: Build; table: DemandTable };

/** The ground of a ranking of compressors; null where the job cannot be solved or needs no boost. */
export function openGround(job: Job, setupId: string, pass: Pass): OpenGround | null {
  const result = compileBuild(withoutCharger(job, setupId), setupId, NO_LIBRARY);
  if ('problems' in result) return null;
  const { build } = result;
  const speeds = rankingSpeeds(revGrid(build), build.boost.onsetRpm, pass === 'full' ? 'fine' : 'coarse');
  const table = demandTable(build, speeds);
  return table.kind === 'unboosted' ? null : { build, table };
}

/** All candidates with an open drive: each compressor alone, and twice. */
export const openCandidates = (items: readonly Item[]): Candidate[] =>
  items.flatMap((item): Candidate[] => [
    { form: 'single', chargers: [item] },
    { form: 'parallel', chargers: [item] },
  ]);

/** The least excess of a map that is left: what leaves it for the fewer speeds stands higher. */
const SOME_EXCESS = 0.02;

/**
 * A compressor with its drive left open, once or twice: how its map carries what the goal asks, and whether it does so to
 * the red line. What drives it, when boost comes and what it costs in back pressure nobody knows yet. Never throws.
 */
export function openRow({ build, table }: OpenGround, candidate: Candidate, pass: Pass): Row {
  const map = compiledMap(candidate.chargers[0]!.compressor);
  const laid = layOver(table, { map, count: manyOf(candidate.form) });
  const { strip, spans, surge, choke, fastest } = laid;
  const stepRpm = strip.length > 1 ? strip[1]!.speedRpm - strip[0]!.speedRpm : 0;
  if (laid.isOutOfReach)
    return { ...failedRow(candidate, pass, reason('rank-out-of-reach')), strip, stepRpm };
  const facts = factsOf(candidate);
  const { power, speedRpm: goalRpm } = build.goal;
  const leaves = laid.offShare > 0;
  const isNearSurge = surge !== null && surge.margin < build.margins.surge;
  const isNearChoke = choke !== null && choke.margin < build.margins.choke;
  const isNarrow = fastest.share > build.mostSpeed || isNearSurge || isNearChoke;
  return {
    ...failedRow(candidate, pass, reason('turbo-holds', {})),
    kind: leaves ? 'off-map' : 'holds',
    state: leaves ? 'over' : isNarrow ? 'marginal' : 'within',
    excess: leaves ? Math.max(SOME_EXCESS, laid.offShare) : 0,
    why: leaves
      ? spanReason(stepRpm, worstSpan(spans, goalRpm), facts.name)
      : isNearSurge
        ? reason('rank-near-surge', {
            margin: [surge.margin, 'share'],
            speed: [surge.speedRpm, 'engineSpeed'],
          })
        : isNearChoke
          ? reason('choke-near', {
              margin: [choke.margin, 'share'],
              speed: [choke.speedRpm, 'engineSpeed'],
              least: [build.margins.choke, 'share'],
            })
          : reason('turbo-fast', { share: [fastest.share, 'share'] }),
    power,
    potential: power * (1 + Math.max(-1, laid.room)),
    peak: power,
    efficiency: laid.meanEfficiency,
    surge,
    fastest: fastest.share,
    strip,
    stepRpm,
  };
}
