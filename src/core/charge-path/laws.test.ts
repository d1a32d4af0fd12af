import { engineOf, put } from '@/testing/chargers';
import { engineCharger } from '../charger/charged-air';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { enthalpy } from '../air/gas-properties';
import { standardPressure } from '../air/standard-atmosphere';
import { sampleJob, sampleLibrary } from '@/data/demo/sample';
import { guess } from '../documents/input';
import type { Job } from '../job/schema/job';
import { compileBuild } from '../build/build';
import { solveSweep, type Sweep } from '../solve/sweep';

function sweepOf(index: 0 | 1, change: (job: Job) => void = () => {}, speeds?: number[]): Sweep {
  const job = sampleJob(index);
  change(job);
  const result = compileBuild(job, 'a', sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return solveSweep(result.build, speeds);
}

const goalOf = (index: 0 | 1, change: (job: Job) => void) => sweepOf(index, change, []).goalPoint;
const share = (min: number, max: number) => fc.double({ min, max, noNaN: true });
const few = { numRuns: draws(12) };

describe('laws the demand line keeps', () => {
  it('first law: the compressor’s power is what the air gains, the cooler’s heat is what it loses', () => {
    for (const index of [0, 1] as const) {
      const { points, climate } = sweepOf(index);
      for (const p of points.filter((x) => x.boosting)) {
        const at = (id: string) => p.stations.find((s) => s.id === id)!;
        const h = (id: string) => enthalpy(climate.gas, at(id).temperature!);
        expect(at('compressor').powerIn! / (p.path.massFlow * (h('compressor') - h('filter')))).toBeCloseTo(
          1,
          6,
        );
        expect(at('cooler').heatIn! / (p.path.massFlow * (h('cooler') - h('compressor')))).toBeCloseTo(1, 6);
      }
    }
  });

  it('mass: the same air passes every station up to the throttle, and leaves the cylinders with the fuel', () => {
    const { points } = sweepOf(0);
    for (const p of points) {
      const flows = p.stations.slice(0, 5).map((s) => s.massFlow);
      expect(new Set(flows).size).toBe(1);
      const fuel = p.stations.find((s) => s.id === 'cylinders')!.massFlow! - p.path.massFlow;
      // AFR 0.82 · 14.6 of dry air: 38 % humidity at 22 °C and 83 kPa carries 0.8 % of water.
      expect(p.path.dryFlow / fuel).toBeCloseTo(0.82 * 14.6, 0);
    }
  });

  it('λ that goes with boost is the one without it at the day’s air and the job’s own at full boost, without a jump', () => {
    const plain = sweepOf(0);
    const planned = sweepOf(0, (job) => {
      job.brief.fuel.lambdaUnboosted = guess(0.9);
      job.brief.fuel.lambdaFullGauge = guess(60_000);
    });
    planned.points.forEach((p, i) => {
      const share = Math.min(1, Math.max(0, p.boostGauge / 60_000));
      expect(p.path.lambda).toBeCloseTo(0.9 + (0.82 - 0.9) * share, 6);
      const before = planned.points[i - 1];
      if (before) expect(Math.abs(p.path.lambda - before.path.lambda)).toBeLessThan(0.02);
      if (share === 1) expect(p.power.flywheel / plain.points[i]!.power.flywheel).toBeCloseTo(1, 3);
    });
    expect(planned.points.some((p) => p.path.lambda > 0.89)).toBe(true);
  });

  it('boost grows without a jump from its onset to full, and holds from there', () => {
    const { points } = sweepOf(0);
    const boost = points.map((p) => p.boostGauge);
    points.forEach((p, i) => {
      if (i === 0) return;
      expect(Math.abs(boost[i]! - boost[i - 1]!)).toBeLessThan(9_000);
      if (p.speedRpm > 3000 && p.speedRpm <= 6000) expect(boost[i]!).toBeGreaterThan(boost[i - 1]! - 1);
      if (p.speedRpm > 6100) expect(boost[i]! - boost[i - 1]!).toBeCloseTo(0, 3);
    });
  });

  it('a colder charge needs less pressure for the same power, a worse filter more ratio, a worse wheel more heat', () => {
    fc.assert(
      fc.property(share(0.3, 0.7), share(1.2, 3), (effectiveness, worse) => {
        const cooled = goalOf(0, (j) => (engineOf(j).aftercooler.effectiveness.value = effectiveness));
        const colder = goalOf(0, (j) => (engineOf(j).aftercooler.effectiveness.value = effectiveness + 0.2));
        expect(colder.manifoldPressure).toBeLessThan(cooled.manifoldPressure);
        const clean = goalOf(0, () => {});
        const clogged = goalOf(0, (j) => (j.setups[0]!.plumbing[0]!.drop.value *= worse));
        expect(clogged.pressureRatio).toBeGreaterThan(clean.pressureRatio);
        expect(clogged.manifoldPressure).toBeGreaterThan(clean.manifoldPressure - 1);
        expect(engineCharger(clogged.path).outlet.temperature).toBeGreaterThan(
          engineCharger(clean.path).outlet.temperature,
        );
      }),
      few,
    );
  });

  it('a goal at the wheels is the same goal at the flywheel once the loss is added', () => {
    fc.assert(
      fc.property(
        share(0.05, 0.3),
        fc.constantFrom('share' as const, 'fixed-and-share' as const),
        (loss, school) => {
          const set = (j: Job) => {
            j.brief.drivetrain.school = school;
            j.brief.drivetrain.lossShare.value = loss;
            j.brief.drivetrain.fixedLoss.value = 8_000;
          };
          const wheels = goalOf(0, (j) => {
            set(j);
            j.brief.goal.basis = 'wheels';
            j.brief.goal.power.value = 150_000;
          });
          const flywheel = goalOf(0, (j) => {
            set(j);
            j.brief.goal.power.value = (150_000 + (school === 'share' ? 0 : 8_000)) / (1 - loss);
          });
          expect(wheels.manifoldPressure).toBeCloseTo(flywheel.manifoldPressure, 0);
          expect(wheels.power.wheels).toBeCloseTo(150_000, -1);
        },
      ),
      few,
    );
  });

  it('no barometer, a station reading of standard air and a sea-level reading of 1013.25 hPa are one and the same', () => {
    const with_ = (kind: 'standard' | 'station' | 'seaLevel', pressure: number) =>
      goalOf(0, (j) => {
        j.brief.venue.barometer.kind = kind;
        j.brief.venue.barometer.pressure.value = pressure;
      }).pressureRatio;
    expect(with_('station', standardPressure(1650))).toBeCloseTo(with_('standard', 101_325), 9);
    expect(with_('seaLevel', 101_325)).toBeCloseTo(with_('standard', 101_325), 6);
    expect(with_('seaLevel', 99_000)).toBeGreaterThan(with_('standard', 101_325));
  });

  it('humid air needs more of it: water takes the place of air that burns', () => {
    const damp = (relative: number) =>
      goalOf(1, (j) => {
        j.brief.venue.humidity.relative.value = relative;
      });
    expect(damp(0.9).path.massFlow).toBeGreaterThan(damp(0.1).path.massFlow);
    expect(damp(0.9).path.dryFlow / damp(0.1).path.dryFlow).toBeCloseTo(1, 5);
    expect(damp(0.9).pressureRatio).toBeGreaterThan(damp(0.1).pressureRatio);
  });

  it('back pressure costs breathing, and the engine that leaves less behind needs less boost', () => {
    const at = (ratio: number) =>
      goalOf(0, (j) => (j.setups[0]!.backPressureRatio.value = ratio)).manifoldPressure;
    expect(at(1)).toBeLessThan(at(1.4));
    expect(at(1.4)).toBeLessThan(at(2));
  });

  it('one compressor or twins: the engine’s own demand hardly differs, each wheel’s share does', () => {
    const arranged = (arrangement: 'single' | 'parallel') =>
      goalOf(1, (j) => {
        put(j, arrangement, { engine: null });
      });
    const [one, two] = [arranged('single'), arranged('parallel')];
    expect(two.path.massFlow).toBeCloseTo(one.path.massFlow, 9);
    expect(two.pressureRatio).toBeCloseTo(one.pressureRatio, 9);
    expect(engineCharger(two.path).correctedFlow).toBeCloseTo(engineCharger(one.path).correctedFlow / 2, 9);
  });

  it('a narrow pipe is noticed by its Mach number from 0.3, twins share theirs between two', () => {
    const mach = (index: 0 | 1, bore: number) =>
      goalOf(
        index,
        (j) => (j.setups[0]!.plumbing[0]!.diameter = { value: bore, confidence: 'measured' }),
      ).troubles.find((t) => t.code === 'mach-high')?.figures.mach?.value;
    expect(mach(0, 0.09)).toBeUndefined();
    expect(mach(0, 0.05)!).toBeGreaterThan(0.3);
    expect(mach(0, 0.04)! / mach(0, 0.05)!).toBeCloseTo((0.05 / 0.04) ** 2, 6);
  });
});
