import { compressorFit, driveOf, engineOf, frontOf, put, turboFit } from '@/testing/chargers';
import { sampleJob, sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { guess } from '../documents/input';
import { solveSweep } from '../solve/sweep';
import { fuelDefaults } from '../job/defaults';
import { chargerAtEngine } from '../job/chargers';
import { usualFuelSystem } from '../fuel-system/usual';
import { jobSchema, type Job } from '../job/schema/job';
import { openJob } from '../job/history/migrations';
import { arrangements } from '../job/schema/setup-choices';
import { factsOf, type NewestRevision } from './facts';
import { UNKNOWN, unknownFacts } from './known-facts';
import { jobBenches } from './benches';
import { settleable, type SettleableBench } from '../job/schema/marks';
import { standings, withMark } from './standing';

const settleAll = settleable;
/** Every rule with its bench. */
const rules = settleable.flatMap((bench) => jobBenches[bench].rules.map((rule) => ({ ...rule, bench })));

function solve(job: Job) {
  const result = compileBuild(job, job.setups[0]!.id, sampleLibrary);
  return 'build' in result
    ? { answer: { build: result.build, sweep: solveSweep(result.build) }, problems: [] }
    : { answer: null, problems: result.problems };
}

/** The single-seater with every bench settled as it stands; then changed. */
function after(change: (job: Job) => void, newest?: NewestRevision, before?: (job: Job) => void) {
  const job = sampleJob(0);
  job.engine.breathing.source = 'table';
  job.engine.breathing.table.rows = [
    { speedRpm: 1_000, value: 0.7 },
    { speedRpm: 5_000, value: 0.95 },
    { speedRpm: 8_600, value: 1 },
    { speedRpm: job.engine.redLineRpm.value, value: 0.92 },
  ];
  before?.(job);
  const setup = job.setups[0]!;
  const facts = factsOf(job, setup, solve(job).answer, () => 1);
  for (const bench of settleAll) job.settled = withMark(job, bench, setup, facts);
  change(job);
  const { answer, problems } = solve(job);
  return { job, list: standings(job, job.setups[0]!, answer, problems, newest ?? (() => 1)) };
}

const codes = (list: ReturnType<typeof standings>) => list.flatMap((s) => s.why.map((r) => r.code)).sort();
const stateOf = (list: ReturnType<typeof standings>, bench: SettleableBench) =>
  list.find((s) => s.bench === bench)!.state;
const scale = (input: { value: number }, by: number) => void (input.value *= by);
type Case = { breaks: (job: Job) => void; leaves: (job: Job) => void; before?: (job: Job) => void };

const withFuelSystem = (job: Job) =>
  void (job.setups[0]!.fuelSystem = usualFuelSystem(
    { cylinders: 4, ignition: 'spark', isHeavy: false },
    130e-3 / 3_600,
  ));

/** A part that just holds the torque of this engine. */
const withParts = (job: Job) =>
  void (job.engine.components = [
    { id: 'rods', kind: 'rods', name: '', note: '', limits: { torque: { low: guess(320) } } },
  ]);

/** For every rule a change that breaks it and one of the same kind that does not. */
const cases: Record<string, Case> = {
  'goal-power-after-brief': {
    breaks: (j) => scale(j.brief.goal.power, 1.05),
    leaves: (j) => (j.brief.goal.power.confidence = 'guess'),
  },
  'goal-basis-after-brief': {
    breaks: (j) => (j.brief.goal.basis = 'wheels'),
    leaves: (j) => scale(j.brief.drivetrain.lossShare, 1.2),
  },
  'goal-speed-after-brief': {
    breaks: (j) => (j.brief.goal.speedRpm.value -= 300),
    leaves: (j) => (j.brief.goal.speedRpm.value -= 4),
  },
  'fuel-after-brief': {
    breaks: (j) => (j.brief.fuel = fuelDefaults('e85')),
    leaves: (j) => scale(j.brief.fuel.bsfc, 1.02),
  },
  'venue-after-brief': {
    breaks: (j) => (j.brief.venue.altitude.value -= 400),
    leaves: (j) => (j.brief.venue.altitude.value += 10),
  },
  'red-line-under-goal': {
    breaks: (j) => (j.engine.redLineRpm.value = j.brief.goal.speedRpm.value - 100),
    leaves: (j) => (j.engine.redLineRpm.value = j.brief.goal.speedRpm.value),
  },
  'size-after-engine': {
    breaks: (j) => scale(j.engine.bore, 1.01),
    leaves: (j) => scale(j.engine.bore, 1.0005),
  },
  'cylinders-after-engine': {
    breaks: (j) => (j.engine.cylinders.value += 1),
    leaves: (j) => (j.engine.cylinders.confidence = 'guess'),
  },
  'cycle-after-engine': {
    breaks: (j) => (j.engine.cycle = 'two-stroke'),
    leaves: (j) => (j.engine.cycle = 'four-stroke'),
  },
  'compression-after-engine': {
    breaks: (j) => (j.engine.compressionRatio.value += 0.3),
    leaves: (j) => (j.engine.compressionRatio.value += 0.01),
  },
  'red-line-past-breathing': {
    breaks: (j) => (j.engine.redLineRpm.value += 300),
    leaves: (j) => {
      j.engine.redLineRpm.value += 300;
      j.engine.breathing.table.rows.at(-1)!.speedRpm += 300;
    },
  },
  'red-line-after-engine': {
    breaks: (j) => (j.engine.redLineRpm.value -= 200),
    leaves: (j) => (j.engine.idleRpm.value -= 100),
  },
  'out-of-reach-after-demand': {
    breaks: (j) => scale(j.brief.goal.power, 6),
    leaves: (j) => scale(j.brief.goal.power, 1.1),
  },
  'fuel-after-demand': {
    breaks: (j) => (j.brief.fuel = fuelDefaults('e85')),
    leaves: (j) => (j.brief.fuel.lambda.confidence = 'guess'),
  },
  'goal-after-demand': {
    breaks: (j) => (j.brief.goal.basis = 'wheels'),
    leaves: (j) => scale(j.brief.goal.power, 1.001),
  },
  'goal-speed-after-demand': {
    breaks: (j) => (j.brief.goal.speedRpm.value += 200),
    leaves: (j) => (j.brief.goal.speedRpm.value += 10),
  },
  'size-after-demand': {
    breaks: (j) => scale(j.engine.stroke, 1.02),
    leaves: (j) => scale(j.engine.stroke, 1.001),
  },
  'compression-after-demand': {
    breaks: (j) => (j.engine.compressionRatio.value += 0.5),
    leaves: (j) => (j.engine.compressionRatio.value += 0.1),
  },
  'breathing-after-demand': {
    breaks: (j) => (j.engine.breathing.table.rows[2]!.value = 0.96),
    leaves: (j) => (j.engine.breathing.table.rows[2]!.value = 0.995),
  },
  'condition-after-demand': {
    breaks: (j) => (j.engine.condition.factor.value = 0.93),
    leaves: (j) => (j.engine.condition.factor.value = 0.995),
  },
  'air-after-demand': {
    breaks: (j) => (j.brief.venue.altitude.value += 300),
    leaves: (j) => (j.brief.venue.altitude.value += 30),
  },
  'ratio-after-demand': {
    breaks: (j) => scale(j.setups[0]!.plumbing[1]!.drop, 4),
    leaves: (j) => scale(j.setups[0]!.plumbing[1]!.drop, 1.05),
  },
  'map-left-after-charger': {
    breaks: (j) => (j.setups[0]!.boost.fullRpm.value = 3_400),
    leaves: (j) => (j.setups[0]!.boost.fullRpm.value += 100),
    before: (j) => (j.setups[0]!.boost.onsetRpm.value = 3_000),
  },
  'turbine-after-charger': {
    before: (j) => (j.setups[0]!.induction = sampleTurboJob(0).setups[0]!.induction),
    breaks: (j) => (driveOf(engineOf(j)).housing = 3),
    leaves: (j) => (driveOf(engineOf(j)).maxSpeedRpm.value += 100),
  },
  'compressor-after-charger': {
    breaks: (j) => (engineOf(j).machine = { id: 'rowan-52', revision: 1 }),
    leaves: (j) => (j.setups[0]!.name = 'Another name'),
  },
  'arrangement-after-charger': {
    breaks: (j) => put(j, 'sequential', {}),
    leaves: (j) => put(j, 'single', {}),
  },
  'lp-stage-after-charger': {
    before: (j) => put(j, 'compound', { front: compressorFit('larch-67') }),
    breaks: (j) => (frontOf(j).machine = { id: 'oak-76', revision: 1 }),
    leaves: (j) => (j.setups[0]!.name = 'Another name'),
  },
  'count-after-charger': {
    breaks: (j) => put(j, 'parallel', {}),
    leaves: (j) => put(j, 'single', {}),
  },
  'venue-raised-after-charger': {
    breaks: (j) => (j.brief.venue.altitude.value += 500),
    leaves: (j) => (j.brief.venue.altitude.value -= 500),
  },
  'hotter-after-charger': {
    breaks: (j) => (j.brief.venue.temperature.value += 8),
    leaves: (j) => (j.brief.venue.temperature.value -= 8),
  },
  'more-air-after-charger': {
    breaks: (j) => scale(j.brief.goal.power, 1.05),
    leaves: (j) => scale(j.brief.goal.power, 0.95),
  },
  'ratio-after-charger': {
    breaks: (j) => scale(j.setups[0]!.plumbing[1]!.drop, 6),
    leaves: (j) => scale(j.setups[0]!.plumbing[1]!.drop, 0.5),
  },
  'red-line-after-charger': {
    breaks: (j) => (j.engine.redLineRpm.value += 300),
    leaves: (j) => (j.engine.redLineRpm.value -= 300),
  },
  'hotter-charge-after-cooling': {
    breaks: (j) => (chargerAtEngine(j.setups[0]!)!.aftercooler.coolantRise.value += 25),
    leaves: (j) => (chargerAtEngine(j.setups[0]!)!.aftercooler.coolantRise.value -= 3),
  },
  'more-air-after-cooling': {
    breaks: (j) => scale(j.brief.goal.power, 1.1),
    leaves: (j) => scale(j.brief.goal.power, 1.02),
  },
  'charge-misread-after-fuel': {
    before: (j) => {
      withFuelSystem(j);
      j.setups[0]!.fuelSystem!.senses = 'speed-density';
    },
    breaks: (j) => (chargerAtEngine(j.setups[0]!)!.aftercooler.coolantRise.value -= 15),
    leaves: (j) => (chargerAtEngine(j.setups[0]!)!.aftercooler.coolantRise.value -= 3),
  },
  'inlet-misread-after-fuel': {
    before: (j) => {
      withFuelSystem(j);
      j.setups[0]!.fuelSystem!.senses = 'air-meter';
    },
    breaks: (j) => scale(j.setups[0]!.plumbing.find((l) => l.place === 'filter')!.drop, 0.4),
    leaves: (j) => scale(j.setups[0]!.plumbing.find((l) => l.place === 'filter')!.drop, 0.95),
  },
  'fuel-short-after-fuel': {
    before: withFuelSystem,
    breaks: (j) => scale(j.setups[0]!.fuelSystem!.injectors.flow, 0.4),
    leaves: (j) => scale(j.setups[0]!.fuelSystem!.injectors.flow, 1.01),
  },
  'fuel-after-fuel': {
    before: withFuelSystem,
    breaks: (j) => (j.brief.fuel = fuelDefaults('e85')),
    leaves: (j) => (j.brief.fuel.lambda.confidence = 'guess'),
  },
  'more-fuel-after-fuel': {
    before: withFuelSystem,
    breaks: (j) => scale(j.brief.fuel.lambda, 0.9),
    leaves: (j) => scale(j.brief.fuel.lambda, 0.99),
  },
  'injectors-after-fuel': {
    before: withFuelSystem,
    breaks: (j) => scale(j.setups[0]!.fuelSystem!.injectors.flow, 1.1),
    leaves: (j) => (j.setups[0]!.fuelSystem!.injectors.count.confidence = 'guess'),
  },
  'part-gives-after-limits': {
    before: withParts,
    breaks: (j) => scale(j.engine.components![0]!.limits.torque!.low, 0.5),
    leaves: (j) => scale(j.engine.components![0]!.limits.torque!.low, 0.97),
  },
  'more-torque-after-limits': {
    before: withParts,
    breaks: (j) => scale(j.brief.goal.power, 1.08),
    leaves: (j) => scale(j.brief.goal.power, 1.01),
  },
  'red-line-after-limits': {
    before: withParts,
    breaks: (j) => scale(j.engine.redLineRpm, 1.04),
    leaves: (j) => scale(j.engine.redLineRpm, 1.005),
  },
  'onset-after-charger': {
    breaks: (j) => (j.setups[0]!.boost.onsetRpm.value -= 300),
    leaves: (j) => (j.setups[0]!.boost.onsetRpm.value += 300),
  },
};

describe('a later change against an earlier decision', () => {
  it('each rule has a case here, and there are at least eight', () => {
    const tested = [...Object.keys(cases), 'revision-after-charger'].sort();
    expect(tested).toEqual(rules.map((r) => r.id).sort());
    expect(rules.length).toBeGreaterThanOrEqual(8);
    expect(codes(after(() => undefined).list)).toEqual([]);
  });

  it.each(Object.entries(cases))('%s: broken by the one change, not by the other', (id, c) => {
    const broken = after(c.breaks, undefined, c.before).list;
    expect(codes(broken)).toContain(id);
    expect(stateOf(broken, rules.find((r) => r.id === id)!.bench)).toBe('contradicted');
    expect(codes(after(c.leaves, undefined, c.before).list)).not.toContain(id);
  });

  it('a newer revision in the library overtakes the charger, the same one does not', () => {
    expect(
      codes(
        after(
          () => undefined,
          () => 2,
        ).list,
      ),
    ).toEqual(['revision-after-charger']);
    expect(
      codes(
        after(
          () => undefined,
          () => 1,
        ).list,
      ),
    ).toEqual([]);
  });

  it('settling anew, or taking the tick back, ends the contradiction', () => {
    const { job } = after((j) => (j.brief.fuel = fuelDefaults('e85')));
    const setup = job.setups[0]!;
    const { answer, problems } = solve(job);
    const facts = factsOf(job, setup, answer);
    const anew = { ...job, settled: withMark(job, 'demand', setup, facts) };
    expect(stateOf(standings(anew, setup, answer, problems), 'demand')).toBe('settled');
    const open = { ...job, settled: withMark(job, 'demand', setup, null) };
    expect(stateOf(standings(open, setup, answer, problems), 'demand')).toBe('open');
    expect(jobSchema.safeParse(anew).success).toBe(true);
  });
});

test('a mark from elsewhere that names what this version does not know is told in a sentence', () => {
  const job = sampleJob(0);
  const facts = { ...factsOf(job, job.setups[0]!, null), fuel: 'constructor', goalBasis: '__proto__' };
  const now = factsOf(job, job.setups[0]!, null);
  for (const rule of rules) {
    const why = rule.broken(facts, now);
    if (why && /fuel|basis/.test(rule.id)) expect(why.names).toMatchObject({ from: UNKNOWN });
  }
  expect(rules.some((r) => r.id === 'fuel-after-brief' && r.broken(facts, now) !== null)).toBe(true);
  expect(unknownFacts([{ bench: 'brief', setup: null, facts }])).toEqual([
    'brief: goalBasis __proto__',
    'brief: fuel constructor',
  ]);
  expect(unknownFacts([{ bench: 'brief', setup: null, facts: now }])).toEqual([]);
});

describe('an open bench', () => {
  it('names what it lacks and where; without a compressor Charger cannot be settled', () => {
    const job = sampleJob(0);
    engineOf(job).machine = null;
    const { answer, problems } = solve(job);
    const charger = standings(job, job.setups[0]!, answer, problems)[3]!;
    expect(charger).toMatchObject({ state: 'open', canSettle: false });
    expect(charger.missing).toMatchObject([{ bench: 'charger', reason: { code: 'choose-compressor' } }]);
  });

  it('what stops an earlier bench is named on the later ones, with the bench it belongs to', () => {
    const job = sampleJob(0);
    job.brief.goal.speedRpm.value = job.engine.redLineRpm.value + 500;
    const { answer, problems } = solve(job);
    const list = standings(job, job.setups[0]!, answer, problems);
    expect(list[0]).toMatchObject({ canSettle: false });
    expect(list[3]!.missing[0]).toMatchObject({ bench: 'brief', reason: { code: 'goal-above-red-line' } });
    expect(list[3]!.canSettle).toBe(false);
  });

  it('a job of version 1 opens with nothing settled', () => {
    const old: Record<string, unknown> = { ...sampleJob(0), version: 1 };
    delete old.settled;
    const opened = openJob(old);
    expect(opened).toMatchObject({
      ok: true,
      migrated: [
        'nothing-settled-yet',
        'no-setup-in-the-bin',
        'nothing-more-said-yet',
        'no-turbine-yet',
        'one-stage-so-far',
        'retard-as-stated',
        'chargers-in-a-row',
      ],
      job: { settled: [], bin: [] },
    });
  });
});

describe('a failed check of the engine', () => {
  it('keeps what depends on it from being settled, and contradicts what was settled before', () => {
    const job = structuredClone(sampleJob(0));
    job.engine.condition.leakDown = [0.06, 0.31].map((value) => ({ value, confidence: 'measured' as const }));
    const setup = job.setups[0]!;
    const result = compileBuild(job, setup.id, sampleLibrary);
    if ('problems' in result) throw new Error('does not solve');
    const answer = { build: result.build, sweep: solveSweep(result.build) };
    const bench = (id: string) => standings(job, setup, answer, []).find((s) => s.bench === id)!;
    // The demo job has Brief, Engine and Demand settled; the Charger is open.
    expect(bench('brief')).toMatchObject({ state: 'settled', canSettle: true });
    expect(bench('engine')).toMatchObject({ state: 'contradicted', canSettle: false });
    expect(bench('demand').why[0]!.code).toBe('leak-down-failed');
    expect(bench('charger')).toMatchObject({ state: 'open', canSettle: false });
    expect(bench('charger').missing[0]!.reason.code).toBe('leak-down-failed');
    // A restricted exhaust is none of the engine's own.
    job.engine.condition.leakDown = [];
    job.engine.condition.exhaustGauge = { value: 45_000, confidence: 'measured' };
    expect(bench('engine').state).toBe('settled');
    expect(bench('demand').canSettle).toBe(false);
  });
});

describe('facts of every arrangement', () => {
  const drives = { open: compressorFit('birch-50'), exhaust: turboFit('birch-50-58') };
  it.each(arrangements.flatMap((a) => (['open', 'exhaust'] as const).map((d) => [a, d] as const)))(
    '%s, drive %s: what stands at the engine, how many, and what stands in front',
    (arrangement, drive) => {
      const job = sampleJob(0);
      put(job, arrangement, {
        engine: drives[drive],
        front: arrangement === 'compound' ? turboFit('oak-76-83') : null,
      });
      const facts = factsOf(job, job.setups[0]!, solve(job).answer, () => 3);
      expect(facts).toMatchObject({
        arrangement,
        compressor: 'birch-50',
        compressorRevision: 1,
        newestRevision: 3,
        compressorName: 'Birch 50',
        compressorCount: arrangement === 'parallel' || arrangement === 'sequential' ? 2 : 1,
      });
      expect(facts.lpCompressor).toBe(arrangement === 'compound' ? 'oak-76' : undefined);
      expect(facts.turbine === undefined).toBe(drive === 'open');
      // No fact that the document would refuse, and none that is not a figure.
      const marked = withMark(job, 'charger', job.setups[0]!, facts);
      expect(jobSchema.safeParse({ ...job, settled: marked }).error).toBeUndefined();
      expect(Object.values(facts).filter((v) => typeof v === 'number' && !Number.isFinite(v))).toEqual([]);
    },
  );

  it('without a charger nothing of one is told', () => {
    const job = sampleJob(0);
    job.setups[0]!.induction = { kind: 'none' };
    const facts = factsOf(job, job.setups[0]!, solve(job).answer, () => 3);
    expect(Object.keys(facts).filter((key) => /compressor|turbine|arrangement|mapHolds/i.test(key))).toEqual(
      [],
    );
    expect(facts.reached).toBe(0);
  });
});
