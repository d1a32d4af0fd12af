import { useCallback, useEffect, useMemo } from 'react';
import { create } from 'zustand';
import { addSetup } from '@/core/job/setups';
import { monotoneCubic } from '@/core/numerics/monotone-cubic';
import {
  canShape,
  figuresOf,
  flatLevel,
  heldBySpark,
  rowsOfShape,
  shapedBoost,
  type ShapeAim,
  type ShapedPoint,
} from '@/core/studies/boost-shaping';
import type { Job } from '@/core/job/schema/job';
import { useJob, useJobState } from '../store/solved';
import { useSlices } from '../store/useSlices';
import { useDuty } from './useDuty';

type AimKind = ShapeAim['kind'];

type Figured = ReturnType<typeof figuresOf>;
export type ShapeResult = {
  points: ShapedPoint[];
  flat: Figured;
  shaped: Figured;
  spark: ReturnType<typeof heldBySpark>;
};

/** What is aimed at: of the screen, until it is made the boost target. */
const useAim = create<{
  kind: AimKind;
  /** N·m; null: a tenth under what is there. */
  ceiling: number | null;
  margin: number;
  /** Boost that is let through at the most, Pa gauge; null: what the plan in hand reaches. */
  level: number | null;
  /** What the sheet has found for it: null while it is at work. */
  result: ShapeResult | null;
  set: (change: {
    kind?: AimKind;
    ceiling?: number;
    margin?: number;
    level?: number;
    result?: ShapeResult | null;
  }) => void;
}>((set) => ({ kind: 'torque', ceiling: null, margin: 0.05, level: null, result: null, set }));

type Found = { kind: 'point'; point: ShapedPoint } | ({ kind: 'done' } & Omit<ShapeResult, 'points'>);

/** The aim in hand: as chosen, or a tenth under the torque that is there. */
function useAimed() {
  const { answer } = useJob();
  const { pull } = useDuty();
  const { kind, ceiling: typed, margin, level: typedLevel, set, result } = useAim();
  const usual = useMemo(() => {
    if (!answer) return null;
    const solved = answer.sweep.points.filter(({ status }) => status.kind !== 'failed');
    return Math.round((0.9 * Math.max(0, ...solved.map(({ torque }) => torque))) / 5) * 5;
  }, [answer]);
  const ceiling = typed ?? usual;
  const level = typedLevel ?? (answer ? flatLevel(answer.sweep) : 0);
  const aim = useMemo((): ShapeAim | null => {
    if (kind === 'torque') return ceiling ? { kind, ceiling } : null;
    return kind === 'limits' ? { kind, margin, pull } : { kind };
  }, [kind, ceiling, margin, pull]);
  return {
    answer,
    kind,
    ceiling,
    margin,
    level,
    aim,
    set,
    result,
    isPossible: Boolean(answer && canShape(answer.build)),
  };
}

/** Shapes the boost while the sheet is open, a speed at a time, with what it brings against a flat target. */
export function useShaping() {
  const { answer, aim, level, set, ...rest } = useAimed();
  const engine = useJobState((s) => s.draft.engine);
  const make = useCallback(
    function* (): Generator<Found> {
      if (!answer || !aim || !canShape(answer.build)) return;
      const { build, sweep } = answer;
      const points: ShapedPoint[] = [];
      for (const point of shapedBoost({ build, sweep, engine }, aim, level)) {
        points.push(point);
        yield { kind: 'point', point };
      }
      const flat = figuresOf(build, engine, () => level);
      const rows = rowsOfShape(points);
      const curve = monotoneCubic(
        rows.map((row) => row.speedRpm),
        rows.map((row) => row.gauge),
      );
      const shaped = figuresOf(build, engine, curve.at);
      const spark = aim.kind === 'torque' ? heldBySpark(build, engine, flat.sweep.points, aim.ceiling) : null;
      yield { kind: 'done', flat, shaped, spark };
    },
    [answer, aim, level, engine],
  );
  const found = useSlices(make, 'Shaping the boost');
  const result = useMemo((): ShapeResult | null => {
    const done = found?.find((one) => one.kind === 'done');
    const points = found?.flatMap((one) => (one.kind === 'point' ? [one.point] : []));
    return done && points ? { ...done, points } : null;
  }, [found]);
  // The column beside the sheet makes it the target.
  useEffect(() => {
    set({ result });
    return () => set({ result: null });
  }, [result, set]);
  return { ...rest, result };
}

/** How the shape becomes the boost target. */
export function useShape() {
  const { store, setupIndex } = useJob();
  const { kind, ceiling, margin, level, set, isPossible, result } = useAimed();
  const put = (job: Job, index: number) => {
    const plan = job.setups[index]!.boost;
    plan.kind = 'curve';
    plan.held = 'gauge';
    plan.curve = {
      confidence: 'guess',
      rows: rowsOfShape(result?.points ?? []),
    };
  };
  /** The shape becomes the boost target of the setup in hand, or of a copy of it. */
  const take = () => {
    store.getState().edit((job) => put(job, setupIndex));
    store.getState().commit();
  };
  const takeAsSetup = () => {
    const { draft, replace } = store.getState();
    const made = addSetup(draft, draft.setups[setupIndex]!.id, crypto.randomUUID());
    if (!made.ok) return;
    const job = structuredClone(made.job);
    put(job, job.setups.length - 1);
    replace(job);
  };
  const canAdd = useJobState((s) => s.draft.setups.length) < 6;
  return { kind, ceiling, margin, level, set, isPossible, result, take, takeAsSetup, canAdd };
}
