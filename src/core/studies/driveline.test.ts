import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild, type Build } from '../build/build';
import { given, guess } from '../documents/input';
import type { Job } from '../job/schema/job';
import { componentSchema } from '../job/schema/components';
import { limitLineOf } from '../limits/judge';
import { fastestOn, roadOf, stopEnergy } from '../vehicle/road';
import { solveSweep } from '../solve/sweep';
import { flatLevel } from './boost-shaping';
import { boostByGear, drivelineRows, stepTest } from './driveline';
import { speedRows, surgeEvents, wheelCycles } from './charger-reserve';

const g = (value: number) => given(value, 'maker');
function solved(change: (job: Job) => void = () => {}) {
  const job = structuredClone(sampleTurboJob(0));
  Object.assign(job.brief.vehicle, {
    kind: 'vehicle',
    mass: g(1_200),
    tyreRadius: g(0.3),
    finalDrive: g(4),
    gears: [3, 2, 1.4, 1].map(g),
  });
  change(job);
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return { job, build: result.build, sweep: solveSweep(result.build) };
}
const plain = solved();
const peak = Math.max(...plain.sweep.points.map(({ torque }) => torque));
const byGear = (shares: number[]) =>
  solved((job) => {
    job.brief.vehicle.clutch.torque = g(1.5 * peak);
    job.brief.vehicle.gearbox = { name: 'box', gearTorques: shares.map((share) => g(share * peak)) };
  });

describe('a gearbox by gear', () => {
  it('is judged gear by gear, and named once among the findings: by its weakest', () => {
    const { job, build, sweep } = byGear([0.8, 0.9, 1.2, 1.2]);
    const rows = drivelineRows(build, sweep.points);
    expect(rows.map(({ gear, margin }) => [gear, margin > 0])).toEqual([
      [null, true],
      [0, false],
      [1, false],
      [2, true],
      [3, true],
    ]);
    // By hand: 0.8 of the torque through 12 to 1, less what the drivetrain takes.
    expect(rows[1]!.axleTorque).toBeCloseTo(0.8 * peak * 12 * (1 - build.drivetrain.lossShare), 6);
    const line = limitLineOf(build, sweep, job.engine, 15)!;
    const gears = line.rows.filter(({ part }) => part.from === 'model' && part.part === 'gearbox');
    expect(new Set(gears.map(({ key }) => key)).size).toBe(4);
    const said = sweep.goal.findings.filter(({ code }) => code.startsWith('gearbox-'));
    expect(said.map(({ code }) => code)).toEqual(['gearbox-gives']);
  });

  it('a general rating stands for the gears that are not known', () => {
    const { build } = solved((job) => {
      job.brief.vehicle.gearbox = { name: '', torque: g(400), gearTorques: [g(300), g(350)] };
    });
    expect(build.driveline.map(({ torque }) => torque)).toEqual([300, 350, 400, 400]);
  });

  it('boost by gear keeps each gear’s torque with its margin, and gears of one torque share a level', () => {
    const { build, sweep } = byGear([0.85, 0.85, 0.95, 2]);
    const full = flatLevel(sweep);
    const levels = [...boostByGear(build, full, 0.05)].filter((one) => one !== undefined);
    expect(levels.map(({ gear }) => gear)).toEqual([0, 1, 2, 3]);
    expect(levels[0]!.gauge).toBe(levels[1]!.gauge);
    expect(levels[2]!.gauge).toBeGreaterThan(levels[1]!.gauge);
    expect(levels[3]).toMatchObject({ kind: 'holds', gauge: full });
    const torqueAt = (levelGauge: number) => {
      const flat: Build = { ...build, boost: { ...build.boost, kind: 'level', levelGauge } };
      return Math.max(...solveSweep(flat).points.map(({ torque }) => torque));
    };
    for (const [i, share] of [0.85, 0.85, 0.95].entries()) {
      const level = levels[i]!;
      expect(level.kind).toBe('found');
      expect(torqueAt(level.gauge)).toBeLessThanOrEqual(0.95 * share * peak);
      expect(torqueAt(level.gauge * 1.02)).toBeGreaterThan(0.95 * share * peak * 0.995);
    }
  });
});

