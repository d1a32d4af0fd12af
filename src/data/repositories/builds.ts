import { drivetrainOf } from '@/core/build/job-engine';
import { fuelIds } from '@/core/fuel/fuels';
import { flywheelPower } from '@/core/vehicle/drivetrain';
import type { PastBuild } from '@/formats/builds';
import type { Database } from '../connection';
import { ledger } from './forecasts';
import { listJobs } from './jobs';

/** Every build of the shop that lies outside the bin, with what it made last and what was promised for it, the last saved first. */
export async function pastBuilds(db: Database): Promise<PastBuild[]> {
  const [heads, lines] = [await listJobs(db), await ledger(db)];
  return heads.flatMap(({ id, name, summary, measured, drivetrain }): PastBuild[] => {
    if (!fuelIds.includes(summary.fuel) || !(summary.displacement > 0)) return [];
    const kept = lines.find((line) => line.jobId === id && line.run);
    const { power, basis } = summary.goal;
    return [
      {
        id,
        name,
        profile: {
          displacement: summary.displacement,
          cylinders: summary.cylinders,
          fuel: summary.fuel,
          charger: summary.charger,
          power: basis === 'wheels' ? flywheelPower(power, drivetrainOf({ drivetrain })) : power,
        },
        measured: measured && { power: measured.power, basis: measured.basis, name: measured.name },
        promise: kept?.run
          ? { middle: kept.middle, low: kept.low, high: kept.high, made: kept.run.power, basis: kept.basis }
          : null,
      },
    ];
  });
}
