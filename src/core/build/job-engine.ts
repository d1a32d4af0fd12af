import { compressionRatioOf } from './derived';
import { backPressureFactor, breathingCorrection, displacement } from '../engine/formulas';
import { evaporationFactor, fuelOf, type Fuel } from '../fuel/fuels';
import type { Job } from '../job/schema/job';
import type { Input } from '../documents/input';
import type { Drivetrain } from '../vehicle/drivetrain';
import type { ReasonCode } from '../working/reason-codes';
import { reason, type Reason } from '../working/range';
import { fitBaseline, measuredFlywheel, type BaselineFit, type BaselineRun } from './baseline';

/** What stops a job from being solved, with the path of the field that says so. */
export type Problem = { path: string; reason: Reason };

/** The Brief's drivetrain as plain figures. */
export const drivetrainOf = ({ drivetrain }: Pick<Job['brief'], 'drivetrain'>): Drivetrain => ({
  school: drivetrain.school,
  lossShare: drivetrain.lossShare.value,
  fixedLoss: drivetrain.fixedLoss.value,
});

/** Share of the delivered air that stays in the cylinder. */
export const trappedBy = ({ cycle, trappingEfficiency }: Job['engine']): number =>
  cycle === 'two-stroke' ? trappingEfficiency.value : 1;

/** Displacement of all cylinders, m³. */
export const displacementOf = ({ bore, stroke, cylinders }: Job['engine']): number =>
  displacement.fn({ bore: bore.value, stroke: stroke.value, cylinders: cylinders.value });

type Reference = { temperature: number; backPressureRatio: number; fuel: Fuel; lambda: number };

/** The state a measured run is carried to, row by row. */
const runReference = ({ chargeTemperature, fuel, lambda }: Job['engine']['baseline']): Reference => ({
  temperature: chargeTemperature.value,
  backPressureRatio: 1,
  fuel: fuelOf(fuel),
  lambda: lambda.value,
});

/** The state a job's breathing curve belongs to. A baseline brings its own: each of its rows was carried to it. */
export function referenceOf({ breathing, baseline }: Job['engine']): Reference {
  if (breathing.source === 'baseline') return runReference(baseline);
  const { reference } = breathing;
  return {
    temperature: reference.temperature.value,
    backPressureRatio: reference.backPressureRatio.value,
    fuel: fuelOf(reference.fuel),
    lambda: reference.lambda.value,
  };
}

/** What corrects a breathing curve from the state it was taken in to another: the arguments of `breathingCorrection`. */
export function termsFrom(engine: Job['engine'], reference: Reference) {
  const compressionRatio = compressionRatioOf(engine);
  const share = engine.evaporatedShare.value;
  const exponent = engine.breathing.temperatureExponent.value;
  const ratioFactor = (pressureRatio: number) => backPressureFactor.fn({ compressionRatio, pressureRatio });
  const backPressureReference = ratioFactor(reference.backPressureRatio);
  const evaporationReference = evaporationFactor(
    reference.fuel,
    reference.lambda,
    share,
    reference.temperature,
  );
  return (fuel: Fuel, lambda: number, temperature: number, pressureRatio: number) => ({
    temperature,
    referenceTemperature: reference.temperature,
    exponent,
    backPressure: ratioFactor(pressureRatio),
    backPressureReference,
    evaporation: evaporationFactor(fuel, lambda, share, temperature),
    evaporationReference,
  });
}

/** The job's measured run as a breathing curve; null while it has none. Whatever the breathing is taken from. */
export function baselineOf({ brief, engine }: Job): BaselineFit | null {
  const { baseline } = engine;
  const reference = runReference(baseline);
  const terms = termsFrom(engine, reference);
  return fitBaseline(baseline, {
    displacement: displacementOf(engine),
    cycle: engine.cycle,
    trapped: trappedBy(engine),
    condition: engine.condition.factor.value,
    drivetrain: drivetrainOf(brief),
    breathingFactor: (temperature, ratio, lambda) =>
      breathingCorrection.fn(terms(reference.fuel, lambda, temperature, ratio)),
  });
}

