import { compressorFit, engineOf, put } from '@/testing/chargers';
import { engineMap } from '../build/row';
import { engineCharger } from '../charger/charged-air';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleCompressors, sampleJob, sampleLibrary } from '@/data/demo/sample';
import { coolerEffectiveness } from '../charge-air/cooler';
import { inletPressure, machNumber, outletPressure } from '../charge-air/losses';
import { airFlow, backPressureFactor, displacement } from '../engine/formulas';
import { breathingCurve, shapePoints } from '../engine/breathing';
import { fuels } from '../fuel/fuels';
import { newJob } from '../job/defaults';
import { jobSchema, type Job } from '../job/schema/job';
import { guess } from '../documents/input';
import { openJob } from '../job/history/migrations';
import { flywheelPower, wheelPower } from '../vehicle/drivetrain';
import { compileBuild, revGrid, type Build } from '../build/build';
import { airPerPower, powerPerFlow, ruleOfThumbPower, torque } from '../engine/power-formulas';
import { boostGauge, pressureRatio } from '../charge-air/boost-formulas';
import { solveSweep } from './sweep';
import { planLevel, solvePoint } from './point';

const HP = 745.6998715822702;
const PSI = 6894.757;
const share = (min: number, max: number) => fc.double({ min, max, noNaN: true });

