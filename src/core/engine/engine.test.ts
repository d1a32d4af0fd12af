import fc from 'fast-check';
import { newJob } from '../job/defaults';
import { boostOnValve, camEvents, cardEffect, floatSpeed, judgeCard, movedByCard, type Card } from './cam';
import { healthChecks } from '../decisions/health';
import { compressionRatioOf, statedBreathing } from '../build/derived';
import {
  compressionFromVolumes,
  meanPistonSpeed,
  perfectMixingTrapping,
  pistonAcceleration,
  trappedCompressionRatio,
} from './geometry';
import { shapePoints } from './breathing';
import { guess } from '../documents/input';

const degree = Math.PI / 180;
const inch = 0.0254;
const card = (intake: number, exhaust: number, separation: number, centre = separation): Card => ({
  intake: intake * degree,
  exhaust: exhaust * degree,
  intakeLift: 0.011,
  exhaustLift: 0.011,
  separation: separation * degree,
  intakeCentre: centre * degree,
});

describe('a cam card', () => {
  it('252/258° at 0.050 in on 116° overlaps 23° at that lift (check values 25: common practice, no source)', () => {
    const events = camEvents(card(252, 258, 116));
    expect(events.overlap / degree).toBeCloseTo(23, 10);
    expect(events.split / degree).toBeCloseTo(6, 10);
  });

  it('its events add up: overlap is what both openings share, durations run from opening to closing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 180, max: 320, noNaN: true }),
        fc.double({ min: 180, max: 320, noNaN: true }),
        fc.double({ min: 95, max: 125, noNaN: true }),
        fc.double({ min: 95, max: 125, noNaN: true }),
        (intake, exhaust, separation, centre) => {
          const e = camEvents(card(intake, exhaust, separation, centre));
          expect(e.intakeOpens + e.exhaustCloses).toBeCloseTo(e.overlap, 9);
          expect((e.intakeOpens + Math.PI + e.intakeCloses) / degree).toBeCloseTo(intake, 6);
          expect((e.exhaustOpens + Math.PI + e.exhaustCloses) / degree).toBeCloseTo(exhaust, 6);
        },
      ),
    );
  });

  it('the schools part on the split: a long exhaust fits the blower, an even card the turbo', () => {
    const split = (c: Card, school: 'turbo' | 'blower') =>
      judgeCard(c, school).find((j) => j.trait === 'split')!.fits;
    expect(split(card(224, 234, 114), 'blower')).toBe(true);
    expect(split(card(224, 234, 114), 'turbo')).toBe(false);
    expect(split(card(224, 224, 114), 'turbo')).toBe(true);
    expect(split(card(224, 224, 114), 'blower')).toBe(false);
  });

  it('a longer one moves the peak up and costs the bottom; the card of the shape moves nothing', () => {
    const none = cardEffect(card(220, 220, 112), 220 * degree);
    expect(none).toEqual({ speed: 1, low: 1 });
    const long = cardEffect(card(280, 280, 106), 220 * degree);
    expect(long.speed).toBeGreaterThan(1.3);
    expect(long.low).toBeLessThan(0.9);
    const points = shapePoints('four-valve', 1, 5000);
    const moved = movedByCard(points, 5000, long);
    expect(Math.max(...moved.map((p) => p.value))).toBe(1);
    expect(moved[0]!.value).toBeLessThan(points[0]!.value);
    const job = newJob('x', 'a');
    job.engine.cam = { ...job.engine.cam, known: true, movesShape: true, intake: guess(280 * degree) };
    const peak = (of: { speedRpm: number; value: number }[]) =>
      of.reduce((a, b) => (b.value > a.value ? b : a)).speedRpm;
    expect(peak(statedBreathing(job.engine))).toBeGreaterThan(job.engine.breathing.shape.peakRpm.value * 1.3);
  });
});

