import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { compressorFit, turboFit } from '@/testing/chargers';
import { arranged, arrangementOf, fitted, openInduction, type Charged } from './chargers';
import { openJob } from './history/migrations';
import version7 from '@/data/past-versions/version-7.json';
import { arrangements } from './schema/setup-choices';
import { jobSchema } from './schema/job';
import { sampleTurboJob } from '@/data/demo/sample';
import { refsOf, mapRefs } from '../documents/refs';

const cedar = turboFit('cedar-54-62');
const spruce = turboFit('spruce-88-104');

describe('chargers in a row', () => {
  it('are put together every way and back, and nothing of them is lost (law)', () => {
    const wanted = fc.array(fc.constantFrom(...arrangements), { minLength: 1, maxLength: 6 });
    fc.assert(
      fc.property(wanted, (ways) => {
        const first = fitted(openInduction(7_000), 7_000, 'compound', { engine: cedar, front: spruce });
        const end = ways.reduce<Charged>((row, way) => arranged(row, way), first);
        expect(arrangementOf(end)).toBe(ways.at(-1));
        expect(arranged(end, 'compound').chargers.map(({ machine, drive }) => ({ machine, drive }))).toEqual([
          spruce,
          cedar,
        ]);
        const job = structuredClone(sampleTurboJob(0));
        job.setups[0]!.induction = end;
        expect(jobSchema.safeParse(job).error).toBeUndefined();
      }),
      { numRuns: draws(60) },
    );
  });

  it('a place that is not named keeps what it has; null leaves it open; coolers and holds stay', () => {
    const row = fitted(openInduction(7_000), 7_000, 'compound', { engine: cedar, front: spruce });
    row.chargers[0]!.aftercooler.kind = 'water';
    row.chargers[1]!.hold.gauge.value = 12_345;
    const other = fitted(row, 7_000, 'compound', { engine: compressorFit('hazel-48') });
    expect(other.chargers.map((c) => c.machine?.id)).toEqual([spruce.machine.id, 'hazel-48']);
    expect(other.chargers[0]!.aftercooler.kind).toBe('water');
    expect(other.chargers[1]!.hold.gauge.value).toBe(12_345);
    expect(fitted(row, 7_000, 'compound', { front: null }).chargers[0]!.drive).toEqual({ kind: 'open' });
  });

  it('a pair is bypassed until it is put together another way', () => {
    const row = fitted(openInduction(7_000), 7_000, 'compound', { engine: cedar, front: spruce });
    row.changeover.kind = 'at';
    expect(arranged(row, 'compound').changeover.kind).toBe('at');
    expect(arranged(arranged(row, 'single'), 'compound').changeover.kind).toBe('never');
    expect(arranged(row, 'sequential').changeover.kind).toBe('at');
  });
});

describe('a document of version 7', () => {
  it('has its stages turned into a row, ambient first, with what stood beside them', () => {
    const opened = openJob(version7);
    if (!opened.ok) throw new Error(JSON.stringify(opened.issues));
    const [pair, single] = opened.job.setups;
    const old = version7.setups[0]!;
    if (pair!.induction.kind === 'none') throw new Error('The pair has chargers.');
    const [front, engine] = pair!.induction.chargers;
    expect(arrangementOf(pair!.induction)).toBe('compound');
    expect(engine!.machine).toEqual(old.induction.stages[0]!.compressor);
    expect(front!.machine).toEqual(old.induction.stages[1]!.compressor);
    expect(front!.drive).toEqual({ kind: 'exhaust', ...old.induction.stages[1]!.hot });
    expect(engine!.aftercooler).toEqual(old.cooler);
    expect(front!.aftercooler).toEqual(old.pair.between.cooler);
    expect(front!.hold).toEqual({ kind: old.pair.between.hold, gauge: old.pair.between.gauge });
    expect(pair!.induction.changeover.kind).toBe('never');
    expect(arrangementOf(single!.induction)).toBe('single');
  });

  it('keeps a second stage that did not work, a sequential pair and a broken part', () => {
    const changed = structuredClone(version7);
    changed.setups[0]!.induction.arrangement = 'sequential';
    const opened = openJob(changed);
    if (!opened.ok) throw new Error(JSON.stringify(opened.issues));
    const { induction } = opened.job.setups[0]!;
    if (induction.kind === 'none') throw new Error('It has chargers.');
    expect(arrangementOf(induction)).toBe('sequential');
    expect(induction.aside?.machine).toEqual(version7.setups[0]!.induction.stages[1]!.compressor);
    const broken = openJob({
      ...version7,
      setups: [{ ...version7.setups[0], induction: { kind: 'turbo' } }],
    });
    expect(broken.ok).toBe(true);
    const worse = openJob({ ...version7, setups: [{ ...version7.setups[0], cooler: 3 }] });
    if (worse.ok) throw new Error('A cooler is no number.');
    expect(worse.issues[0]!.path).toMatch(/aftercooler/);
  });
});

test('references are found and exchanged wherever they stand, a charger that is set aside too', () => {
  const job = structuredClone(sampleTurboJob(0));
  job.setups[0]!.induction = arranged(
    fitted(openInduction(7_000), 7_000, 'compound', { engine: cedar, front: spruce }),
    'single',
  );
  const text = (one: typeof job) => JSON.stringify([one.setups, one.bin]);
  expect(refsOf(job)).toHaveLength([...text(job).matchAll(/"revision":/g)].length);
  const renamed = mapRefs(job, ({ id, revision }) => ({ id: `x-${id}`, revision }));
  expect(refsOf(renamed).map(({ id }) => id)).toEqual(refsOf(job).map(({ id }) => `x-${id}`));
  expect(text(renamed).replaceAll('"x-', '"')).toBe(text(job));
});
