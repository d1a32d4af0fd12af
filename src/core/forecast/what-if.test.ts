import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { jobBounds } from '../job/inputs/bounds';
import { inputsOf } from '../job/inputs/inputs';
import { cardOf } from '../build/derived';
import { given } from '../documents/input';
import { chargerAtEngine } from '../job/chargers';
import { solveSweep } from '../solve/sweep';
import { homeLevel } from '../studies/sites';
import { camOn } from './cams';
import { conditionsOf } from './conditions';
import { onTheShelf } from './shelf';
import { movedAt, reachOf, tried, type WhatIf } from './what-if';

const job = sampleTurboJob(0);
const setup = job.setups[0]!;
const compiled = compileBuild(job, setup.id, sampleLibrary);
if ('problems' in compiled) throw new Error('no build');
const { build } = compiled;
const level = homeLevel(build);
const { speedRpm } = build.goal;
const nothing: WhatIf = { changes: [], fuel: null, isHeld: true };

it('nothing tried is the forecast itself; thinner, hotter air at the same setting makes less', () => {
  const same = tried(job, setup.id, sampleLibrary, nothing, level);
  if ('problems' in same) throw new Error('no answer');
  const powerOf = (sweep: typeof same.sweep) =>
    sweep.points.find((p) => p.speedRpm === speedRpm)!.power.flywheel;
  const base = powerOf(solveSweep(build));
  expect(powerOf(same.sweep) / base).toBeCloseTo(1, 3);
  const moved = movedAt(
    job,
    setup.id,
    sampleLibrary,
    {
      ...nothing,
      changes: [
        { path: 'brief.venue.altitude', value: job.brief.venue.altitude.value + 1_000 },
        { path: 'brief.venue.temperature', value: job.brief.venue.temperature.value + 15 },
      ],
    },
    level,
    speedRpm,
  )!;
  for (const { gain } of moved.moved) expect(gain).toBeLessThan(0);
  const sum = moved.moved.reduce((s, { gain }) => s + gain, moved.base) + moved.together;
  expect(sum).toBeCloseTo(moved.whole, 6);
  // A gauge setting keeps its boost, so a kilometre costs less than the share of the air that is gone.
  expect(moved.moved[0]!.gain / moved.base).toBeGreaterThan(-0.12);
});

it('a slider reaches four spreads, inside the range of its input', () => {
  const bounds = jobBounds();
  for (const one of inputsOf(job, 0)) {
    const { min, max, low, high } = reachOf(one, bounds);
    expect(min).toBeLessThanOrEqual(low);
    expect(low).toBeLessThanOrEqual(high);
    expect(high).toBeLessThanOrEqual(max);
  }
});

it('the setting for the same power everywhere gives away at home what the weakest air lacks (360 to 345 hp is 4.2 %: arithmetic of the trade)', () => {
  expect(1 - 345 / 360).toBeCloseTo(0.042, 3);
  const home = structuredClone(job);
  const high = structuredClone(home.brief.venue);
  high.altitude = given(high.altitude.value + 1_200, 'measured');
  high.hottest = given(308.15, 'measured');
  home.brief.otherVenues = [high];
  const { rows, same } = conditionsOf(home, setup.id, sampleLibrary)!;
  const own = rows.find(({ venue, day }) => venue === 0 && day === 'design')!;
  const weakest = rows.reduce((a, b) => (b.power < a.power ? b : a));
  expect(weakest).toMatchObject({ venue: 1, day: 'hottest' });
  expect(same!.givenAway).toBeCloseTo(1 - weakest.power / own.power, 9);
  expect(same!.levelGauge).toBeLessThan(level!);
  // Computed the other way: home at that level makes it.
  const at = tried(home, setup.id, sampleLibrary, nothing, same!.levelGauge);
  if ('problems' in at) throw new Error('no answer');
  const power = at.sweep.points.find((p) => p.speedRpm === speedRpm)!.power.flywheel;
  expect(power / weakest.power).toBeCloseTo(1, 3);
});

it('a charger from the shelf is taken to the first of its limits, and one more psi would pass it', () => {
  const own = chargerAtEngine(setup)!;
  const answer = onTheShelf(job, setup.id, sampleLibrary, { machine: own.machine, drive: own.drive })!;
  expect(answer.limit).not.toBeNull();
  expect(answer.levelGauge!).toBeGreaterThan(level! * 0.5);
  expect(answer.sweep.points.every(({ status }) => status.kind !== 'failed')).toBe(true);
});

it('a longer card moves the power up the revs and costs the bottom; its overlap says how it idles', () => {
  const stock = cardOf(job.engine);
  const shape = structuredClone(job);
  shape.engine.breathing.source = 'shape';
  const degrees = Math.PI / 180;
  const on = (longer: number) =>
    camOn(
      shape,
      setup.id,
      sampleLibrary,
      { ...stock, intake: stock.intake + longer * degrees, exhaust: stock.exhaust + longer * degrees },
      level,
    )!;
  const [short, long] = [on(0), on(25)];
  expect(long.overlap - short.overlap).toBeCloseTo(25 * degrees, 9);
  expect(long.redLinePower).toBeGreaterThan(short.redLinePower);
  expect(long.boostRpm!).toBeGreaterThanOrEqual(short.boostRpm!);
});