/** The measured run as the flywheel made it on its day; null while there is none. */
export function runOf({ brief, engine: { baseline } }: Job): BaselineRun | null {
  if (baseline.rows.length < 2) return null;
  const drivetrain = drivetrainOf(brief);
  return {
    name: baseline.name,
    rows: baseline.rows.map(({ speedRpm, power }) => ({
      speedRpm,
      power: measuredFlywheel(baseline, power, drivetrain),
    })),
  };
}

/** Best volumetric efficiencies that an engine shows at its manifold's density (common practice, no source). */
const plausiblePeak = { 'four-stroke': [0.6, 1.35], 'two-stroke': [0.4, 1.7] } as const;

/** Why a run, fitted, cannot be this engine's breathing, most telling first. */
/** Boost of a run over this is boost, and no gauge's error, Pa. */
const BOOSTED = 5_000;

export function baselineProblems(job: Job, fit: BaselineFit | null): Problem[] {
  const { baseline, cycle } = job.engine;
  const path = 'engine.baseline';
  if (baseline.rows.length < 2) return [{ path, reason: reason('baseline-empty') }];
  const fuel = fuelOf(baseline.fuel);
  const [rich, lean] = fuel.burns;
  const burns = (lambda: number | null) => lambda === null || (lambda >= rich && lambda <= lean);
  const unburnt = (code: ReasonCode, at: string, lambda: number, more: Parameters<typeof reason>[1] = {}) => [
    {
      path: at,
      reason: reason(
        code,
        { lambda: [lambda, 'ratio'], low: [rich, 'ratio'], high: [lean, 'ratio'], ...more },
        { fuel: fuel.name },
      ),
    },
  ];
  if (!burns(baseline.lambda.value))
    return unburnt('mixture-cannot-burn', `${path}.lambda`, baseline.lambda.value);
  const row = baseline.rows.find((r) => !burns(r.lambda));
  if (row) return unburnt('row-cannot-burn', path, row.lambda!, { speed: [row.speedRpm, 'engineSpeed'] });
  // An unboosted run's own defaults, 20 °C and 1.00, are no figures of a boosted one.
  const boosted = baseline.rows.filter((r) => (r.boostGauge ?? 0) > BOOSTED);
  const hardest = boosted.reduce<(typeof boosted)[number] | undefined>(
    (a, b) => (!a || b.boostGauge! > a.boostGauge! ? b : a),
    undefined,
  );
  if (hardest) {
    const figures: Parameters<typeof reason>[1] = {
      boost: [hardest.boostGauge!, 'boost'],
      speed: [hardest.speedRpm, 'engineSpeed'],
    };
    const isOpen = (input: Input) => input.confidence === 'guess';
    if (boosted.some((r) => r.chargeTemperature === null) && isOpen(baseline.chargeTemperature))
      return [
        {
          path: `${path}.chargeTemperature`,
          reason: reason('boosted-run-needs-charge-temperature', figures),
        },
      ];
    if (isOpen(baseline.backPressureRatio))
      return [
        { path: `${path}.backPressureRatio`, reason: reason('boosted-run-needs-back-pressure', figures) },
      ];
  }
  if (!fit) return [{ path: `${path}.pressure`, reason: reason('baseline-air-unknown') }];
  const peak = Math.max(...fit.points.map((p) => p.value));
  const [least, most] = plausiblePeak[cycle];
  if (peak >= least && peak <= most) return [];
  const other: Job = {
    ...job,
    engine: {
      ...job.engine,
      baseline: { ...baseline, basis: baseline.basis === 'wheels' ? 'flywheel' : 'wheels' },
    },
  };
  const otherwise = Math.max(...(baselineOf(other)?.points ?? []).map((p) => p.value));
  const wouldFit = otherwise >= least && otherwise <= most;
  const much = peak > most ? 'much' : 'little';
  return [
    {
      path,
      reason: reason(`baseline-breathes-too-${much}${wouldFit ? (`-as-${baseline.basis}` as const) : ''}`, {
        peak: [peak, 'share'],
        least: [least, 'share'],
        most: [most, 'share'],
        ...(wouldFit ? { otherwise: [otherwise, 'share'] } : {}),
      }),
    },
  ];
}
