import { sampleHistories, sampleLibrary, sampleTurbochargers, sampleTurboJob } from '@/data/demo/sample';
import type { Job } from '../job/schema/job';
import type { Turbocharger } from '../turbocharger/document';
import { fuelDefaults, newJob } from '../job/defaults';
import { guess } from '../documents/input';
import { candidateKey, turboItem, withCandidate, type TurboItem } from './candidate';
import { compoundPairs, matchTurbo, screenTurbo, turboCandidates, turboGround } from './matched-rows';
import { criteria, DEFAULT_ROOM, DEFAULT_WEIGHTS, frontOf, rank, schoolPicks, type Weights } from './order';
import type { Row } from './row';
import { compileBuild } from '../build/build';
import { trialOf } from '../studies/spool';
import { solveSweep } from '../solve/sweep';
import { meanPower, rivalsOf, spaceOf, versusRows } from './versus';

const HORSEPOWER = 745.6998715822702;

const items: TurboItem[] = sampleTurbochargers.map(({ id, revision, document }) =>
  turboItem({
    id,
    revision,
    document,
    compressor: sampleLibrary.compressor(document.compressor)!,
    turbine: sampleLibrary.turbine(document.turbine)!,
  }),
);
const item = (id: string) => items.find((t) => t.id === id)!;
const planOf = (job: Job) => {
  const plan = trialOf(job);
  return 'reason' in plan ? null : plan;
};
const groundOf = (job: Job, of: readonly TurboItem[] = items) => turboGround(job, 'a', of, planOf(job))!;
const goalOf = (ground: NonNullable<ReturnType<typeof turboGround>>) => ({
  power: ground.base.goal.power,
  room: DEFAULT_ROOM,
});
const only = (c: keyof Weights): Weights =>
  Object.fromEntries(criteria.map((k) => [k, k === c ? 10 : 0])) as Weights;

/** A turbocharger like another but for a few things, under its own name. */
function variant(base: TurboItem, name: string, change: (document: Turbocharger) => void): TurboItem {
  const { turbo, compressor } = structuredClone(base);
  turbo.document.name = name;
  change(turbo.document);
  return turboItem({ id: name, revision: 1, document: turbo.document, compressor, turbine: turbo.turbine });
}

describe('a library whose order is known beforehand', () => {
  const job = sampleTurboJob(0);
  const base = item('birch-50-66');
  const light = variant(base, 'light', (d) => (d.inertia.value /= 2));
  const heavy = variant(base, 'heavy', (d) => (d.inertia.value *= 3));
  const cheap = variant(base, 'cheap', (d) => (d.price = guess(400)));
  const dear = variant(base, 'dear', (d) => (d.price = guess(9_000)));
  const shelf = [heavy, dear, base, cheap, light];
  const ground = groundOf(job, shelf);
  const rows = shelf.map((engine) => matchTurbo(ground, { form: 'single', chargers: [engine] }, 'matched'));

  test('by time to boost the lighter shaft comes first, the heavier last', () => {
    const order = rank(rows, only('time'), goalOf(ground)).map((r) => r.name);
    expect(order[0]).toBe('light');
    expect(order.at(-1)).toBe('heavy');
  });

  test('by price the cheapest comes first, the dearest last, and the reason says both', () => {
    const ranked = rank(rows, only('price'), goalOf(ground));
    expect(ranked[0]!.name).toBe('cheap');
    expect(ranked.at(-1)!.name).toBe('dear');
    expect(ranked.at(-1)!.reason).toMatchObject({
      code: 'turbo-dearer',
      figures: { price: { value: 9_000 }, first: { value: 400 } },
    });
  });

  test('the score is the weighted mean of the credits; a limit only just kept halves the margins', () => {
    const [row] = rows;
    const [within, marginal] = (['within', 'marginal'] as const).map(
      (state) => rank([{ ...row!, state }], DEFAULT_WEIGHTS, goalOf(ground))[0]!,
    );
    const total = criteria.reduce((sum, c) => sum + DEFAULT_WEIGHTS[c], 0);
    const mean = criteria.reduce((sum, c) => sum + DEFAULT_WEIGHTS[c] * within!.credit[c], 0);
    expect(within!.score).toBeCloseTo(mean / total, 12);
    expect(marginal!.credit.margins).toBeCloseTo(within!.credit.margins / 2, 12);
    expect(within!.credit.margins).toBeGreaterThan(0);
  });

  test('weights of nothing leave the names to decide; the same rows give the same order', () => {
    const nothing = Object.fromEntries(criteria.map((c) => [c, 0])) as Weights;
    expect(rank(rows, nothing, goalOf(ground)).map((r) => r.name)).toEqual(
      [...shelf.map((t) => t.name)].sort(),
    );
    expect(rank([...rows].reverse(), DEFAULT_WEIGHTS, goalOf(ground))).toEqual(
      rank(rows, DEFAULT_WEIGHTS, goalOf(ground)),
    );
  });
});

