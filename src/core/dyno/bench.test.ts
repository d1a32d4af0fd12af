import fc from 'fast-check';
import { powerOfTorque } from '../engine/power-formulas';
import { dayOffset, fullBoost, compare, differenceAt, valueAt, worthOf } from './compare';
import { dieselFactor, engineFactorOf, runFactor } from './corrections';
import { gateOf, roadTicks, ticksOf, usualWindows, type GateGiven } from './gate';
import { runHead } from './run-head';
import { plannedChannels, sensorPlan } from './sensor-plan';
import type { Curve } from './smoothing';
import { simulatedStation } from './station';
import { likelyFaults, speedIn, symptomsIn } from './symptoms';
import { thinned } from './thinning';
import { readingError, tracedLog } from './traced';

const even = (from: number, to: number, value: (n: number) => number, step = 25): Curve => {
  const speeds = Array.from({ length: (to - from) / step + 1 }, (_, i) => from + step * i);
  return { speeds, values: speeds.map(value) };
};
const sure = { after: { repeatability: 0.01 }, before: { repeatability: 0.01 } };

describe('ISO 1585 for diesels', () => {
  it('is one in the standard’s own air, and its factor runs from 0.3 to 1.2 (ISO 1585:1992, 6.3)', () => {
    const air = { pressure: 99_000, temperature: 298, humidity: 0 };
    for (const isTurbocharged of [true, false])
      expect(dieselFactor(air, { engineFactor: 0.7, isTurbocharged })).toBeCloseTo(1, 12);
    expect(engineFactorOf(80, 2)).toBeCloseTo(0.3, 12);
    expect(engineFactorOf(100, 2)).toBeCloseTo(0.036 * 50 - 1.14, 12);
    expect(engineFactorOf(140, 2)).toBe(1.2);
    // Both ends meet what lies between.
    expect(0.036 * 40 - 1.14).toBeCloseTo(0.3, 9);
    expect(0.036 * 65 - 1.14).toBeCloseTo(1.2, 9);
  });
  it('asks a turbocharged engine for less over thin air and more over hot, and without its factor there is none', () => {
    const thin = { pressure: 90_000, temperature: 298, humidity: 0 };
    const hot = { pressure: 99_000, temperature: 318, humidity: 0 };
    const of = (air: typeof thin, isTurbocharged: boolean) =>
      dieselFactor(air, { engineFactor: 0.8, isTurbocharged });
    expect(of(thin, true)).toBeCloseTo((99 / 90) ** (0.7 * 0.8), 12);
    expect(of(thin, false)).toBeCloseTo((99 / 90) ** 0.8, 12);
    expect(of(hot, true)).toBeGreaterThan(of(hot, false));
    expect(runFactor('iso-1585-diesel', thin, null)).toBeNull();
    expect(runFactor('none', thin, null)).toBe(1);
  });
});

