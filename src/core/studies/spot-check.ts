import { coolerAt } from '../build/elements';
import { type Matched, type MatchedBuild, isMatched } from '../charge-path/match';
import { engineCharger } from '../charger/charged-air';
import { shareFor } from '../engine/exhaust';
import type { Setup } from '../job/schema/job';
import { reason, type Reason } from '../working/range';
import { diagnose, type Diagnosis, type Expected, type Reading } from '../turbocharger/spot';
import { readingSpeed } from './reading-speed';
import type { Build } from '../build/build';
import { matchedAt, solveMatched } from '../charge-path/matched';
import { askedAt, planLevel } from '../solve/point';

/** Spot readings against the forecast. `asked`: the speed they are compared at. */
export type SpotCheck =
  | { kind: 'waits'; why: Reason }
  | ({
      kind: 'read';
      speedRpm: number;
      /** Whether boost was read: otherwise the forecast's own is taken. */
      atBoost: boolean;
      /** Share of the heat in the exhaust that the temperature read speaks of; null where none was read. */
      exhaustShare: number | null;
    } & Diagnosis);

/** The forecast's side of each reading. */
function expectedOf(
  build: MatchedBuild,
  { path, match }: Matched & { match: NonNullable<Matched['match']> },
): Expected {
  const charger = engineCharger(path);
  const cooler = coolerAt(build, 'cooler');
  return {
    ambient: build.climate.pressure,
    inlet: charger.inlet,
    coolant: cooler?.coolant ?? null,
    compressorEfficiency: charger.efficiency.value,
    coolerEffectiveness: cooler?.effectiveness(path.massFlow) ?? null,
    air: build.climate.gas,
    manifold: path.manifold.pressure,
    compressorOutlet: charger.outlet.pressure,
    turbineInlet: engineCharger(match).turbine.inlet.pressure,
    turbineOutlet: engineCharger(match).turbine.outlet.pressure,
    compressorOutletTemperature: charger.outlet.temperature,
    chargeTemperature: path.manifold.temperature,
    turbineInletTemperature: engineCharger(match).turbine.inlet.temperature,
    shaftRpm: engineCharger(match).shaftRpm,
  };
}

/** Readings as the job keeps them (gauge) as absolute figures. */
function absolute(readings: Setup['readings'], ambient: number): Reading {
  const gauge = (input: { value: number } | undefined) => input && input.value + ambient;
  const entries = {
    manifold: gauge(readings.boost),
    compressorOutlet: gauge(readings.compressorOutletGauge),
    turbineInlet: gauge(readings.turbineInletGauge),
    turbineOutlet: gauge(readings.turbineOutletGauge),
    compressorOutletTemperature: readings.compressorOutletTemperature?.value,
    chargeTemperature: readings.chargeTemperature?.value,
    turbineInletTemperature: readings.turbineInletTemperature?.value,
    shaftRpm: readings.shaftRpm?.value,
  };
  return Object.fromEntries(Object.entries(entries).filter(([, v]) => v !== undefined));
}

/**
 * What readings of one moment say about a build with a turbine. In: build; the setup's readings. Compared at the speed and
 * the boost that were read. Total: says what it waits for where something is missing.
 */
export function spotCheck(build: Build, readings: Setup['readings']): SpotCheck {
  if (!isMatched(build)) return { kind: 'waits', why: reason('spot-needs-turbine') };
  const speedRpm = readingSpeed(build, readings);
  if (typeof speedRpm !== 'number') return { kind: 'waits', why: speedRpm };
  const given = absolute(readings, build.climate.pressure);
  if (Object.keys(given).length === 0) return { kind: 'waits', why: reason('spot-needs-readings') };
  const asked = askedAt(build, speedRpm, planLevel(build));
  const solved =
    given.manifold === undefined
      ? solveMatched(build, speedRpm, asked.kind === 'boost' ? asked.pressure : build.climate.pressure)
      : matchedAt(build, speedRpm, given.manifold);
  const { match } = solved;
  if (!match)
    return {
      kind: 'waits',
      why: reason('spot-no-engine', {
        boost: [(given.manifold ?? build.climate.pressure) - build.climate.pressure, 'boost'],
        speed: [speedRpm, 'engineSpeed'],
      }),
    };
  const diagnosis = diagnose(given, expectedOf(build, { ...solved, match }));
  return {
    kind: 'read',
    speedRpm,
    atBoost: given.manifold !== undefined,
    exhaustShare:
      given.turbineInletTemperature === undefined
        ? null
        : shareFor(
            engineCharger(build).drive.exhaust,
            {
              airFlow: solved.path.massFlow,
              charge: solved.path.manifold.temperature,
              manifold: solved.path.manifold.pressure,
              speedRpm: solved.path.speedRpm,
            },
            given.turbineInletTemperature,
          ),
    ...diagnosis,
  };
}
