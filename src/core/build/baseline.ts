import { makeClimate, type Climate } from '../air/climate';
import { correctionFactor } from '../dyno/corrections';
import { breathingCurve, type BreathingCurve, type BreathingPoint } from '../engine/breathing';
import { airFlow, intakeStrokes, strokeDivisor } from '../engine/formulas';
import { fuelOf } from '../fuel/fuels';
import type { Baseline } from '../job/schema/engine';
import { flywheelPower, type Drivetrain } from '../vehicle/drivetrain';
import { airForPower, airPerPower } from '../engine/power-formulas';

/** The engine that a run was made on, as far as turning its power into air needs it. SI. */
export type BaselineEngine = {
  displacement: number;
  cycle: 'four-stroke' | 'two-stroke';
  trapped: number;
  condition: number;
  drivetrain: Drivetrain;
  /** ηv at a manifold state over its value at the run's own reference: temperature K, p3/p_m, λ. */
  breathingFactor: (temperature: number, backPressureRatio: number, lambda: number) => number;
};

/** One row of the run, worked out: as measured on its day, at the flywheel. SI. */
type BaselineRow = { speedRpm: number; power: number; efficiency: number; manifoldPressure: number };

export type BaselineFit = {
  rows: BaselineRow[];
  points: BreathingPoint[];
  curve: BreathingCurve;
  /** Root of the mean square distance of the rows from the curve, as a share; and the worst row. */
  rms: number;
  worst: { speedRpm: number; error: number };
};

/** The air of the run's day; null if the readings make none. */
function runClimate({ pressure, temperature, humidity }: Baseline): Climate | null {
  try {
    return makeClimate({
      altitude: 0,
      barometer: { kind: 'station', pressure: pressure.value },
      temperature: temperature.value,
      humidity: { kind: 'relative', share: humidity.value },
    });
  } catch {
    return null;
  }
}

/** Power of a row as it was measured, without its correction, at the flywheel, W. */
export function measuredFlywheel(baseline: Baseline, power: number, drivetrain: Drivetrain): number {
  const { pressure, temperature, humidity, correction, basis } = baseline;
  const air = { pressure: pressure.value, temperature: temperature.value, humidity: humidity.value };
  const measured = power / correctionFactor(correction, air);
  return basis === 'wheels' ? flywheelPower(measured, drivetrain) : measured;
}

/** Rows from which a curve is smoothed; fewer are joined as they stand. */
const FEWEST_TO_SMOOTH = 8;

/**
 * A measured run turned into the engine's breathing: power to air by the fuel-flow school, air to volumetric efficiency at
 * the manifold's density, carried to the run's reference state. In: the baseline; the engine. Out: rows, the smoothed
 * curve's points (ηv as a share) and how far the rows lie from it; null with fewer than two rows or without air.
 * Method: local quadratic regression with tricube weights at up to 20 speeds (Cleveland 1979), monotone cubic between.
 */
export function fitBaseline(baseline: Baseline, engine: BaselineEngine): BaselineFit | null {
  const climate = runClimate(baseline);
  if (!climate || baseline.rows.length < 2) return null;
  const fuel = fuelOf(baseline.fuel);
  const flows = baseline.rows.map((row) => {
    const power = measuredFlywheel(baseline, row.power, engine.drivetrain);
    const lambda = row.lambda ?? baseline.lambda.value;
    const massFlow = airForPower.fn({
      power,
      airPerPower: airPerPower.fn({
        stoichiometric: fuel.stoichiometric,
        lambda,
        bsfc: baseline.bsfc.value,
        bsfcLambda: baseline.bsfcLambda.value,
        bestPowerLambda: fuel.bestPowerLambda,
      }),
      humidityRatio: climate.humidityRatio,
      trapped: engine.trapped,
      condition: engine.condition,
    });
    return { row, power, lambda, massFlow };
  });
  const greatestFlow = Math.max(...flows.map((f) => f.massFlow));
  const greatestBoost = Math.max(0, ...baseline.rows.map((r) => r.boostGauge ?? 0));
  const rows = flows.map(({ row, power, lambda, massFlow }): BaselineRow => {
    const lost = baseline.inletDrop.value * (massFlow / greatestFlow) ** 2;
    const pressure = Math.max(1_000, climate.pressure + (row.boostGauge ?? -lost));
    const temperature = row.chargeTemperature ?? baseline.chargeTemperature.value;
    // Back pressure comes with the boost; without boost the stated figure is that of the whole run.
    const share = greatestBoost > 0 ? Math.max(0, row.boostGauge ?? 0) / greatestBoost : 1;
    const ratio = 1 + share * (baseline.backPressureRatio.value - 1);
    // What an efficiency of one would breathe, corrected to this state.
    const one = airFlow.fn({
      volumetricEfficiency: engine.breathingFactor(temperature, ratio, lambda),
      pressure,
      temperature,
      gasConstant: climate.gas.gasConstant,
      displacement: engine.displacement,
      cyclesPerSecond: intakeStrokes.fn({
        speedRpm: row.speedRpm,
        divisor: strokeDivisor(engine.cycle),
      }),
    });
    return { speedRpm: row.speedRpm, power, efficiency: massFlow / one, manifoldPressure: pressure };
  });
  const weights = baseline.rows.map((r) => r.readings);
  const points =
    rows.length < FEWEST_TO_SMOOTH
      ? rows.map(({ speedRpm, efficiency }) => ({ speedRpm, value: efficiency }))
      : smoothed(rows, weights);
  const curve = breathingCurve(points);
  const errors = rows.map((row) => ({
    speedRpm: row.speedRpm,
    error: row.efficiency / curve.at(row.speedRpm).value - 1,
  }));
  const total = weights.reduce((sum, w) => sum + w, 0);
  const square = errors.reduce((sum, { error }, i) => sum + weights[i]! * error * error, 0);
  return {
    rows,
    points,
    curve,
    rms: Math.sqrt(square / total),
    worst: errors.reduce((a, b) => (Math.abs(b.error) > Math.abs(a.error) ? b : a)),
  };
}