describe('differences', () => {
  const [after, before] = [
    even(2_000, 6_000, (n) => 300 + n / 100),
    even(2_500, 6_500, (n) => 280 + n / 100),
  ];
  it('stand between two speeds and at one, and as a share of the area', () => {
    const whole = compare(after, before, sure)!;
    expect([whole.fromRpm, whole.toRpm]).toEqual([2_500, 6_000]);
    expect(whole.areaShare).toBeCloseTo(20 / (280 + 42.5), 6);
    const part = compare(after, before, sure, { fromRpm: 3_010, toRpm: 4_000 })!;
    expect([part.fromRpm, part.toRpm]).toEqual([3_010, 4_000]);
    expect(part.mean.value).toBeCloseTo(20, 9);
    expect(compare(after, before, sure, { fromRpm: 7_000, toRpm: 8_000 })).toBeNull();
    expect(differenceAt(after, before, sure, 3_333)!.value).toBeCloseTo(20, 9);
    expect(differenceAt(after, before, sure, 2_100)).toBeNull();
  });
  it('curves need not be even: a sweep of the model has gaps', () => {
    const gappy = { speeds: [1_000, 1_100, 3_000, 3_100], values: [1, 2, 21, 22] };
    expect(valueAt(gappy, 2_050)).toBeCloseTo(11.5, 12);
    expect(valueAt(gappy, 3_100)).toBe(22);
    expect(valueAt(gappy, 3_101)).toBeNull();
  });
  it('full boost is held to one level in both; a later one is a shift upward', () => {
    const boost = (onset: number, most: number) =>
      even(2_000, 6_000, (n) => most * Math.min(1, Math.max(0, (n - onset) / 1_000)));
    const found = fullBoost(boost(2_400, 100_000), boost(2_100, 120_000))!;
    expect(found.level).toBeCloseTo(90_000, 6);
    expect(found.afterRpm - found.beforeRpm).toBeCloseTo(2_400 + 900 - (2_100 + 750), 6);
    expect(
      fullBoost(
        even(2_000, 3_000, () => -5),
        boost(2_100, 1),
      ),
    ).toBeNull();
  });
  it('a pull made alike on two days says what one reads over the other, with the error of both', () => {
    const { factor, error } = dayOffset(
      even(2_000, 6_000, () => 306),
      even(2_500, 7_000, () => 300),
      sure,
    )!;
    expect(factor).toBeCloseTo(1.02, 12);
    expect(error).toBeCloseTo(0.01 * Math.SQRT2, 12);
    expect(
      dayOffset(
        even(2_000, 3_000, () => 1),
        even(4_000, 5_000, () => 1),
        sure,
      ),
    ).toBeNull();
  });
  it('a degree is worth what it brought, and too little of a change says nothing', () => {
    const power = { after: even(2_000, 6_000, () => 210), before: even(2_000, 6_000, () => 200) };
    const angle = (by: number) => ({
      after: even(2_000, 6_000, () => 20 + by),
      before: even(2_000, 6_000, () => 20),
    });
    expect(worthOf(power, angle(2), 1)).toBeCloseTo(5, 12);
    expect(worthOf(power, angle(0.5), 1)).toBeNull();
  });
});

describe('the head of a run', () => {
  it('has the peaks of the smoothed curve, power by its torque, and the channels with a reading', () => {
    const speedRpm = Array.from({ length: 90 }, (_, i) => 2_000 + 50 * i);
    const head = runHead({ speedRpm, torque: speedRpm.map(() => 300), lambda: speedRpm.map(() => NaN) });
    expect(head).toMatchObject({
      channels: ['speedRpm', 'torque'],
      readings: 90,
      fromRpm: 2_000,
      toRpm: 6_450,
    });
    expect(head.torque!.value).toBeCloseTo(300, 6);
    expect(head.power).toMatchObject({ speedRpm: 6_450 });
    expect(head.power!.value).toBeCloseTo(powerOfTorque(300, 6_450), 3);
    expect(runHead({ speedRpm }).power).toBeNull();
  });
});

describe('the gate before the pull', () => {
  const ready: GateGiven = {
    place: 'dyno',
    readings: { oil: 360, coolant: 358, charge: 305 },
    ticked: ticksOf('dyno'),
    windows: usualWindows,
    air: 295,
  };
  it('opens once everything is read, in its window and ticked', () => {
    expect(gateOf(ready).state).toBe('ready');
    const asks = gateOf({ ...ready, readings: { ...ready.readings, oil: null }, ticked: ['fuel'] });
    expect(asks).toMatchObject({ state: 'asks', unread: ['oil'] });
    expect(asks.unticked).toHaveLength(5);
    expect(gateOf({ ...ready, readings: { ...ready.readings, oil: 320 } }).state).toBe('warms');
  });
  it('refuses a hot start with the wait it needs: Newton’s law, and the heat-soak model for the charge', () => {
    const hot = gateOf({ ...ready, readings: { oil: 360, coolant: 380, charge: 305 } });
    expect(hot.state).toBe('waits');
    expect(hot.wait).toBeCloseTo(700 * Math.log((380 - 295) / (usualWindows.coolantHigh - 295)), 6);
    const charge = gateOf({
      ...ready,
      readings: { ...ready.readings, charge: 330 },
      chargeWait: (from, target) => (from - target) * 10,
    });
    expect(charge.wait).toBeCloseTo((330 - usualWindows.chargeHigh) * 10, 9);
    // In air warmer than the window nothing comes down by waiting.
    expect(gateOf({ ...ready, air: 320, readings: { ...ready.readings, charge: 330 } }).wait).toBeNull();
  });
  it('the road has a gate of its own: without a closed area it stays shut', () => {
    const road = { ...ready, place: 'road' as const };
    expect(gateOf({ ...road, ticked: roadTicks.filter((tick) => tick !== 'closed-area') })).toMatchObject({
      state: 'asks',
      unticked: ['closed-area'],
    });
    expect(gateOf({ ...road, ticked: roadTicks }).state).toBe('ready');
  });
});

