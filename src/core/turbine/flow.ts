import { monotoneCubic } from '../numerics/monotone-cubic';
import type { Range } from '../working/range';
import type { Housing, Turbine } from './document';
import { criticalRatio, nozzleFunction, throatRatio } from './formulas';

/** γ and R of the gas that capacities are compared with before a job's own exhaust is known: burnt petrol at 800 °C. */
export const USUAL_GAS = { gamma: 1.32, gasConstant: 288 };

/** A turbine in one housing, made ready for the sums. SI. */
export type CompiledTurbine = {
  name: string;
  housing: string;
  entry: Housing['entry'];
  /** ṁ √T03 / p03 at an expansion ratio, kg·√K/(s·Pa). Never falls; 0 at 1. */
  reduced: (ratio: number) => number;
  rangeAt: (ratio: number) => Range;
  /** Expansion ratio from which the flow no longer grows by itself. */
  chokeRatio: number;
  /** Effective area of the throat, m², and throats in series; `residual`: how far the points lie off that law. */
  area: number;
  throats: number;
  residual: number;
  inducer: number;
  exducer: number;
  efficiency: number;
  includesBearing: boolean;
  bestVelocityRatio: number;
  maxSpeedRpm: number;
  maxTemperature: number;
};

type Gas = { gamma: number; gasConstant: number };
type Law = { area: number; throats: number };

/** ṁ √T / p by throats in series. Source: physics of docs/physics/turbine.md. */
const byLaw = ({ area, throats }: Law, { gamma, gasConstant }: Gas, ratio: number): number =>
  ratio <= 1
    ? 0
    : (area / Math.sqrt(gasConstant)) *
      nozzleFunction.fn({ ratio: throatRatio.fn({ ratio, throats }), gamma });

type Reduced = { ratio: number; flow: number };

/**
 * The throats in series that lie nearest to points, by least squares: area in closed form, number of throats by a search
 * between 1 and 2. In: reduced points, gas. Out: the law and its worst miss as a share of the flow.
 */
export function fitThroats(points: Reduced[], gas: Gas): Law & { residual: number } {
  const areaFor = (throats: number) => {
    let top = 0;
    let bottom = 0;
    for (const p of points) {
      const one = byLaw({ area: 1, throats }, gas, p.ratio);
      top += one * p.flow;
      bottom += one * one;
    }
    return top / bottom;
  };
  const missAt = (throats: number) => {
    const law = { area: areaFor(throats), throats };
    return points.reduce((sum, p) => sum + (byLaw(law, gas, p.ratio) - p.flow) ** 2, 0);
  };
  let low = 1;
  let high = 2;
  const golden = (Math.sqrt(5) - 1) / 2;
  for (let i = 0; i < 30; i++) {
    const a = high - golden * (high - low);
    const b = low + golden * (high - low);
    if (missAt(a) < missAt(b)) high = b;
    else low = a;
  }
  const throats = (low + high) / 2;
  const law = { area: areaFor(throats), throats };
  const residual = Math.max(...points.map((p) => Math.abs(byLaw(law, gas, p.ratio) / p.flow - 1)));
  return { ...law, residual };
}

/** Corrected flow to ṁ √T / p. */
const reducedOf = (turbine: Turbine, flow: number) =>
  (flow * Math.sqrt(turbine.reference.temperature)) / turbine.reference.pressure;

/** A housing's own law; null for one that is only known by its A/R. */
function lawOf(turbine: Turbine, housing: Housing, gas: Gas): (Law & { residual: number }) | null {
  const { capacity } = housing;
  if (capacity.kind === 'scaled') return null;
  if (capacity.kind === 'area')
    return { area: capacity.area.value, throats: turbine.throats.value, residual: 0 };
  const points = capacity.points
    .filter((p) => p.ratio > 1)
    .map((p) => ({ ratio: p.ratio, flow: reducedOf(turbine, p.flow) }));
  return points.length ? fitThroats(points, gas) : null;
}

