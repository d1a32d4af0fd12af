import type { SettleableBench } from '../schema/marks';

/**
 * The bench where an input is given, by its path: where a problem with it is sent and mended. Total: what has no rule of
 * its own is on Demand.
 */
export function benchOfPath(path: string): SettleableBench {
  if (path.startsWith('brief.')) return 'brief';
  if (path.startsWith('engine.')) return 'engine';
  if (path.startsWith('trial.')) return 'charger';
  return /\.(induction|pair|exhaust|readings|boost\.(curve|gears))/.test(path) ? 'charger' : 'demand';
}
