import { cycleFactorAt, type CyclePower } from '../engine/cycle-power';
import { airPerPower, fuelFlowPower, schoolPower, trappedDryAir } from '../engine/power-formulas';
import { burningAir } from '../charge-injection/formulas';
import { nitrousOxide } from '../charge-injection/liquids';
import { netPower } from '../charger/drive-formulas';
import type { Build } from '../build/build';
import type { AirPath } from './air-path';

/** Dry air per energy at a λ, kg/J: the job's own, or a diesel's while it spools. */
export const airPerPowerAt = (build: Build, lambda: number): number =>
  lambda === build.lambda
    ? build.airPerPower
    : airPerPower.fn({
        stoichiometric: build.fuel.stoichiometric,
        bestPowerLambda: build.fuel.bestPowerLambda,
        ...build.airPerPowerTerms,
        lambda,
      });

/** Flywheel power by the fuel-flow school of what the engine takes, before anything drives a charger, W. */
function grossPower(build: Build, path: AirPath): number {
  const dryFlow = trappedDryAir.fn({
    massFlow: path.massFlow,
    humidityRatio: build.climate.humidityRatio,
    trapped: build.trapped,
    condition: build.condition,
  });
  const { injected } = path;
  return fuelFlowPower.fn({
    dryFlow: injected
      ? burningAir.fn({
          dryFlow,
          nitrous: injected.nitrous,
          airPerMass: nitrousOxide.airPerMass,
          kept: build.trapped * build.condition,
        })
      : dryFlow,
    airPerPower: airPerPowerAt(build, path.lambda),
  });
}

/** Flywheel power by fuel flow, less what belts take that its BSFC does not hold, W. */
export const fuelFlowPowerOf = (build: Build, path: AirPath): number =>
  netByFuelFlow(grossPower(build, path), path);

const netByFuelFlow = (gross: number, { drivePower }: AirPath): number =>
  netPower.fn({ gross, drive: drivePower.apart });

/** By the cycle, less all that belts take. In: W by fuel flow before anything drives a charger. */
const netByCycle = (table: CyclePower, gross: number, { speedRpm, manifold, drivePower }: AirPath): number =>
  netPower.fn({
    gross: schoolPower.fn({ power: gross, factor: cycleFactorAt(table, speedRpm, manifold.pressure) }),
    drive: drivePower.all,
  });

/**
 * Flywheel power by the school that the forecast goes by, W: fuel flow less what belts take that its BSFC does not hold, or the cycle less
 * all that they take.
 */
export function powerOf(build: Build, path: AirPath): number {
  const gross = grossPower(build, path);
  return build.cyclePower ? netByCycle(build.cyclePower, gross, path) : netByFuelFlow(gross, path);
}

/** The same beside what fuel flow says whatever the forecast goes by, W. */
export function powerBySchoolOf(build: Build, path: AirPath): { flywheel: number; byFuelFlow: number } {
  const gross = grossPower(build, path);
  const byFuelFlow = netByFuelFlow(gross, path);
  return {
    flywheel: build.cyclePower ? netByCycle(build.cyclePower, gross, path) : byFuelFlow,
    byFuelFlow,
  };
}
