import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleJob, sampleLibrary } from '@/data/demo/sample';
import { correctionFactor } from '../dyno/corrections';
import type { Job } from '../job/schema/job';
import { given, guess } from '../documents/input';
import { gainsOver } from './baseline';
import { compileBuild } from './build';
import { baselineOf } from './job-engine';
import { addedToRun, solveSweep } from '../solve/sweep';

type Row = Job['engine']['baseline']['rows'][number];

const solve = (job: Job) => {
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return { build: result.build, sweep: solveSweep(result.build) };
};
const codes = (job: Job) => {
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  return 'problems' in result ? result.problems.map((p) => p.reason.code) : [];
};

/** The single-seater with the run its own core makes on this day, as a customer would bring it. */
function withOwnRun(boosted: boolean, more: Partial<Job['engine']['baseline']> = {}): Job {
  const job = structuredClone(sampleJob(0));
  if (!boosted) {
    job.setups[0]!.induction = { kind: 'none' };
    job.setups[0]!.boost.kind = 'level';
  }
  const { build, sweep } = solve(job);
  const basis = more.basis ?? 'flywheel';
  const air = { pressure: build.climate.pressure, temperature: build.climate.temperature, humidity: 0.38 };
  const factor = correctionFactor(more.correction ?? 'none', air);
  const rows = sweep.points
    .filter((p) => p.speedRpm >= 2_000)
    .map((p): Row => ({
      speedRpm: p.speedRpm,
      power: factor * (basis === 'wheels' ? p.power.wheels : p.power.flywheel),
      boostGauge: boosted ? p.boostGauge : null,
      chargeTemperature: boosted ? p.path.manifold.temperature : null,
      lambda: null,
      readings: 1,
    }));
  const losses = sweep.points.at(-1)!;
  job.engine.baseline = {
    ...job.engine.baseline,
    name: 'As it came',
    basis,
    rows,
    pressure: given(air.pressure, 'measured'),
    temperature: given(air.temperature, 'measured'),
    humidity: given(0.38, 'measured'),
    chargeTemperature: given(build.climate.temperature, 'measured'),
    lambda: job.brief.fuel.lambda,
    fuel: job.brief.fuel.id,
    bsfc: job.brief.fuel.bsfc,
    bsfcLambda: job.brief.fuel.bsfcLambda,
    inletDrop: given(build.climate.pressure - losses.manifoldPressure, 'measured'),
    backPressureRatio: boosted ? { ...job.setups[0]!.backPressureRatio, confidence: 'reported' } : guess(1),
    ...more,
  };
  return job;
}

/** How far the fitted curve lies from the known one, both at one state, where the run has speeds. */
function furthest(job: Job): number {
  const known = solve(job).build;
  const fitted = structuredClone(job);
  fitted.engine.breathing.source = 'baseline';
  const { build } = solve(fitted);
  let worst = 0;
  for (let rpm = 2_000; rpm <= known.redLineRpm; rpm += 100) {
    // Each curve through its own correction, so that both speak of the same state.
    const a = known.breathing.at(rpm).value * known.breathingFactor(310, 1.1);
    const b = build.breathing.at(rpm).value * build.breathingFactor(310, 1.1);
    worst = Math.max(worst, Math.abs(b / a - 1));
  }
  return worst;
}

describe('a run made by the core from a known breathing curve gives that curve back within 1 %', () => {
  it('naturally aspirated', () => expect(furthest(withOwnRun(false))).toBeLessThan(0.01));
  it('boosted', () => expect(furthest(withOwnRun(true))).toBeLessThan(0.01));
  it('at the wheels and corrected', () =>
    expect(furthest(withOwnRun(false, { basis: 'wheels', correction: 'sae-j1349' }))).toBeLessThan(0.01));
  it('of a tired engine: its condition is in the run already', () => {
    const job = sampleJob(0);
    job.engine.condition.factor = given(0.9, 'reported');
    const tired = withOwnRun(false);
    expect(furthest(tired)).toBeLessThan(0.01);
  });
});