describe('what the road asks', () => {
  it('tyres by speed and mass, brakes by the energy of a stop', () => {
    const { job, build, sweep } = plain;
    const part = (kind: 'tyres' | 'brakes', limits: object) =>
      componentSchema.parse({ id: kind, kind, name: '', note: '', limits });
    const tyres = part('tyres', { roadSpeed: { low: guess(50) }, runningMass: { low: guess(1_000) } });
    const brakes = part('brakes', { stopEnergy: { low: guess(1e6) } });
    const line = limitLineOf(build, sweep, { ...job.engine, components: [tyres, brakes] }, 15)!;
    const row = (key: string) => line.rows.find((one) => one.key === key)!;
    // By hand: top gear, 4 to 1, 0.3 m: the red line in m/s.
    const top = ((build.redLineRpm / 60) * 2 * Math.PI * 0.3) / 4;
    expect(row('tyres roadSpeed').peak.value).toBeCloseTo(top, 1);
    expect(row('brakes stopEnergy').peak.value).toBeCloseTo((1_200 * top * top) / 2, -4);
    expect(row('tyres runningMass')).toMatchObject({ state: 'over', allowed: null });
    expect(stopEnergy(1_200, 50)).toBe(1.5e6);
  });
  it('with a drag area the fastest is what some gear has the power for; a boat has no road', () => {
    const { job, build } = plain;
    const vehicle = { ...job.brief.vehicle, dragArea: g(0.7) };
    const road = roadOf(vehicle, build.climate.density)!;
    const weak = fastestOn(road, [{ speedRpm: 6_000, power: 60_000 }])!;
    expect(road.takes!(weak.speed)).toBeLessThanOrEqual(60_000);
    expect(fastestOn(road, [{ speedRpm: 6_000, power: 100 }])).toBeNull();
    expect(roadOf({ ...vehicle, kind: 'boat' }, 1.2)).toBeNull();
    expect(fastestOn({ ...road, gears: [] }, [{ speedRpm: 6_000, power: 60_000 }])).toBeNull();
  });
});

describe('a test in steps', () => {
  it('rises from a tenth below where it may give to short of where it does, by no more than a twentieth', () => {
    const { job, build, sweep } = plain;
    const block = componentSchema.parse({
      id: 'block',
      kind: 'block',
      name: '',
      note: '',
      limits: { torque: { low: guess(peak), high: guess(1.3 * peak) } },
    });
    const line = limitLineOf(build, sweep, { ...job.engine, components: [block] }, 15)!;
    const row = line.rows.find(({ key }) => key === 'block torque')!;
    const steps = stepTest(row);
    expect(steps[0]!.ofLow).toBeCloseTo(0.9, 9);
    expect(steps.at(-1)!.ofHigh).toBeCloseTo(0.95, 9);
    expect(steps.at(-1)!.power).toBeCloseTo(0.95 * 1.3 * row.allowed!, 6);
    steps.slice(1).forEach((step, i) => expect(step.ofLow - steps[i]!.ofLow).toBeLessThan(0.0501));
    expect(stepTest({ ...row, high: null })).toEqual([]);
    expect(stepTest({ ...row, allowed: null })).toEqual([]);
  });
});

describe('the charger’s own reserve', () => {
  it('a thinner or colder air turns the shaft faster at the same boost', () => {
    const { job } = solved((j) => {
      j.brief.venue.coldest = g(263);
      j.brief.otherVenues = [{ ...structuredClone(j.brief.venue), name: 'pass', altitude: g(2_500) }];
    });
    const rows = [...speedRows(job, job.setups[0]!.id, sampleLibrary)];
    const at = (venue: number, day: string) => rows.find((r) => r.venue === venue && r.day === day)!;
    expect(at(1, 'design').share).toBeGreaterThan(at(0, 'design').share);
    expect(at(0, 'coldest').share).toBeLessThan(at(0, 'design').share);
  });
  it('a wheel at its limit is good for 20,000 cycles, at nine tenths for 3.5 times as many (constants from memory)', () => {
    expect(wheelCycles(1)).toBe(20_000);
    expect(wheelCycles(0.9) / wheelCycles(1)).toBeCloseTo(0.9 ** -12, 9);
  });
  it('surge by lift, shift and lock-up: less flow at the same ratio, and a valve that grows with what is missing', () => {
    const { build, sweep } = plain;
    const events = surgeEvents(build, sweep.points, true);
    expect(events.map(({ kind }) => kind)).toEqual(['lift', 'shift', 'lock-up']);
    const [lift, shift] = events;
    // A tenth of the flow is left: that surges wherever the compressor boosts.
    expect(lift!.margin).toBeLessThan(0);
    expect(lift!.bore).toBeGreaterThan(0.01);
    expect(lift!.bore).toBeLessThan(0.08);
    expect(shift!.gears).toEqual([0, 1]);
    expect(shift!.toRpm / shift!.speedRpm).toBeCloseTo(2 / 3, 9);
    const close = surgeEvents({ ...build, road: { ...build.road!, gears: [] } }, sweep.points, false);
    expect(close.map(({ kind }) => kind)).toEqual(['lift']);
  });
});
