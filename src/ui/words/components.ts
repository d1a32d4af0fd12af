import type { LimitMetric } from '@/core/job/schema/component-choices';
import { componentNames, metrics } from '@/core/job/schema/component-names';
import type { LimitPart, ModelMetric, ModelPart } from '@/core/limits/limit';

const modelNames: Record<ModelPart, string> = {
  shaft: 'Charger shaft',
  'front-shaft': 'LP charger shaft',
  map: 'Compressor map',
  belt: 'Belt',
  turbine: 'Turbine inlet',
  clutch: 'Clutch',
  gearbox: 'Gearbox',
  injectors: 'Injectors',
  pumps: 'Fuel pump',
  'high-pump': 'High-pressure pump',
  lift: 'Lift pump',
};

/** A part as it is called on a row: its kind, its own name where it has one, and the gear where it is known by gear. */
export function partName(part: LimitPart): string {
  const kind = part.from === 'component' ? componentNames[part.kind] : modelNames[part.part];
  const gear = part.from === 'model' && part.gear !== null ? `gear ${part.gear + 1}` : '';
  return [kind, part.name, gear].filter(Boolean).join(', ');
}

const modelMetricNames: Record<ModelMetric, string> = {
  shaftSpeed: 'shaft speed',
  surge: 'surge line',
  choke: 'choke line',
  wrap: 'pull its wrap holds',
  beltTension: 'tight strand, each rib',
  fuel: 'fuel',
};

/** What a part is limited by, as a row says it. */
export const metricName = (metric: LimitMetric | ModelMetric): string =>
  isModelMetric(metric) ? modelMetricNames[metric] : metrics[metric].name;

const isModelMetric = (metric: string): metric is ModelMetric => Object.hasOwn(modelMetricNames, metric);
