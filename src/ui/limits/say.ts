import type { LimitRow } from '@/core/limits/judge';
import { metrics } from '@/core/job/schema/component-names';
import type { ModelMetric } from '@/core/limits/limit';
import type { Quantity } from '@/core/units/quantities';
import { metricName } from '../words/components';
import type { Words } from '../words/words';
import { confidenceWords } from '../fields/confidence';

const modelQuantities: Record<ModelMetric, Quantity | null> = {
  shaftSpeed: 'shaftSpeed',
  beltTension: 'force',
  surge: null,
  choke: null,
  wrap: null,
  fuel: null,
};
const isModelMetric = (metric: string): metric is ModelMetric => Object.hasOwn(modelQuantities, metric);

/** What a limit is measured in; null for a share. */
const measureOf = ({ metric }: LimitRow): Quantity | null =>
  isModelMetric(metric) ? modelQuantities[metric] : metrics[metric].quantity;

/** A limit in figures: both ends where sources disagree. */
export function limitWords(row: LimitRow, { figure }: Words): string {
  const quantity = measureOf(row);
  if (!quantity || row.low === null) return metricName(row.metric);
  const gauge = quantity === 'boost' ? ' gauge' : '';
  const low = figure(row.low, quantity);
  return row.high === null
    ? `${metricName(row.metric)} ${low}${gauge}`
    : `${metricName(row.metric)} ${low} to ${figure(row.high, quantity)}${gauge}`;
}

/** What moves a limit: speed alone, torque wherever it comes, and so on. */
export const bearsWords = ({ sort }: LimitRow): string =>
  ({
    torque: 'wherever that torque comes',
    power: 'at that power',
    speed: 'whatever the power',
    pressure: 'at that pressure',
    temperature: 'at that temperature',
    road: 'at that road speed',
    mass: 'whatever the power',
    flow: 'at that flow',
  })[sort];

/** How sure a limit is. */
export const sureWords = ({ part, confidence }: LimitRow): string =>
  part.from === 'model' ? 'By the models.' : `Limit: ${confidenceWords[confidence]}.`;

/** A speed that was read between two points, to the nearest ten, rev/min. */
export const aboutTen = (speedRpm: number): number => Math.round(speedRpm / 10) * 10;

/** The days that limits are looked at on. */
export const days = { design: 'as planned', coldest: 'coldest day', hottest: 'hottest day' } as const;
