import { defineFormula } from '../working/formula';

/**
 * Two schools of drivetrain loss. 'share': a fixed share of flywheel power is lost. 'fixed-and-share': a fixed power
 * (bearings, oil) plus a share of the rest. Both common practice, no source.
 */
export type Drivetrain = { school: 'share' | 'fixed-and-share'; lossShare: number; fixedLoss: number };

/** The fixed part that counts under a school, W: none where the loss is a share alone. */
export const fixedLossOf = (d: Drivetrain): number => (d.school === 'fixed-and-share' ? d.fixedLoss : 0);

const source = 'Drivetrain loss as a share, or as a fixed power and a share: two schools, common practice';
const lossShare = { symbol: 'l', quantity: 'share', meaning: 'share lost' } as const;
const fixedLoss = { symbol: 'P_0', quantity: 'power', meaning: 'lost whatever the power' } as const;
const flywheel = { symbol: 'P', quantity: 'power', meaning: 'power at the flywheel' } as const;
const wheels = { symbol: 'P_w', quantity: 'power', meaning: 'power at the wheels' } as const;

export const flywheelFromWheels = defineFormula({
  id: 'flywheel-from-wheels',
  form: '({wheels} + {fixedLoss}) / (1 − {lossShare})',
  source,
  result: flywheel,
  variables: { wheels, fixedLoss, lossShare },
  fn: (a) => (a.wheels + a.fixedLoss) / (1 - a.lossShare),
});

export const wheelsFromFlywheel = defineFormula({
  id: 'wheels-from-flywheel',
  form: 'max(0, {flywheel} · (1 − {lossShare}) − {fixedLoss})',
  source,
  result: wheels,
  variables: { flywheel, lossShare, fixedLoss },
  fn: (a) => Math.max(0, a.flywheel * (1 - a.lossShare) - a.fixedLoss),
});

/** Flywheel power, W, that leaves `power` W at the wheels. Valid: loss share 0 to below 1. */
export const flywheelPower = (power: number, d: Drivetrain): number =>
  flywheelFromWheels.fn({ wheels: power, fixedLoss: fixedLossOf(d), lossShare: d.lossShare });

/** Power at the wheels, W, from flywheel power, W; the inverse of `flywheelPower`. Never below zero. */
export const wheelPower = (power: number, d: Drivetrain): number =>
  wheelsFromFlywheel.fn({ flywheel: power, lossShare: d.lossShare, fixedLoss: fixedLossOf(d) });

/** Share of the power that tyres take on a roller and a hub dyno does not see (common practice, no source). */
const TYRE_SHARE = 0.03;

/** Power at the hubs, W: the drivetrain’s loss without the tyres’ share of it. In: flywheel power, W. Source: common practice. */
export const hubPower = (power: number, d: Drivetrain): number =>
  wheelPower(power, { ...d, lossShare: Math.max(0, d.lossShare - TYRE_SHARE) });
