import { changeoverOf, frontOf, put, turboFit } from '@/testing/chargers';
import { coolerAt, lossesAt } from '../build/elements';
import { type MatchedBuild, isMatched } from '../charge-path/match';
import { engineCharger, frontCharger } from '../charger/charged-air';
import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleHistories, sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import type { ChargerDocument, Job } from '../job/schema/job';
import { given, guess } from '../documents/input';
import { buildAt, compileBuild, type Build } from '../build/build';
import { lossAt } from '../charge-air/losses';
import { manifoldFor } from './demand';
import { matchedFor, solveMatched } from '../charge-path/matched';
import { planLevel, solvePoint } from './point';
import { figureIds } from '../workings/figures';
import { stageAnswer } from './stage-view';
import { solveSweep } from './sweep';
import { workingOf } from '../workings/workings';

const groomer = () => structuredClone(sampleHistories[2]!.revisions.at(-1)!.job);

function compiled(job: Job, setup = 'a'): Build {
  const result = compileBuild(job, setup, sampleLibrary);
  if ('problems' in result) throw new Error(JSON.stringify(result.problems));
  return result.build;
}
const matched = (build: Build): MatchedBuild => {
  if (!isMatched(build)) throw new Error('No match.');
  return build;
};
const level = (job: Job, gauge: number) => {
  job.setups[0]!.boost.kind = 'level';
  job.setups[0]!.boost.levelGauge = guess(gauge);
};
const compound = (
  job: Job,
  engine: string,
  front: string,
  change: (between: ChargerDocument) => void = () => undefined,
) => {
  put(job, 'compound', { engine: turboFit(engine), front: turboFit(front) });
  change(frontOf(job));
};
const single = (job: Job, id: string) => put(job, 'single', { engine: turboFit(id) });

