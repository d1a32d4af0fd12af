import { useDeferredValue, useMemo } from 'react';
import { figureAt, figures, isOfCharger, type FigureId } from '@/core/workings/figures';
import type { OperatingPoint } from '@/core/solve/point';
import { pointAt } from '@/core/solve/sweep';
import { useJob, type Solved } from '../store/solved';
import { useWords } from '../words/useWords';
import type { Read } from './PlotPanel';
import { withSteps, type CurveRow } from './steps';

/** Curves over the revs as every panel of a sheet is given them: slots and letters of the setups, their values by row. */
export type RevCurves = {
  rows: CurveRow[];
  selected: number;
  goal: number;
  own: { slot: number; letter: string };
  others: { slot: number; letter: string }[];
};

type Values = (build: Solved['build'], point: OperatingPoint) => Record<string, number>;

/**
 * Curves over the revs of the setup in hand with those drawn beside it. In: what is drawn of every setup, and of the one in
 * hand alone, in the reader's units; both stable while nothing changes; which charger of a point the figures read are of, where it is not the
 * one at the engine. Out: what every plot is given, which follows in the
 * next frames while figures and fields answer at once; and the figures at the selected speed.
 */
export function useCurves(
  solved: Solved,
  ofEach: Values,
  ofOwn: Values,
  chargerOf?: (point: OperatingPoint) => number,
) {
  const { figure } = useWords();
  const { sweep, build, point } = solved;
  const { drawn, setupIndex } = useJob();
  const own = drawn.find((d) => d.index === setupIndex);
  const others = useMemo(
    () =>
      drawn.flatMap((d) =>
        d.index !== setupIndex && d.answer
          ? [{ slot: d.slot, letter: d.setup.letter, answer: d.answer }]
          : [],
      ),
    [drawn, setupIndex],
  );
  const rows = useMemo(() => {
    // Setups share the engine, and with it the speeds they are solved at; each has its own steps between them.
    const beside = others.map((o) => ({
      slot: o.slot,
      build: o.answer.build,
      steps: o.answer.sweep.knees,
      at: new Map(o.answer.sweep.points.map((p) => [p.speedRpm, p])),
    }));
    const valuesOf = (slot: number, its: Solved['build'], p: OperatingPoint) =>
      p.status.kind === 'failed'
        ? []
        : Object.entries(ofEach(its, p)).map(([key, value]) => [`${key}${slot}`, value] as const);
    const ownRow = (p: OperatingPoint): CurveRow => ({
      x: p.speedRpm,
      ...ofEach(build, p),
      ...ofOwn(build, p),
    });
    const even = sweep.points.map((p) => {
      const row = ownRow(p);
      for (const { slot, at, build: its } of beside) {
        const other = at.get(p.speedRpm);
        if (other) Object.assign(row, Object.fromEntries(valuesOf(slot, its, other)));
      }
      return row;
    });
    const steps = [
      ...sweep.knees.map(({ low, high }) => [ownRow(low), ownRow(high)]),
      ...beside.flatMap(({ slot, build: its, steps }) =>
        steps.map(({ low, high }) =>
          [low, high].map((p): CurveRow => ({
            x: p.speedRpm,
            ...Object.fromEntries(valuesOf(slot, its, p)),
          })),
        ),
      ),
    ];
    return withSteps(even, steps);
  }, [sweep, build, others, ofEach, ofOwn]);
  const slot = own?.slot ?? 0;
  const letter = own?.setup.letter ?? 'A';
  const wanted = useMemo(
    () => ({
      rows,
      selected: point.speedRpm,
      goal: build.goal.speedRpm,
      own: { slot, letter },
      others: others.map((o) => ({ slot: o.slot, letter: o.letter })),
    }),
    [rows, point.speedRpm, build.goal.speedRpm, slot, letter, others],
  );
  const curves: RevCurves = useDeferredValue(wanted);
  const at = (id: FigureId, answer: Pick<Solved, 'build'>, p: OperatingPoint) =>
    figure(figureAt(answer.build, p, id, isOfCharger(id) ? chargerOf?.(p) : undefined), figures[id].quantity);
  const reads = (...ids: [FigureId, string][]): Read[] =>
    ids.map(([id, name]) => ({
      id,
      name,
      charger: isOfCharger(id) ? chargerOf?.(point) : undefined,
      value: at(id, solved, point),
      beside: others.map((o) => `${o.letter} ${at(id, o.answer, pointAt(o.answer, point.speedRpm))}`),
    }));
  return { curves, reads };
}
