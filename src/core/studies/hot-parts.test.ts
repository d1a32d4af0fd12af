import { type MatchedBuild, isMatched } from '../charge-path/match';
import { engineCharger } from '../charger/charged-air';
import fc from 'fast-check';
import { sampleLibrary, sampleTurbines, sampleTurboJob, sampleTurbochargers } from '@/data/demo/sample';
import { dropOfPipe } from '../charge-air/pipe';
import { exhaustState, shareFor } from '../engine/exhaust';
import { newJob } from '../job/defaults';
import type { Job, Loss } from '../job/schema/job';
import { given, guess } from '../documents/input';
import { turboFitOf } from '../job/fit';
import { fitted } from '../job/chargers';
import { compileBuild } from '../build/build';
import { pipeRows } from './pipes';
import { planLevel, solvePoint } from '../solve/point';
import { derate, homeLevel, siteRows, type Derated } from './sites';
import { fitOf, gateSizes, housingSizes, springSizes, turboSizes, type Sized } from '../selection/smallest';
import { spotCheck } from './spot-check';
import { solveSweep } from '../solve/sweep';

function built(job: Job): MatchedBuild {
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  if (!isMatched(result.build)) throw new Error('No match.');
  return result.build;
}
const last = <T>(work: Generator<T | undefined>): T => {
  let found: T | undefined;
  for (const one of work) if (one !== undefined) found = one;
  if (found === undefined) throw new Error('Nothing came.');
  return found;
};

describe('pipes as parts', () => {
  it('a straight smooth pipe loses what Darcy and Weisbach say with the friction of a Moody chart', () => {
    // Air at 15 °C, 101.325 kPa, 0.2 kg/s through 60 mm: v = 57.7 m/s, Re = 2.37e5; f = 0.0151 (Moody chart, smooth;
    // Incropera & DeWitt, fig. 8.3, read to two per cent). One metre: f · ρv²/2 / d.
    const area = (Math.PI / 4) * 0.06 ** 2;
    const density = 101_325 / (287.05 * 288.15);
    const speed = 0.2 / density / area;
    const drop = dropOfPipe({ diameter: 0.06, length: 1, bends: 0 }, 0.2, 101_325, 288.15);
    expect(drop / ((0.0151 / 0.06) * 0.5 * density * speed ** 2)).toBeCloseTo(1, 1);
  });

  it('loses more when it is longer, narrower, more bent, hotter, or carries more; less at more pressure', () => {
    const base = { diameter: 0.06, length: 0.8, bends: 2 };
    const drop = (more: Partial<typeof base> = {}, flow = 0.2, p = 150_000, t = 330) =>
      dropOfPipe({ ...base, ...more }, flow, p, t);
    fc.assert(
      fc.property(fc.double({ min: 1.05, max: 3, noNaN: true }), (k) => {
        expect(drop({ length: 0.8 * k })).toBeGreaterThan(drop());
        expect(drop({ diameter: 0.06 / k })).toBeGreaterThan(drop());
        expect(drop({ bends: 2 * k })).toBeGreaterThan(drop());
        expect(drop({}, 0.2 * k)).toBeGreaterThan(drop());
        expect(drop({}, 0.2, 150_000, 330 * k)).toBeGreaterThan(drop());
        expect(drop({}, 0.2, 150_000 * k)).toBeLessThan(drop());
      }),
    );
  });

  const job = sampleTurboJob(0);
  const plumbing = job.setups[0]!.plumbing;

  it('each part is worth what the same sums make without it, and a larger bore is worth more than a smaller', () => {
    const build = built(job);
    const speed = build.goal.speedRpm;
    const rows = pipeRows(build, plumbing, speed);
    expect(rows.map((r) => r.place).sort()).toEqual(['cooler', 'downpipe', 'filter', 'silencer', 'throttle']);
    const level = planLevel(build);
    const power = solvePoint(build, speed, level).power.flywheel;
    for (const row of rows) {
      const bare = structuredClone(job);
      bare.setups[0]!.plumbing.splice(row.index, 1);
      // The plan's level stays: the goal would ask for less.
      const without = solvePoint({ ...built(bare), boost: build.boost }, speed, level).power.flywheel;
      expect(row.worth).toBeCloseTo(without - power, 3);
      expect(row.worth!).toBeGreaterThan(0);
      const tried = row.tried.map((t) => t.power);
      expect([...tried].sort((a, b) => a - b)).toEqual(tried);
      const machs = row.tried.map((t) => t.mach!);
      expect([...machs].sort((a, b) => b - a)).toEqual(machs);
    }
  });

  it('a pipe by its measures loses what the same pipe stated as a drop does', () => {
    const measured = structuredClone(job);
    const at = measured.setups[0]!.plumbing.findIndex((l) => l.place === 'downpipe');
    const pipe = measured.setups[0]!.plumbing[at]!;
    Object.assign(pipe, { from: 'pipe', length: guess(1.2), bends: guess(2) } satisfies Partial<Loss>);
    const stated = structuredClone(measured);
    Object.assign(stated.setups[0]!.plumbing[at]!, {
      from: 'drop',
      drop: guess(
        dropOfPipe(
          { diameter: pipe.diameter!.value, length: 1.2, bends: 2 },
          pipe.massFlow.value,
          pipe.pressure.value,
          pipe.temperature.value,
        ),
      ),
    });
    const [a, b] = [measured, stated].map((j) => solveSweep(built(j)).goalPoint);
    expect(engineCharger(a!.match!).turbine.inlet.pressure).toBeCloseTo(
      engineCharger(b!.match!).turbine.inlet.pressure,
      3,
    );
  });

  it.each([
    ['no bore', { diameter: undefined }, 'pipe-without-bore'],
    ['no length', { length: undefined }, 'pipe-without-length'],
    ['a bore nothing passes', { diameter: guess(0.012) }, 'pipe-chokes'],
  ])('with %s it says so at its field', (_, change, code) => {
    const bad = sampleTurboJob(0);
    Object.assign(bad.setups[0]!.plumbing[0]!, { from: 'pipe', length: guess(1), bends: guess(1) }, change);
    const result = compileBuild(bad, 'a', sampleLibrary);
    if (!('problems' in result)) throw new Error('It was taken.');
    expect(result.problems.map((p) => p.reason.code)).toContain(code);
    expect(result.problems[0]!.path).toMatch(/^setups\.0\.plumbing\.0\./);
  });
});

