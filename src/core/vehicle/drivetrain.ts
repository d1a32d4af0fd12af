/**
 * Two schools of drivetrain loss. 'share': a fixed share of flywheel power is lost. 'fixed-and-share': a fixed power
 * (bearings, oil) plus a share of the rest. Both common practice, no source.
 */
export type Drivetrain = { school: 'share' | 'fixed-and-share'; lossShare: number; fixedLoss: number };

const fixedOf = (d: Drivetrain) => (d.school === 'fixed-and-share' ? d.fixedLoss : 0);

/** Flywheel power, W, that leaves `wheels` W at the wheels. Valid: loss share 0 to below 1. */
export const flywheelPower = (wheels: number, d: Drivetrain): number =>
  (wheels + fixedOf(d)) / (1 - d.lossShare);

/** Power at the wheels, W, from flywheel power, W; the inverse of `flywheelPower`. Never below zero. */
export const wheelPower = (flywheel: number, d: Drivetrain): number =>
  Math.max(0, flywheel * (1 - d.lossShare) - fixedOf(d));
