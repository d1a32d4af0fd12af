import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild, type Build } from '../build/build';
import { restUntil, soakOf } from '../charge-air/soak';
import { given } from '../documents/input';
import { blankCard } from '../dyno/card';
import { valueAt } from '../dyno/compare';
import { runFactor } from '../dyno/corrections';
import { powerOfTorque } from '../engine/power-formulas';
import type { CalibrationFile, FileChange } from '../job/schema/calibration';
import { solveSweep } from '../solve/sweep';
import { wheelPower } from '../vehicle/drivetrain';
import { ancestorsOf, halfWay, stepFindings } from './calibration';
import { measuredAgainst, powerAt } from './measured';
import { baselineOfRun } from './run-baseline';
import { lifeOutside, runLimitsOf, secondsOutside } from './run-limits';
import { modelBeside } from './run-model';

const job = sampleTurboJob(0);
const setup = job.setups[0]!.id;
const built = (): Build => {
  const made = compileBuild(job, setup, sampleLibrary);
  if ('problems' in made) throw new Error('no build');
  return made.build;
};
const home = built();
/** A card in the Brief's own air. */
const homeCard = {
  ...blankCard('At home'),
  basis: 'flywheel' as const,
  pressure: home.climate.pressure,
  temperature: home.climate.temperature,
  humidity: job.brief.venue.humidity.kind === 'relative' ? job.brief.venue.humidity.relative.value : 0.4,
};

describe('the model beside a run', () => {
  const sweep = solveSweep(home);
  it('in the air of home is the forecast itself, at the flywheel, at the wheels and as corrected', () => {
    const model = modelBeside(job, setup, sampleLibrary, homeCard, null)!;
    expect(model.air).toBe('run');
    const point = sweep.points.find(({ speedRpm }) => speedRpm === 6_000)!;
    const at = (its: typeof model, channel: 'power' | 'boost' | 'torque') =>
      valueAt(its.curves[channel]!, 6_000)!;
    expect(at(model, 'power') / point.power.flywheel).toBeCloseTo(1, 3);
    expect(at(model, 'boost') / point.boostGauge).toBeCloseTo(1, 3);
    const wheels = modelBeside(job, setup, sampleLibrary, { ...homeCard, basis: 'wheels' }, null)!;
    expect(at(wheels, 'power')).toBeCloseTo(wheelPower(at(model, 'power'), home.drivetrain), 3);
    const corrected = modelBeside(job, setup, sampleLibrary, { ...homeCard, correction: 'sae-j1349' }, null)!;
    const factor = runFactor(
      'sae-j1349',
      { pressure: homeCard.pressure, temperature: homeCard.temperature, humidity: homeCard.humidity },
      null,
    )!;
    expect(at(corrected, 'torque') / at(model, 'torque')).toBeCloseTo(factor, 9);
  });
  it('makes less in thinner air, and without air on the card stands in the Brief’s', () => {
    const thin = modelBeside(job, setup, sampleLibrary, { ...homeCard, pressure: 75_000 }, null)!;
    const here = modelBeside(job, setup, sampleLibrary, { ...homeCard, pressure: null }, null)!;
    expect(here.air).toBe('brief');
    expect(valueAt(thin.curves.power!, 5_000)!).toBeLessThan(valueAt(here.curves.power!, 5_000)!);
  });
  it('has the boost of the run where it is asked to', () => {
    const speeds = Array.from({ length: 240 }, (_, i) => 3_000 + 25 * i);
    const boost = { speeds, values: speeds.map(() => 100_000) };
    const model = modelBeside(job, setup, sampleLibrary, homeCard, boost)!;
    expect(valueAt(model.curves.boost!, 7_000)!).toBeCloseTo(100_000, -2);
  });
});

