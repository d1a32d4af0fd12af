import { put } from '@/testing/chargers';
import { type Matched, type MatchedBuild, isMatched } from '../charge-path/match';
import { engineCharger } from '../charger/charged-air';
import { sampleLibrary, sampleTurbochargers, sampleTurboJob } from '@/data/demo/sample';
import { draws, seedOf } from '@/testing/fuzz';
import { newJob } from '../job/defaults';
import { given } from '../documents/input';
import { turboFitOf } from '../job/fit';
import { compileBuild, revGrid } from '../build/build';
import { matchedAt, solveMatched } from '../charge-path/matched';
import { randomBuilds } from '../../testing/random-builds';
import { pointAt, solveSweep } from './sweep';

const HORSEPOWER = 745.6998715822702;

function road(turbocharger: string, horsepower: number): MatchedBuild {
  const job = newJob('x', 'a');
  job.brief.goal.power = given(horsepower * HORSEPOWER, 'guess');
  const item = sampleTurbochargers.find((t) => t.id === turbocharger)!;
  // Open behind the turbine, spark at its best, losses stated at a smaller flow: the knee of this build is folded.
  const setup = job.setups[0]!;
  setup.plumbing = setup.plumbing.slice(0, 3).map((loss) => ({ ...loss, massFlow: given(0.2, 'guess') }));
  setup.exhaust.retardBy = 'stated';
  put(job, 'single', { engine: turboFitOf(item) });
  const result = compileBuild(job, 'a', sampleLibrary);
  if ('problems' in result || !isMatched(result.build)) throw new Error('No match.');
  return result.build;
}
const boostOf = ({ path }: Matched) => path.manifold.pressure;

describe('the spool knee', () => {
  it('is one step where two states exist, at the end of the lower one, and boost falls at no other speed', () => {
    const build = road('beech-60-77', 494);
    const sweep = solveSweep(build);
    expect(sweep.knees).toHaveLength(1);
    const { low, high, downRpm } = sweep.knees[0]!;
    expect(high.boostGauge / low.boostGauge).toBeGreaterThan(1.3);
    expect(downRpm).toBeLessThan(low.speedRpm);
    // Read, not solved: at each end the opening that every boost between would take is on the side that holds the branch.
    const openings = (speedRpm: number) =>
      Array.from({ length: 60 }, (_, i) => {
        const pressure = low.manifoldPressure * (high.manifoldPressure / low.manifoldPressure) ** (i / 59);
        return engineCharger(matchedAt(build, speedRpm, pressure).match!).turbine.opening;
      });
    expect(Math.min(...openings(low.speedRpm + 2))).toBeGreaterThan(0);
    expect(Math.min(...openings(low.speedRpm - 5))).toBeLessThan(0);
    expect(openings(downRpm + 2).at(-1)).toBeGreaterThan(0);
    expect(openings(downRpm - 5).at(-1)).toBeLessThan(0);
    sweep.drawn.forEach((p, i) => {
      const before = sweep.drawn[i - 1];
      if (before) expect(p.manifoldPressure).toBeGreaterThan(before.manifoldPressure * 0.999);
    });
    expect(sweep.goal.findings.map((f) => f.code)).toContain('boost-steps');
  });

  it('holds what is asked where every boost on the way leaves exhaust to spare', () => {
    const build = road('beech-60-77', 494);
    const asked = solveSweep(build).goalPoint.manifoldPressure;
    for (const speedRpm of [4_800, 4_900, 5_000]) {
      for (let pressure = 130_000; pressure <= asked; pressure += 5_000)
        expect(engineCharger(matchedAt(build, speedRpm, pressure).match!).turbine.opening).toBeGreaterThan(0);
      expect(solveMatched(build, speedRpm, asked).match!.kind).toBe('held');
    }
  });

  it('a speed that lies between those of the sweep has the figures of the sweep’s own branch', () => {
    const build = road('beech-60-77', 494);
    const sweep = solveSweep(build);
    const { low, high } = sweep.knees[0]!;
    const under = pointAt({ build, sweep }, low.speedRpm - 3);
    expect(under.match!.kind).toBe('turbine');
    expect(under.boostGauge).toBeLessThan(low.boostGauge);
    expect(pointAt({ build, sweep }, low.speedRpm + 3).boostGauge / high.boostGauge).toBeCloseTo(1, 3);
  });
});

describe('any plausible build, swept upwards, downwards and from rest', () => {
  // Every comparison by the solver's own answers from elsewhere; powers and flows are checked on the way out.
  it('ends in one state at every speed, or says where two exist; boost falls nowhere without a reason', () => {
    const count = draws(20);
    const against: string[] = [];
    let compared = 0;
    for (const { build, asked } of randomBuilds(
      count,
      seedOf(41),
      sampleLibrary,
      sampleTurbochargers,
      sampleTurboJob,
    )) {
      const speeds = revGrid(build).filter((_, i) => i % 2 === 0);
      const up: Matched[] = [];
      for (const speed of speeds) up.push(solveMatched(build, speed, asked, up.at(-1), up.at(-2)));
      const down: Matched[] = [];
      for (const speed of [...speeds].reverse())
        down.unshift(solveMatched(build, speed, asked, down[0], down[1]));
      const levelGauge = asked - build.climate.pressure;
      const folds = solveSweep({ ...build, boost: { ...build.boost, kind: 'level', levelGauge } }).knees;
      speeds.forEach((speed, i) => {
        const [rising, falling] = [up[i]!, down[i]!];
        const rest = solveMatched(build, speed, asked);
        compared++;
        const within = folds.some((k) => speed > k.downRpm - 2 && speed < k.low.speedRpm + 2);
        for (const [name, other] of [
          ['falling', falling],
          ['rest', rest],
        ] as const) {
          const same =
            rising.match && other.match
              ? Math.abs(boostOf(other) / boostOf(rising) - 1) < 0.01
              : rising.stop === other.stop;
          if (!same && !within)
            against.push(
              `${speed} rising ${rising.stop ?? boostOf(rising)} ${name} ${other.stop ?? boostOf(other)}`,
            );
        }
        if (rising.match) expect(Math.abs(engineCharger(rising.match).imbalance)).toBeLessThan(1e-3);
        const before = up[i - 1];
        if (!before?.match || rising.match?.kind !== 'turbine') return;
        const takes = (n: number) => build.breathing.at(n).value * n;
        if (boostOf(rising) < 0.99 * boostOf(before) && takes(speed) > takes(speeds[i - 1]!))
          against.push(`${speed} boost falls from ${boostOf(before)} to ${boostOf(rising)}`);
      });
    }
    expect(compared).toBeGreaterThan(20 * count);
    expect(against).toEqual([]);
  });
});
