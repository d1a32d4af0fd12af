import { camEvents } from '../engine/cam';
import {
  bearingClearance,
  boreFor,
  colderSteps,
  lengthSpread,
  mistakenUnit,
  plugGap,
  pushRodLength,
  ringGaps,
  seatForceLeft,
} from './sheets';

const INCH = 0.0254;
const THOU = INCH / 1_000;
const degrees = Math.PI / 180;

describe('arithmetic of the trade, no source', () => {
  it('7.5 thousandths an inch of bore: 31 on 4.125 in, 30 on 4.000', () => {
    expect(ringGaps(4.125 * INCH, 'boosted-race').top / THOU).toBeCloseTo(31, 0);
    expect(ringGaps(4 * INCH, 'boosted-race').top / THOU).toBeCloseTo(30, 9);
    expect(ringGaps(0.09, 'nitrous').second).toBeGreaterThan(ringGaps(0.09, 'nitrous').top);
  });
  it('a push rod read at 7.404 in with 70 thousandths of preload is 7.474: order 7.475, 71 are left', () => {
    const rod = pushRodLength({ read: 7.404 * INCH, checkerError: 0, preload: 70 * THOU, step: 25 * THOU });
    expect(rod.wanted / INCH).toBeCloseTo(7.474, 9);
    expect(rod.ordered / INCH).toBeCloseTo(7.475, 9);
    expect(rod.preload / THOU).toBeCloseTo(71, 6);
  });
  it('one thousandth an inch of journal', () => {
    expect(bearingClearance(2.5 * INCH).target / THOU).toBeCloseTo(2.5, 9);
  });
  it('252 and 258° on 116° overlap by 23°', () => {
    const overlap = camEvents({
      ...{ intake: 252 * degrees, exhaust: 258 * degrees, separation: 116 * degrees },
      ...{ intakeLift: 0.01, exhaustLift: 0.01, intakeCentre: 112 * degrees },
    }).overlap;
    expect(overlap / degrees).toBeCloseTo(23, 9);
  });
  it('427 cubic inches of eight cylinders on a 4.000 in stroke is a 4.122 in bore', () => {
    expect(boreFor(427 * INCH ** 3, 4 * INCH, 8) / INCH).toBeCloseTo(4.122, 3);
  });
});

it('boost on the back of a valve takes from its seat; the plug closes with boost and stays open at the least', () => {
  // 100 kPa on 40 mm is 125.7 N (definition).
  expect(seatForceLeft(400, 100_000, 0.04)).toBeCloseTo(400 - 125.66, 1);
  expect(plugGap(0)).toBeCloseTo(0.9e-3, 9);
  expect(plugGap(100_000)).toBeCloseTo(0.7e-3, 9);
  expect(plugGap(1e6)).toBe(0.45e-3);
  expect(colderSteps(180 * 745.7e3, 70 * 745.7e3)).toBe(1);
  expect(lengthSpread([0.1882, 0.1881, 0.1886]).isAlarming).toBe(true);
  expect(lengthSpread([0.1882, 0.1882]).isAlarming).toBe(false);
});

it('inches typed as millimetres are recognised by their factor', () => {
  expect(mistakenUnit(0.0005, 0.00051)).toBeNull();
  expect(mistakenUnit(0.00051 / 25.4, 0.00051)).toBeCloseTo(25.4, 9);
  expect(mistakenUnit(0.00051 * 1_000, 0.00051)).toBeCloseTo(1 / 1_000, 9);
  expect(mistakenUnit(0.9, 0.00051)).toBeNull();
});
