import type { Build } from '../build/build';
import { figureAt, type FigureId } from './figures';
import type { OperatingPoint } from '../solve/point';
import { pointAt, type Sweep } from '../solve/sweep';

type Answer = { build: Build; sweep: Sweep };

/** Where setups are compared: four numbers that are often taken for one another, each by its name. */
export type Where =
  | { kind: 'goal' }
  | { kind: 'peak' }
  | { kind: 'red-line' }
  | { kind: 'average'; fromRpm: number; toRpm: number };

/** The solved speed at which a setup makes its most of a figure; undefined where it has none. */
export function peakOf({ build, sweep }: Answer, id: 'power' | 'torque'): OperatingPoint | undefined {
  const value = (p: OperatingPoint) => figureAt(build, p, id) ?? -Infinity;
  return sweep.points.reduce<OperatingPoint | undefined>(
    (best, p) => (Number.isFinite(value(p)) && (!best || value(p) > value(best)) ? p : best),
    undefined,
  );
}

/**
 * A figure of a setup where setups are compared, SI; null where there is none. 'peak' is at the setup's own peak power. An
 * average is over the solved speeds between two, both within; null if any of them lacks the figure, since means over
 * different speeds do not compare.
 */
export function comparedFigure(answer: Answer, where: Where, id: FigureId): number | null {
  const { build, sweep } = answer;
  switch (where.kind) {
    case 'goal':
      return figureAt(build, sweep.goalPoint, id);
    case 'peak': {
      const peak = peakOf(answer, 'power');
      return peak ? figureAt(build, peak, id) : null;
    }
    case 'red-line':
      return figureAt(build, pointAt(answer, build.redLineRpm), id);
    case 'average': {
      const between = sweep.points.filter((p) => p.speedRpm >= where.fromRpm && p.speedRpm <= where.toRpm);
      const values = between.map((p) => figureAt(build, p, id));
      if (!values.length || values.some((v) => v === null)) return null;
      return values.reduce<number>((sum, v) => sum + v!, 0) / values.length;
    }
  }
}