describe('a compound pair', () => {
  test('its ratios multiply with the loss between, and both shafts balance: recomputed from the printed stations', () => {
    const job = groomer();
    compound(job, 'ash-58-71', 'spruce-88-104', (front) => (front.aftercooler.kind = 'air'));
    job.setups[0]!.plumbing.push({
      place: 'between',
      from: 'drop',
      drop: guess(9_000),
      massFlow: guess(0.4),
      pressure: guess(150_000),
      temperature: guess(400),
    });
    const build = compiled(job);
    const sweep = solveSweep(build);
    let judged = 0;
    for (const p of sweep.points) {
      const low = frontCharger(p.path);
      if (!low || !(p.match && frontCharger(p.match)))
        throw new Error(`${p.speedRpm} rpm has no second stage`);
      const lost = lossAt(
        lossesAt(build, 'between')[0]!,
        low.outlet.pressure,
        low.outlet.temperature,
        p.path.massFlow,
      );
      const between = p.path.filter.pressure * low.outlet.ratio - lost;
      expect(engineCharger(p.path).inlet.pressure).toBeCloseTo(between, 1);
      expect(engineCharger(p.path).outlet.pressure / between).toBeCloseTo(
        engineCharger(p.path).outlet.ratio,
        6,
      );
      expect(p.pressureRatio).toBeCloseTo(engineCharger(p.path).outlet.pressure / p.path.filter.pressure, 9);
      // The cooler between takes the stated share of the difference to its coolant.
      const { effectiveness, coolant } = coolerAt(build, 'between')!;
      const { temperature } = low.outlet;
      expect(engineCharger(p.path).inlet.temperature).toBeCloseTo(
        temperature - effectiveness(p.path.massFlow) * (temperature - coolant),
        6,
      );
      if (p.pressureRatio > 1.3) {
        judged++;
        expect(Math.abs(engineCharger(p.match).imbalance)).toBeLessThan(1e-3);
        expect(Math.abs(frontCharger(p.match!)!.imbalance)).toBeLessThan(1e-3);
        // What leaves the turbine at the engine meets the one in front.
        expect(frontCharger(p.match!)!.turbine.inlet.pressure).toBeCloseTo(
          engineCharger(p.match).turbine.outlet.pressure,
          6,
        );
        expect(
          Math.abs(frontCharger(p.match!)!.turbine.inlet.temperature - engineCharger(p.match).turbine.mixed),
        ).toBeLessThan(0.05);
      }
    }
    expect(judged).toBeGreaterThan(20);
  });

  test('with its second stage bypassed it is the single turbo, to the figure', () => {
    const job = groomer();
    level(job, 150_000);
    compound(job, 'ash-58-71', 'oak-76-83');
    changeoverOf(job).kind = 'at';
    changeoverOf(job).speedRpm = given(300, 'measured');
    const alone = groomer();
    level(alone, 150_000);
    single(alone, 'oak-76-83');
    const pair = solveSweep(compiled(job));
    const one = solveSweep(compiled(alone));
    pair.points.forEach((p, i) => {
      expect(p.manifoldPressure).toBeCloseTo(one.points[i]!.manifoldPressure, 2);
      expect(p.power.flywheel).toBeCloseTo(one.points[i]!.power.flywheel, 1);
    });
  });

  test('a stage at the engine that is far too large does next to nothing: the pair tends to the one in front', () => {
    const job = groomer();
    level(job, 150_000);
    single(job, 'oak-76-83');
    const one = solvePoint(compiled(job), 2_200, planLevel(compiled(job)));
    compound(job, 'hornbeam-112-137', 'oak-76-83');
    const two = solvePoint(compiled(job), 2_200, planLevel(compiled(job)));
    expect(engineCharger(two.path).outlet.ratio).toBeLessThan(1.1);
    expect(Math.abs(two.manifoldPressure / one.manifoldPressure - 1)).toBeLessThan(0.12);
  });

  test('what decides follows from the gates: shut, holding between, sharing, and the answer is within every bound', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('elm-63-77', 'ash-58-71', 'beech-60-77', 'yew-71-83'),
        fc.constantFrom('spruce-88-104', 'chestnut-102-125', 'walnut-94-96', 'pine-82-104'),
        fc.double({ min: 50_000, max: 320_000, noNaN: true }),
        fc.option(fc.double({ min: 20_000, max: 150_000, noNaN: true })),
        fc.integer({ min: 900, max: 2_200 }),
        (engine, front, gauge, hold, speed) => {
          const job = groomer();
          level(job, gauge);
          compound(job, engine, front, (ahead) => {
            ahead.hold.kind = hold === null ? 'free' : 'held';
            ahead.hold.gauge.value = hold ?? 80_000;
          });
          const build = matched(compiled(job));
          const { path, match, stop } = solveMatched(build, speed, build.climate.pressure + gauge);
          if (!match) return stop !== null;
          const { turbine } = engineCharger(match);
          const low = frontCharger(match);
          const { asked } = match;
          const { gate } = engineCharger(build).drive;
          // Below what its spring holds a gate stays shut, whatever is asked.
          const least = gate.kind === 'valve' ? build.climate.pressure + gate.springGauge : 0;
          const p = path.manifold.pressure;
          const near = (a: number, b: number) => Math.abs(a / b - 1) < 2e-4;
          const opensRight =
            match.kind === 'turbine'
              ? turbine.opening === 0 && p <= Math.max(asked, least) * (1 + 1e-3)
              : match.kind === 'creep'
                ? turbine.opening === 1 && low!.turbine.opening === 1
                : match.kind === 'spring' || near(p, asked);
          const between = engineCharger(path).inlet.pressure;
          const frontRight =
            low!.kind === 'held'
              ? near(between, frontCharger(build)!.hold!)
              : low!.kind === 'turbine'
                ? low!.turbine.opening === 0 &&
                  (hold === null || between <= frontCharger(build)!.hold! * (1 + 1e-3))
                : low!.turbine.opening <= 1 + 1e-6;
          return opensRight && frontRight && Number.isFinite(path.massFlow);
        },
      ),
      { numRuns: draws(60) },
    );
  });

  test('it carries at height what the single turbo cannot: the groomer at 2,900 m', () => {
    const job = groomer();
    const one = solveSweep(compiled(job));
    compound(job, 'ash-58-71', 'spruce-88-104');
    const two = solveSweep(compiled(job));
    expect(one.goal.holds).toBe(false);
    expect(two.goal.holds).toBe(true);
    expect(two.turbo!.fullFrom!).toBeLessThan(one.turbo!.fullFrom ?? Infinity);
    // About equal shares of the ratio is what is built (common practice, no source): neither stage idles here.
    if (two.pair?.kind !== 'compound') throw new Error('no pair');
    expect(two.pair.front).toBeGreaterThan(1.4);
    expect(two.pair.engine).toBeGreaterThan(1.4);
  });

  test('stages that cannot share the ratio are said, with what would do', () => {
    const codes = (engine: string, front: string, change: (job: Job) => void = () => undefined) => {
      const job = groomer();
      change(job);
      compound(job, engine, front);
      return solveSweep(compiled(job)).goal.findings.map((f) => f.code);
    };
    expect(codes('hornbeam-112-137', 'spruce-88-104')).toContain('engine-stage-idle');
    // Asked for little, a front stage of that size lets the air pass.
    expect(
      codes('elm-63-77', 'hornbeam-112-137', (job) => {
        level(job, 60_000);
        job.brief.goal.speedRpm.value = 1_500;
      }),
    ).toContain('front-stage-idle');
  });

  test('a stage at the engine that chokes says what the one in front would have to make, and with that it is clear', () => {
    const at = (engine: string, gauge: number) => {
      const job = groomer();
      level(job, 150_000);
      compound(job, engine, 'spruce-88-104', ({ hold }) => {
        hold.kind = 'held';
        hold.gauge.value = gauge;
      });
      const build = compiled(job);
      return { build, sweep: solveSweep(build) };
    };
    const choked = (found: ReturnType<typeof at>) =>
      found.sweep.goal.findings.find((f) => f.code.startsWith('stages-choke'));
    // Two whose front turbine can give what is said; others say it too and stay choked.
    for (const engine of ['lime-42-54', 'quince-44-58']) {
      const before = at(engine, 10_000);
      const said = choked(before)!;
      expect(said.code).toBe('stages-choke');
      const wanted = said.figures.wanted!.value;
      expect(wanted).toBeGreaterThan(said.figures.front!.value);
      const { climate } = before.build;
      const filter = before.sweep.goalPoint.path.filter.pressure;
      const gauge = (ratio: number) => filter * ratio - climate.pressure;
      // A little more than it says clears it, a tenth less does not.
      expect(choked(at(engine, gauge(wanted * 1.03)))).toBeUndefined();
      expect(choked(at(engine, gauge(wanted * 0.9)))).toBeDefined();
    }
    // One that is far too small passes nothing of the sort: no figure is invented for it.
    expect(at('thorn-28-38', 40_000).sweep.goal.short.code).toBe('compressor-chokes');
  });
});

