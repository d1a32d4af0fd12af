import { engineCharger, frontCharger } from '../charger/charged-air';
import type { Build } from '../build/build';
import type { OperatingPoint } from './point';
import type { Sweep } from './sweep';

/** Of a compound pair: the stage at the engine, or the one in front. */
export type StageName = 'engine' | 'front';

/** A point as one stage of a pair sees it: its own flow, ratio and place on its map. A single turbo is left as it is. */
export function onStage(point: OperatingPoint, stage: StageName): OperatingPoint {
  const { path } = point;
  const front = frontCharger(path);
  if (!front) return point;
  if (stage === 'engine') return { ...point, pressureRatio: engineCharger(path).outlet.ratio };
  return {
    ...point,
    pressureRatio: front.outlet.ratio,
    chargers: point.chargers.slice(0, 1),
    path: { ...path, chargers: [front] },
  };
}

/** A solved setup as one stage of its pair sees it, for its own map. Speeds at which that stage does not work are left out. */
export function stageAnswer<A extends { build: Build; sweep: Sweep }>({ build, sweep }: A, stage: StageName) {
  const front = frontCharger(build);
  if (!front) return { build, sweep };
  const seen = (points: OperatingPoint[]) =>
    points.filter((p) => frontCharger(p.path) || stage === 'front').map((p) => onStage(p, stage));
  return {
    build: stage === 'front' ? { ...build, chargers: [front] } : build,
    sweep: {
      ...sweep,
      points: seen(sweep.points),
      drawn: seen(sweep.drawn),
      goalPoint: onStage(sweep.goalPoint, stage),
      spans: sweep.spans.filter((s) => Boolean(s.front) === (stage === 'front')),
    },
  };
}
