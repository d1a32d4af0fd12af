import { monotoneCubic, type Curve } from '../numerics/monotone-cubic';
import type { Range } from '../working/range';
import type { Blower } from './document';

/** A blower's table, ready to be read. Speeds of the driven rotor, rev/min. */
export type CompiledBlower = {
  name: string;
  volume: number;
  stepUp: number;
  maxSpeedRpm: number;
  maxOutletTemperature: number;
  /** Pressure ratios and speeds that the table knows. */
  ratios: { lowest: number; highest: number };
  speeds: Float64Array;
  volumetric: Curve[];
  isentropic: Curve[];
  measured: Measured;
};

type Efficiencies = { volumetric: number; isentropic: number; range: Range };

const LEAST_EFFICIENCY = 0.05;
const MOST_EFFICIENCY = 0.95;

/** What was measured on a ported or worn blower against its table: shares of what it fills, and of what leaks back. */
type Measured = { flow: number; leakage: number };
const AS_TABLED: Measured = { flow: 1, leakage: 1 };

/** In: a validated blower; what was measured on it. Never throws for one. */
export function compileBlower({ lines, ...blower }: Blower, measured = AS_TABLED): CompiledBlower {
  const ratios = lines.map(({ points }) => points.map((p) => p.pressureRatio));
  return {
    name: blower.name,
    volume: blower.volume.value,
    stepUp: blower.stepUp.value,
    measured,
    maxSpeedRpm: blower.maxSpeedRpm.value,
    maxOutletTemperature: blower.maxOutletTemperature.value,
    ratios: {
      lowest: Math.max(...ratios.map((r) => r[0]!)),
      highest: Math.min(...ratios.map((r) => r.at(-1)!)),
    },
    speeds: Float64Array.from(lines, ({ speedRpm }) => speedRpm),
    volumetric: lines.map(({ points }, i) =>
      monotoneCubic(
        ratios[i]!,
        points.map((p) => p.volumetric),
      ),
    ),
    isentropic: lines.map(({ points }, i) =>
      monotoneCubic(
        ratios[i]!,
        points.map((p) => p.isentropic),
      ),
    ),
  };
}

/**
 * Volumetric and isentropic efficiency at a rotor speed, rev/min, and a pressure ratio. Between the lines the leakage, as the
 * turns it costs, is read off a monotone cubic, since it hardly knows the speed; so is the isentropic efficiency of what was
 * carried. Ratios beyond the table keep its end. The range says what is the table's own.
 */
export function efficienciesAt(blower: CompiledBlower, speedRpm: number, ratio: number): Efficiencies {
  const { speeds, ratios } = blower;
  const first = speeds[0]!;
  const last = speeds[speeds.length - 1]!;
  const isWithin = ratio <= ratios.highest && speedRpm <= last;
  const range: Range = !isWithin
    ? 'outside'
    : speedRpm < first || ratio < ratios.lowest
      ? 'extrapolated'
      : 'inside';
  // Beyond the lines the leakage, and what the work is worse than isentropic, stay as they are at the last of them.
  const speed = Math.min(last, Math.max(first, speedRpm));
  const leakage = across(speeds, speed, (i) => speeds[i]! * (1 - blower.volumetric[i]!.at(ratio)));
  const { flow, leakage: leaks } = blower.measured;
  const volumetric = Math.max(LEAST_EFFICIENCY, flow - (leaks * leakage) / Math.max(1, speedRpm));
  const indicated = across(
    speeds,
    speed,
    (i) => blower.isentropic[i]!.at(ratio) / blower.volumetric[i]!.at(ratio),
  );
  // What is filled is carried and compressed, what leaks is compressed again: the work on a turn goes with the filling.
  return { volumetric, isentropic: Math.min(MOST_EFFICIENCY, (indicated * volumetric) / flow), range };
}

/** Between lines of speed: the monotone cubic of the four lines about it. */
function across(speeds: Float64Array, speedRpm: number, at: (line: number) => number): number {
  let i = 0;
  while (i < speeds.length - 2 && speeds[i + 1]! <= speedRpm) i++;
  const [y0, y1] = [at(i), at(i + 1)];
  const width = speeds[i + 1]! - speeds[i]!;
  const secant = (y1 - y0) / width;
  const before = i > 0 ? (y0 - at(i - 1)) / (speeds[i]! - speeds[i - 1]!) : secant;
  const behind = i + 2 < speeds.length ? (at(i + 2) - y1) / (speeds[i + 2]! - speeds[i + 1]!) : secant;
  // Harmonic mean of the secants, none where they turn: F. N. Fritsch & J. Butland, SIAM J. Sci. Stat. Comput. 5 (1984) 300.
  const slope = (a: number, b: number) => (a * b > 0 ? (2 * a * b) / (a + b) : 0);
  const [m0, m1] = [slope(before, secant), slope(secant, behind)];
  const t = (speedRpm - speeds[i]!) / width;
  const u = 1 - t;
  return u * u * (1 + 2 * t) * y0 + t * t * (3 - 2 * t) * y1 + t * u * width * (u * m0 - t * m1);
}

const MOST_STEPS = 60;
const SPEED_TOLERANCE = 1e-9;

/**
 * The rotor speed at which a volume flows in, rev/min. In: m³/s at the inlet's state; pressure ratio. The flow has no
 * step in speed, so there is one: bracketed, with the secant inside. Never throws.
 */
export function speedFor(blower: CompiledBlower, volumeFlow: number, ratio: number): number {
  if (!(volumeFlow > 0)) return 0;
  const full = (60 * volumeFlow) / blower.volume;
  const passed = (speedRpm: number) => speedRpm * efficienciesAt(blower, speedRpm, ratio).volumetric;
  let low = full / (1.05 * blower.measured.flow);
  let high = full / LEAST_EFFICIENCY;
  let speed = full / efficienciesAt(blower, full, ratio).volumetric;
  for (let i = 0; i < MOST_STEPS; i++) {
    const now = passed(speed);
    if (Math.abs(now / full - 1) < SPEED_TOLERANCE) return speed;
    if (now < full) low = speed;
    else high = speed;
    // What is missing is made good by turning faster; leakage does not grow with it.
    const next = speed + (full - now);
    speed = next > low && next < high ? next : (low + high) / 2;
  }
  return speed;
}

/** The best isentropic efficiency that the table holds at its own points' speeds. */
export const peakOf = ({ isentropic, ratios }: CompiledBlower): number => {
  let peak = 0;
  for (const curve of isentropic)
    for (let ratio = curve.first; ratio <= Math.max(curve.last, ratios.highest); ratio += 0.02)
      peak = Math.max(peak, curve.at(ratio));
  return peak;
};
