import { newJob } from '@/core/job/defaults';
import { jobSchema } from '@/core/job/schema/job';
import { sampleJob } from '@/data/demo/sample';
import { unitsOf } from '@/core/units/quantities';
import { checkTyped } from '../fields/QuantityInput';
import { checkRows } from '../engine/BreathingTable';
import { server, type Answer, type StoredJob } from '../server/client';
import { createJobStore } from './job-store';
import { boundsAt } from '@/core/job/inputs/bound-at';
import { jobBounds } from '@/core/job/inputs/bounds';
import { inputAt } from './path';

const stored = (): StoredJob => ({ id: 'job-1', revision: 1, job: newJob('Store', 'a'), savedAt: '' });
const bounds = jobBounds();
const settled = () => new Promise((done) => setTimeout(done, 0));

/** A server of one job, with the same rule as the real one. */
function fakeServer(first: StoredJob) {
  const state = {
    revision: first.revision,
    job: first.job,
    away: false,
    gone: null as 'binned' | 'missing' | null,
    calls: 0,
  };
  jest
    .spyOn(server, 'saveJob')
    .mockImplementation(async (_, base, job): Promise<Answer<{ revision: number }>> => {
      state.calls++;
      if (state.away) return { kind: 'away' };
      if (state.gone) return { kind: 'refused', status: 404, error: 'gone', problems: [], gone: state.gone };
      if (base !== state.revision)
        return {
          kind: 'refused',
          status: 409,
          error: 'stale',
          problems: [],
          current: { ...first, revision: state.revision, job: state.job },
        };
      state.revision++;
      state.job = job;
      return { kind: 'ok', data: { revision: state.revision } };
    });
  return state;
}

/** A job named while its server was away: the commit waits on the device, and the server is back. */
async function leftWaiting(name: string) {
  const first = stored();
  const far = fakeServer(first);
  far.away = true;
  const store = createJobStore(first);
  store.getState().write('name', name);
  store.getState().commit();
  await settled();
  expect(store.getState().sync.kind).toBe('waiting');
  far.away = false;
  return { first, far, store };
}

beforeEach(() => {
  const kept = new Map<string, string>();
  Object.defineProperty(globalThis, 'localStorage', {
    configurable: true,
    value: {
      getItem: (k: string) => kept.get(k) ?? null,
      setItem: (k: string, v: string) => void kept.set(k, v),
      removeItem: (k: string) => void kept.delete(k),
    },
  });
});
afterEach(() => jest.restoreAllMocks());

