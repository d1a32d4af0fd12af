import type { Bounds } from '../job/inputs/bound-at';
import { boundsAt } from '../job/inputs/bound-at';
import type { Job } from '../job/schema/job';
import {
  BASELINE_ROWS,
  BREATHING_TABLE,
  inputsOf,
  isBoostCurve,
  isWhole,
  spreadOf,
  type JobInput,
} from '../job/inputs/inputs';
import { compileBuild, type Library } from '../build/build';
import { figureAt, type FigureId } from './figures';
import { planLevel, solvePoint } from '../solve/point';

/** How much an input's own spread moves a figure. SI. */
export type Influence = JobInput & {
  /** How far off the input may be, one side. */
  spread: number;
  /** The figure with the input that much lower and higher (less where its range ends); null where there is none. */
  low: number | null;
  high: number | null;
  /** Change of the figure for a rise of the input by its spread: central difference. 0 where it cannot be told. */
  effect: number;
};

/** The job with one input at another value; the breathing table and the measured run are scaled as a whole. Shares what did not change. */
export function withInput(job: Job, path: string, value: number): Job {
  const keys = path.split('.');
  const set = (at: unknown, i: number): unknown => {
    if (i === keys.length) return { ...(at as object), value };
    const key = keys[i]!;
    const child = set((at as Record<string, unknown>)[key], i + 1);
    if (Array.isArray(at)) return at.map((x: unknown, j) => (String(j) === key ? child : x));
    return { ...(at as object), [key]: child };
  };
  const { engine } = job;
  if (path === BASELINE_ROWS) {
    const rows = engine.baseline.rows.map((row) => ({ ...row, power: row.power * value }));
    return { ...job, engine: { ...engine, baseline: { ...engine.baseline, rows } } };
  }
  if (isBoostCurve(path)) {
    const index = Number(path.split('.')[1]);
    const setups = job.setups.map((setup, i) => {
      if (i !== index) return setup;
      const { curve } = setup.boost;
      const rows = curve.rows.map((row) => ({ ...row, gauge: row.gauge * value }));
      return { ...setup, boost: { ...setup.boost, curve: { ...curve, rows } } };
    });
    return { ...job, setups };
  }
  if (path !== BREATHING_TABLE) return set(job, 0) as Job;
  const { table } = engine.breathing;
  const rows = table.rows.map((row) => ({ ...row, value: row.value * value }));
  return { ...job, engine: { ...engine, breathing: { ...engine.breathing, table: { ...table, rows } } } };
}

/** One figure of a job's setup at a speed, solved afresh; null where it has none. */
export function figureOf(
  job: Job,
  setupIndex: number,
  library: Library,
  speedRpm: number,
  figure: FigureId,
  charger?: number,
): number | null {
  const result = compileBuild(job, job.setups[setupIndex]!.id, library);
  if ('problems' in result) return null;
  const level = planLevel(result.build);
  if (level.kind === 'failed') return null;
  return figureAt(result.build, solvePoint(result.build, speedRpm, level), figure, charger);
}

type Asked = {
  job: Job;
  setupIndex: number;
  library: Library;
  speedRpm: number;
  figure: FigureId;
  /** Of a figure that belongs to a charger, its place among those that work. */
  charger?: number | undefined;
  bounds: Bounds;
  /** Which inputs; all that have a say if left out. */
  among?: (input: JobInput) => boolean;
};

/**
 * What each input's spread does to a figure, one input a step, in the order of the work: whoever asks sorts. Central
 * differences over the spread; the boost plan is solved anew each time, so that a goal stays met.
 * Total. Source: the first-order part of an uncertainty analysis (ISO/IEC Guide 98-3, 5.1.3).
 */
export function* influencesOn({
  job,
  setupIndex,
  library,
  speedRpm,
  figure,
  charger,
  bounds,
  among = () => true,
}: Asked): Generator<Influence> {
  for (const one of inputsOf(job, setupIndex).filter(among)) {
    const { path, input } = one;
    const spread = spreadOf(one);
    const range = isWhole(path) ? { min: 0.2, max: 3 } : boundsAt(bounds, path);
    const below = Math.max(range.min, input.value - spread);
    const above = Math.min(range.max, input.value + spread);
    const at = (value: number) =>
      value === input.value && spread === 0
        ? null
        : figureOf(withInput(job, path, value), setupIndex, library, speedRpm, figure, charger);
    const low = at(below);
    const high = at(above);
    const effect =
      low === null || high === null || above <= below ? 0 : ((high - low) / (above - below)) * spread;
    yield { ...one, spread, low, high, effect };
  }
}

/** Most telling first; what moves nothing is left out. */
export const mostTelling = (influences: readonly Influence[]): Influence[] =>
  influences.filter((i) => Math.abs(i.effect) > 0).sort((a, b) => Math.abs(b.effect) - Math.abs(a.effect));
