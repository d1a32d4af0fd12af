import { usualMargins } from '../compressor/usual-margins';
import { given, guess } from '../documents/input';
import { fuelIds, fuelOf, type FuelId } from '../fuel/fuels';
import { chargerAtEngine } from './chargers';
import { fuelDefaults } from './defaults';
import type { Job } from './schema/job';

/** Fuels that a petrol engine may start on. */
export const petrolFuels: readonly FuelId[] = fuelIds.filter((id) => id.startsWith('petrol'));

/** What a shop wants a new job to start from. Losses Pa at the goal's flow, shares 0 to 1. */
export type JobDefaults = {
  petrol: FuelId;
  currency: string;
  lossModel: Job['brief']['drivetrain']['school'];
  drivetrainLoss: number;
  fixedLoss: number;
  coolerEffectiveness: number;
  filterLoss: number;
  coolerLoss: number;
  throttleLoss: number;
  surgeMargin: number;
  chokeMargin: number;
};

/** Before a shop has set its own: the estimates of a new job (common practice, no source). */
export const usualDefaults: JobDefaults = {
  petrol: 'petrol-98',
  currency: 'EUR',
  lossModel: 'share',
  drivetrainLoss: 0.15,
  fixedLoss: 5_000,
  coolerEffectiveness: 0.7,
  filterLoss: 2_000,
  coolerLoss: 6_000,
  throttleLoss: 1_500,
  surgeMargin: usualMargins.surge,
  chokeMargin: usualMargins.choke,
};

/** What each may be, SI. */
export const defaultBounds = {
  drivetrainLoss: { min: 0, max: 0.5 },
  fixedLoss: { min: 0, max: 100_000 },
  coolerEffectiveness: { min: 0.05, max: 1 },
  filterLoss: { min: 0, max: 20_000 },
  coolerLoss: { min: 0, max: 40_000 },
  throttleLoss: { min: 0, max: 20_000 },
  surgeMargin: { min: 0, max: 0.5 },
  chokeMargin: { min: 0, max: 0.5 },
} as const;

/**
 * A new job on the shop's own defaults, all of them estimates. In: a job nobody has edited yet. The fuel is changed only
 * where the engine started on petrol. Source: the shop.
 */
export function onDefaults(job: Job, defaults: JobDefaults): Job {
  const next = JSON.parse(JSON.stringify(job)) as Job;
  const { brief } = next;
  if (petrolFuels.includes(brief.fuel.id) && brief.fuel.id !== defaults.petrol) {
    const fuel = fuelOf(defaults.petrol);
    brief.fuel = fuelDefaults(defaults.petrol);
    next.engine.breathing.reference.fuel = defaults.petrol;
    next.engine.breathing.reference.lambda = guess(fuel.bestPowerLambda);
    next.engine.baseline.fuel = defaults.petrol;
  }
  brief.budget.currency = defaults.currency;
  brief.drivetrain = {
    school: defaults.lossModel,
    lossShare: guess(defaults.drivetrainLoss),
    fixedLoss: guess(defaults.fixedLoss),
  };
  // A rule of the shop, no estimate; the usual is not written into every job.
  if (defaults.surgeMargin !== usualMargins.surge)
    brief.surgeMargin = given(defaults.surgeMargin, 'measured');
  if (defaults.chokeMargin !== usualMargins.choke)
    brief.chokeMargin = given(defaults.chokeMargin, 'measured');
  const losses = {
    filter: defaults.filterLoss,
    cooler: defaults.coolerLoss,
    throttle: defaults.throttleLoss,
  };
  for (const setup of next.setups) {
    for (const loss of setup.plumbing)
      if (loss.place in losses) loss.drop = guess(losses[loss.place as keyof typeof losses]);
    const charger = chargerAtEngine(setup);
    if (charger) charger.aftercooler.effectiveness = guess(defaults.coolerEffectiveness);
  }
  return next;
}
