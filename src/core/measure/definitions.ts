import type { Job } from '../job/schema/job';
import type { MeasuringSheet } from '../job/schema/record-choices';
import { bottomEnd } from './bottom-end';
import type { Makes, SheetDefinition, SheetGiven, SheetLine } from './lines';
import { topEnd } from './top-end';

const definitions: Record<MeasuringSheet, Makes> = { ...bottomEnd, ...topEnd };

/** A reading against its line: nothing asked, within, or out. */
export type Passed = 'open' | 'passed' | 'low' | 'high';

/** In: a reading, or none yet. At the edge it passes. */
export function passed({ low, high }: Pick<SheetLine, 'low' | 'high'>, value: number | undefined): Passed {
  if (value === undefined) return 'open';
  const edge = 1e-9;
  if (low !== null && value < low - edge) return 'low';
  if (high !== null && value > high + edge) return 'high';
  return 'passed';
}

/**
 * A measuring sheet of a job: what is measured, between which figures, by the job’s own geometry, use and boost, and what follows from what was
 * found. In: sheet; job; place of the setup in hand; its greatest boost, Pa gauge. Total.
 */
export function sheetOf(
  sheet: MeasuringSheet,
  job: Job,
  setupIndex: number,
  boostGauge: number,
): SheetDefinition {
  const { measured = [], given = [] } = job.record ?? {};
  const read = new Map(
    measured.flatMap((one) => (one.sheet === sheet ? [[one.line, one.value] as const] : [])),
  );
  const said = new Map(given.flatMap((one) => (one.sheet === sheet ? [[one.key, one.value] as const] : [])));
  const make = (givens: readonly SheetGiven[]) =>
    definitions[sheet](
      job,
      {
        read: (line) => read.get(line),
        given: (key) => said.get(key) ?? givens.find((one) => one.key === key)?.usual ?? null,
      },
      setupIndex,
      boostGauge,
    );
  // Once for what it asks, once with the usual figure where nothing was said.
  return { sheet, ...make(make([]).given) };
}