describe('from a symptom to a fault', () => {
  it('understands what a workshop says, with the speed', () => {
    expect(symptomsIn('pulls badly above 4,000 rpm, smokes black and whistles').sort()).toEqual([
      'down-on-power',
      'smoke-black',
      'whistle',
    ]);
    expect(symptomsIn('blue smoke on the overrun')).toEqual(['smoke-blue']);
    expect(speedIn('pulls badly above 4,000 rpm')).toBe(4_000);
    expect(speedIn('nothing above 4.5k')).toBe(4_500);
    expect(speedIn('smokes at 20 psi')).toBeNull();
    expect(symptomsIn('a lovely day')).toEqual([]);
  });
  it('a boost leak stands first for down on power, black smoke and a whistle', () => {
    expect(likelyFaults(['down-on-power', 'smoke-black', 'whistle'])[0]!.fault).toBe('boost-leak');
    expect(likelyFaults([])).toEqual([]);
  });
});

describe('the sensor plan', () => {
  it('offers the next scale over what is expected with a quarter of room, and none where nothing fits', () => {
    const plan = sensorPlan({ manifold: 210_000, boost: 110_000, fuelPressure: 40_000_000 });
    const scale = (channel: string) => plan.find((line) => line.channel === channel)!.scale;
    expect([scale('manifold'), scale('boost'), scale('fuelPressure'), scale('torque')]).toEqual([
      300_000,
      150_000,
      null,
      null,
    ]);
    expect(plan.map(({ channel }) => channel)).toEqual(plannedChannels);
  });
});

describe('a log thinned for drawing', () => {
  it('keeps what stands out, rises, and is never longer than asked', () => {
    const places = Array.from({ length: 5_000 }, (_, i) => i);
    const values = places.map((i) => (i === 3_333 ? 900 : Math.sin(i / 400)));
    const kept = thinned(places, values, 0, 4_999, 400);
    expect(kept.places.length).toBe(400);
    expect(Math.max(...kept.values)).toBe(900);
    fc.assert(
      fc.property(fc.array(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { maxLength: 400 }), (ys) => {
        const xs = ys.map((_, i) => i);
        const few = thinned(xs, ys, 0, ys.length - 1, 20);
        expect(few.places.length).toBeLessThanOrEqual(Math.max(20, 0));
        expect(few.places.every((x, i) => i === 0 || x > few.places[i - 1]!)).toBe(true);
        expect(few.values.every((y, i) => ys[few.places[i]!] === y)).toBe(true);
      }),
      { numRuns: 100, seed: 4 },
    );
  });
});

describe('a curve read off a picture', () => {
  it('becomes torque and power on an even grid, whatever order it was clicked in', () => {
    const clicks = [6_000, 2_000, 4_000, 3_000, 5_000].map((speedRpm) => ({ speedRpm, value: 300 }));
    const log = tracedLog({ torque: clicks })!;
    expect(log.speedRpm![0]).toBe(2_000);
    expect(log.speedRpm!.at(-1)).toBe(6_000);
    expect(log.power!.at(-1)).toBeCloseTo(powerOfTorque(300, 6_000), 6);
    const power = tracedLog({
      power: clicks.map((at) => ({ ...at, value: powerOfTorque(300, at.speedRpm) })),
    })!;
    expect(power.torque![80]).toBeCloseTo(300, 0);
    expect(tracedLog({ torque: clicks.slice(0, 3) })).toBeNull();
    expect(tracedLog({ boost: clicks })).toBeNull();
    expect(readingError(2, 300)).toBeCloseTo(0.01, 12);
  });
});

it('the simulated station reads weather that a cell may have, the same at the same moment', () => {
  for (let hour = 0; hour < 24 * 40; hour += 7) {
    const { pressure, temperature, humidity } = simulatedStation(3_600 * hour);
    expect(pressure).toBeGreaterThan(96_000);
    expect(pressure).toBeLessThan(101_000);
    expect(temperature).toBeGreaterThan(283);
    expect(temperature).toBeLessThan(303);
    expect(humidity).toBeGreaterThan(0.1);
    expect(humidity).toBeLessThan(0.9);
  }
  expect(simulatedStation(1_000)).toEqual(simulatedStation(1_000));
});
