import type { Build } from '@/core/build/build';
import { hubPower, wheelPower } from '@/core/vehicle/drivetrain';

/** Where power is counted. */
export type Basis = 'flywheel' | 'hub' | 'wheels';
export const basisWords = { flywheel: 'flywheel', hub: 'hubs', wheels: 'wheels' } as const;

/** Flywheel power at a basis, W. */
export const powerAtBasis = (power: number, build: Build, basis: Basis): number =>
  basis === 'wheels'
    ? wheelPower(power, build.drivetrain)
    : basis === 'hub'
      ? hubPower(power, build.drivetrain)
      : power;
