import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { given } from '../documents/input';
import { cylinderOf } from '../cylinder/cylinder';
import type { CylinderCase } from '../cylinder/cylinder';
import { movesItself, nodeOf } from '../cylinder/table';
import { timingOf, useful } from '../cylinder/timing';
import { timingRules } from '../limits/cylinder-at';
import { solveSweep } from '../solve/sweep';
import { planAt, planGridOf, tableOf, type PlanShift } from './timing-plan';

/** As the workers make them: how some move is left to their neighbours. */
const nodesOf = (cases: CylinderCase[][]) =>
  cases.map((row, i) => row.map((own, j) => nodeOf(own, movesItself(i, j, cases.length, row.length))));

const job = sampleTurboJob(0);
const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
if ('problems' in result) throw new Error(JSON.stringify(result.problems));
const { build } = result;
const { engine } = job;
const grid = planGridOf(build, engine, solveSweep(build))!;
const none: PlanShift = { charge: 0, octane: 0, lambda: 0, compressionRatio: 0 };
const degrees = Math.PI / 180;
/** Three speeds of the grid are enough to be read. */
const part = { ...grid, speeds: grid.speeds.slice(9, 12), cases: grid.cases.slice(9, 12) };
const table = tableOf(build, engine, part, nodesOf(part.cases));
const read = (gauge: number, shift = none) =>
  planAt(table, { ...part, caseAt: (i, g) => grid.caseAt(i + 9, g) }, 1, gauge, shift);

describe('a plan of timing over revs and boost', () => {
  it('has rising speeds, charges and boosts, and its cases are what they say', () => {
    for (const axis of [grid.speeds, grid.airs, grid.boosts])
      axis.slice(1).forEach((value, i) => expect(value).toBeGreaterThan(axis[i]!));
    grid.cases.forEach((row, i) => {
      expect(row[3]!.speedRpm).toBe(grid.speeds[i]);
      expect(row[3]!.air).toBe(grid.airs[3]);
    });
    // Boost of the case gives the same air back.
    const own = grid.cases[10]![7]!;
    expect(grid.caseAt(10, own.manifold - build.climate.pressure).air / own.air).toBeCloseTo(1, 6);
  });
  it('each cell is the cylinder itself, to a fraction of a degree', () => {
    for (const gauge of grid.boosts.filter((boost) => boost <= 120_000)) {
      const own = timingOf(cylinderOf(grid.caseAt(10, gauge)), timingRules(build, engine)).planned;
      const cell = read(gauge)!;
      expect(Math.abs(cell.planned - own.advance)).toBeLessThan(0.6 * degrees);
      expect(Math.abs(cell.peak / own.cycle.peakPressure - 1)).toBeLessThan(0.02);
    }
  });
  it('what is shifted is within 1 % of the cycles themselves, also where a node leaves how it moves to its neighbours', () => {
    for (const gauge of [30_000, 60_000, 90_000])
      for (const more of [-8, 8]) {
        const own = grid.caseAt(10, gauge);
        const charge = own.charge + more;
        const shifted = { ...own, charge, air: (own.air * own.charge) / charge };
        const { planned } = timingOf(cylinderOf(shifted), timingRules(build, engine));
        const cell = read(gauge, { ...none, charge: more })!;
        const swept = build.displacement / engine.cylinders.value;
        expect(Math.abs(cell.work / (useful(planned.cycle) * swept) - 1)).toBeLessThan(0.01);
      }
  });
  it('advance falls with boost; more octane, a cooler charge and less compression give some back', () => {
    const knocking = grid.boosts.filter((boost) => read(boost)?.limit === 'knock');
    expect(knocking.length).toBeGreaterThan(0);
    for (const gauge of knocking) {
      const own = read(gauge)!.planned;
      for (const shift of [{ octane: 2 }, { charge: -10 }, { compressionRatio: -0.25 }, { lambda: -0.03 }])
        expect(read(gauge, { ...none, ...shift })!.planned).toBeGreaterThan(own);
    }
  });

  it('an engine without boost has the one column, and every figure of it', () => {
    const alone = sampleTurboJob(0);
    alone.brief.goal.power = given(60_000, 'measured');
    const { induction } = alone.setups[0]!;
    alone.setups[0]!.induction = { ...induction, kind: 'none' } as typeof induction;
    const own = compileBuild(alone, alone.setups[0]!.id, sampleLibrary);
    if ('problems' in own) throw new Error(JSON.stringify(own.problems));
    const bare = planGridOf(own.build, alone.engine, solveSweep(own.build))!;
    expect(bare.boosts).toEqual([0]);
    for (const row of bare.cases)
      for (const { exhaust, charge } of row) expect(exhaust * charge).toBeGreaterThan(0);
    const two = { ...bare, speeds: bare.speeds.slice(8, 10), cases: bare.cases.slice(8, 10) };
    const its = tableOf(own.build, alone.engine, two, nodesOf(two.cases));
    const cell = planAt(its, { ...two, caseAt: (i, g) => bare.caseAt(i + 8, g) }, 0, 0, none)!;
    expect(cell.planned / degrees).toBeGreaterThan(10);
    expect(cell.planned / degrees).toBeLessThan(45);
  });
});
