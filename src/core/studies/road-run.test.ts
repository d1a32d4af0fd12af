import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { given } from '../documents/input';
import type { Vehicle } from '../job/schema/brief';
import { solveSweep } from '../solve/sweep';
import { straightRun, withPower } from '../vehicle/straight-run';
import { boostTimesOf, powerAsked, runDefaultsOf, runPlanOf } from './road-run';

const job = sampleTurboJob(0);
const made = compileBuild(job, job.setups[0]!.id, sampleLibrary);
if ('problems' in made) throw new Error('no build');
const { build } = made;
const sweep = solveSweep(build);
const vehicle: Vehicle = {
  ...job.brief.vehicle,
  kind: 'vehicle',
  driven: 'rear',
  grip: given(2, 'measured'),
  mass: given(620, 'measured'),
  tyreRadius: given(0.29, 'measured'),
  finalDrive: given(3.7, 'maker'),
  gears: [2.9, 2.1, 1.6, 1.28, 1.05].map((gear) => given(gear, 'maker')),
};
const planOf = (change: Partial<Vehicle> = {}) =>
  runPlanOf(build, { ...vehicle, ...change }, sweep.points, boostTimesOf(job, build, sweep.level));
const plan = planOf();
if ('reasons' in plan) throw new Error('no plan');

it('a run of the sample job takes the torque that its points leave at the wheels', () => {
  const { power, speedRpm } = sweep.points.find((p) => p.speedRpm === build.goal.speedRpm)!;
  const row = plan.torque.find((r) => r.speedRpm === speedRpm)!;
  expect((row.full * speedRpm * Math.PI) / 30).toBeCloseTo(power.wheels, 3);
  expect(row.unboosted).toBeLessThan(row.full);
  // Nearer the red line there is more exhaust: boost is there sooner.
  const [early, late] = plan.boostTimes.map(({ seconds }) => seconds);
  expect(late!).toBeLessThan(early!);
  expect(early!).toBeLessThan(1.5);
  expect(runDefaultsOf(vehicle)).toContain('brief.vehicle.shiftTime');
});

it('every lack has its own message', () => {
  const codes = (change: Partial<Vehicle>) => {
    const answer = planOf(change);
    return 'reasons' in answer ? answer.reasons.map(({ code }) => code) : [];
  };
  const massless = { ...vehicle };
  delete massless.mass;
  expect(runPlanOf(build, massless, sweep.points, [])).toMatchObject({
    reasons: [{ code: 'run-needs-mass' }],
  });
  expect(codes({ gears: [] })).toEqual(['run-needs-gears']);
  expect(codes({ grip: given(0, 'guess') })).toEqual(['run-without-grip']);
  expect(codes({ kind: 'boat' })).toEqual(['run-not-on-road']);
  expect(runPlanOf(build, vehicle, [], [])).toMatchObject({ reasons: [{ code: 'run-no-power' }] });
});

it('the power of a trap speed that the model ran itself is found again, and a surer mass narrows it', () => {
  const stronger = straightRun(withPower(plan, 1.2)).marks.find(({ distance }) => distance === 402.336)!;
  const target = { kind: 'trap' as const, distance: 402.336, speed: stronger.speed };
  const peak = 200_000;
  const asked = powerAsked(plan, peak, vehicle, target);
  if ('reason' in asked) throw new Error(asked.reason.code);
  expect(asked.power / peak).toBeCloseTo(asked.factor, 9);
  // A shift just before the end can make two powers as fast there: either is an answer.
  const again = straightRun(withPower(plan, asked.factor)).marks.find((m) => m.distance === 402.336)!;
  expect(again.speed / stronger.speed).toBeCloseTo(1, 3);
  expect(Math.abs(asked.factor - 1.2)).toBeLessThan(0.03);
  const unsure = powerAsked(plan, peak, { ...vehicle, mass: given(620, 'guess') }, target);
  if ('reason' in unsure) throw new Error(unsure.reason.code);
  expect(unsure.spread).toBeGreaterThan(1.3 * asked.spread);
  expect(powerAsked(plan, peak, vehicle, { ...target, speed: 200 })).toMatchObject({
    reason: { code: 'target-out-of-reach' },
  });
  expect(powerAsked(plan, peak, vehicle, { ...target, speed: 5 })).toMatchObject({
    reason: { code: 'target-by-less' },
  });
});