describe('other sites', () => {
  it('thinner air at the same gauge asks for more ratio and shaft speed and gives less power', () => {
    const rows = [...siteRows(sampleTurboJob(0), 'a', sampleLibrary)];
    expect(rows.length).toBe(6);
    const at = (venue: number) => rows.find((r) => r.venue === venue && r.day === 'design')!;
    const [home, lake, pass] = [0, 1, 2].map(at);
    expect(pass!.ratio!).toBeGreaterThan(home!.ratio!);
    expect(home!.ratio!).toBeGreaterThan(lake!.ratio!);
    expect(pass!.fastest!.share).toBeGreaterThan(lake!.fastest!.share);
    expect(pass!.power!).toBeLessThan(lake!.power!);
    for (const row of rows) expect(Math.abs(row.boostGauge! / home!.boostGauge! - 1)).toBeLessThan(0.01);
  });

  it('the de-rated setting holds everywhere, a little more does not, and it is no more than was asked', () => {
    const job = sampleTurboJob(0);
    const found = last<Derated>(derate(job, 'a', sampleLibrary));
    if (found.kind !== 'derated') throw new Error(found.kind);
    expect(found.gauge).toBeLessThan(found.asked);
    const troubles = (gauge: number) => {
      const level = structuredClone(job);
      level.setups[0]!.boost.kind = 'level';
      level.setups[0]!.boost.levelGauge = guess(gauge);
      return [...siteRows(level, 'a', sampleLibrary)].filter((r) => r.trouble).length;
    };
    expect(troubles(found.gauge)).toBe(0);
    expect(troubles(found.gauge * 1.03)).toBeGreaterThan(0);
    expect(found.asked).toBeCloseTo(homeLevel(built(job))!, 3);
  });
});

describe('the smallest that does it', () => {
  const job = sampleTurboJob(0);
  const build = built(job);
  const turbine = sampleTurbines.find(
    (t) => t.document.name === engineCharger(build).drive.turbine.name,
  )!.document;
  const judged = <T>({ rows, smallest }: Sized<T>) => {
    expect(smallest).toBeGreaterThanOrEqual(0);
    expect(rows[smallest]!.fit.meets).toBe(true);
    rows.slice(0, smallest).forEach((r) => expect([r.fit.meets, r.fit.why === null]).toEqual([false, false]));
    return rows;
  };

  it('of housings: each smaller one spools sooner and pays with back pressure', () => {
    const rows = judged(last(housingSizes(build, turbine)));
    rows.forEach(({ item, fit }, i) => {
      const before = rows[i - 1];
      if (!before) return;
      expect(item.area).toBeGreaterThan(before.item.area);
      expect(fit.threshold!).toBeGreaterThan(before.fit.threshold!);
      expect(fit.backGauge!).toBeLessThan(before.fit.backGauge!);
    });
  });

  it('of gates and springs: smaller ones creep or are pushed open', () => {
    const gates = judged(last(gateSizes(build)));
    expect(gates[0]!.fit.meets).toBe(false);
    const springs = judged(last(springSizes(build)));
    expect(springs[0]!.fit.why?.code).toBe('short-pushed-open');
    // A spring stiffer than what is asked cannot hold so little.
    expect(springs.at(-1)!.fit.meets).toBe(false);
  });

  it('of the whole library: by size, priced for what it gains', () => {
    const few = sampleTurbochargers.filter((t) => /^(aspen|birch|medlar|hazel)/.test(t.id));
    const { rows, smallest } = last(turboSizes(job, 'a', sampleLibrary, few));
    expect(rows.length).toBe(few.length);
    expect(rows[smallest]!.fit.meets).toBe(true);
    for (const { item, fit } of rows)
      if (item.perPower !== null) expect(item.perPower * fit.gained).toBeCloseTo(item.price!, 3);
    expect(fitOf(build).meets).toBe(true);
  });
});