function built(job: Job, setup = 'a'): Build {
  const result = compileBuild(job, setup, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return result.build;
}

const with_ = (job: Job, change: (draft: Job) => void): Job => {
  const copy = structuredClone(job);
  change(copy);
  return jobSchema.parse(copy);
};

/** An engine for plain arithmetic: ηv 1 everywhere, no corrections, no losses, no cooler, dry standard air. */
const plain = (): Job =>
  with_(newJob('By hand', 'a'), (j) => {
    j.engine.breathing.source = 'table';
    j.engine.breathing.table.rows = [
      { speedRpm: 500, value: 1 },
      { speedRpm: 9000, value: 1 },
    ];
    j.engine.breathing.temperatureExponent = guess(0);
    j.engine.evaporatedShare = guess(0);
    j.brief.venue.temperature = guess(288.15);
    j.brief.venue.humidity.relative = guess(0);
    j.setups[0]!.backPressureRatio = guess(1);
    j.setups[0]!.plumbing = [];
    engineOf(j).aftercooler.kind = 'none';
  });

describe('rules of the trade', () => {
  // check-values 2, 3, 6, 8, 11, 12, 28. Common practice, no source.
  it('cooler effectiveness from thermometers', () => {
    expect(coolerEffectiveness.fn({ inlet: 200, coolant: 100, outlet: 115 })).toBeCloseTo(0.85, 12);
    expect(coolerEffectiveness.fn({ inlet: 200, coolant: 32, outlet: 55 })).toBeCloseTo(0.863, 3);
  });
  it('gauge and absolute pressure are kept apart', () => {
    expect(boostGauge.fn({ manifold: 191_000, ambient: 101_325 }) / PSI).toBeCloseTo(13.0, 1);
    expect(pressureRatio.fn({ outlet: 18.8 + 14.7, inlet: 12.1 + 14.7 })).toBeCloseTo(1.25, 2);
  });
  // check-values 7 and 9: the same readings by gauge and absolute.
  it.each([
    [7.1, 14.2, 2.0, 1.33],
    [12.1, 18.8, 1.55, 1.25],
    [10, 30, 3.0, 1.81],
  ])(
    'boost %d and turbine inlet %d psi gauge: ratio %d by gauge, %d absolute',
    (boost, inlet, gauge, absolute) => {
      expect(inlet / boost).toBeCloseTo(gauge, 2);
      expect(pressureRatio.fn({ outlet: inlet + 14.7, inlet: boost + 14.7 })).toBeCloseTo(absolute, 2);
    },
  );
  // check-value 13: common-rail diesels, 770 hp on 90 lb/min and 832 hp on 110; the band is 7.5 to 8.6. Band, trust B.
  it.each([
    [90, 770],
    [110, 832],
  ])(
    'a common-rail diesel on %d lb/min made %d hp: inside the rule-of-thumb band',
    (poundsPerMinute, horsepower) => {
      const [low, high] = fuels.diesel.horsepowerPerPound;
      const power = (horsepowerPerPound: number) =>
        ruleOfThumbPower.fn({
          massFlow: (poundsPerMinute * 0.45359237) / 60,
          powerPerFlow: powerPerFlow(horsepowerPerPound),
        }) / HP;
      expect(power(low)).toBeLessThan(horsepower);
      expect(power(high)).toBeGreaterThan(horsepower);
    },
  );
  it('horsepower is torque times speed over 5,252', () => {
    const poundFeet = (power: number, speedRpm: number) =>
      torque.fn({ power: power * HP, speedRpm }) / 1.3558179;
    expect(poundFeet(1202, 6400)).toBeCloseTo(986, 0);
    expect(poundFeet(963.4, 4600)).toBeCloseTo(1100, 0);
    expect(poundFeet(850, 6868)).toBeCloseTo(650, 0);
  });
  it('Mach number in an inlet pipe: 0.20 in 83 mm and 0.38 in 61 mm at 811 cfm', () => {
    const density = 101_325 / (287.05 * 293);
    const mach = (diameter: number) =>
      machNumber.fn({
        massFlow: 811 * 4.719474e-4 * density,
        temperature: 293,
        pressure: 101_325,
        gasConstant: 287.05,
        diameter,
      });
    expect(mach(0.083)).toBeCloseTo(0.2, 1);
    expect(mach(0.061)).toBeCloseTo(0.38, 2);
  });
  // check-value 26: power falls with about the square root of charge temperature.
  it('+30 °F of charge air costs about 20 of 730 hp', () => {
    const job = plain();
    job.engine.breathing.temperatureExponent = guess(0.5);
    const b = built(job);
    const flow = (t: number) =>
      airFlow.fn({
        volumetricEfficiency: b.breathingFactor(t, 1),
        pressure: 2e5,
        temperature: t,
        gasConstant: 287,
        displacement: b.displacement,
        cyclesPerSecond: 50,
      });
    expect(730 * (1 - flow(325 + 30 / 1.8) / flow(325))).toBeCloseTo(18.2, 0);
  });
  it('rich of best power the air sets the power, lean of it the fuel', () => {
    const petrol = fuels['petrol-98'];
    const at = (lambda: number) =>
      airPerPower.fn({
        stoichiometric: 14.6,
        lambda,
        bsfc: 8e-8,
        bsfcLambda: 0.82,
        bestPowerLambda: petrol.bestPowerLambda,
      });
    expect(at(0.75)).toBe(at(0.85));
    expect(at(1)).toBeCloseTo(at(0.88) / 0.88, 12);
  });
  it('a drivetrain turned round gives the flywheel power back', () => {
    fc.assert(
      fc.property(
        share(5e4, 1e6),
        share(0, 0.4),
        share(0, 2e4),
        fc.constantFrom('share', 'fixed-and-share'),
        (p, lossShare, fixedLoss, school) => {
          const train = { school: school as 'share', lossShare, fixedLoss };
          expect(wheelPower(flywheelPower(p, train), train) / p).toBeCloseTo(1, 9);
        },
      ),
    );
  });
});

describe('engine', () => {
  it('displaces what geometry says: 86 × 86 mm four is 1,998 cc', () => {
    expect(displacement.fn({ bore: 0.086, stroke: 0.086, cylinders: 4 }) * 1e6).toBeCloseTo(1998.2, 1);
  });
  it('breathes as one at no back pressure and less with more (Heywood 1988, sec. 6.2, by arithmetic at r = 9)', () => {
    const factor = (pressureRatio: number) => backPressureFactor.fn({ compressionRatio: 9, pressureRatio });
    expect(factor(1)).toBeCloseTo(1, 12);
    expect(factor(2)).toBeCloseTo(9 / 8 - 2.35 / (1.35 * 8), 12);
  });
  it('every shape meets its peak at its speed and stays under it', () => {
    for (const id of ['two-valve', 'four-valve', 'race-cam', 'diesel'] as const) {
      const curve = breathingCurve(shapePoints(id, 0.97, 5000));
      expect(curve.at(5000).value).toBeCloseTo(0.97, 12);
      for (let n = 800; n < 12_000; n += 137) expect(curve.at(n).value).toBeLessThanOrEqual(0.97 + 1e-12);
      expect(curve.at(13_000).range).toBe('extrapolated');
    }
  });
  it('a loss turned round gives the inlet pressure back', () => {
    fc.assert(
      fc.property(share(0, 9000), share(0.05, 0.4), share(1e5, 3e5), (drop, flow, inlet) => {
        const loss = { drop, massFlow: 0.2, pressure: 1e5, temperature: 300 };
        expect(inletPressure(loss, outletPressure(loss, inlet, 320, flow), 320, flow) / inlet).toBeCloseTo(
          1,
          9,
        );
      }),
    );
  });
});

describe('demand', () => {
  it('agrees with a by-hand sizing in plain arithmetic within 1 %', () => {
    const job = with_(plain(), (j) => {
      j.brief.goal.power = guess(300 * HP);
      j.brief.fuel.bsfc = guess((0.5 * 0.45359237) / (HP * 3600));
    });
    const goal = solveSweep(built(job)).goalPoint;
    // 300 hp × 0.50 lb/hp·h = 150 lb/h of fuel; × AFR 0.82 · 14.6 → air.
    const afr = 0.82 * fuels['petrol-98'].stoichiometric;
    const air = ((300 * 0.5 * 0.45359237) / 3600) * afr;
    expect(goal.path.massFlow).toBeCloseTo(air, 5);
    // p_m = ṁ R T_m / (V_d N/120), T_m = T1 + T1 (PR^0.286 − 1)/0.70, turned over until it stands still.
    const volumeFlow = ((4 * Math.PI * 0.086 ** 3) / 4) * (6500 / 120);
    let t = 288.15;
    let p = 0;
    for (let i = 0; i < 60; i++) {
      p = (air * 287.05 * t) / volumeFlow;
      t = 288.15 + (288.15 * ((p / 101_325) ** 0.286 - 1)) / 0.7;
    }
    expect(Math.abs(goal.manifoldPressure / p - 1)).toBeLessThan(0.01);
    expect(Math.abs(goal.path.manifold.temperature - t)).toBeLessThan(3);
    expect(goal.boostGauge).toBeCloseTo(goal.manifoldPressure - 101_325, 6);
  });

  it.each([0, 1] as const)(
    'demo job %d makes its goal at its speed on every point of the working',
    (index) => {
      const b = built(sampleJob(index));
      const sweep = solveSweep(b);
      expect(sweep.goalPoint.power.flywheel / b.goal.power).toBeCloseTo(1, 5);
      expect(sweep.goalPoint.power.thumbLow).toBeLessThan(b.goal.power);
      expect(sweep.goalPoint.power.thumbHigh).toBeGreaterThan(b.goal.power);
      for (const p of sweep.points) {
        expect(p.status.kind).not.toBe('failed');
        const [weather, filter, compressor, cooler, throttle] = p.stations;
        expect(weather!.pressure! - filter!.drop!).toBeCloseTo(filter!.pressure!, 6);
        expect(compressor!.pressure! / filter!.pressure!).toBeCloseTo(p.pressureRatio, 9);
        expect(cooler!.pressure! - throttle!.drop!).toBeCloseTo(throttle!.pressure!, 6);
        expect(throttle!.pressure!).toBeCloseTo(p.manifoldPressure, 6);
      }
      expect(sweep.points.map((p) => p.speedRpm)).toEqual(revGrid(b));
      expect(sweep.points.length).toBeGreaterThan(55);
      expect(sweep.points.length).toBeLessThan(91);
    },
  );

  it('each of two parallel compressors carries half the air', () => {
    const b = built(sampleJob(1));
    const goal = solveSweep(b).goalPoint;
    const { at, count } = engineCharger(goal);
    expect(count).toBe(2);
    const { reference } = engineMap(b)!;
    const back =
      (at!.flow * (goal.path.filter.pressure / reference.pressure)) /
      Math.sqrt(b.climate.temperature / reference.temperature);
    expect(2 * back).toBeCloseTo(goal.path.massFlow, 9);
    expect(2 * at!.flow).toBeCloseTo(2 * engineCharger(goal.path).correctedFlow, 12);
  });

  it('more power, thinner air and a hotter day all need a higher pressure ratio', () => {
    const base = sampleJob(0);
    const ratio = (change: (j: Job) => void) =>
      solveSweep(built(with_(base, change)), []).goalPoint.pressureRatio;
    fc.assert(
      fc.property(share(1.02, 1.25), share(50, 800), share(2, 20), (more, height, hotter) => {
        const reference = ratio(() => {});
        expect(ratio((j) => (j.brief.goal.power.value *= more))).toBeGreaterThan(reference);
        expect(ratio((j) => (j.brief.venue.altitude.value += height))).toBeGreaterThan(reference);
        expect(ratio((j) => (j.brief.venue.temperature.value += hotter))).toBeGreaterThan(reference);
      }),
      { numRuns: draws(15) },
    );
  });

  it('holds pressure, torque or power above the goal', () => {
    const last = (hold: 'pressure' | 'torque' | 'power') =>
      solveSweep(built(with_(sampleJob(0), (j) => (j.setups[0]!.boost.hold = hold)))).points.at(-1)!;
    const b = built(sampleJob(0));
    expect(last('power').power.flywheel / b.goal.power).toBeCloseTo(1, 4);
    expect(last('torque').torque / torque.fn({ power: b.goal.power, speedRpm: 8600 })).toBeCloseTo(1, 4);
    expect(last('pressure').manifoldPressure).toBeCloseTo(solveSweep(b).goalPoint.manifoldPressure, 3);
  });

  it('says when no pressure ratio can reach the goal, and when none is needed', () => {
    const far = solveSweep(built(with_(sampleJob(0), (j) => (j.brief.goal.power.value = 5_000 * HP))));
    expect(far.goal.short.code).toMatch(/goal-out-of-reach|filter-chokes/);
    expect(far.points.every((p) => Number.isFinite(p.manifoldPressure))).toBe(true);
    const near = solveSweep(built(with_(sampleJob(0), (j) => (j.brief.goal.power.value = 90 * HP))));
    expect(near.goal).toMatchObject({ holds: true, short: { code: 'no-boost-needed' } });
  });

  it('meets a goal right up to the pressure ratio where it gives up, and names the power reached there', () => {
    const at = (horsepower: number) =>
      solveSweep(built(with_(sampleJob(0), (j) => (j.brief.goal.power.value = horsepower * HP))), []);
    const limit = at(4_000).goal.short.figures.reached!.value / HP;
    expect(at(limit * 1.001).level.kind).toBe('failed');
    const just = at(limit * 0.999);
    expect(just.level.kind).toBe('boost');
    expect(just.goalPoint.pressureRatio).toBeGreaterThan(7.9);
    expect(just.goalPoint.pressureRatio).toBeLessThanOrEqual(8);
  });

  it('finds surge at the bottom and choke at the top of a compressor that does not fit', () => {
    const spans = (id: string, index: 0 | 1) => {
      const job = with_(sampleJob(index), (j) => {
        put(j, 'single', { engine: compressorFit(id) });
      });
      return solveSweep(built(job)).spans;
    };
    expect(spans('larch-67', 0)[0]).toMatchObject({ kind: 'surge' });
    expect(spans('alder-46', 1).at(-1)).toMatchObject({ kind: 'choke', endsAtRedLine: true });
  });

  it('every demo compressor solves on both jobs at every speed, freely dragged ones too', () => {
    for (const index of [0, 1] as const)
      for (const { id } of sampleCompressors) {
        const b = built(
          with_(sampleJob(index), (j) => {
            put(j, index ? 'parallel' : 'single', { engine: compressorFit(id) });
          }),
        );
        const level = planLevel(b);
        for (let n = b.idleRpm; n <= b.redLineRpm; n += 173) {
          const p = solvePoint(b, n, level);
          expect(p.path.kind).toBe('converged');
          expect([p.torque, p.boostGauge, p.pressureRatio, p.alonePower].every(Number.isFinite)).toBe(true);
        }
      }
  });
});

describe('job documents', () => {
  it('contradictions come back as problems at their field, never as a throw', () => {
    const problem = (change: (j: Job) => void) => {
      const result = compileBuild(with_(sampleJob(0), change), 'a', sampleLibrary);
      return 'problems' in result ? result.problems.map((p) => `${p.path}: ${p.reason.code}`) : [];
    };
    expect(problem((j) => (j.brief.goal.speedRpm.value = 12_000))).toContain(
      'brief.goal.speedRpm: goal-above-red-line',
    );
    expect(problem((j) => (j.setups[0]!.boost.onsetRpm.value = 7_000))).toContain(
      'setups.0.boost.onsetRpm: onset-after-full',
    );
    expect(problem((j) => (j.engine.idleRpm.value = 6_000)).length).toBe(0);
    expect(
      problem((j) => {
        j.brief.venue.humidity = { ...j.brief.venue.humidity, kind: 'dewPoint', dewPoint: guess(305) };
      }),
    ).toContain('brief.venue.humidity.dewPoint: dew-point-above-air');
    expect(
      problem((j) => {
        put(j, 'single', { engine: compressorFit('gone', 3) });
      }),
    ).toContain('setups.0.induction: compressor-missing');
  });
  it('an older version opens through named steps; a newer or unknown one is refused in words', () => {
    const job = sampleJob(0);
    const steps = [
      { id: 'name-the-job', from: 1, up: (d: Record<string, unknown>) => ({ ...d, name: 'Named' }) },
    ];
    const opened = openJob({ ...job, name: '' }, steps, 2);
    expect(opened.ok).toBe(false); // the step ran, but this build writes version 1 only
    expect(openJob({ ...job, version: 9 })).toMatchObject({ ok: false, issues: [{ path: 'version' }] });
    expect(openJob(job)).toMatchObject({ ok: true, migrated: [] });
    expect(openJob('nonsense')).toMatchObject({ ok: false });
  });
});