describe('the bottom end', () => {
  it('9,000 rpm on 86 to 95 mm with a rod of 3.2 crank radii: 5,060 to 5,660 g (check values 23)', () => {
    const g = (stroke: number) => pistonAcceleration(stroke, 3.2 * (stroke / 2), 9_000) / 9.80665;
    // The band is a shop's; its own two strokes with one rod ratio lie within 2 % of it.
    expect(g(0.086)).toBeGreaterThan(5_060 * 0.98);
    expect(g(0.095)).toBeLessThan(5_660 * 1.02);
  });

  it('rod-bolt load goes with the square of the speed: 7,500 → 8,200 → 8,500 rpm, + 19.5 and + 28.4 % (24)', () => {
    const at = (rpm: number) => pistonAcceleration(0.09, 0.14, rpm);
    expect(at(8_200) / at(7_500) - 1).toBeCloseTo(0.195, 3);
    expect(at(8_500) / at(7_500) - 1).toBeCloseTo(0.284, 3);
    expect(meanPistonSpeed(0.1, 6_000)).toBeCloseTo(20, 12);
  });

  it('compression from volumes: 500 cc over 50 cc is 11:1; every part counts (definition)', () => {
    const bore = 0.08;
    const stroke = 500e-6 / ((Math.PI / 4) * bore * bore);
    const flat = { bore, stroke, chamber: 50e-6, crown: 0, gasketBore: bore, gasketThickness: 0, deck: 0 };
    expect(compressionFromVolumes.fn(flat)).toBeCloseTo(11, 12);
    expect(compressionFromVolumes.fn({ ...flat, crown: 12.5e-6 })).toBeCloseTo(9, 12);
    expect(compressionFromVolumes.fn({ ...flat, crown: -10e-6 })).toBeCloseTo(13.5, 12);
    const area = (Math.PI / 4) * bore * bore;
    expect(compressionFromVolumes.fn({ ...flat, deck: 12.5e-6 / area })).toBeCloseTo(9, 12);
  });

  it('a new job’s volumes give the ratio as stated, so that choosing them changes nothing', () => {
    const { engine } = newJob('x', 'a');
    engine.volumes.used = true;
    expect(compressionRatioOf(engine)).toBeCloseTo(engine.compressionRatio.value, 9);
  });

  it('two-strokes: a port at 40 % of the stroke leaves 60 % of the swept volume; perfect mixing traps 63 % of one charge', () => {
    expect(trappedCompressionRatio(11, 0.1, 0.04)).toBeCloseTo(7, 12);
    // 1 − 1/e: Heywood (1988), eq. 6.27 at a delivery ratio of one.
    expect(perfectMixingTrapping(1)).toBeCloseTo(1 - 1 / Math.E, 12);
    expect(perfectMixingTrapping(1e-12)).toBe(1);
    expect(perfectMixingTrapping(2)).toBeLessThan(perfectMixingTrapping(1));
  });
});

describe('the valves', () => {
  it('float where the spring’s force is the nose’s deceleration, checked against the cosine by differences', () => {
    const train = { mass: 0.11, openForce: 900, lift: 0.011, duration: 250 * degree };
    const rpm = floatSpeed(train);
    const omega = ((rpm / 2) * 2 * Math.PI) / 60;
    const half = train.duration / 4;
    const lift = (t: number) => (train.lift / 2) * (1 + Math.cos((Math.PI * omega * t) / half));
    const h = 1e-6;
    const deceleration = -(lift(h) - 2 * lift(0) + lift(-h)) / (h * h);
    expect((deceleration * train.mass) / train.openForce).toBeCloseTo(1, 3);
    expect(floatSpeed({ ...train, openForce: 3_600 })).toBeCloseTo(2 * rpm, 6);
  });

  it('boost pushes the intake valve open: 1 bar on a 1.5 in head is 114 N', () => {
    expect(boostOnValve(100_000, 1.5 * inch, 114)).toBeCloseTo(1, 2);
    expect(boostOnValve(-20_000, 0.04, 300)).toBe(0);
  });
});

describe('the condition', () => {
  const sound = newJob('x', 'a').engine.condition;
  const states = (change: Partial<typeof sound>) =>
    healthChecks({ ...sound, ...change }).map((c) => `${c.id} ${c.state}`);

  it('says nothing of what was not read', () => expect(healthChecks(sound)).toEqual([]));

  it('judges each reading on its own limit, the failed first', () => {
    const bar = (...values: number[]) => values.map((v) => guess(v * 1e5));
    expect(states({ compression: bar(12, 11.8, 12.1, 11.6) })).toEqual(['compression passed']);
    expect(states({ compression: bar(12, 9.9, 12.1, 11.6) })).toEqual(['compression failed']);
    expect(states({ leakDown: [guess(0.06), guess(0.31)], compression: bar(12, 12) })).toEqual([
      'leak-down failed',
      'compression passed',
    ]);
    // 10 psi per 1,000 rpm: common practice, no source.
    expect(states({ oilHotGauge: guess(29 * 6894.757), oilHotRpm: guess(3_000) })).toEqual(['oil failed']);
    expect(states({ oilHotGauge: guess(31 * 6894.757), oilHotRpm: guess(3_000) })).toEqual(['oil passed']);
    expect(states({ belts: 'failed' })).toEqual(['belts failed']);
    expect(states({ weakPoints: [{ note: 'oil pump gears', state: 'open' }] })).toEqual([]);
  });

  it('names the cylinder', () => {
    const [check] = healthChecks({ ...sound, compression: [12e5, 12e5, 8e5].map(guess) });
    expect(check!.reason.figures.cylinder!.value).toBe(3);
  });
});
