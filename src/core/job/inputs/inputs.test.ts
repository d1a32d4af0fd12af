import { openJob } from '../history/migrations';
import { sampleHistories } from '@/data/demo/sample';
import { benchSheets } from '../benches';
import type { Job } from '../schema/job';
import { descriptorOf, inputDescriptors, inputsOf, isWhole, whereOf, type InputPath } from './inputs';
import { jobBounds } from './bounds';
import { patternOf, placeOf } from './place';

const jobs = sampleHistories.map((h) => h.revisions.at(-1)!.job);
const bounds = jobBounds();
/** A copy of a job with something changed, still one by the schema. */
const changed = (job: Job, change: (job: Job) => void): Job => {
  const copy = structuredClone(job);
  change(copy);
  const opened = openJob(copy);
  if (!opened.ok) throw new Error(JSON.stringify(opened.issues));
  return opened.job;
};
const pathsOf = (job: Job, index = 0, whole = false) => inputsOf(job, index, { whole }).map((i) => i.path);
const pair = jobs.find((j) =>
  j.setups.some((s) => s.induction.kind === 'charged' && s.induction.chargers.length > 1),
)!;
const paired = pair.setups.findIndex(
  (s) => s.induction.kind === 'charged' && s.induction.chargers.length > 1,
);

describe('the descriptors of the inputs', () => {
  it('are those of the schema: each has a range; each range is an input’s, but for those of the bin, of what is set aside and of lists taken whole', () => {
    expect(Object.keys(inputDescriptors).sort()).toEqual(
      Object.keys(bounds)
        .filter((path) => !/\.aside\.|^bin\.|^engine\.breathing\.table\./.test(path))
        .sort(),
    );
  });
  it('lead to a bench that has the sheet, with and without a job at hand, whatever the path', () => {
    const paths = Object.keys(inputDescriptors).map((pattern) => pattern.replaceAll('*', '0'));
    for (const path of [
      ...paths,
      'brief',
      'setups.0',
      'setups.9.plumbing.7.drop',
      'trial.kind',
      'nowhere',
      '',
    ])
      for (const job of [undefined, ...jobs]) {
        const { bench, sheet } = whereOf(path, job);
        const sheets: readonly string[] = benchSheets[bench];
        expect(sheet === null || sheets.includes(sheet)).toBe(true);
      }
  });
  it('a path that is no input has none; typed paths are inputs', () => {
    for (const path of ['constructor', 'brief.goal', 'brief.goal.power.value', 'engine.cycle', ''])
      expect(descriptorOf(path)).toBeUndefined();
    const path: InputPath = 'setups.3.plumbing.11.drop';
    expect(descriptorOf(path)).toMatchObject({ quantity: 'pressureDrop', label: 'Pressure loss' });
    // @ts-expect-error -- no such input
    const none: InputPath = 'setups.0.plumbing.1.colour';
    expect(descriptorOf(none)).toBeUndefined();
  });
});

describe('where a path stands', () => {
  it('a loss as a drop is on Demand, as a pipe under Pipes; what the exhaust loses always there', () => {
    const at = (job: Job, place: string) =>
      whereOf(`setups.0.plumbing.${job.setups[0]!.plumbing.findIndex((l) => l.place === place)}.drop`, job);
    const job = jobs[0]!;
    expect(at(job, 'cooler')).toEqual({ bench: 'demand', sheet: null });
    expect(at(job, 'downpipe')).toEqual({ bench: 'charger', sheet: 'pipes' });
    const asPipe = changed(job, (j) => {
      for (const s of j.setups) for (const loss of s.plumbing) loss.from = 'pipe';
    });
    expect(at(asPipe, 'cooler')).toEqual({ bench: 'charger', sheet: 'pipes' });
  });
  it('of a pair, the one in front beside the pair, the one at the engine beside its turbine', () => {
    const of = (charger: number, end: string) =>
      whereOf(`setups.${paired}.induction.chargers.${charger}.${end}`, pair).sheet;
    expect([of(0, 'drive.inertia'), of(1, 'drive.inertia')]).toEqual(['pair', 'turbine']);
    expect([of(0, 'aftercooler.effectiveness'), of(1, 'aftercooler.effectiveness')]).toEqual([
      'pair',
      'revs',
    ]);
    expect(placeOf(`setups.${paired}.induction.chargers.0.machine`, pair).charger).toBe('front');
    expect(placeOf('setups.0.induction.chargers.0.machine').charger).toBe('engine');
    expect(placeOf('setups.0.induction.aside.drive.inertia', pair).charger).toBe('aside');
    expect(placeOf('setups.0.boost.gears.4').index).toBe(4);
  });
});

describe('whether an input has a say', () => {
  it('every one that has is an input with a place, in every job of the demo and every setup', () => {
    for (const job of jobs)
      job.setups.forEach((_, i) => {
        const paths = pathsOf(job, i, true);
        expect(new Set(paths).size).toBe(paths.length);
        for (const path of paths) expect(isWhole(path) || descriptorOf(path)).toBeTruthy();
        expect(paths).toEqual(expect.arrayContaining(pathsOf(job, i)));
      });
  });
  it('choices turn them on and off', () => {
    const job = jobs[0]!;
    const has = (j: Job, path: InputPath, whole = false) => pathsOf(j, 0, whole).includes(path);
    expect(has(job, 'brief.goal.power')).toBe(true);
    expect(has(job, 'brief.vehicle.mass', true)).toBe(false);
    const stated = changed(job, (j) => void (j.setups[0]!.boost.kind = 'level'));
    expect([has(job, 'setups.0.boost.levelGauge'), has(stated, 'setups.0.boost.levelGauge')]).toEqual([
      false,
      true,
    ]);
    const standard = changed(job, (j) => void (j.brief.venue.barometer.kind = 'standard'));
    const station = changed(job, (j) => void (j.brief.venue.barometer.kind = 'station'));
    const barometer = 'brief.venue.barometer.pressure';
    expect([has(standard, barometer), has(station, barometer)]).toEqual([false, true]);
  });
  it('what only tells setups apart moves no steady figure: the shaft’s inertia, the state a drop was stated at', () => {
    const job = jobs[0]!;
    const steady = new Set(pathsOf(job).map(patternOf));
    const told = new Set(pathsOf(job, 0, true).map(patternOf));
    for (const pattern of [
      'setups.*.induction.chargers.*.drive.inertia',
      'setups.*.plumbing.*.temperature',
    ]) {
      expect(steady.has(pattern)).toBe(false);
      expect(told.has(pattern)).toBe(true);
    }
  });
  it('a charger that is set aside counts for nothing', () => {
    const job = changed(jobs[0]!, (j) => {
      const { induction } = j.setups[0]!;
      if (induction.kind === 'charged') induction.aside = structuredClone(induction.chargers[0]!);
    });
    expect(pathsOf(job, 0, true)).toEqual(pathsOf(jobs[0]!, 0, true));
  });
});