describe('an open job', () => {
  it('one commit is one revision, in order, and the draft lives between commits', async () => {
    const first = stored();
    const far = fakeServer(first);
    const store = createJobStore(first);
    for (const bore of [0.087, 0.088, 0.089]) {
      store.getState().write('engine.bore.value', bore);
      store.getState().commit();
    }
    store.getState().write('engine.bore.value', 0.09);
    expect(store.getState().sync.kind).toBe('saving');
    await settled();
    expect(far.revision).toBe(4);
    expect(far.job.engine.bore.value).toBe(0.089);
    expect(store.getState()).toMatchObject({ sync: { kind: 'saved' }, revision: 4, queue: [] });
    expect(store.getState().draft.engine.bore.value).toBe(0.09);
  });

  it('undo and redo are commits too', async () => {
    const first = stored();
    const far = fakeServer(first);
    const store = createJobStore(first);
    store.getState().write('engine.bore.value', 0.1);
    store.getState().commit();
    store.getState().undo();
    expect(store.getState().draft.engine.bore.value).toBe(0.086);
    store.getState().redo();
    await settled();
    expect(far.job.engine.bore.value).toBe(0.1);
    expect(far.revision).toBe(4);
  });

  it('when the server is away the commits wait, outlive the page, and go out in order', async () => {
    const { first, far, store } = await leftWaiting('Typed while away');
    const reopened = createJobStore(first);
    await reopened.getState().resume();
    await settled();
    expect(far.job.name).toBe('Typed while away');
    expect(reopened.getState().sync.kind).toBe('saved');
    await store.getState().flush();
  });

  it('what is done while an earlier visit’s commits are being opened stands on top of them', async () => {
    const { first, far, store: left } = await leftWaiting('Left behind');
    const reopened = createJobStore(first);
    const opening = reopened.getState().resume();
    expect(reopened.getState()).toMatchObject({ opening: true, sync: { kind: 'saving' } });
    reopened.getState().write('engine.bore.value', 0.091);
    reopened.getState().commit();
    reopened.getState().undo();
    await opening;
    await settled();
    expect(far.job).toMatchObject({ name: 'Left behind', engine: { bore: { value: 0.091 } } });
    expect(reopened.getState()).toMatchObject({ opening: false, sync: { kind: 'saved' }, queue: [] });
    reopened.getState().undo();
    expect(reopened.getState().draft).toMatchObject({
      name: 'Left behind',
      engine: { bore: { value: 0.086 } },
    });
    await left.getState().flush();
  });

  it('an edit of what the left-over commit took away falls away, and the rest of what was done stands', async () => {
    const { first, far, store: left } = await leftWaiting('Left behind');
    left.getState().edit((draft) => void (draft.setups[0]!.plumbing.length = 0));
    far.away = true;
    left.getState().commit();
    await left.getState().flush();
    far.away = false;
    const reopened = createJobStore(first);
    expect(reopened.getState().draft.setups[0]!.plumbing.length).toBeGreaterThan(0);
    const opening = reopened.getState().resume();
    reopened.getState().edit((draft) => void (draft.setups[0]!.plumbing[0]!.drop.value = 4_321));
    reopened.getState().edit((draft) => void (draft.engine.bore.value = 0.092));
    reopened.getState().commit();
    await opening;
    await settled();
    expect(far.job).toMatchObject({ name: 'Left behind', engine: { bore: { value: 0.092 } } });
    expect(far.job.setups[0]!.plumbing).toEqual([]);
    await left.getState().flush();
  });

  it('a left-over commit that is no job is dropped, and what was done meanwhile is stored', async () => {
    const first = stored();
    const far = fakeServer(first);
    localStorage.setItem(
      'fierce-lung.outbox.job-1',
      JSON.stringify({ baseRevision: 1, jobs: [{ version: 6 }] }),
    );
    const store = createJobStore(first);
    const opening = store.getState().resume();
    store.getState().write('name', 'Typed meanwhile');
    store.getState().commit();
    await opening;
    await settled();
    expect(far.job.name).toBe('Typed meanwhile');
    expect(store.getState()).toMatchObject({ sync: { kind: 'saved' }, queue: [], opening: false });
    expect(localStorage.getItem('fierce-lung.outbox.job-1')).toBeNull();
  });

  it('another’s change is met with a choice: theirs, or mine as the newest', async () => {
    for (const choice of ['mine', 'theirs'] as const) {
      const first = stored();
      const far = fakeServer(first);
      far.revision = 5;
      far.job = { ...first.job, name: 'Theirs' };
      const store = createJobStore(first);
      store.getState().write('name', 'Mine');
      store.getState().commit();
      await settled();
      expect(store.getState().sync.kind).toBe('conflict');
      expect(far.job.name).toBe('Theirs');
      store.getState().settle(choice);
      await settled();
      expect(far.job.name).toBe(choice === 'mine' ? 'Mine' : 'Theirs');
      expect(store.getState()).toMatchObject({ sync: { kind: 'saved' }, draft: { name: far.job.name } });
    }
  });

  it('a job deleted elsewhere stops the sending, keeps what was typed, and goes on once it is back', async () => {
    const first = stored();
    const far = fakeServer(first);
    far.gone = 'binned';
    const store = createJobStore(first);
    store.getState().write('name', 'Typed after');
    store.getState().commit();
    await settled();
    expect(store.getState()).toMatchObject({
      sync: { kind: 'gone', how: 'binned' },
      draft: { name: 'Typed after' },
    });
    expect(store.getState().queue).toHaveLength(1);
    far.gone = null;
    store.getState().returned();
    await settled();
    expect(far.job.name).toBe('Typed after');
    expect(store.getState().sync.kind).toBe('saved');
  });

  it('theirs taken, undo brings mine back as the newest', async () => {
    const first = stored();
    const far = fakeServer(first);
    far.revision = 5;
    far.job = { ...first.job, name: 'Theirs' };
    const store = createJobStore(first);
    store.getState().write('name', 'Mine');
    store.getState().commit();
    await settled();
    store.getState().settle('theirs');
    store.getState().undo();
    await settled();
    expect(far.job.name).toBe('Mine');
    expect(store.getState().stored.name).toBe('Mine');
  });
});

