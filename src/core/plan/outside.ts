import type { Build } from '../build/build';
import { cardOf, compressionRatioOf } from '../build/derived';
import { camEvents } from '../engine/cam';
import type { Trade } from '../job/schema/plan-choices';
import type { Job } from '../job/schema/job';
import { readerOf } from '../limits/metrics';
import { peaksOver } from '../limits/peak-pressure';
import { ringGaps } from '../measure/sheets';
import type { OperatingPoint } from '../solve/point';
import type { Sweep } from '../solve/sweep';
import type { Quantity } from '../units/quantities';
import { clearanceUseOf } from '../measure/use';
import { engineCharger } from '../charger/charged-air';

/** A line of a sheet for a maker: what the job knows, SI; null where it does not, which makes it an open question. */
export type OutsideLine = { key: OutsideKey; value: number | null; quantity: Quantity; basis?: 'abs' };

export type OutsideKey =
  | 'bore'
  | 'stroke'
  | 'rodLength'
  | 'compressionRatio'
  | 'redLine'
  | 'pistonSpeed'
  | 'peakPressure'
  | 'peakPressureRpm'
  | 'gasForce'
  | 'boltLoad'
  | 'reciprocating'
  | 'bigEnd'
  | 'boost'
  | 'backPressure'
  | 'exhaustTemperature'
  | 'exhaustFlow'
  | 'airPerCylinder'
  | 'cylinders'
  | 'displacement'
  | 'power'
  | 'torque'
  | 'torqueRpm'
  | 'topGap'
  | 'secondGap'
  | 'deck'
  | 'chamber'
  | 'crown'
  | 'intake'
  | 'exhaust'
  | 'intakeLift'
  | 'exhaustLift'
  | 'separation'
  | 'overlap'
  | 'valveMass'
  | 'seatForce'
  | 'valveHead'
  | 'vehicleMass'
  | 'finalDrive'
  | 'firstGear';

/** What each maker asks for, in the order of the sheet. */
const asked: Record<Trade, readonly OutsideKey[]> = {
  pistons: [
    'bore',
    'stroke',
    'rodLength',
    'compressionRatio',
    'cylinders',
    'redLine',
    'pistonSpeed',
    'peakPressure',
    'peakPressureRpm',
    'boost',
    'chamber',
    'crown',
    'deck',
    'topGap',
    'secondGap',
    'reciprocating',
  ],
  rods: [
    'rodLength',
    'stroke',
    'bore',
    'cylinders',
    'redLine',
    'pistonSpeed',
    'boltLoad',
    'gasForce',
    'peakPressure',
    'reciprocating',
    'bigEnd',
    'torque',
    'torqueRpm',
  ],
  cam: [
    'intake',
    'exhaust',
    'intakeLift',
    'exhaustLift',
    'separation',
    'overlap',
    'redLine',
    'boost',
    'backPressure',
    'valveMass',
    'seatForce',
    'compressionRatio',
    'displacement',
    'cylinders',
  ],
  head: [
    'displacement',
    'cylinders',
    'bore',
    'airPerCylinder',
    'power',
    'redLine',
    'boost',
    'backPressure',
    'chamber',
    'valveHead',
    'intakeLift',
    'exhaustLift',
    'peakPressure',
  ],
  manifold: [
    'cylinders',
    'displacement',
    'power',
    'redLine',
    'exhaustFlow',
    'exhaustTemperature',
    'backPressure',
    'boost',
  ],
  gearbox: ['torque', 'torqueRpm', 'power', 'redLine', 'vehicleMass', 'firstGear', 'finalDrive'],
};

const most = (points: readonly OperatingPoint[], read: (point: OperatingPoint) => number | null) =>
  points.reduce<{ value: number; speedRpm: number } | null>((best, point) => {
    const value = read(point);
    return value !== null && Number.isFinite(value) && (!best || value > best.value)
      ? { value, speedRpm: point.speedRpm }
      : best;
  }, null);