test('a size has the onset, the full boost and the state that the sweep of it says once it is fitted', () => {
  const road = newJob('road', 'a');
  road.brief.goal.power = guess(494 * 745.7);
  // Open behind the turbine, spark at its best, losses stated at a smaller flow: a knee among these is folded.
  const plain = road.setups[0]!;
  plain.plumbing = plain.plumbing.slice(0, 3).map((loss) => ({ ...loss, massFlow: guess(0.2) }));
  plain.exhaust.retardBy = 'stated';
  const few = sampleTurbochargers.filter((t) => /^(beech|cedar|juniper|yew)/.test(t.id));
  let steps = 0;
  for (const { item, fit } of last(turboSizes(road, 'a', sampleLibrary, few)).rows) {
    const engine = turboFitOf(few.find((t) => t.id === item.id)!);
    const setups = [
      {
        ...road.setups[0]!,
        induction: fitted(road.setups[0]!.induction, 7_000, 'single', { engine }),
      },
    ];
    const { turbo, goal, knees } = solveSweep(built({ ...road, setups }));
    steps += knees.length;
    expect(fit.state).toBe(goal.state);
    // A size is judged at 24 speeds, filled in where the gate takes over.
    for (const [own, whole] of [
      [fit.threshold, turbo!.threshold],
      [fit.fullFrom, turbo!.fullFrom],
    ])
      expect(Math.abs((own ?? 0) - (whole ?? 0))).toBeLessThan(15);
  }
  // Among them stands the knee that steps.
  expect(steps).toBeGreaterThan(0);
});

describe('spot readings against the forecast', () => {
  const build = built(sampleTurboJob(0));
  const point = solveSweep(build).goalPoint;
  const gauge = (p: number) => given(p - build.climate.pressure, 'measured');
  const asForeseen = () => ({
    speedRpm: given(point.speedRpm, 'measured' as const),
    boost: gauge(point.manifoldPressure),
    turbineInletGauge: gauge(engineCharger(point.match!).turbine.inlet.pressure),
    turbineOutletGauge: gauge(engineCharger(point.match!).turbine.outlet.pressure),
    turbineInletTemperature: given(
      engineCharger(point.match!).turbine.inlet.temperature,
      'measured' as const,
    ),
    shaftRpm: given(engineCharger(point.match!).shaftRpm, 'measured' as const),
  });

  it('what the forecast itself says is explained by nothing, and gives its own share of heat back', () => {
    const check = spotCheck(build, asForeseen());
    if (check.kind !== 'read') throw new Error(check.why.code);
    expect(check.findings).toEqual([]);
    expect(check.exhaustShare).toBeCloseTo(engineCharger(build).drive.exhaust.share, 4);
  });

  it('the share that is taken from a temperature gives that temperature', () => {
    fc.assert(
      fc.property(fc.double({ min: 950, max: 1_350, noNaN: true }), (inlet) => {
        const share = shareFor(
          engineCharger(build).drive.exhaust,
          { airFlow: 0.2, charge: 330, manifold: 101_325 },
          inlet,
        );
        expect(exhaustState({ ...engineCharger(build).drive.exhaust, share }, 0.2, 330).inlet).toBeCloseTo(
          inlet,
          4,
        );
      }),
    );
  });

  it.each([
    [{}, 'spot-needs-speed'],
    [{ speedRpm: given(20_000, 'measured') }, 'spot-speed-off'],
    [{ speedRpm: given(6_000, 'measured') }, 'spot-needs-readings'],
    [{ speedRpm: given(6_000, 'measured'), boost: given(790_000, 'measured') }, 'spot-no-engine'],
  ] as const)('%j waits: %s', (readings, code) => {
    const check = spotCheck(build, readings);
    expect(check.kind === 'waits' && check.why.code).toBe(code);
  });
});