describe('the demo library', () => {
  const job = sampleTurboJob(0);
  const ground = groundOf(job);
  const candidates = turboCandidates(ground, items);
  const rows = candidates.map((c) => screenTurbo(ground, c));
  const matched = candidates
    .filter((c) =>
      ['birch-50-58', 'hazel-48-54', 'aspen-37-42', 'oak-76-83', 'willow-22-25'].includes(c.chargers[0]!.id),
    )
    .filter((c) => c.form !== 'compound')
    .map((c) => matchTurbo(ground, c, 'matched'));

  test('every turbocharger stands in it alone and twice, pairs only with the larger one in front', () => {
    expect(candidates.filter((c) => c.form === 'single')).toHaveLength(items.length);
    expect(candidates.filter((c) => c.form === 'parallel')).toHaveLength(items.length);
    const pairs = compoundPairs(ground, items);
    expect(pairs.length).toBeGreaterThan(5);
    for (const { chargers } of pairs) {
      const [front, engine] = chargers.map(({ compressor }) => compressor.inducer.value);
      expect(front).toBeGreaterThan(engine!);
    }
    expect(new Set(candidates.map((c) => candidateKey(c.form, c.chargers))).size).toBe(candidates.length);
  });

  test('a first look agrees with the match: power at the goal, and which is far too small', () => {
    for (const row of matched) {
      const first = rows.find((r) => r.key === row.key)!;
      if (row.kind === 'fails' || first.kind === 'fails') continue;
      // The first look asks for the boost that the setup's guessed back pressure calls for: right to a tenth.
      expect(Math.abs(first.power / row.power - 1)).toBeLessThan(0.1);
      // Of what holds the goal the threshold is close; a turbo that is full at the first look is only said to be early.
      if (row.kind === 'holds' && row.threshold !== null && first.threshold !== null)
        expect(Math.abs(first.threshold / row.threshold - 1)).toBeLessThan(0.15);
    }
    expect(['short', 'fails']).toContain(rows.find((r) => r.name === 'Willow 22-25')!.kind);
  });

  test('a matched row is what the sweep of that setup says', () => {
    const row = matchTurbo(ground, { form: 'single', chargers: [item('birch-50-58')] }, 'full');
    const build = compileBuild(job, 'a', sampleLibrary);
    if ('problems' in build) throw new Error('no build');
    const sweep = solveSweep(build.build);
    expect(row.threshold).toBeCloseTo(sweep.turbo!.threshold!, 6);
    expect(row.fullFrom).toBeCloseTo(sweep.turbo!.fullFrom!, 6);
    expect(row.power).toBeCloseTo(sweep.goalPoint.power.flywheel, 6);
  });

  test('those that hold stand first; each has a reason; the front is not beaten in both', () => {
    const ranked = rank(matched, DEFAULT_WEIGHTS, goalOf(ground));
    ranked.forEach((r, i) => {
      expect(r.reason.code).toMatch(/^[a-z-]+$/);
      expect(r.excess === 0).toBe(r.kind === 'holds');
      if (i) expect(r.excess).toBeGreaterThanOrEqual(ranked[i - 1]!.excess);
    });
    const holding = ranked.filter((r) => r.kind === 'holds' && r.threshold !== null);
    const front = frontOf(holding);
    expect(front.size).toBeGreaterThan(0);
    for (const r of holding) {
      const isBeaten = holding.some((o) => o.threshold! < r.threshold! && o.potential > r.potential);
      if (front.has(r.key)) expect(isBeaten).toBe(false);
    }
  });

  test('the schools pick what they say: the earliest full boost, the most room, and growth with room', () => {
    const ranked = rank(matched, DEFAULT_WEIGHTS, goalOf(ground));
    const goal = goalOf(ground);
    const picks = schoolPicks(ranked, goal);
    const holding = ranked.filter((r) => r.kind === 'holds');
    const of = (school: string) => picks.find((p) => p.school === school)?.row;
    expect(of('early')!.fullFrom).toBe(Math.min(...holding.map((r) => r.fullFrom ?? Infinity)));
    expect(of('top')!.potential).toBe(Math.max(...holding.map((r) => r.potential)));
    const grow = of('grow');
    if (grow) expect(grow.potential).toBeGreaterThanOrEqual(goal.room * goal.power);
    expect(schoolPicks([], goal)).toEqual([]);
  });

  test('hours at load take a share of the shaft’s limit away, and the thinnest air of the Brief counts', () => {
    const groomer = structuredClone(sampleHistories[2]!.revisions.at(-1)!.job);
    const long = groundOf(groomer);
    expect(long.mostSpeed).toBe(0.95);
    expect(ground.mostSpeed).toBe(1);
    expect(ground.worst).not.toBeNull();
  });

  test('a job that needs no boost has nothing to rank', () => {
    const weak = sampleTurboJob(0);
    weak.brief.goal.power.value = 20_000;
    expect(turboGround(weak, 'a', items, null)).toBeNull();
  });
});

