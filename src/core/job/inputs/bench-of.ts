import { isInFront } from '../chargers';
import type { Job, Loss } from '../schema/job';
import type { SettleableBench } from '../schema/marks';

/** Whether a path belongs to what stands between two chargers: the one in front, where the job is at hand to tell. */
export function isBetween(path: string, job?: Pick<Job, 'setups'>): boolean {
  const setup = job?.setups[Number(/^setups\.(\d+)\./.exec(path)?.[1])];
  return Boolean(setup && isInFront(setup, path));
}

const onDemand = ['filter', 'inlet', 'cooler', 'charge', 'throttle'] as const;
/** Places of losses that have their fields on Demand. */
export type DemandPlace = (typeof onDemand)[number];

/**
 * Whether a loss is given on Demand: what stands in the air's way as a pressure drop. Pipes by their measures, the exhaust's
 * parts and those between two chargers are on the Charger, under Pipes.
 */
const isOnDemand = (loss: Pick<Loss, 'place' | 'from'>): boolean =>
  loss.from === 'drop' && onDemand.some((place) => place === loss.place);

/** The loss a path belongs to, where the job is at hand to tell. */
function lossOf(path: string, job?: Pick<Job, 'setups'>): Loss | undefined {
  const [, setup, loss] = /^setups\.(\d+)\.plumbing\.(\d+)\./.exec(path) ?? [];
  return job?.setups[Number(setup)]?.plumbing[Number(loss)];
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
  const loss = lossOf(path, job);
  if (loss) return isOnDemand(loss) ? 'demand' : 'charger';
  return /\.(induction|exhaust|readings|boost\.(curve|gears))/.test(path) ? 'charger' : 'demand';
}
