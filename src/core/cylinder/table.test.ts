import fc from 'fast-check';
import { fuelOf } from '../fuel/fuels';
import { volumesOf } from './crank';
import { cylinderOf, usualBurnAngle, type CylinderCase } from './cylinder';
import { nodeOf, readTable, type CycleTable } from './table';
import { timingOf, useful } from './timing';

const degrees = Math.PI / 180;
const crank = { bore: 0.086, stroke: 0.086, rodLength: 0.146, compressionRatio: 9.5 };
const { swept } = volumesOf(crank);

/** A cylinder of petrol by its air, as filled from a manifold that is warmer with boost. */
const caseOf = (speedRpm: number, air: number, more: Partial<CylinderCase> = {}): CylinderCase => {
  const charge = 300 + (12 * air) / (swept * 1.2);
  const manifold = (air * 287 * charge) / (0.95 * swept);
  return {
    crank,
    cycle: 'four-stroke',
    speedRpm,
    fuel: fuelOf('petrol-98'),
    lambda: 0.84,
    humidityRatio: 0.008,
    air,
    charge,
    manifold,
    exhaust: 1.2 * manifold,
    exhaustTemperature: 1_150,
    evaporated: 0.3,
    liquid: 0,
    closes: -135 * degrees,
    opens: 130 * degrees,
    burnAngle: usualBurnAngle('spark'),
    octaneWeight: 0,
    delayFactor: 1,
    ...more,
  };
};
const speeds = [3_000, 3_300, 3_600];
const airs = [1.4, 1.6, 1.8].map((density) => density * 1.2 * swept);
const table: CycleTable = {
  speeds,
  airs,
  nodes: speeds.map((speed) => airs.map((air) => nodeOf(caseOf(speed, air)))),
  margin: 2 * degrees,
  peakLimit: Infinity,
  isSilent: false,
};

describe('a table of cycles', () => {
  it('is within 1 % of full cycles in torque and peak pressure, wherever it is corrected for', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 5, maxLength: 5 }),
        (u, v, [charge, back, lambda, ratio, octane]) => {
          const speedRpm = 3_000 + 600 * u;
          const air = airs[0]! + (airs[2]! - airs[0]!) * v;
          const plain = caseOf(speedRpm, air);
          const own: CylinderCase = {
            ...plain,
            charge: plain.charge + 12 * charge!,
            exhaust: plain.exhaust + 0.2 * back! * plain.manifold,
            lambda: 0.84 + 0.04 * lambda!,
            crank: { ...crank, compressionRatio: 9.5 + 0.3 * ratio! },
            fuel: { ...plain.fuel, octane: 98 + 2 * octane! },
          };
          const full = timingOf(cylinderOf(own), { margin: 2 * degrees, isSilent: false });
          const read = readTable(table, {
            speedRpm,
            air,
            charge: own.charge,
            backPressure: own.exhaust / own.manifold,
            lambda: own.lambda,
            compressionRatio: own.crank.compressionRatio,
            octane: own.fuel.octane!,
          })!;
          expect(Math.abs(read.work / (useful(full.planned.cycle) * swept) - 1)).toBeLessThan(0.01);
          expect(Math.abs(read.peak / full.planned.cycle.peakPressure - 1)).toBeLessThan(0.01);
          expect(Math.abs(read.best - full.best.advance)).toBeLessThan(0.7 * degrees);
        },
      ),
      { numRuns: 30, seed: 24 },
    );
  });
  it('has no answer where it was not made for, so that it is made anew', () => {
    const place = {
      speedRpm: 3_200,
      air: airs[1]!,
      charge: 320,
      backPressure: 1.2,
      lambda: 0.84,
      compressionRatio: 9.5,
      octane: 98,
    };
    expect(readTable(table, place)).not.toBeNull();
    for (const other of [
      { speedRpm: 5_000 },
      { air: 2 * airs[2]! },
      { charge: 400 },
      { backPressure: 2 },
      { lambda: 1 },
      { compressionRatio: 11 },
      { octane: 90 },
    ])
      expect(readTable(table, { ...place, ...other })).toBeNull();
  });
  it('keeps a peak pressure, at a cost in work', () => {
    const place = {
      speedRpm: 3_200,
      air: airs[1]!,
      charge: 319,
      backPressure: 1.2,
      lambda: 0.84,
      compressionRatio: 9.5,
      octane: 98,
    };
    const free = readTable(table, place)!;
    const held = readTable({ ...table, peakLimit: 0.8 * free.peak }, place)!;
    expect(held.limit).toBe('pressure');
    expect(held.peak / free.peak).toBeCloseTo(0.8, 4);
    expect(held.work).toBeLessThan(free.work);
    const late = timingOf(cylinderOf(caseOf(3_200, airs[1]!)), {
      margin: 0,
      isSilent: false,
      peakLimit: 0.8 * free.peak,
    });
    expect(Math.abs(held.planned - late.planned.advance)).toBeLessThan(0.6 * degrees);
  });
});