describe('one against two, small against big', () => {
  test('the rivals of a single: twins of about half, a size down, a size up; of twins a single', () => {
    const of = (form: 'single' | 'parallel', id: string) => rivalsOf(item(id), form, items);
    const single = Object.fromEntries(of('single', 'birch-50-58'));
    expect(single['other-form']!.form).toBe('parallel');
    const most = (t: TurboItem) =>
      Math.max(...t.compressor.lines.flatMap((l) => l.points.map((p) => p.flow)));
    expect(most(single['other-form']!.chargers[0]!) * 2).toBeLessThan(1.35 * most(item('birch-50-58')));
    expect(most(single.smaller!.chargers[0]!)).toBeLessThan(most(item('birch-50-58')));
    expect(most(single.bigger!.chargers[0]!)).toBeGreaterThan(most(item('birch-50-58')));
    expect(Object.fromEntries(of('parallel', 'aspen-37-42'))['other-form']!.form).toBe('single');
    expect(of('single', 'willow-22-25').some(([role]) => role === 'smaller')).toBe(false);
  });

  test('the mean between two speeds is the area over the span, and null where the line does not reach', () => {
    const line = [1_000, 2_000, 3_000].map((speedRpm) => ({ speedRpm, power: speedRpm * 10 }));
    expect(meanPower(line, 1_000, 3_000)).toBeCloseTo(20_000, 9);
    expect(meanPower(line, 1_500, 2_500)).toBeCloseTo(20_000, 9);
    expect(meanPower(line, 500, 2_000)).toBeNull();
    expect(meanPower([], 1, 2)).toBeNull();
    expect(meanPower(line, 2_000, 2_000)).toBeNull();
  });

  test('rows come with their figures; two wheels take twice the room of one', () => {
    const job = sampleTurboJob(0);
    const rows = [...versusRows(job, 'a', item('birch-50-58'), 'single', items, planOf(job))];
    expect(rows.map((r) => r.role)).toEqual(['other-form', 'smaller', 'bigger']);
    for (const r of rows) {
      expect(r.figures.peak).toBeGreaterThan(0);
      expect(r.powers.length).toBeGreaterThan(20);
    }
    expect(spaceOf([0.06, 0.06])).toBeCloseTo(2 * spaceOf([0.06]), 12);
  });
});

