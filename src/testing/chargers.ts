import { chargerAtEngine, chargerInFront, exhaustDriveOf, withFitted, type Fit } from '../core/job/chargers';
import { turboFitOf } from '../core/job/fit';
import type { ChargerDocument, ExhaustDriveDocument, Job } from '../core/job/schema/job';
import type { Arrangement } from '../core/job/schema/setup-choices';
import { sampleTurbochargers } from '../data/demo/sample';

/** A turbocharger of the demo library as it goes on a setup. */
export const turboFit = (id: string) => turboFitOf(sampleTurbochargers.find((t) => t.id === id)!);

/** A compressor alone, its drive open. */
export const compressorFit = (id: string, revision = 1): Fit => ({
  machine: { id, revision },
  drive: { kind: 'open' },
});

/** Puts machines on a setup of a job, which it changes. */
export function put(
  job: Job,
  arrangement: Arrangement,
  fits: { engine?: Fit | null; front?: Fit | null },
  index = 0,
): void {
  const { id } = job.setups[index]!;
  job.setups[index]!.induction = withFitted(job, id, arrangement, fits).setups[index]!.induction;
}

const there = <T>(value: T | undefined, what: string): T => {
  if (value === undefined) throw new Error(`No ${what} on the setup.`);
  return value;
};

/** The charger at the engine of a setup, and the one in front of it; throws where there is none. */
export const engineOf = (job: Job, index = 0): ChargerDocument =>
  there(chargerAtEngine(job.setups[index]!), 'charger');
export const frontOf = (job: Job, index = 0): ChargerDocument =>
  there(chargerInFront(job.setups[index]!), 'charger in front');

/** What the exhaust drives of a charger; throws where it drives nothing. */
export const driveOf = (charger: ChargerDocument): ExhaustDriveDocument =>
  there(exhaustDriveOf(charger), 'turbine');

/** The change-over of a setup. */
export function changeoverOf(job: Job, index = 0) {
  const { induction } = job.setups[index]!;
  return there(induction.kind === 'charged' ? induction.changeover : undefined, 'charger');
}
