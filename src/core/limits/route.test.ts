import fc from 'fast-check';
import { sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { given, guess } from '../documents/input';
import { kindsOf, partTypes, type ComponentKind } from '../job/schema/component-choices';
import { componentSchema } from '../job/schema/components';
import { solveSweep } from '../solve/sweep';
import { jobVerdict } from '../studies/job-verdict';
import { fitPart, metricsFor } from './fit-part';
import { limitLineOf } from './judge';
import { needsAt, routeTo, twoGoals, withRoute, type Bounds, type Offer } from './route';

const BAR = 1e5;
const job = sampleTurboJob(0);
const built = compileBuild(job, job.setups[0]!.id, sampleLibrary);
if ('problems' in built) throw new Error('problems');
const { build } = built;
const sweep = solveSweep(build);

const kinds: ComponentKind[] = ['rods', 'pistons', 'head-gasket', 'crank', 'block'];
/** An engine whose parts are good for shares of the forecast's greatest BMEP. */
function solvedWith(shares: number[]) {
  const peak = Math.max(...sweep.points.map(({ torque }) => torque));
  const components = kinds.map((kind, i) =>
    componentSchema.parse({
      id: kind,
      kind,
      name: '',
      note: '',
      limits: { torque: { low: guess(peak * shares[i]!) } },
    }),
  );
  const engine = { ...job.engine, components };
  const line = limitLineOf(build, sweep, engine, 15)!;
  return { build, engine, points: sweep.points, line };
}
const peakTorque = Math.max(...sweep.points.map(({ torque }) => torque));
const bounds = (offers: Offer[], change: Partial<Bounds> = {}): Bounds => ({
  offers,
  fixed: [],
  canShape: true,
  goalPoint: sweep.goalPoint,
  ...change,
});
const offer = (key: string, type: Offer['type'], share: number, price: number): Offer => ({
  key,
  part: { id: key, revision: 1 },
  name: key,
  type,
  limits: { torque: peakTorque * share },
  price,
});

describe('the cheapest route', () => {
  it('costs what trying every subset of the offers costs, and leaves nothing that could be mended', () => {
    const offers = fc.array(
      fc.record({
        type: fc.constantFrom(...partTypes.filter((type) => kindsOf(type).some((k) => kinds.includes(k)))),
        share: fc.double({ min: 0.6, max: 2, noNaN: true }),
        price: fc.integer({ min: 1, max: 900 }),
      }),
      { maxLength: 9 },
    );
    const shares = fc.array(fc.double({ min: 0.5, max: 1.6, noNaN: true }), { minLength: 5, maxLength: 5 });
    fc.assert(
      fc.property(offers, shares, fc.double({ min: 0.8, max: 1.4, noNaN: true }), (list, good, scale) => {
        const solved = solvedWith(good);
        const all = list.map(({ type, share, price }, i) => offer(`o${i}`, type, share, price));
        const power = solved.line.peak.power * scale;
        const route = routeTo(solved, power, bounds(all), false);
        // By hand: a part is needed where its share of the torque is passed, and holds where its own is not.
        const needed = kinds.filter((_, i) => good[i]! * 1.0005 <= scale);
        expect(new Set(needsAt(solved, power).map(({ kind }) => kind))).toEqual(new Set(needed));
        const holds = all.filter((one) => one.limits!.torque! / peakTorque > scale);
        const mendable = needed.filter((kind) => holds.some(({ type }) => kindsOf(type).includes(kind)));
        let least = Infinity;
        for (let set = 0; set < 2 ** holds.length; set++) {
          const chosen = holds.filter((_, i) => (set >> i) & 1);
          const covers = mendable.every((kind) => chosen.some(({ type }) => kindsOf(type).includes(kind)));
          if (covers)
            least = Math.min(
              least,
              chosen.reduce((sum, { price }) => sum + price, 0),
            );
        }
        expect(route.price).toBe(least);
        expect(route.unmet.map(({ kind }) => kind).sort()).toEqual(
          needed.filter((kind) => !mendable.includes(kind)).sort(),
        );
        // Bought and fitted, nothing that was mended gives.
        const after = needsAt(withRoute(solved, route), power).map(({ kind }) => kind);
        for (const kind of mendable) expect(after).not.toContain(kind);
      }),
      { numRuns: 60, seed: 24 },
    );
  });

  it('buys no part that may not change, and nothing that would be the next to give', () => {
    const solved = solvedWith([0.9, 2, 2, 2, 0.9]);
    const power = solved.line.peak.power;
    const short = offer('short', 'short-block', 1.5, 100);
    const rods = offer('rods', 'rods', 1.5, 300);
    const free = routeTo(solved, power, bounds([short, rods]), false);
    expect(free.steps.map(({ offer: o }) => o.key)).toEqual(['short']);
    const fixed = routeTo(solved, power, bounds([short, rods], { fixed: ['block'] }), false);
    expect(fixed.steps.map(({ offer: o }) => o.key)).toEqual(['rods']);
    expect(fixed.unmet.map(({ kind }) => kind)).toEqual(['block']);
    // Speeds stand as they are: springs of the set that float below the red line are no way out.
    const slow = { ...rods, limits: { ...rods.limits, engineSpeed: build.redLineRpm - 500 } };
    expect(routeTo(solved, power, bounds([slow]), false).unmet).toHaveLength(2);
  });

  it('shapes the boost where the torque at the goal holds, and then buys nothing', () => {
    const atGoal = sweep.goalPoint.torque / peakTorque;
    expect(atGoal).toBeLessThan(0.99);
    const solved = solvedWith([(1 + atGoal) / 2, 2, 2, 2, 2]);
    const power = solved.line.peak.power;
    const rods = offer('rods', 'rods', 1.5, 300);
    const shaped = routeTo(solved, power, bounds([rods]), true);
    expect([shaped.price, shaped.steps.length, shaped.shaped.map(({ kind }) => kind)]).toEqual([
      0,
      0,
      ['rods'],
    ]);
    expect(routeTo(solved, power, bounds([rods]), false).price).toBe(300);
    expect(routeTo(solved, power, bounds([rods], { canShape: false }), true).price).toBe(300);
    // Where the goal itself needs the torque a shape keeps nothing.
    const weak = solvedWith([0.95 * atGoal, 2, 2, 2, 2]);
    expect(routeTo(weak, power, bounds([rods]), true).price).toBe(300);
  });

  it('buying for the second goal at once saves what would be bought twice', () => {
    const solved = solvedWith([0.9, 2, 2, 2, 2]);
    const peak = solved.line.peak.power;
    const [small, large] = [offer('small', 'rods', 1.1, 300), offer('large', 'rods', 1.5, 500)];
    const both = twoGoals(solved, { first: peak, second: 1.3 * peak }, bounds([small, large]), false);
    expect([both.first.price, both.second.price, both.after.price, both.saves]).toEqual([300, 500, 500, 300]);
    const near = twoGoals(solved, { first: peak, second: 1.05 * peak }, bounds([small, large]), false);
    expect([near.after.price, near.saves]).toEqual([0, 0]);
  });

  it('reads torque from a mean pressure that is stated, and takes a typed price at its word for its own part alone', () => {
    const solved = solvedWith([0.9, 0.9, 2, 2, 2]);
    const power = solved.line.peak.power;
    const perTorque = (4 * Math.PI) / build.displacement;
    const byPressure = { ...offer('p', 'rods', 0, 200), limits: { bmep: 1.2 * peakTorque * perTorque } };
    const atWord: Offer = { key: 'pistons', part: null, name: '', type: 'pistons', limits: null, price: 90 };
    const route = routeTo(solved, power, bounds([byPressure, atWord]), false);
    expect([route.price, route.unmet.length]).toEqual([290, 0]);
    const little = { ...byPressure, limits: { bmep: 0.95 * peakTorque * perTorque } };
    expect(routeTo(solved, power, bounds([little, atWord]), false).unmet.map(({ kind }) => kind)).toEqual([
      'rods',
    ]);
  });
});

describe('a part of the library on a component', () => {
  it('brings its limits, and of an assembly those of its place', () => {
    const line = {
      id: 'set',
      revision: 2,
      name: 'Set',
      type: 'short-block' as const,
      material: 'forged',
      limits: { bmep: given(40 * BAR, 'maker'), pistonSpeed: given(28, 'maker') },
    };
    const old = componentSchema.parse({
      id: 'rods',
      kind: 'rods',
      name: 'as made',
      note: 'worn',
      limits: { torque: { low: guess(200) } },
      price: guess(300),
    });
    const bolts = structuredClone({ ...old, kind: 'rod-bolts' as const });
    fitPart(old, line);
    expect(componentSchema.parse(old)).toEqual({
      id: 'rods',
      kind: 'rods',
      name: 'Set',
      note: 'forged',
      part: { id: 'set', revision: 2 },
      limits: { bmep: { low: given(40 * BAR, 'maker') } },
    });
    fitPart(bolts, line);
    expect(Object.keys(bolts.limits)).toEqual(['pistonSpeed']);
    expect(metricsFor('rods', 'rods')).toContain('pistonSpeed');
  });
});

describe('the verdict of the job', () => {
  it('says what gives where the match holds, and of two that are over what keeps the goal from being made', () => {
    const none = jobVerdict(build, sweep, null)!;
    expect([none.isMet, none.state]).toEqual([
      Math.abs(none.difference) < 0.004 * none.goal,
      sweep.goal.state,
    ]);
    // The match just holds, near surge: what is over stands before it, what holds leaves it.
    expect(sweep.goal.state).toBe('marginal');
    const over = jobVerdict(build, sweep, solvedWith([0.5, 2, 2, 2, 2]).line)!;
    expect(over).toMatchObject({ state: 'over', stops: { from: 'limit', row: { part: { id: 'rods' } } } });
    const holds = jobVerdict(build, sweep, solvedWith([2, 2, 2, 2, 2]).line)!;
    expect(holds).toMatchObject({
      state: 'marginal',
      stops: { from: 'match', reason: { code: 'map-just-holds' } },
    });
  });
});
