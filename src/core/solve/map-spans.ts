import { isMatched } from '../charge-path/match';
import { engineCharger, frontCharger } from '../charger/charged-air';
import type { MapStatus } from '../compressor/lookup';
import { reason, type Reason } from '../working/range';
import type { Build } from '../build/build';
import { type OperatingPoint, runningOf } from './point';

/** A stretch of speeds with one trouble. `open` ends at the onset or the red line, not at a good speed. */
export type Span = {
  kind: 'surge' | 'choke' | 'overspeed';
  fromRpm: number;
  toRpm: number;
  startsAtOnset: boolean;
  endsAtRedLine: boolean;
  /** Of the stage in front of a compound pair. */
  front?: boolean;
};

const bad = (status: MapStatus): Span['kind'] | null =>
  status === 'surge' || status === 'choke' || status === 'overspeed' ? status : null;

/** Stretches of judged points, in order of speed, where the running line has left the map. */
export function spansOf(judged: { speedRpm: number; status: MapStatus }[]): Span[] {
  const spans: Span[] = [];
  judged.forEach((p, i) => {
    const kind = bad(p.status);
    if (!kind) return;
    const open = spans.at(-1);
    const before = judged[i - 1];
    if (open && open.kind === kind && before && open.toRpm === before.speedRpm) open.toRpm = p.speedRpm;
    else
      spans.push({
        kind,
        fromRpm: p.speedRpm,
        toRpm: p.speedRpm,
        startsAtOnset: i === 0,
        endsAtRedLine: false,
      });
    spans.at(-1)!.endsAtRedLine = i === judged.length - 1;
  });
  return spans;
}

/** The points a compressor is judged by: from where boost begins to the red line, as far as it boosts. */
const judgedPoints = (build: Build, points: OperatingPoint[], which: 'engine' | 'front') =>
  points.flatMap((p) => {
    const charger = which === 'engine' ? engineCharger(p) : frontCharger(p);
    const at = charger?.at;
    // A matched turbo says itself where it boosts; before that the plan's onset does.
    const judged = isMatched(build)
      ? (at?.pressureRatio ?? 1) > JUDGED_RATIO
      : p.speedRpm >= build.boost.onsetRpm;
    return at && p.boosting && judged ? [{ speedRpm: p.speedRpm, status: at.status }] : [];
  });

/** Where the running line has left a map: of the compressor at the engine, then of the one in front. */
export const allSpans = (build: Build, points: OperatingPoint[]): Span[] => [
  ...spansOf(judgedPoints(build, points, 'engine')),
  ...(frontCharger(build)
    ? spansOf(
        judgedPoints(
          build,
          points.filter((p) => p.path.chargers.length > 1),
          'front',
        ),
      ).map((span): Span => ({ ...span, front: true }))
    : []),
];

/** Boost that is asked only faintly has no surge to speak of: margins are judged from this pressure ratio. */
export const JUDGED_RATIO = 1.1;

/** The least margin of one kind of the compressors that work at a point; null if none has one. */
const leastAt =
  (kind: 'surgeMargin' | 'chokeMargin') =>
  (point: OperatingPoint): number | null =>
    runningOf(point).reduce<number | null>((least, { pressureRatio, [kind]: margin }) => {
      if (pressureRatio <= JUDGED_RATIO || margin === null) return least;
      return Math.min(least ?? Infinity, margin);
    }, null);

/** The least surge margin, at constant pressure ratio, of the compressors that work at a point; null if none does. */
export const surgeMarginAt = leastAt('surgeMargin');
/** The same along the speed line, to choke. */
export const chokeMarginAt = leastAt('chokeMargin');

/** The point nearest to choke among those that boost, with its margin; null if none has one. */
export function nearestToChoke(points: OperatingPoint[]): { speedRpm: number; margin: number } | null {
  let nearest: { speedRpm: number; margin: number } | null = null;
  for (const point of points) {
    const margin = chokeMarginAt(point);
    if (margin !== null && (nearest === null || margin < nearest.margin))
      nearest = { speedRpm: point.speedRpm, margin };
  }
  return nearest;
}

/** The point nearest to surge among those that boost: the least margin at constant pressure ratio; undefined if none. */
export const nearestToSurge = (points: OperatingPoint[]): OperatingPoint | undefined =>
  points.reduce<OperatingPoint | undefined>((least, p) => {
    const here = surgeMarginAt(p);
    const best = least && surgeMarginAt(least);
    return here !== null && (best === undefined || best === null || here < best) ? p : least;
  }, undefined);

/** A stretch in words to be. `stepRpm`: distance of the judged speeds, for the first good one after a bad start. */
export function spanReason(stepRpm: number, span: Span, name: string): Reason {
  const reach = span.endsAtRedLine
    ? span.startsAtOnset
      ? 'throughout'
      : 'from'
    : span.startsAtOnset
      ? 'below'
      : span.fromRpm === span.toRpm
        ? 'at'
        : 'between';
  // 'Below' names the first good speed, the others the bad ones.
  const to = reach === 'below' ? span.toRpm + stepRpm : span.toRpm;
  return reason(
    `${span.kind}-${reach}`,
    { from: [span.fromRpm, 'engineSpeed'], to: [to, 'engineSpeed'] },
    { name },
  );
}