describe('a run as the baseline', () => {
  const speedRpm = Array.from({ length: 160 }, (_, i) => 2_000 + 25 * i);
  const log = { speedRpm, torque: speedRpm.map(() => 200), manifold: speedRpm.map(() => 150_000) };
  const before = job.engine.baseline;
  it('takes rows, day and basis from it, boost over its own air', () => {
    const made = baselineOfRun({ ...homeCard, at: '2026-03-04', basis: 'wheels' }, log, before);
    if (!made.ok) throw new Error(made.why.code);
    const { rows, basis, on, confidence, pressure } = made.baseline;
    expect([basis, on, confidence]).toEqual(['wheels', '2026-03-04', 'measured']);
    expect(pressure.value).toBe(homeCard.pressure);
    expect(rows.length).toBeLessThanOrEqual(60);
    const row = rows.find(({ speedRpm: n }) => n >= 4_000)!;
    expect(row.power).toBeCloseTo(powerOfTorque(200, row.speedRpm), 0);
    expect(row.boostGauge).toBeCloseTo(150_000 - homeCard.pressure, 0);
  });
  it('is refused with the reason: at the hub, without air, in the diesel form, without torque', () => {
    const why = (card: Partial<typeof homeCard>, its: object = log) => {
      const made = baselineOfRun({ ...homeCard, ...card } as never, its, before);
      return made.ok ? null : made.why.code;
    };
    expect(why({ basis: 'hub' as never })).toBe('baseline-at-hub');
    expect(why({ pressure: null as never })).toBe('baseline-needs-air');
    expect(why({ correction: 'iso-1585-diesel' })).toBe('baseline-diesel-form');
    expect(why({}, { speedRpm })).toBe('baseline-no-torque');
  });
});

describe('a run against the goal and the limits', () => {
  it('stands at the goal’s basis by the Brief’s loss, and from the hub nowhere', () => {
    const { drivetrain } = job.brief;
    expect(
      powerAt(powerAt(2e5, 'flywheel', 'wheels', drivetrain)!, 'wheels', 'flywheel', drivetrain),
    ).toBeCloseTo(2e5, 4);
    const head = {
      channels: [],
      readings: 9,
      fromRpm: 0,
      toRpm: 1,
      torque: null,
      power: { speedRpm: 6_000, value: 2e5 },
    };
    const share = (basis: 'flywheel' | 'hub') =>
      measuredAgainst({ power: 2.5e5, basis: 'flywheel' }, drivetrain, {
        card: { ...homeCard, basis },
        head,
      })!.share;
    expect(share('flywheel')).toBeCloseTo(0.8, 12);
    expect(share('hub')).toBeNull();
    expect(
      measuredAgainst({ power: 1, basis: 'wheels' }, drivetrain, {
        card: homeCard,
        head: { ...head, power: null },
      }),
    ).toBeNull();
  });
  it('counts seconds over each limit, and adds them up over runs', () => {
    const limits = runLimitsOf(home, job.engine, { basis: 'flywheel', gear: null });
    const redLine = limits.find(({ key }) => key === 'red-line')!;
    expect(redLine.at(1)).toBe(home.redLineRpm);
    const time = Array.from({ length: 41 }, (_, i) => i / 10);
    // Two of four seconds over it, by a tenth at the most.
    const log = { time, speedRpm: time.map((t) => home.redLineRpm * (0.9 + 0.05 * t)) };
    const [over] = secondsOutside(log, [redLine]);
    expect(over!.seconds).toBeCloseTo(1.95, 6);
    expect(over!.most).toBeCloseTo(0.1, 9);
    // A logger that stopped for a minute is no minute over a limit.
    const gap = { time: [0, 60, 120], speedRpm: [9e4, 9e4, 9e4] };
    expect(secondsOutside(gap, [redLine])[0]!.seconds).toBeLessThanOrEqual(3);
    expect(secondsOutside({ speedRpm: [9e4] }, [redLine])).toEqual([]);
    const life = lifeOutside([[over!], [over!], []]);
    expect(life[0]!.seconds).toBeCloseTo(3.9, 6);
  });
  it('a gearbox by gear is held to the gear of the run, the weakest where no gear is named, heat in degrees Celsius', () => {
    const driveline = [300, 250, 400].map((torque, gear) => ({
      part: 'gearbox' as const,
      name: '',
      torque,
      gear,
    }));
    const held = (gear: number | null) =>
      runLimitsOf({ ...home, driveline }, job.engine, { basis: 'flywheel', gear })
        .filter(({ key }) => key.startsWith('gearbox'))
        .map((limit) => Math.round(limit.at(5_000)));
    expect([held(null), held(1), held(3)]).toEqual([[250], [300], [400]]);
    const hot = { key: 'hot', part: '', channel: 'exhaustTemperature' as const, at: () => 1_273.15 };
    const log = { time: [0, 1, 2], speedRpm: [1, 1, 1], exhaustTemperature: [1_373.15, 1_373.15, 1_273.15] };
    expect(secondsOutside(log, [hot])[0]!.most).toBeCloseTo(0.1, 9);
  });
  it('torque at the wheels is held to what the limit leaves there', () => {
    const engine = {
      ...job.engine,
      components: [
        {
          id: 'rods',
          kind: 'rods',
          name: 'Rods',
          note: '',
          state: 'kept',
          limits: { torque: { low: given(400, 'maker') } },
        },
      ],
    } as unknown as typeof job.engine;
    const limit = runLimitsOf(home, engine, { basis: 'wheels', gear: null }).find(
      ({ key }) => key === 'rods torque',
    )!;
    const omega = (5_000 * Math.PI) / 30;
    expect(limit.at(5_000)).toBeCloseTo(wheelPower(400 * omega, home.drivetrain) / omega, 9);
  });
});