describe('fields', () => {
  it('take their range from the job’s own schema', () => {
    expect(boundsAt(bounds, 'engine.bore')).toEqual({ min: 0.01, max: 1 });
    expect(boundsAt(bounds, 'setups.0.boost.onsetRpm')).toEqual({ min: 100, max: 30_000 });
    expect(boundsAt(bounds, 'setups.0.plumbing.1.diameter')).toEqual({ min: 0.005, max: 1 });
    expect(boundsAt(bounds, 'engine.cylinders')).toEqual({ min: 1, max: 24 });
    expect(() => boundsAt(bounds, 'engine.nothing')).toThrow();
  });

  it('whatever a field accepts, the server’s schema accepts', () => {
    const job = sampleJob(0);
    const paths = [
      'brief.goal.power',
      'brief.venue.temperature',
      'engine.stroke',
      'engine.cylinders',
      'setups.0.induction.chargers.0.aftercooler.coolantRise',
    ];
    for (const path of paths)
      for (const end of ['min', 'max'] as const) {
        const copy = structuredClone(job);
        inputAt(copy, path)!.value = boundsAt(bounds, path)[end];
        expect(jobSchema.safeParse(copy).success).toBe(true);
      }
  });

  it('say what is wrong, with the value and what is allowed', () => {
    const say = (text: string, path = 'engine.bore', whole = false) => {
      const quantity = path === 'engine.cylinders' ? 'count' : 'bore';
      const checked = checkTyped(boundsAt(bounds, path), text, quantity, unitsOf(quantity)[0]!, { whole });
      return checked.ok ? checked.value : checked.message;
    };
    expect(say('79')).toBeCloseTo(0.079, 12);
    expect(say('3.11 in')).toBeCloseTo(0.078994, 9);
    expect(say('')).toMatch(/A value is needed: 10(\.0)? to 1,000/);
    expect(say('-4')).toMatch(/out of range/);
    expect(say('wide')).toMatch(/“wide” is not a number/);
    expect(say('79 furlongs')).toMatch(/Known: mm, in, cm/);
    expect(say('4.5', 'engine.cylinders', true)).toMatch(/whole number/);
    expect(say('1e999')).toMatch(/not a number|out of range/);
  });

  it('a VE table names the row and the cell', () => {
    expect(
      checkRows([
        { speed: '1000', value: '80' },
        { speed: '900', value: '82' },
      ]),
    ).toMatchObject({ ok: false, row: 1, cell: 'speed' });
    expect(
      checkRows([
        { speed: '1000', value: '80' },
        { speed: '2000', value: 'x' },
      ]),
    ).toMatchObject({ ok: false, row: 1, cell: 'value' });
    expect(
      checkRows([
        { speed: '1,000', value: '80 %' },
        { speed: '2000', value: '0.9' },
      ]),
    ).toMatchObject({ ok: false });
    expect(
      checkRows([
        { speed: '1,000', value: '80 %' },
        { speed: '2000', value: '90' },
      ]),
    ).toMatchObject({ ok: true });
    expect(checkRows([{ speed: '1000', value: '80' }])).toMatchObject({ ok: false });
  });
});
