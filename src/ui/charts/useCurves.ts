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

type SetupValues = {
  /** By speed. */
  even: Map<number, Record<string, number>>;
  steps: { x: number; values: Record<string, number> }[][];
};

const kept = new WeakMap<Values, WeakMap<object, SetupValues>>();

/** What is drawn of a setup beside the one in hand: an edit of that one leaves it as it is. */
function valuesOf(ofEach: Values, answer: Pick<Solved, 'build' | 'sweep'>): SetupValues {
  const byAnswer = kept.get(ofEach) ?? new WeakMap<object, SetupValues>();
  kept.set(ofEach, byAnswer);
  const known = byAnswer.get(answer.sweep);
  if (known) return known;
  const of = (p: OperatingPoint) => (p.status.kind === 'failed' ? {} : ofEach(answer.build, p));
  const made: SetupValues = {
    even: new Map(answer.sweep.points.map((p) => [p.speedRpm, of(p)])),
    steps: answer.sweep.knees.map(({ low, high }) =>
      [low, high].map((p) => ({ x: p.speedRpm, values: of(p) })),
    ),
  };
  byAnswer.set(answer.sweep, made);
  return made;
}

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
  const slot = own?.slot ?? 0;
  const letter = own?.setup.letter ?? 'A';
  const selected = point.speedRpm;
  // Rows are made in the next frames too: fields and figures wait for none of them.
  const later = useDeferredValue(
    useMemo(
      () => ({ sweep, build, others, slot, letter, selected }),
      [sweep, build, others, slot, letter, selected],
    ),
  );
  const rows = useMemo(() => {
    // Setups share the engine, and with it the speeds they are solved at; each has its own steps between them.
    const beside = later.others.map((o) => ({ slot: o.slot, ...valuesOf(ofEach, o.answer) }));
    const named = (values: Record<string, number>, place: number) =>
      Object.fromEntries(Object.entries(values).map(([key, value]) => [`${key}${place}`, value]));
    const ownRow = (p: OperatingPoint): CurveRow => ({
      x: p.speedRpm,
      ...ofEach(later.build, p),
      ...ofOwn(later.build, p),
    });
    const even = later.sweep.points.map((p) => {
      const row = ownRow(p);
      for (const other of beside) {
        const values = other.even.get(p.speedRpm);
        if (values) Object.assign(row, named(values, other.slot));
      }
      return row;
    });
    const steps = [
      ...later.sweep.knees.map(({ low, high }) => [ownRow(low), ownRow(high)]),
      ...beside.flatMap((other) =>
        other.steps.map((ends) =>
          ends.map(({ x, values }): CurveRow => ({ x, ...named(values, other.slot) })),
        ),
      ),
    ];
    return withSteps(even, steps);
  }, [later, ofEach, ofOwn]);
  const curves: RevCurves = useMemo(
    () => ({
      rows,
      selected: later.selected,
      goal: later.build.goal.speedRpm,
      own: { slot: later.slot, letter: later.letter },
      others: later.others.map((o) => ({ slot: o.slot, letter: o.letter })),
    }),
    [rows, later],
  );
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