/** What every line of a sheet is measured in. */
const measured: Record<OutsideKey, { quantity: Quantity; basis?: 'abs' }> = {
  bore: { quantity: 'fineLength' },
  stroke: { quantity: 'fineLength' },
  rodLength: { quantity: 'fineLength' },
  compressionRatio: { quantity: 'ratio' },
  redLine: { quantity: 'engineSpeed' },
  pistonSpeed: { quantity: 'pistonSpeed' },
  peakPressure: { quantity: 'cylinderPressure', basis: 'abs' },
  peakPressureRpm: { quantity: 'engineSpeed' },
  gasForce: { quantity: 'force' },
  boltLoad: { quantity: 'force' },
  reciprocating: { quantity: 'lightMass' },
  bigEnd: { quantity: 'lightMass' },
  boost: { quantity: 'boost' },
  backPressure: { quantity: 'boost' },
  exhaustTemperature: { quantity: 'temperature' },
  exhaustFlow: { quantity: 'massFlow' },
  airPerCylinder: { quantity: 'massFlow' },
  cylinders: { quantity: 'count' },
  displacement: { quantity: 'volume' },
  power: { quantity: 'power' },
  torque: { quantity: 'torque' },
  torqueRpm: { quantity: 'engineSpeed' },
  topGap: { quantity: 'clearance' },
  secondGap: { quantity: 'clearance' },
  deck: { quantity: 'clearance' },
  chamber: { quantity: 'chamber' },
  crown: { quantity: 'chamber' },
  intake: { quantity: 'angle' },
  exhaust: { quantity: 'angle' },
  intakeLift: { quantity: 'fineLength' },
  exhaustLift: { quantity: 'fineLength' },
  separation: { quantity: 'angle' },
  overlap: { quantity: 'angle' },
  valveMass: { quantity: 'lightMass' },
  seatForce: { quantity: 'force' },
  valveHead: { quantity: 'fineLength' },
  vehicleMass: { quantity: 'mass' },
  finalDrive: { quantity: 'ratio' },
  firstGear: { quantity: 'ratio' },
};

/**
 * The sheet for a maker: loads, speeds, pressures, masses and geometry of the job, worked out once from the setup in hand. In: maker’s trade; job;
 * its build and sweep. Out: a line for each thing the trade asks, null where the job does not say it. Total. Source: the models of the
 * job; what each trade asks is common practice.
 */
export function outsideLines(
  trade: Trade,
  job: Job,
  build: Build,
  sweep: Sweep,
  setupIndex: number,
): OutsideLine[] {
  const { engine, brief } = job;
  const points = sweep.points.filter(({ status }) => status.kind !== 'failed');
  const redLine = points.at(-1) ?? sweep.goalPoint;
  const peak = most(points, peaksOver(build, engine, sweep.points));
  const torque = most(points, ({ torque: value }) => value);
  const power = most(points, ({ power: { flywheel } }) => flywheel);
  const flow = most(points, ({ path }) => path.massFlow);
  const gaps = ringGaps(engine.bore.value, clearanceUseOf(job, setupIndex));
  const area = (Math.PI * engine.bore.value ** 2) / 4;
  const { known, intakeLift, exhaustLift } = engine.cam;
  const card = cardOf(engine);
  const volumes = engine.volumes.used ? engine.volumes : null;
  const cam = <T>(value: T): T | null => (known ? value : null);
  const values: Record<OutsideKey, number | null> = {
    bore: engine.bore.value,
    stroke: engine.stroke.value,
    rodLength: engine.rodLength?.value ?? null,
    compressionRatio: compressionRatioOf(engine),
    redLine: engine.redLineRpm.value,
    pistonSpeed: readerOf(build, engine, 'pistonSpeed')(redLine),
    peakPressure: peak?.value ?? null,
    peakPressureRpm: peak?.speedRpm ?? null,
    gasForce: peak ? (peak.value - build.climate.pressure) * area : null,
    boltLoad: readerOf(build, engine, 'boltLoad')(redLine),
    reciprocating: engine.masses?.reciprocating.value ?? null,
    bigEnd: engine.masses?.bigEnd.value ?? null,
    boost: most(points, ({ boostGauge }) => boostGauge)?.value ?? null,
    backPressure: most(points, readerOf(build, engine, 'backPressure'))?.value ?? null,
    exhaustTemperature:
      most(points, ({ match }) => (match ? engineCharger(match).turbine.inlet.temperature : null))?.value ??
      null,
    exhaustFlow: flow && flow.value * (1 + 1 / (build.fuel.stoichiometric * brief.fuel.lambda.value)),
    airPerCylinder: flow && flow.value / engine.cylinders.value,
    cylinders: engine.cylinders.value,
    displacement: build.displacement,
    power: power?.value ?? null,
    torque: torque?.value ?? null,
    torqueRpm: torque?.speedRpm ?? null,
    topGap: gaps.top,
    secondGap: gaps.second,
    deck: volumes?.deck.value ?? null,
    chamber: volumes?.chamber.value ?? null,
    crown: volumes?.crown.value ?? null,
    intake: cam(card.intake),
    exhaust: cam(card.exhaust),
    intakeLift: cam(intakeLift.value),
    exhaustLift: cam(exhaustLift.value),
    separation: cam(card.separation),
    overlap: cam(camEvents(card).overlap),
    valveMass: engine.valve.mass?.value ?? null,
    seatForce: engine.valve.seatForce?.value ?? null,
    valveHead: engine.valve.headDiameter?.value ?? null,
    vehicleMass: brief.vehicle.mass?.value ?? null,
    finalDrive: brief.vehicle.finalDrive?.value ?? null,
    firstGear: brief.vehicle.gears[0]?.value ?? null,
  };
  return asked[trade].map((key) => ({ key, value: values[key], ...measured[key] }));
}