/** Local quadratic regression of ηv over speed at even speeds, first and last row included. */
function smoothed(rows: BaselineRow[], weights: number[]): BreathingPoint[] {
  const first = rows[0]!.speedRpm;
  const last = rows.at(-1)!.speedRpm;
  const count = Math.min(20, Math.max(6, Math.round(rows.length / 3)));
  const step = (last - first) / (count - 1);
  return Array.from({ length: count }, (_, i) => {
    const at = first + i * step;
    return { speedRpm: at, value: localQuadratic(rows, weights, at, 1.6 * step) };
  });
}

function localQuadratic(rows: BaselineRow[], weights: number[], at: number, width: number): number {
  // As wide as it takes to hold five rows: a quadratic needs three, noise needs more.
  const distances = rows.map((r) => Math.abs(r.speedRpm - at)).sort((a, b) => a - b);
  const reach = Math.max(width, 1.01 * distances[Math.min(4, distances.length - 1)]!);
  // Sums of the normal equations of value = a + b u + c u², u in widths from `at`.
  const s = [0, 0, 0, 0, 0];
  const t = [0, 0, 0];
  rows.forEach((row, i) => {
    const u = (row.speedRpm - at) / reach;
    if (Math.abs(u) >= 1) return;
    let w = weights[i]! * (1 - Math.abs(u) ** 3) ** 3;
    for (let k = 0; k < 5; k++) {
      s[k]! += w;
      if (k < 3) t[k]! += w * row.efficiency;
      w *= u;
    }
  });
  const [s0, s1, s2, s3, s4] = s as [number, number, number, number, number];
  const [t0, t1, t2] = t as [number, number, number];
  const determinant = s0 * (s2 * s4 - s3 * s3) - s1 * (s1 * s4 - s2 * s3) + s2 * (s1 * s3 - s2 * s2);
  if (!(Math.abs(determinant) > 1e-9 * s0 ** 3)) return t0 / s0;
  return (t0 * (s2 * s4 - s3 * s3) - s1 * (t1 * s4 - t2 * s3) + s2 * (t1 * s3 - t2 * s2)) / determinant;
}

/** A run that forecasts are measured from: flywheel power as measured on its day, W over rev/min. */
export type BaselineRun = { name: string; rows: { speedRpm: number; power: number }[] };

/** What a forecast adds to a run: numbers that are often taken for one another, each by its name. W and rev/min. */
export type Gains = {
  peak: { from: number; fromRpm: number; to: number; toRpm: number };
  most: { gain: number; speedRpm: number };
  /** At the last speed both have. */
  last: { gain: number; speedRpm: number };
  average: { gain: number; fromRpm: number; toRpm: number };
};

/** In: forecast rows and the run, rising speeds. Out: the gains over the speeds both have; null if they share fewer than two. */
export function gainsOver(run: BaselineRun, forecast: { speedRpm: number; power: number }[]): Gains | null {
  if (run.rows.length < 2) return null;
  const curve = breathingCurve(run.rows.map((r) => ({ speedRpm: r.speedRpm, value: r.power })));
  const shared = forecast.filter((p) => curve.at(p.speedRpm).range === 'inside');
  if (shared.length < 2) return null;
  const gains = shared.map((p) => ({ gain: p.power - curve.at(p.speedRpm).value, speedRpm: p.speedRpm }));
  const best = (rows: { speedRpm: number; power: number }[]) =>
    rows.reduce((a, b) => (b.power > a.power ? b : a));
  const [was, is] = [best(run.rows), best(forecast)];
  return {
    peak: { from: was.power, fromRpm: was.speedRpm, to: is.power, toRpm: is.speedRpm },
    most: gains.reduce((a, b) => (b.gain > a.gain ? b : a)),
    last: gains.at(-1)!,
    average: {
      gain: gains.reduce((sum, g) => sum + g.gain, 0) / gains.length,
      fromRpm: shared[0]!.speedRpm,
      toRpm: shared.at(-1)!.speedRpm,
    },
  };
}