describe('the calibration chain', () => {
  const change = (kind: FileChange['kind'], amount: number): FileChange => ({
    kind,
    amount,
    aboveRpm: null,
    note: '',
  });
  const file = (
    id: string,
    from: string,
    changes: FileChange[],
    knock: CalibrationFile['knock'] = 'none',
  ): CalibrationFile => ({
    id,
    name: id,
    on: '',
    by: '',
    slot: '',
    purpose: '',
    fuel: '',
    power: null,
    from,
    fromRun: '',
    changes,
    why: '',
    result: '',
    knock,
    place: 'car',
    checked: [],
  });
  const DEGREE = Math.PI / 180;
  const room = [change('timing', -1.25 * DEGREE), change('fuel', 0.075)];
  const codes = (files: CalibrationFile[]) => stepFindings(files, files.at(-1)!).map(({ code }) => code);
  it('boost wants room made for it first, and none is added after knock', () => {
    const base = file('base', '', []);
    expect(codes([base, file('more', 'base', [change('boost', 7_000)])])).toEqual(['step-no-room']);
    const safe = file('safe', 'base', room);
    expect(codes([base, safe])).toEqual([]);
    expect(codes([base, safe, file('more', 'safe', [change('boost', 7_000)])])).toEqual([]);
    const heard = file('heard', 'base', room, 'heard');
    expect(codes([base, heard, file('more', 'heard', [change('boost', 7_000)])])).toEqual([
      'step-boost-after-knock',
    ]);
    // A clean repeat between them clears it.
    const clean = file('clean', 'heard', room);
    expect(codes([base, heard, clean, file('more', 'clean', [change('boost', 7_000)])])).toEqual([]);
  });
  it('steps are small, and one thing at a time', () => {
    const base = file('base', '', []);
    expect(codes([base, file('x', 'base', [change('timing', 3 * DEGREE)])])).toEqual(['step-advance-large']);
    expect(codes([base, file('x', 'base', [...room, change('boost', 20_000)])])).toEqual([
      'step-boost-large',
      'step-several',
    ]);
  });
  it('a file half way carries half of all that lies between, and files of two lines have no middle', () => {
    const files = [
      file('a', '', []),
      file('b', 'a', [change('boost', 10_000)]),
      file('c', 'b', [change('boost', 6_000), change('timing', -2 * DEGREE)]),
      file('d', 'a', [change('fuel', 0.05)]),
    ];
    const way = halfWay(files, files[2]!, files[0]!)!;
    expect(way.from.id).toBe('a');
    expect(way.changes.map(({ kind, amount }) => [kind, amount])).toEqual([
      ['boost', 8_000],
      ['timing', -DEGREE],
    ]);
    expect(halfWay(files, files[0]!, files[2]!)).toEqual(way);
    expect(halfWay(files, files[2]!, files[3]!)).toBeNull();
    // A chain that leads back to itself ends.
    const ring = [file('a', 'b', []), file('b', 'a', [])];
    expect(ancestorsOf(ring, ring[0]!).map(({ id }) => id)).toEqual(['b']);
  });
});

describe('rest until it is cool', () => {
  const system = {
    charge: { flow: 0.2, inlet: 400, heat: 1_006 },
    effectiveness: 0.7,
    ambient: 295,
    metal: 6,
    face: 0.15,
    speed: { pull: 20, rest: 3 },
    loop: null,
    start: 300,
    pickUp: 0,
    wall: 320,
    duty: { pull: 15, rest: 60, repeats: 1 },
  };
  it('is the wait that the duty finds, and never ends in air that is warmer', () => {
    const soak = soakOf(system);
    // The duty waits until metal is within two degrees of what it was.
    const wait = restUntil(system, { metal: soak.pulls[0]!.metal, coolant: 295 }, 302)!;
    expect(Math.abs(wait - soak.restNeeded!)).toBeLessThanOrEqual(0.5);
    expect(restUntil(system, { metal: 320, coolant: 295 }, 320)).toBe(0);
    expect(restUntil({ ...system, ambient: 330 }, { metal: 340, coolant: 295 }, 310)).toBeNull();
  });
});
