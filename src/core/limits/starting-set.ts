import { guess, type Input } from '../documents/input';
import type { ComponentKind, LimitMetric } from '../job/schema/component-choices';
import type { Component } from '../job/schema/components';
import { pistonSpeedBands } from '../engine/geometry';

/** What the set goes by: how the engine burns, whether it was boosted from new, its red line, rev/min. */
export type SetFor = { ignition: 'spark' | 'compression'; wasBoosted: boolean; redLineRpm: number };

const BAR = 1e5;

/**
 * Mean effective pressures, bar, that parts of a road engine are usually left at: low where one may give, high where it does. A
 * diesel's are made for more. Common practice, no source: a starting point, to be replaced by what is known of the engine.
 */
const bmeps: [ComponentKind, low: number, high: number, diesel: number][] = [
  ['pistons', 19, 25, 1.25],
  ['rods', 20, 27, 1.25],
  ['head-clamp', 22, 29, 1.3],
  ['head-gasket', 21, 28, 1.3],
  ['main-caps', 25, 33, 1.2],
  ['crank', 27, 36, 1.2],
  ['block', 27, 36, 1.2],
];
/** Peak cylinder pressures, bar, that a head gasket is usually left at (common practice, no source). */
const PEAKS = { spark: [90, 120], diesel: [160, 200] } as const;
/** An engine that was boosted from new has stronger insides. */
const BOOSTED = 1.2;

/** BMEP, Pa, that parts of a kind are usually left at: where one may give, and where it does. Null for kinds that are not judged by it. */
export function usualBmep(
  kind: ComponentKind,
  { ignition, wasBoosted }: Omit<SetFor, 'redLineRpm'>,
): [low: number, high: number] | null {
  const known = bmeps.find(([own]) => own === kind);
  if (!known) return null;
  const [, low, high, diesel] = known;
  const factor = (ignition === 'compression' ? diesel : 1) * (wasBoosted ? BOOSTED : 1);
  const rounded = (value: number) => (Math.round(2 * value) / 2) * BAR;
  return [rounded(low * factor), rounded(high * factor)];
}

/** A starting set of components for an engine, every limit an estimate with its range. Out: ids of their kinds. */
export function startingSet({ ignition, wasBoosted, redLineRpm }: SetFor): Component[] {
  const component = (kind: ComponentKind, metric: LimitMetric, low: number, high: number): Component => ({
    id: kind,
    kind,
    name: '',
    note: 'Usual for its kind: an estimate',
    limits: { [metric]: { low: guess(low), high: guess(high) } satisfies { low: Input; high: Input } },
  });
  const [low, high] = ignition === 'compression' ? PEAKS.diesel : PEAKS.spark;
  // A diesel's are stated for a boosted one.
  const stronger = ignition === 'spark' && wasBoosted ? BOOSTED : 1;
  const peak = {
    cylinderPressure: { low: guess(low * stronger * BAR), high: guess(high * stronger * BAR) },
  };
  return [
    ...bmeps.map(([kind]) => {
      const part = component(kind, 'bmep', ...usualBmep(kind, { ignition, wasBoosted })!);
      return kind === 'head-gasket' ? { ...part, limits: { ...part.limits, ...peak } } : part;
    }),
    component('rod-bolts', 'pistonSpeed', pistonSpeedBands.usual + 1, pistonSpeedBands.sporting),
    component('valve-springs', 'engineSpeed', redLineRpm, Math.round((redLineRpm * 1.06) / 50) * 50),
  ];
}
