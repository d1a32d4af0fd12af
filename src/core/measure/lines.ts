import type { Job } from '../job/schema/job';
import type { MeasuringSheet } from '../job/schema/record-choices';
import type { Quantity } from '../units/quantities';

/** A line of a sheet: what is measured where, and between which figures it passes; null where nothing is asked. SI. */
export type SheetLine = {
  /** Names it for good: 'top 1'. */
  key: string;
  /** What it is, and the cylinder, journal or valve it is of; null where there is one. */
  what: string;
  number: number | null;
  target: number | null;
  low: number | null;
  high: number | null;
};

/** A figure that a sheet is worked out from and the job does not hold. */
export type SheetGiven = { key: string; quantity: Quantity; min: number; max: number; usual: number | null };

/** What follows from what was measured. */
export type SheetResult = { key: string; value: number; quantity: Quantity; isAlarming?: boolean };

export type SheetDefinition = {
  sheet: MeasuringSheet;
  quantity: (line: SheetLine) => Quantity;
  given: readonly SheetGiven[];
  lines: readonly SheetLine[];
  results: readonly SheetResult[];
};

/** What was found so far, by line; and what was given, by key. */
export type Found = { read: (line: string) => number | undefined; given: (key: string) => number | null };

export const degree = Math.PI / 180;
export const inch = 0.0254;
export const thousandth = inch / 1_000;

/** Lines of one thing over the cylinders, journals or valves. */
export const lines = (
  what: string,
  count: number,
  limits: Pick<SheetLine, 'target' | 'low' | 'high'>,
): SheetLine[] =>
  Array.from({ length: count }, (_, i) => ({ key: `${what} ${i + 1}`, what, number: i + 1, ...limits }));
export const around = (target: number, by: number) => ({ target, low: target - by, high: target + by });
export const atLeast = (low: number, slack: number) => ({ target: low, low, high: low + slack });

export const values = (own: readonly SheetLine[], { read }: Found): number[] =>
  own.flatMap(({ key }) => read(key) ?? []);
export const mean = (all: readonly number[]): number => all.reduce((sum, one) => sum + one, 0) / all.length;
export const spreadOf = (all: readonly number[]): number => Math.max(...all) - Math.min(...all);

export type Makes = (
  job: Job,
  found: Found,
  setupIndex: number,
  boostGauge: number,
) => Omit<SheetDefinition, 'sheet'>;
export const all = (quantity: Quantity) => () => quantity;