describe('a sequential pair', () => {
  const pairOf = (joins: number, hysteresis = 300) => {
    const job = sampleTurboJob(0);
    put(job, 'sequential', { engine: turboFit('aspen-37-42') });
    changeoverOf(job).speedRpm = given(joins, 'measured');
    changeoverOf(job).hysteresisRpm = given(hysteresis, 'measured');
    level(job, 90_000);
    return job;
  };
  const others = (arrangement: 'single' | 'parallel') => {
    const job = pairOf(5_000);
    put(job, arrangement, { engine: turboFit('aspen-37-42') });
    return job;
  };

  test('below the change-over it is the single turbo, above it the twins', () => {
    const pair = solveSweep(compiled(pairOf(5_500)));
    const one = solveSweep(compiled(others('single')));
    const two = solveSweep(compiled(others('parallel')));
    pair.points.forEach((p, i) => {
      const other = (p.speedRpm < 5_500 ? one : two).points[i]!;
      expect(engineCharger(p).count).toBe(p.speedRpm < 5_500 ? 1 : 2);
      expect(p.manifoldPressure / other.manifoldPressure).toBeCloseTo(1, 4);
    });
    // What it is built for: the threshold of the one with the flow of two.
    expect(pair.turbo!.threshold!).toBeCloseTo(one.turbo!.threshold!, -1);
    expect(pair.turbo!.threshold!).toBeLessThan(two.turbo!.threshold!);
  });

  test('joining too early is said with the speed that would do; joining below the onset too; never joining too', () => {
    const said = (joins: number) =>
      solveSweep(compiled(pairOf(joins))).goal.findings.find((f) => /join/.test(f.code))!;
    const early = said(4_300);
    expect(early.code).toBe('joins-early');
    const wanted = early.figures.wanted!.value;
    expect(said(wanted + 50).code).toBe('second-joins');
    expect(said(1_800).code).toBe('joins-below-onset');
    expect(said(9_600).code).toBe('second-never-joins');
    expect(said(6_500).figures.leaves!.value).toBe(6_200);
  });

  test('the build at a speed is the one that works there', () => {
    const build = compiled(pairOf(5_000));
    expect(engineCharger(buildAt(build, 4_999)).count).toBe(1);
    expect(engineCharger(buildAt(build, 5_000)).count).toBe(2);
  });
});

test('every figure of a pair opens a working that ends on it, on both sides of a change-over', () => {
  const pair = groomer();
  frontOf(pair, 1).aftercooler.kind = 'air';
  const sequential = sampleTurboJob(0);
  put(sequential, 'sequential', { engine: turboFit('aspen-37-42') });
  level(sequential, 90_000);
  let opened = 0;
  for (const [job, index, speeds] of [
    [pair, 1, [1_000, 1_400, 1_900, 2_200]],
    [sequential, 0, [4_000, 7_000]],
  ] as const) {
    const build = compiled(job, job.setups[index]!.id);
    const { points } = solveSweep(build);
    for (const speed of speeds) {
      const point = points.find((p) => p.speedRpm === speed)!;
      const charger = [undefined, ...point.chargers.keys()];
      for (const [id, at] of figureIds.flatMap((figure) => charger.map((c) => [figure, c] as const))) {
        const working = workingOf(build, point, id, index, at);
        if (!working) continue;
        opened++;
        const last = working.steps.at(-1)!.value;
        expect([
          id,
          at,
          speed,
          Math.abs(last - working.value) <= 1e-6 * Math.abs(working.value) + 1e-12,
        ]).toEqual([id, at, speed, true]);
      }
    }
  }
  expect(opened).toBeGreaterThan(300);
});

