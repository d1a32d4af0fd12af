import { effectivenessCurve } from '../charge-air/cooler-curve';
import { sizedEffectiveness, USUAL_COOLING } from '../charge-air/sized-core';
import type { CoolerDocument } from '../job/schema/job';
import type { Cooler } from './elements';

type Size = NonNullable<CoolerDocument['size']>;

/** Effectiveness over the flow of charge of a cooler given by its size. In: what cools; its rate, m/s or m³/s. */
const bySize = (size: Size, type: 'air' | 'water', rate: number) =>
  sizedEffectiveness(
    {
      height: size.height.value,
      width: size.width.value,
      depth: size.depth.value,
      chargeFins: size.chargeFins.value,
      coolantFins: size.coolantFins.value,
    },
    type,
    rate,
  );

/** A setup's cooler as the solver takes it; null where there is none. In: its document; the air of the day, K. */
export function coolerOf(
  { kind, effectiveness, points, size, coolantRise }: CoolerDocument,
  ambient: number,
): Cooler | null {
  if (kind === 'none') return null;
  return {
    effectiveness: size
      ? bySize(size, kind, kind === 'air' ? size.speed.value : size.pump.value)
      : points
        ? effectivenessCurve(points)
        : () => effectiveness.value,
    coolant: ambient + coolantRise.value,
    byPoints: Boolean(size ?? points),
  };
}

/** Effectiveness with the usual cooling at a flow, kg/s: of a core by its size worked out for it, otherwise what is stated. */
export function usualEffectiveness({ size, kind }: CoolerDocument, cooler: Cooler, flow: number): number {
  if (!size || kind === 'none') return cooler.effectiveness(flow);
  return bySize(size, kind, kind === 'air' ? USUAL_COOLING.speed : USUAL_COOLING.flow)(flow);
}
