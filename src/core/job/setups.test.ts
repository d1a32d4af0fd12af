import { sampleJob } from '@/data/demo/sample';
import { changesBetween } from './history/changes';
import { jobSchema, type Job } from './schema/job';
import { addSetup, binSetup, dropBinned, restoreSetup, type SetupChange } from './setups';

const jobOf = (done: SetupChange): Job => {
  if (!done.ok) throw new Error(done.why);
  return done.job;
};
const letters = (job: Job) => job.setups.map((s) => s.letter).join('');

describe('setups', () => {
  it('a new one is a copy with the first free letter; the seventh is refused', () => {
    let job = sampleJob(1);
    const first = job.setups[0]!;
    for (const id of ['b', 'c', 'd', 'e', 'f']) job = jobOf(addSetup(job, first.id, id));
    expect(letters(job)).toBe('ABCDEF');
    expect(job.setups[3]).toEqual({ ...first, id: 'd', letter: 'D', name: 'Twin Rowan 52 (from A)' });
    expect(addSetup(job, first.id, 'g')).toEqual({ ok: false, why: 'all-letters-taken' });
    expect(addSetup(sampleJob(1), 'nobody', 'g')).toEqual({ ok: false, why: 'not-there' });
    expect(jobSchema.safeParse(job).success).toBe(true);
  });

  it('a deleted one waits in the bin with what it had settled, and comes back under its letter or the next free one', () => {
    const job = sampleJob(0);
    const gone = jobOf(binSetup(job, 'b'));
    expect(letters(gone)).toBe('AC');
    expect(gone.settled).toEqual(job.settled);
    expect(jobOf(restoreSetup(gone, 'b'))).toEqual(job);
    const taken = jobOf(addSetup(gone, 'a', 'new'));
    expect(letters(taken)).toBe('ABC');
    expect(jobOf(restoreSetup(taken, 'b')).setups.find((s) => s.id === 'b')?.letter).toBe('D');
    expect(dropBinned(gone).bin).toEqual([]);
    expect(restoreSetup(dropBinned(gone, 'b'), 'b')).toEqual({ ok: false, why: 'not-there' });
  });

  it('the last one stays, and a full bin says so', () => {
    let job = jobOf(binSetup(jobOf(binSetup(sampleJob(0), 'b')), 'c'));
    expect(binSetup(job, 'a')).toEqual({ ok: false, why: 'last-setup' });
    for (let i = job.bin.length; i < 24; i++)
      job = jobOf(binSetup(jobOf(addSetup(job, 'a', `x${i}`)), `x${i}`));
    expect(binSetup(jobOf(addSetup(job, 'a', 'y')), 'y')).toEqual({ ok: false, why: 'bin-full' });
    expect(jobSchema.safeParse(job).success).toBe(true);
  });

  it('changes name setups by their letters and whole setups as one thing', () => {
    const job = sampleJob(0);
    const gone = jobOf(binSetup(job, 'b'));
    expect(changesBetween(job, gone)).toEqual([{ path: 'setups.B', from: 'Hazel 48', to: 'bin' }]);
    expect(changesBetween(gone, job)).toEqual([{ path: 'setups.B', from: 'bin', to: 'Hazel 48' }]);
    expect(changesBetween(gone, dropBinned(gone))).toEqual([{ path: 'bin.B', from: 'Hazel 48', to: null }]);
    const edited = structuredClone(job);
    edited.setups[2]!.boost.onsetRpm.value = 2_900;
    edited.settled = edited.settled.filter((m) => m.bench !== 'demand');
    expect(changesBetween(job, edited)).toEqual([
      { path: 'setups.C.boost.onsetRpm.value', from: 3_000, to: 2_900 },
      { path: 'settled.demand.A', from: 'settled', to: null },
    ]);
  });
});
