/** The cylinder: one cycle, its timings, a node of the table, peak pressure over a sweep, limits after it. */
import { compileBuild } from '../../src/core/build/build';
import { cylinderOf } from '../../src/core/cylinder/cylinder';
import { runCycle } from '../../src/core/cylinder/cycle';
import { nodeOf, readTable, type CycleTable } from '../../src/core/cylinder/table';
import { timingOf } from '../../src/core/cylinder/timing';
import { cylinderAt } from '../../src/core/limits/cylinder-at';
import { limitLineOf } from '../../src/core/limits/judge';
import { peaksOver } from '../../src/core/limits/peak-pressure';
import { startingSet } from '../../src/core/limits/starting-set';
import { solveSweep } from '../../src/core/solve/sweep';
import { shapedBoost } from '../../src/core/studies/boost-shaping';
import { cyclePowerOf, schoolGridOf, schoolNodeOf } from '../../src/core/studies/cycle-school';
import { sampleHistories, sampleLibrary } from '../../src/data/demo/sample';
import { print, time } from './lib';

export function cylinder(): void {
  const job = sampleHistories.map((h) => h.revisions.at(-1)!.job).find((j) => j.name.startsWith('Coupé'))!;
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  if ('problems' in result) throw new Error('the demo job does not compile');
  const { build } = result;
  const sweep = solveSweep(build);
  const { case: own } = cylinderAt(build, job.engine, sweep.goalPoint)!;
  const ready = cylinderOf(own);
  print('one cycle', `${time(200, () => runCycle(ready, 0.4)).toFixed(3)} ms`, '0.5 ms');
  const rules = { margin: 0.035, isSilent: false };
  print('best and knock-limited timing', `${time(60, () => timingOf(ready, rules)).toFixed(1)} ms`, '-');
  const node = time(20, () => nodeOf(own));
  const light = time(20, () => nodeOf(own, false));
  // Of 20 by 12 nodes 11 by 7 work out themselves how they move.
  const table20 = 77 * node + (240 - 77) * light;
  print('a table of 20 × 12 nodes on two workers', `${(table20 / 2 / 1000).toFixed(2)} s`, '2.5 s');
  const around = (speedRpm: number, air: number) => nodeOf({ ...own, speedRpm, air });
  const speeds = [own.speedRpm, own.speedRpm + 300];
  const airs = [own.air, 1.1 * own.air];
  const table: CycleTable = {
    speeds,
    airs,
    nodes: speeds.map((speed) => airs.map((air) => around(speed, air))),
    margin: 0.035,
    peakLimit: Infinity,
    isSilent: false,
  };
  const place = {
    speedRpm: own.speedRpm + 100,
    air: 1.04 * own.air,
    charge: own.charge,
    backPressure: own.exhaust / own.manifold,
    lambda: own.lambda,
    compressionRatio: own.crank.compressionRatio,
    octane: own.fuel.octane!,
  };
  print('reading the table', `${(1e3 * time(2_000, () => readTable(table, place))).toFixed(1)} µs`, '-');
  const peaks = time(10, () => peaksOver(build, job.engine, [...sweep.points]));
  print(`peak pressure over ${sweep.points.length} speeds`, `${peaks.toFixed(1)} ms`, '-');
  const { ignition } = build.fuel;
  const components = startingSet({ ignition, wasBoosted: true, redLineRpm: build.redLineRpm });
  const engine = { ...job.engine, components };
  limitLineOf(build, sweep, engine, 15);
  const judged = time(40, () => limitLineOf(build, sweep, engine, 15));
  print(`limits over ${sweep.points.length} speeds, cycles run`, `${judged.toFixed(2)} ms`, '5 ms at 60');
  const most = Math.max(...sweep.points.map(({ torque }) => torque));
  const aim = { kind: 'torque', ceiling: 0.9 * most } as const;
  const shaped = time(6, () => [...shapedBoost({ build, sweep, engine: job.engine }, aim)]);
  print('boost shaped to a torque ceiling', `${shaped.toFixed(0)} ms`, '500 ms');
  // The matched sweep by the cycle against the same by fuel flow, a table at hand.
  const grid = schoolGridOf(build, job.engine, sweep)!;
  const nodes = grid.cases.map((row) => row.map((one) => schoolNodeOf(one, grid.rules)));
  const cyclePower = cyclePowerOf(build, job.engine, grid, nodes, '');
  const bySchool = { ...build, cyclePower };
  // One after the other, pair by pair: a machine that changes its speed meanwhile changes both.
  const once = (of: typeof build) => {
    const start = performance.now();
    solveSweep(of);
    return performance.now() - start;
  };
  time(20, () => void solveSweep(bySchool));
  // The power that fuel flow gives the boost which the table finds for the goal: both look for one level and hold it.
  const { byFuelFlow } = solveSweep(bySchool).goalPoint.power;
  const alike = { ...build, goal: { ...build.goal, power: byFuelFlow } };
  const pairs = Array.from({ length: 81 }, () => [once(bySchool), once(alike)]);
  const middle = (of: (pair: number[]) => number) => pairs.map(of).sort((a, b) => a - b)[40]!;
  const [withTable, without, ratio] = [
    middle(([a]) => a!),
    middle(([, b]) => b!),
    middle(([a, b]) => a! / b!),
  ];
  print(
    'matched sweep with a table of cycles over without, one boost',
    `${withTable.toFixed(1)} / ${without.toFixed(1)} ms = ${ratio.toFixed(2)}`,
    '1.10',
  );
}