describe('the fit', () => {
  it('smooths noise of 2 % and says how far the rows lie from the curve', () => {
    const job = withOwnRun(false);
    let seed = 7;
    const noise = () => {
      seed = (seed * 16_807) % 2_147_483_647;
      return 1 + 0.02 * Math.sqrt(3) * ((2 * seed) / 2_147_483_647 - 1);
    };
    const clean = baselineOf(job)!;
    expect(clean.rms).toBeLessThan(0.004);
    job.engine.baseline.rows = job.engine.baseline.rows.map((r) => ({ ...r, power: r.power * noise() }));
    const fit = baselineOf(job)!;
    expect(fit.rms).toBeGreaterThan(0.012);
    expect(fit.rms).toBeLessThan(0.025);
    expect(Math.abs(fit.worst.error)).toBeGreaterThan(fit.rms);
    for (const row of clean.rows)
      expect(
        Math.abs(fit.curve.at(row.speedRpm).value / clean.curve.at(row.speedRpm).value - 1),
      ).toBeLessThan(0.02);
  });

  it('power up by a share is breathing up by that share (law)', () => {
    const job = withOwnRun(false);
    const base = baselineOf(job)!;
    fc.assert(
      fc.property(fc.double({ min: 0.8, max: 1.2, noNaN: true }), (by) => {
        const more = structuredClone(job);
        more.engine.baseline.inletDrop = given(0, 'measured');
        const still = baselineOf(more)!;
        more.engine.baseline.rows.forEach((r) => (r.power *= by));
        const moved = baselineOf(more)!;
        expect(moved.points[4]!.value / still.points[4]!.value).toBeCloseTo(by, 9);
      }),
      { numRuns: draws(20) },
    );
    expect(base.points.length).toBeLessThanOrEqual(20);
  });

  it('wheel figures given as flywheel are found out where the efficiency is impossible', () => {
    const job = withOwnRun(false, { basis: 'wheels' });
    job.brief.drivetrain.lossShare = given(0.35, 'reported');
    job.engine.breathing.source = 'baseline';
    job.engine.baseline.rows.forEach((r) => (r.power *= 0.66));
    job.engine.baseline.basis = 'flywheel';
    expect(codes(job)).toContain('baseline-breathes-too-little-as-flywheel');
    job.engine.baseline.basis = 'wheels';
    expect(codes(job)).toEqual([]);
  });

  it('an empty run, an air-fuel ratio in the place of λ: each is named', () => {
    const job = withOwnRun(false);
    job.engine.breathing.source = 'baseline';
    job.engine.baseline.rows[3]!.lambda = 4.2;
    expect(codes(job)).toEqual(['row-cannot-burn']);
    job.engine.baseline.rows = [];
    expect(codes(job)).toEqual(['baseline-empty']);
  });
});

describe('what a forecast adds to a run', () => {
  it('nothing to its own run; with boost the four figures are told apart', () => {
    const alone = withOwnRun(false);
    const { build, sweep } = solve(alone);
    const none = addedToRun(build, sweep.points)!;
    expect(Math.abs(none.most.gain)).toBeLessThan(0.001 * none.peak.from);
    const boosted = structuredClone(alone);
    boosted.setups[0]! = structuredClone(sampleJob(0)).setups[0]!;
    const more = solve(boosted);
    const gains = addedToRun(more.build, more.sweep.points)!;
    expect(gains.most.gain).toBeGreaterThanOrEqual(gains.last.gain);
    expect(gains.average.gain).toBeLessThan(gains.most.gain);
    expect(gains.peak.to).toBeGreaterThan(gains.peak.from);
    expect(more.sweep.goal.findings.map((f) => f.code)).toContain('adds-to-run');
  });

  it('is counted over the speeds both have', () => {
    const run = { name: 'x', rows: [2, 3, 4].map((n) => ({ speedRpm: n * 1_000, power: n * 10_000 })) };
    const forecast = [1, 2, 3, 4, 5].map((n) => ({ speedRpm: n * 1_000, power: n * 10_000 + 5_000 }));
    const gains = gainsOver(run, forecast)!;
    expect(gains.average).toEqual({ gain: 5_000, fromRpm: 2_000, toRpm: 4_000 });
    expect(gains.last.speedRpm).toBe(4_000);
    expect(gains.peak).toEqual({ from: 40_000, fromRpm: 4_000, to: 55_000, toRpm: 5_000 });
    expect(gainsOver(run, forecast.slice(4))).toBeNull();
  });
});