/** The housing of the same turbine, with data of its own, whose A/R lies nearest. */
function nearestKnown(turbine: Turbine, housing: Housing): Housing | undefined {
  const wanted = housing.ar?.value ?? 0;
  return turbine.housings
    .filter((h) => h.capacity.kind !== 'scaled' && h.ar)
    .sort((a, b) => Math.abs(a.ar!.value - wanted) - Math.abs(b.ar!.value - wanted))[0];
}

/**
 * Makes one housing of a turbine ready. In: validated document; index of the housing, clamped to those there are; the
 * exhaust gas. Out: null if the housing has neither data nor a neighbour with an A/R to be scaled from. Between published
 * points a monotone cubic is read; outside them throats in series, joined to the last point.
 */
export function compileTurbine(
  turbine: Turbine,
  index: number,
  gas: Gas = USUAL_GAS,
): CompiledTurbine | null {
  const key = `${index} ${gas.gamma} ${gas.gasConstant}`;
  const known = compiled.get(turbine) ?? new Map<string, CompiledTurbine | null>();
  compiled.set(turbine, known);
  if (!known.has(key)) {
    if (known.size >= MOST_KEPT) known.clear();
    known.set(key, compileAnew(turbine, index, gas));
  }
  return known.get(key) ?? null;
}

/** A library revision never changes: what was made of it is kept, for a few exhausts and housings. */
const compiled = new WeakMap<Turbine, Map<string, CompiledTurbine | null>>();
const MOST_KEPT = 24;

function compileAnew(turbine: Turbine, index: number, gas: Gas): CompiledTurbine | null {
  const housing = turbine.housings[Math.min(index, turbine.housings.length - 1)]!;
  const from = housing.capacity.kind === 'scaled' ? nearestKnown(turbine, housing) : housing;
  const law = from && lawOf(turbine, from, gas);
  if (!from || !law) return null;
  const scaled = from !== housing;
  if (scaled && !housing.ar) return null;
  const scale = scaled ? housing.ar!.value / from.ar!.value : 1;
  const whole = curveOf(turbine, from, law, gas);
  return {
    name: turbine.name,
    housing: housing.name,
    entry: housing.entry,
    reduced: scaled ? (ratio) => scale * whole.at(ratio) : whole.at,
    rangeAt: (ratio) => (scaled || ratio > whole.last || ratio < whole.first ? 'extrapolated' : 'inside'),
    chokeRatio: criticalRatio(gas.gamma) ** law.throats,
    area: law.area * scale,
    throats: law.throats,
    residual: law.residual,
    inducer: turbine.inducer.value,
    exducer: turbine.exducer.value,
    efficiency: turbine.efficiency.value,
    includesBearing: turbine.includesBearing,
    bestVelocityRatio: turbine.bestVelocityRatio.value,
    maxSpeedRpm: turbine.maxSpeedRpm.value,
    maxTemperature: turbine.maxTemperature.value,
  };
}

/** Reduced flow over expansion ratio of a housing with data. An area is as good at any ratio; points only where they lie. */
function curveOf(turbine: Turbine, { capacity }: Housing, law: Law, gas: Gas) {
  const model = (ratio: number) => byLaw(law, gas, ratio);
  if (capacity.kind !== 'points') return { at: model, first: 1, last: Infinity };
  const points = capacity.points
    .filter((p) => p.ratio > 1)
    .map((p) => ({ ratio: p.ratio, flow: reducedOf(turbine, p.flow) }));
  const first = points[0]!;
  const last = points.at(-1)!;
  if (points.length < 2) return { at: model, first: first.ratio, last: last.ratio };
  const curve = monotoneCubic(
    points.map((p) => p.ratio),
    points.map((p) => p.flow),
  );
  const below = first.flow / model(first.ratio);
  const above = last.flow / model(last.ratio);
  return {
    at: (ratio: number) =>
      ratio < first.ratio
        ? below * model(ratio)
        : ratio > last.ratio
          ? above * model(ratio)
          : curve.at(ratio),
    first: first.ratio,
    last: last.ratio,
  };
}
