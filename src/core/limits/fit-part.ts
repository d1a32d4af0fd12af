import type { Ref } from '../documents/ref';
import { kindsOf, limitMetrics, type ComponentKind } from '../job/schema/component-choices';
import type { Component } from '../job/schema/components';
import type { EnginePart } from './part-documents';

/** A part of the library as a list gives it. */
export type TakenPart = Ref & Pick<EnginePart, 'name' | 'type' | 'material' | 'limits'>;

/** Metrics of an assembly that belong to some of its parts only: rod bolts go by speed, springs by engine speed, gaskets by peak pressure. */
const own: Partial<Record<(typeof limitMetrics)[number], readonly ComponentKind[]>> = {
  pistonSpeed: ['rod-bolts'],
  boltLoad: ['rod-bolts'],
  engineSpeed: ['valve-springs', 'valves'],
  cylinderPressure: ['head-gasket', 'head-clamp', 'pistons', 'pins', 'rings', 'block'],
};

/** Metrics by which a part of an assembly is limited; of one that stands alone all it states. */
export function metricsFor(type: EnginePart['type'], kind: ComponentKind): (typeof limitMetrics)[number][] {
  const kinds = kindsOf(type);
  if (kinds.length === 1) return [...limitMetrics];
  return limitMetrics.filter((metric) => {
    const belongs = own[metric]?.filter((one) => kinds.includes(one));
    if (kind === 'rod-bolts' || kind === 'valve-springs' || kind === 'valves')
      return Boolean(belongs?.includes(kind));
    return !belongs?.length || belongs.includes(kind);
  });
}

/**
 * Puts a part of the library in the place of a component: its name, material and limits. What limited the old one is gone. Changes
 * the component. In: the component; the library's line, whose type stands for the component's kind.
 */
export function fitPart(component: Component, line: TakenPart): void {
  component.part = { id: line.id, revision: line.revision };
  component.name = line.name.slice(0, 60);
  component.note = line.material.slice(0, 200);
  component.limits = {};
  for (const metric of metricsFor(line.type, component.kind)) {
    const stated = line.limits[metric];
    if (stated) component.limits[metric] = { low: structuredClone(stated) };
  }
  // What stood there was the price of a stronger one than the part that is gone.
  delete component.price;
}