describe('over the revs', () => {
  const builds = (hold: 'torque' | 'power' | 'pressure') =>
    ([0, 1, 2] as const).map((index) => {
      const job = structuredClone(sampleHistories[index]!.revisions.at(-1)!.job);
      for (const { boost } of job.setups) boost.hold = hold;
      return matched(compiled(job, index === 2 ? 'b' : 'a'));
    });

  test.each(['torque', 'power'] as const)(
    'a held %s is made at every speed the gate holds, at the pressure that Brent finds from nowhere',
    (hold) => {
      let held = 0;
      for (const build of builds(hold)) {
        const { goal } = build;
        const points = solveSweep(build).points.filter(
          (p) => p.speedRpm > goal.speedRpm && p.match?.kind === 'held',
        );
        for (const p of points) {
          const wanted = hold === 'power' ? goal.power : (goal.power * p.speedRpm) / goal.speedRpm;
          expect(p.power.flywheel / wanted).toBeCloseTo(1, 4);
        }
        for (const p of points.slice(0, 3)) {
          const wanted = hold === 'power' ? goal.power : (goal.power * p.speedRpm) / goal.speedRpm;
          const sought = manifoldFor(build, p.speedRpm, wanted);
          expect(sought.kind === 'boost' && sought.pressure / p.manifoldPressure).toBeCloseTo(1, 4);
        }
        held += points.length;
      }
      expect(held).toBeGreaterThan(20);
    },
  );

  test('a start one step beyond two neighbours ends where a start from nothing ends', () => {
    for (const build of builds('pressure')) {
      const level = planLevel(build);
      const { points } = solveSweep(build);
      let compared = 0;
      for (const p of points.filter((one, i) => i % 6 === 2 && one.match)) {
        const alone = solvePoint(build, p.speedRpm, level);
        expect(alone.match?.kind).toBe(p.match!.kind);
        expect(alone.manifoldPressure / p.manifoldPressure).toBeCloseTo(1, 4);
        expect(
          engineCharger(alone.match!).turbine.inlet.temperature /
            engineCharger(p.match!).turbine.inlet.temperature,
        ).toBeCloseTo(1, 4);
        expect(engineCharger(alone.match!).shaftRpm / engineCharger(p.match!).shaftRpm).toBeCloseTo(1, 4);
        compared++;
      }
      expect(compared).toBeGreaterThan(7);
    }
  });

  test('a power far from its neighbour’s is not taken for a near one', () => {
    const build = builds('pressure')[0]!;
    const { goal } = build;
    const near = solveMatched(build, goal.speedRpm, 1.3 * build.climate.pressure);
    expect(near.match).not.toBeNull();
    expect(matchedFor(build, goal.speedRpm, goal.power, near)).toBeNull();
    const level = manifoldFor(build, goal.speedRpm, goal.power, near);
    const { goalPoint } = solveSweep(build);
    expect(level.kind === 'boost' && level.pressure / goalPoint.manifoldPressure).toBeCloseTo(1, 4);
  });
});

test('each stage of a pair is drawn where it runs on its own map, in every list of points', () => {
  const groomer = sampleHistories.find(({ revisions }) => /groomer/i.test(revisions.at(-1)!.job.name))!;
  const { job } = groomer.revisions.at(-1)!;
  const result = compileBuild(job, job.setups[1]!.id, sampleLibrary);
  if ('problems' in result || !frontCharger(result.build)) throw new Error('no pair');
  const answer = { build: result.build, sweep: solveSweep(result.build) };
  for (const stage of ['front', 'engine'] as const) {
    const { sweep } = stageAnswer(answer, stage);
    expect(sweep.drawn.length).toBeGreaterThan(10);
    for (const p of [...sweep.points, ...sweep.drawn, sweep.goalPoint]) {
      const at = engineCharger(p).at!;
      expect(p.pressureRatio).toBe(at.pressureRatio);
      expect(engineCharger(p.path).correctedFlow).toBe(at.flow);
      expect(p.pressureRatio).toBeLessThan(3.5);
    }
  }
});
