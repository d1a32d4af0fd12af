import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { canonicalJson } from '@/core/job/history/canonical';
import type { Job } from '@/core/job/schema/job';
import { addSetup, binSetup, dropBinned, restoreSetup, type SetupChange } from '@/core/job/setups';
import { sampleJob } from '@/data/demo/sample';
import { createJobStore } from './job-store';

/** Something somebody may do to a job. */
const edits: ((job: Job, x: number) => void)[] = [
  (job, x) => (job.engine.bore.value = 0.05 + x / 10),
  (job, x) => (job.brief.goal.power.value = 5_000 + 1e6 * x),
  (job, x) => (job.engine.redLineRpm.confidence = x < 0.5 ? 'guess' : 'measured'),
  (job, x) => (job.name = `Job ${x}`),
  (job, x) => void job.engine.breathing.table.rows.splice(1, 1 + Math.floor(3 * x)),
  (job) => void job.settled.pop(),
  (job, x) => Object.assign(job, take(binSetup(job, job.setups[Math.floor(x * job.setups.length)]!.id))),
  (job, x) => Object.assign(job, take(addSetup(job, job.setups[0]!.id, `id${Math.floor(x * 1e6)}`))),
  (job) => job.bin[0] && Object.assign(job, take(restoreSetup(job, job.bin[0].id))),
  (job) => Object.assign(job, dropBinned(structuredClone(job))),
];
const take = (done: SetupChange): object => (done.ok ? structuredClone(done.job) : {});

it('undo after any sequence of edits gives back the exact document, redo the edited one', () => {
  global.fetch = () => new Promise(() => undefined);
  fc.assert(
    fc.property(
      fc.array(fc.tuple(fc.nat(edits.length - 1), fc.double({ min: 0, max: 0.999, noNaN: true })), {
        minLength: 1,
        maxLength: 25,
      }),
      (steps) => {
        const job = sampleJob(0);
        const start = canonicalJson(job);
        const store = createJobStore({ id: 'x', revision: 1, job, savedAt: '' });
        for (const [which, x] of steps) {
          // What immer hands out cannot be cloned: each edit works on a plain copy, as the dialogs do.
          const copy = structuredClone(store.getState().draft);
          edits[which]!(copy, x);
          store.getState().edit((draft) => void Object.assign(draft, copy));
          store.getState().commit();
        }
        const end = canonicalJson(store.getState().draft);
        const depth = store.getState().past.length;
        for (let i = 0; i < depth; i++) store.getState().undo();
        expect(canonicalJson(store.getState().draft)).toBe(start);
        for (let i = 0; i < depth; i++) store.getState().redo();
        expect(canonicalJson(store.getState().draft)).toBe(end);
      },
    ),
    { numRuns: draws(40) },
  );
});