test('a row without a price or a figure is judged in the middle, never as an error', () => {
  const ground = groundOf(sampleTurboJob(0));
  const row = screenTurbo(ground, { form: 'single', chargers: [item('birch-50-58')] });
  const bare: Row = { ...row, key: 'x', price: null, surge: null, efficiency: null, time: null };
  const ranked = rank([row, bare], DEFAULT_WEIGHTS, goalOf(ground));
  for (const r of ranked) expect(Number.isFinite(r.score)).toBe(true);
});

describe('a ranking that a practitioner would follow', () => {
  const jobs = {
    road: () => {
      const job = newJob('road', 'a');
      job.brief.goal.power = guess(494 * HORSEPOWER);
      return job;
    },
    // A 5.9 L six: 480 hp at 2,800 rpm.
    diesel: () => {
      const job = newJob('diesel', 'a');
      job.brief.fuel = fuelDefaults('diesel');
      job.brief.goal = { ...job.brief.goal, power: guess(480 * HORSEPOWER), speedRpm: guess(2_800) };
      Object.assign(job.engine, {
        bore: guess(0.102),
        stroke: guess(0.12),
        cylinders: guess(6),
        compressionRatio: guess(17),
        redLineRpm: guess(3_200),
        idleRpm: guess(750),
      });
      job.engine.breathing.shape = { id: 'diesel', peak: guess(0.92), peakRpm: guess(1_900) };
      job.setups[0]!.boost.onsetRpm = guess(1_000);
      job.setups[0]!.boost.fullRpm = guess(1_700);
      return job;
    },
  };

  test.each(['road', 'diesel'] as const)(
    'on the usual weights a %s build gets room for its goal and little more first, and it stays what the list said',
    (kind) => {
      const job = jobs[kind]();
      const shelf = items.filter(
        ({ compressor: { inducer } }) => inducer.value > 0.05 && inducer.value < 0.085,
      );
      const ground = turboGround(job, 'a', shelf, null)!;
      const goal = goalOf(ground);
      const rows = turboCandidates(ground, shelf).map((c) => {
        const first = screenTurbo(ground, c);
        return first.kind === 'fails' || first.excess > 0.05 ? first : matchTurbo(ground, c, 'full');
      });
      const ranked = rank(rows, DEFAULT_WEIGHTS, goal);
      const [best] = ranked;
      expect(best!.state).not.toBe('over');
      // At a ratio of four a second stage earns its place on a diesel; on the road engine nothing does.
      if (kind === 'road') expect(best!.form).toBe('single');
      expect(best!.potential / goal.power).toBeGreaterThan(1);
      expect(best!.potential / goal.power).toBeLessThan(1.8);
      // Nothing that is over a limit stands before anything that is not; what is far over stands behind what is hardly.
      const firstOver = ranked.findIndex((r) => r.state === 'over');
      for (const r of ranked.slice(firstOver)) expect(r.state).toBe('over');
      // Fitted, it is what the list said.
      for (const row of ranked.filter((r) => r.pass === 'full').slice(0, 4)) {
        const chargers = row.chargers.map(({ id }) => item(id));
        const fitted = withCandidate(job, 'a', { form: row.form, chargers });
        const build = compileBuild(fitted, 'a', sampleLibrary);
        if ('problems' in build) throw new Error('no build');
        expect(solveSweep(build.build).goal.state).toBe(row.state);
      }
    },
  );
});
