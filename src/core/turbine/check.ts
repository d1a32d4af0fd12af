import { reason, type Reason } from '../working/range';
import type { Turbine } from './document';
import { compileTurbine, fitThroats, USUAL_GAS } from './flow';

export type TurbineCheck = {
  /** A turbine with a fault is not taken into the library. */
  faults: { reason: Reason; housing?: number }[];
  /** Worth a second look; it can be used. */
  doubts: { reason: Reason; housing?: number }[];
};

/** Throat area over the annulus of the wheel's inlet: what housings of the trade lie between (from memory). */
const USUAL_SHARE: [number, number] = [0.12, 0.75];
/** Points that lie further than this off any law of throats in series deserve a word. */
const USUAL_RESIDUAL = 0.06;
/** Stands the trade corrects to: cold air, and hot gas. K. */
const OTHER_REFERENCES = [288.15, 298.15, 873.15];

type Housing = Turbine['housings'][number];
const annulus = (turbine: Turbine) => (Math.PI / 4) * turbine.inducer.value ** 2;

const pointsOf = (turbine: Turbine, housing: Housing, temperature = turbine.reference.temperature) =>
  housing.capacity.kind === 'points'
    ? housing.capacity.points
        .filter((p) => p.ratio > 1)
        .map((p) => ({
          ratio: p.ratio,
          flow: (p.flow * Math.sqrt(temperature)) / turbine.reference.pressure,
        }))
    : [];

function faultsOf(turbine: Turbine, housing: Housing, index: number): TurbineCheck['faults'] {
  const faults: TurbineCheck['faults'] = [];
  const add = (why: Reason) => faults.push({ reason: why, housing: index });
  const name = { housing: housing.name };
  if (housing.capacity.kind === 'points') {
    const { points } = housing.capacity;
    if (points.filter((p) => p.ratio > 1).length < 3)
      add(reason('turbine-points-few', { count: [points.length, 'count'] }, name));
    points.forEach((p, i) => {
      const before = points[i - 1];
      if (!before) return;
      const at = { ratio: [p.ratio, 'ratio'] as [number, 'ratio'] };
      if (p.ratio <= before.ratio) add(reason('turbine-ratio-falls', at, name));
      else if (p.flow < before.flow)
        add(reason('turbine-flow-falls', { ...at, flow: [p.flow, 'massFlow'] }, name));
    });
  } else if (housing.capacity.kind === 'scaled' && !compileTurbine(turbine, index))
    add(reason('housing-without-data', {}, { name: `${turbine.name}, ${housing.name}` }));
  return faults;
}

function doubtsOf(turbine: Turbine, housing: Housing, index: number): TurbineCheck['doubts'] {
  const compiled = compileTurbine(turbine, index);
  if (!compiled) return [];
  const doubts: TurbineCheck['doubts'] = [];
  const add = (why: Reason) => doubts.push({ reason: why, housing: index });
  const name = { housing: housing.name };
  const [low, high] = USUAL_SHARE;
  const isUsual = (area: number) => area / annulus(turbine) >= low && area / annulus(turbine) <= high;
  if (!isUsual(compiled.area)) {
    // A capacity read with another stand's reference is off by the root of the temperatures: say which would fit.
    const other = OTHER_REFERENCES.find((temperature) => {
      const points = pointsOf(turbine, housing, temperature);
      return points.length >= 3 && isUsual(fitThroats(points, USUAL_GAS).area);
    });
    add(
      reason(
        other === undefined ? 'throat-unusual' : 'throat-other-reference',
        {
          area: [compiled.area, 'throatArea'],
          low: [low * annulus(turbine), 'throatArea'],
          high: [high * annulus(turbine), 'throatArea'],
          stated: [turbine.reference.temperature, 'temperature'],
          ...(other === undefined ? {} : { other: [other, 'temperature'] as [number, 'temperature'] }),
        },
        name,
      ),
    );
  }
  if (compiled.residual > USUAL_RESIDUAL)
    add(reason('turbine-points-rough', { residual: [compiled.residual, 'share'] }, name));
  return doubts;
}

/**
 * Reads a turbine as a specialist would before trusting it. In: a document in SI; it need not have passed the schema, but
 * its numbers must be finite. Out: faults and doubts, each with its housing. Never throws.
 */
export function checkTurbine(turbine: Turbine): TurbineCheck {
  const faults = turbine.housings.flatMap((housing, i) => faultsOf(turbine, housing, i));
  if (turbine.exducer.value >= turbine.inducer.value * 1.1)
    faults.push({
      reason: reason('turbine-wheel-odd', {
        inducer: [turbine.inducer.value, 'bore'],
        exducer: [turbine.exducer.value, 'bore'],
      }),
    });
  return {
    faults,
    doubts: faults.length ? [] : turbine.housings.flatMap((housing, i) => doubtsOf(turbine, housing, i)),
  };
}
