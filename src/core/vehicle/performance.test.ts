import fc from 'fast-check';
import {
  loadAt,
  meetingSpeed,
  powerFromTrap,
  propellerPower,
  quarterMileTime,
  resistancePower,
  roadSpeed,
  topSpeed,
  trapSpeed,
} from './performance';

const HP = 745.6998715822702;
const LB = 0.45359237;
const MPH = 0.44704;

it('Hale’s rules at one horsepower per ten pounds: 108.6 mph and 12.55 s (from memory: 234 and 5.825)', () => {
  expect(trapSpeed(300 * HP, 3_000 * LB) / MPH).toBeCloseTo(234 / Math.cbrt(10), 9);
  expect(quarterMileTime(300 * HP, 3_000 * LB)).toBeCloseTo(5.825 * Math.cbrt(10), 9);
});

it('trap speed and power turn round, and mass and power count only as their ratio', () => {
  const positive = fc.double({ min: 20, max: 2_000, noNaN: true });
  fc.assert(
    fc.property(positive, positive, (hp, kg) => {
      expect(powerFromTrap(trapSpeed(hp * HP, kg), kg) / (hp * HP)).toBeCloseTo(1, 9);
      expect(trapSpeed(2 * hp * HP, 2 * kg)).toBeCloseTo(trapSpeed(hp * HP, kg), 9);
    }),
  );
});

it('a 0.3 m tyre through 4.0 overall at 6,000 rpm rolls 47.1 m/s (definition)', () => {
  expect(roadSpeed(6_000, 1, 4, 0.3)).toBeCloseTo(25 * 2 * Math.PI * 0.3, 9);
});

it('drag takes the cube of the speed, rolling its first power; a propeller its own power of it', () => {
  const air = { dragArea: 0.6, mass: 0, rolling: 0.012 };
  expect(resistancePower(60, air) / resistancePower(30, air)).toBeCloseTo(8, 9);
  const roll = { dragArea: 0, mass: 1_200, rolling: 0.012 };
  expect(resistancePower(60, roll) / resistancePower(30, roll)).toBeCloseTo(2, 9);
  expect(propellerPower(2_500, 5_000, 240_000, 3)).toBeCloseTo(30_000, 6);
});

it('an engine and its load meet where the two powers are one', () => {
  const points = [2, 3, 4, 5, 6].map((n) => ({ speedRpm: n * 1_000, power: n * 20_000 }));
  // 100 kW at 5,000 rpm against a propeller that takes 100 kW there: they meet just there.
  const at = meetingSpeed(points, (rpm) => propellerPower(rpm, 5_000, 100_000, 3))!;
  expect(at).toBeGreaterThanOrEqual(5_000);
  expect(at).toBeLessThan(5_001);
  expect(meetingSpeed(points, () => 10_000)).toBeNull();
  expect(meetingSpeed(points, () => 1e6)).toBe(0);
});

it('top speed is where the road takes all there is, in the gear that has it', () => {
  const points = Array.from({ length: 61 }, (_, i) => ({ speedRpm: 1_000 + 100 * i, power: 100_000 }));
  const road = { dragArea: 0.6, mass: 1_200, rolling: 0.012 };
  const found = topSpeed(points, [0.005, 0.01, 0.02], (v) => resistancePower(v, road))!;
  expect(resistancePower(found.speed, road)).toBeLessThanOrEqual(100_000);
  expect(resistancePower(found.speed * 1.04, road)).toBeGreaterThan(100_000);
});

it('a typed load is straight between its points and level beyond', () => {
  const load = [
    { speedRpm: 3_000, power: 90_000 },
    { speedRpm: 1_000, power: 10_000 },
  ];
  expect(loadAt(load, 2_000)).toBeCloseTo(50_000, 9);
  expect(loadAt(load, 500)).toBe(10_000);
  expect(loadAt(load, 9_000)).toBe(90_000);
});
