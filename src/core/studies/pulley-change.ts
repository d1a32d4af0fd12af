import { engineCharger } from '../charger/charged-air';
import type { OperatingPoint } from '../solve/point';

/** Where the boost of another pulley comes from and goes to, Pa each: together they are the change. */
export type PulleyChange = {
  speedRpm: number;
  before: number;
  after: number;
  /** What the ideal rule promises: absolute pressure goes with the ratio. */
  ideal: number;
  /** What the blower passes less (or more) of its volume: leakage and filling. */
  leakage: number;
  /** Thinner air before the blower. */
  inlet: number;
  /** Warmer air fills the engine with less of it, so that the pressure stands higher. */
  heat: number;
  /** The engine takes more (or less) at the new state. */
  breathing: number;
};

/**
 * Another pulley on a displacement blower at one engine speed, the change of boost taken apart. Manifold pressure goes with
 * the product of blower speed, what the blower passes, the density before it, the charge temperature and one over the engine's
 * volumetric efficiency; each factor gets its share of the change by its logarithm, so that the shares add up. In: the solved
 * point before and after, at one speed. Null where either has no answer or no shaft speed. Source: continuity from blower to
 * engine.
 */
export function pulleyChange(before: OperatingPoint, after: OperatingPoint): PulleyChange | null {
  const rpm = [before, after].map((p) => engineCharger(p).shaftRpm);
  if (before.status.kind === 'failed' || after.status.kind === 'failed' || !rpm[0] || !rpm[1]) return null;
  const speed = rpm[1] / rpm[0];
  const inletOf = (p: OperatingPoint) => {
    const { inlet } = engineCharger(p.path);
    return inlet.pressure / inlet.temperature;
  };
  // What arrives for each turn, at the density before the blower; what its bypass hands round has passed too.
  const passedOf = (p: OperatingPoint) => p.path.massFlow / (engineCharger(p).shaftRpm! * inletOf(p));
  const factors = {
    ideal: speed,
    leakage: passedOf(after) / passedOf(before),
    inlet: inletOf(after) / inletOf(before),
    heat: after.path.manifold.temperature / before.path.manifold.temperature,
    breathing: before.path.volumetricEfficiency / after.path.volumetricEfficiency,
  };
  const [p0, p1] = [before.manifoldPressure, after.manifoldPressure];
  const all = Math.log(p1 / p0);
  const total = p1 - p0;
  // Near no change the logarithms are no measure: the mean pressure is.
  const scale = Math.abs(all) > 1e-9 ? total / all : p0;
  const share = (factor: number) => scale * Math.log(factor);
  const ideal = p0 * speed - p0;
  return {
    speedRpm: before.speedRpm,
    before: before.boostGauge,
    after: after.boostGauge,
    ideal,
    leakage: share(factors.leakage),
    inlet: share(factors.inlet),
    heat: share(factors.heat),
    // What is left of the ideal rule's own curvature belongs to no part: it goes with the engine's.
    breathing: total - ideal - share(factors.leakage) - share(factors.inlet) - share(factors.heat),
  };
}

/** The change over the ideal rule's: 1 where the rule holds. */
export const shareOfIdeal = ({ before, after, ideal }: PulleyChange): number => (after - before) / ideal;

/** Of a measured change: what came over what the ideal rule promised. In: boost before and after, Pa gauge; ambient; ratios. */
export const measuredShare = (
  before: number,
  after: number,
  ambient: number,
  ratio: { before: number; after: number },
): number => (after - before) / ((ambient + before) * (ratio.after / ratio.before - 1));
