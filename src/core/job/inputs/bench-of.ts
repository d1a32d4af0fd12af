import { isInFront } from '../chargers';
import type { Job } from '../schema/job';
import type { SettleableBench } from '../schema/marks';

/** Whether a path belongs to what stands between two chargers: the one in front, where the job is at hand to tell. */
export function isBetween(path: string, job?: Pick<Job, 'setups'>): boolean {
  const setup = job?.setups[Number(/^setups\.(\d+)\./.exec(path)?.[1])];
  return Boolean(setup && isInFront(setup, path));
}

/**
 * The bench where an input is given, by its path: where a problem with it is sent and mended. Total: what has no rule of
 * its own is on Demand. The cooler behind the charger at the engine is on Demand too, one between two beside the pair.
 */
export function benchOfPath(path: string, job?: Pick<Job, 'setups'>): SettleableBench {
  if (path.startsWith('brief.')) return 'brief';
  if (path.startsWith('engine.')) return 'engine';
  if (path.startsWith('trial.')) return 'charger';
  if (/\.aftercooler\b/.test(path)) return isBetween(path, job) ? 'charger' : 'demand';
  return /\.(induction|exhaust|readings|boost\.(curve|gears))/.test(path) ? 'charger' : 'demand';
}
