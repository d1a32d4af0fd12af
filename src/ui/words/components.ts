import type { LimitMetric } from '@/core/job/schema/component-choices';
import { componentNames, metrics } from '@/core/job/schema/component-names';
import type { LimitPart, ModelPart } from '@/core/limits/limit';

const modelNames: Record<ModelPart, string> = {
  shaft: 'Charger shaft',
  'front-shaft': 'LP charger shaft',
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

/** What a part is limited by, as a row says it. */
export const metricName = (metric: LimitMetric | 'shaftSpeed' | 'fuel'): string =>
  metric === 'shaftSpeed' ? 'shaft speed' : metric === 'fuel' ? 'fuel' : metrics[metric].name;