describe('the engine’s condition', () => {
  it('lowers what the air makes by its share, and asks for as much more air for a goal', () => {
    const job = sampleJob(0);
    const sound = solve(job);
    const tired = structuredClone(job);
    tired.engine.condition.factor = given(0.9, 'measured');
    const worn = solve(tired);
    expect(worn.sweep.goalPoint.alonePower / sound.sweep.goalPoint.alonePower).toBeCloseTo(0.9, 9);
    expect(worn.sweep.goalPoint.path.massFlow / sound.sweep.goalPoint.path.massFlow).toBeCloseTo(1 / 0.9, 4);
  });
});

describe('a torque goal', () => {
  const withTorque = (torque: number, rpm: number) => {
    const job = structuredClone(sampleJob(0));
    job.brief.goal.torque = given(torque, 'reported');
    job.brief.goal.torqueRpm = given(rpm, 'reported');
    return job;
  };
  it('is judged at its own speed, beside clutch and gearbox', () => {
    const job = withTorque(200, 7_000);
    job.brief.vehicle.gearbox = { name: 'Six-speed', torque: given(220, 'maker') };
    job.brief.vehicle.clutch = { name: 'Twin plate', torque: given(400, 'maker') };
    const said = solve(job).sweep.goal.findings.map((f) => f.code);
    expect(said).toEqual(expect.arrayContaining(['torque-holds', 'gearbox-gives', 'clutch-holds']));
    expect(solve(withTorque(400, 7_000)).sweep.goal.findings.map((f) => f.code)).toContain('torque-short');
  });
  it('contradicts a power at the same speed, and must lie within the revs', () => {
    const goal = sampleJob(0).brief.goal;
    const fits = goal.power.value / ((2 * Math.PI * goal.speedRpm.value) / 60);
    expect(codes(withTorque(fits * 1.01, goal.speedRpm.value))).toEqual([]);
    expect(codes(withTorque(fits * 1.2, goal.speedRpm.value))).toEqual(['torque-against-power']);
    expect(codes(withTorque(200, 9_900))).toEqual(['torque-off-the-revs']);
  });
});

describe('readings that disagree', () => {
  it('a sea-level reading typed as the station’s, λ as an air-fuel ratio, volumes that are no engine', () => {
    const job = structuredClone(sampleJob(0));
    job.brief.venue.barometer = { kind: 'station', pressure: given(101_300, 'measured') };
    expect(codes(job)).toEqual(['barometer-station-impossible']);
    job.brief.venue.barometer.pressure.value = 83_200;
    expect(codes(job)).toEqual([]);
    job.brief.fuel.lambda = given(2.2, 'measured');
    expect(codes(job)).toEqual(['mixture-cannot-burn']);
    job.brief.fuel.lambda = given(0.82, 'measured');
    job.engine.volumes = { ...job.engine.volumes, used: true, chamber: given(0.0005, 'measured') };
    expect(codes(job)).toEqual(['volumes-make-no-ratio']);
  });
});

describe('a boosted run that says nothing of its charge or its back pressure', () => {
  const codesOf = (job: Job) => {
    const fitted = structuredClone(job);
    fitted.engine.breathing.source = 'baseline';
    const result = compileBuild(fitted, fitted.setups[0]!.id, sampleLibrary);
    return 'problems' in result ? result.problems.map((p) => p.reason.code) : [];
  };

  it('asks for them instead of taking an unboosted engine’s', () => {
    const job = withOwnRun(true);
    expect(codesOf(job)).toEqual([]);
    job.engine.baseline.backPressureRatio = guess(1);
    expect(codesOf(job)).toEqual(['boosted-run-needs-back-pressure']);
    for (const row of job.engine.baseline.rows) row.chargeTemperature = null;
    job.engine.baseline.chargeTemperature = guess(293.15);
    expect(codesOf(job)).toEqual(['boosted-run-needs-charge-temperature']);
  });
});
