import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { given } from '../documents/input';
import { blowerSchema, type Blower } from './document';
import { deliveredFlow, indicatedWork, isentropicWork } from './formulas';
import { blowerEfficiencies, type BlowerLosses } from './losses';
import { compileBlower, efficienciesAt, speedFor } from './table';

const losses: BlowerLosses = {
  volume: 1.6e-3,
  internalRatio: 1,
  maxSpeedRpm: 15_000,
  gaps: 0.009,
  filling: 0.05,
  ports: 0.1,
  heat: 0.1,
};
const maker = (value: number) => given(value, 'maker');

function blowerOf(of: BlowerLosses): Blower {
  const speeds = [0.15, 0.3, 0.5, 0.7, 0.85, 1].map((share) => share * of.maxSpeedRpm);
  return blowerSchema.parse({
    version: 1,
    kind: 'blower',
    name: 'Test',
    type: of.internalRatio > 1 ? 'screw' : 'roots',
    volume: maker(of.volume),
    internalRatio: maker(of.internalRatio),
    stepUp: maker(1),
    maxSpeedRpm: maker(of.maxSpeedRpm),
    maxOutletTemperature: maker(450),
    lines: speeds.map((speedRpm) => ({
      speedRpm,
      points: [1.05, 1.1, 1.2, 1.3, 1.5, 1.7, 1.9, 2.1, 2.3].map((pressureRatio) => ({
        pressureRatio,
        ...blowerEfficiencies(of, speedRpm, pressureRatio),
      })),
    })),
    note: '',
  });
}

const ratio = fc.double({ min: 1.05, max: 2.8, noNaN: true });
const compiled = compileBlower(blowerOf(losses));

describe('work of an ideal displacement machine (textbook: indicated diagram; Roots and screw compressors)', () => {
  it('of straight lobes is V·Δp, whatever the gas', () =>
    fc.assert(
      fc.property(ratio, fc.double({ min: 1.2, max: 1.67, noNaN: true }), (r, gamma) => {
        expect(indicatedWork(r, 1, gamma)).toBeCloseTo(r - 1, 12);
      }),
    ));

  it('of a screw at its matched ratio is isentropic, and more on either side', () =>
    fc.assert(
      fc.property(fc.double({ min: 1.05, max: 2, noNaN: true }), ratio, (v, r) => {
        const matched = v ** 1.4;
        expect(indicatedWork(matched, v, 1.4) / isentropicWork(matched, 1.4)).toBeCloseTo(1, 10);
        expect(indicatedWork(r, v, 1.4)).toBeGreaterThanOrEqual(isentropicWork(r, 1.4) - 1e-12);
      }),
    ));

  it('at a ratio of 2: straight lobes need 30 % more than isentropic work', () => {
    // 1 against 3.5·(2^(1/3.5) − 1) = 0.7665, by hand.
    expect(1 / isentropicWork(2, 1.4)).toBeCloseTo(1.3046, 3);
  });
});

describe('losses of a blower', () => {
  it('leak the same volume at any speed, more against more pressure', () => {
    const { volumetric: slow } = blowerEfficiencies({ ...losses, filling: 0 }, 4_000, 1.6);
    const { volumetric: fast } = blowerEfficiencies({ ...losses, filling: 0 }, 8_000, 1.6);
    expect((1 - slow) / (1 - fast)).toBeCloseTo(2, 10);
    expect(blowerEfficiencies(losses, 4_000, 2).volumetric).toBeLessThan(slow);
  });

  it('half the volume at double speed passes the same but for losses', () => {
    const passed = (of: BlowerLosses, speedRpm: number) =>
      speedRpm * of.volume * blowerEfficiencies(of, speedRpm, 1.5).volumetric;
    const whole = passed(losses, 6_000);
    const half = passed({ ...losses, volume: losses.volume / 2, maxSpeedRpm: 30_000 }, 12_000);
    expect(half / whole).toBeGreaterThan(1);
    expect(half / whole).toBeLessThan(1.1);
    const tight = { ...losses, gaps: 0, filling: 0 };
    expect(passed({ ...tight, volume: tight.volume / 2 }, 12_000) / passed(tight, 6_000)).toBeCloseTo(1, 12);
  });
});

describe('a blower’s table', () => {
  it('gives back what it was made of, between its points too', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 2_500, max: 14_900, noNaN: true }),
        fc.double({ min: 1.15, max: 2.25, noNaN: true }),
        (speedRpm, r) => {
          const read = efficienciesAt(compiled, speedRpm, r);
          const made = blowerEfficiencies(losses, speedRpm, r);
          expect(read.range).toBe('inside');
          expect(Math.abs(read.volumetric - made.volumetric)).toBeLessThan(0.004);
          expect(Math.abs(read.isentropic - made.isentropic)).toBeLessThan(0.012);
        },
      ),
      { numRuns: draws(200) },
    ));

  it('finds the speed at which a flow passes: read back it is that flow, also beyond the table', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 1e-4, max: 1.2, noNaN: true }),
        fc.double({ min: 1, max: 3.5, noNaN: true }),
        (volumeFlow, r) => {
          const speedRpm = speedFor(compiled, volumeFlow, r);
          const { volumetric, isentropic } = efficienciesAt(compiled, speedRpm, r);
          const flow = deliveredFlow.fn({
            density: 1,
            volume: losses.volume,
            speedRpm,
            volumetricEfficiency: volumetric,
          });
          expect(flow / volumeFlow).toBeCloseTo(1, 6);
          expect(isentropic).toBeGreaterThan(0);
          expect(isentropic).toBeLessThan(1);
        },
      ),
      { numRuns: draws(200) },
    ));

  it('has no step in speed or pressure ratio', () => {
    for (let speedRpm = 500; speedRpm < 20_000; speedRpm += 25) {
      const here = efficienciesAt(compiled, speedRpm, 1.6);
      const next = efficienciesAt(compiled, speedRpm + 25, 1.6);
      if (here.volumetric > 0.06) {
        expect(Math.abs(next.volumetric - here.volumetric)).toBeLessThan(0.03);
        expect(Math.abs(next.isentropic - here.isentropic)).toBeLessThan(0.03);
      }
    }
  });

  it('says where it is not its own any more', () => {
    expect(efficienciesAt(compiled, 16_000, 1.5).range).toBe('outside');
    expect(efficienciesAt(compiled, 8_000, 2.6).range).toBe('outside');
    expect(efficienciesAt(compiled, 1_000, 1.5).range).toBe('extrapolated');
  });

  it.each([
    ['an internal ratio below one', (b: Blower) => (b.internalRatio.value = 0.9)],
    ['straight lobes that compress inside', (b: Blower) => (b.internalRatio.value = 1.3)],
    ['speeds that fall', (b: Blower) => b.lines.reverse()],
    ['more air against more pressure', (b: Blower) => (b.lines[1]!.points[2]!.volumetric = 1)],
    [
      'a faster line that passes less',
      (b: Blower) => b.lines[1]!.points.forEach((p) => (p.volumetric = 0.06)),
    ],
  ])('is refused with %s', (_, spoil) => {
    const blower = blowerOf(losses);
    spoil(blower);
    expect(blowerSchema.safeParse(blower).success).toBe(false);
  });
});
