/** @jest-environment jsdom */
import { act, cleanup, renderHook } from '@testing-library/react';
import type { ReactNode } from 'react';
import { jobBounds } from '@/core/job/inputs/bounds';
import type { Job } from '@/core/job/schema/job';
import { sampleItems, sampleJob } from '@/data/demo/sample';
import { server } from '../server/client';
import { createJobStore, type JobStore } from './job-store';
import { JobProvider, SpeedProvider, useForFields, useJob, useSpeed } from './solved';

afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

const bounds = jobBounds();
const power = 'brief.goal.power.value';

/** A job's page without its looks: what every part of it reads. */
function open(job: Job = sampleJob(0), { drawn = null as string[] | null, setup = 0 } = {}) {
  jest.spyOn(server, 'saveJob').mockResolvedValue({ kind: 'ok', data: { revision: 2 } });
  const store: JobStore = createJobStore({ id: 'job-1', revision: 1, job, savedAt: '' });
  const addresses: string[] = [];
  const onSetups = (selected: string, beside: string[]) =>
    void addresses.push([selected, ...beside].join(' '));
  const wrapper = ({ children }: { children: ReactNode }) => (
    <JobProvider
      store={store}
      bounds={bounds}
      items={sampleItems}
      firstSetup={setup}
      firstDrawn={drawn}
      onSetups={onSetups}
    >
      <SpeedProvider first={job.brief.goal.speedRpm.value} onSpeed={() => {}}>
        {children}
      </SpeedProvider>
    </JobProvider>
  );
  const { result } = renderHook(() => ({ job: useJob(), speed: useSpeed(), fields: useForFields() }), {
    wrapper,
  });
  const write = (path: string, value: unknown) =>
    act(() => {
      store.getState().write(path, value);
      store.getState().commit();
    });
  return { result, store, write, addresses };
}
const goalPower = (page: ReturnType<typeof open>) =>
  page.result.current.job.answer!.sweep.goalPoint.power.flywheel;

describe('a job with its answer', () => {
  it('follows every edit at once: power, air of the day, where the benches stand', () => {
    const page = open();
    const before = goalPower(page);
    page.write(power, before * 0.8);
    expect(goalPower(page) / (before * 0.8)).toBeCloseTo(1, 3);
    const { ambient } = page.result.current.fields;
    page.write('brief.venue.altitude.value', 3_000);
    expect(page.result.current.fields.ambient!).toBeLessThan(ambient!);
    expect(page.result.current.job.standings.map((s) => s.bench)).toEqual([
      'brief',
      'engine',
      'demand',
      'charger',
      'cooling',
      'fuel',
      'limits',
      'forecast',
      'plan',
      'bench',
      'dyno',
      'report',
    ]);
  });
  it('keeps the last good answer, marked as stale, while the job contradicts itself; the fields get the problem', () => {
    const page = open();
    const before = goalPower(page);
    page.write('engine.idleRpm.value', 9_400);
    page.write('engine.redLineRpm.value', 9_000);
    const { job, fields } = page.result.current;
    expect(job.problems.length).toBeGreaterThan(0);
    expect(fields.problems).toBe(job.problems);
    expect(job.answer?.stale).toBe(true);
    expect(goalPower(page)).toBe(before);
    act(() => page.store.getState().undo());
    act(() => page.store.getState().undo());
    expect(page.result.current.job.problems).toEqual([]);
    expect(page.result.current.job.answer?.stale).toBe(false);
  });
  it('settles a bench on what stands now, as one commit; a later change overtakes it, and undo brings it back', () => {
    const page = open();
    const stand = (bench: string) => page.result.current.job.standings.find((s) => s.bench === bench)!.state;
    act(() => page.result.current.job.settle('brief', true));
    expect(stand('brief')).toBe('settled');
    page.write(power, goalPower(page) * 1.3);
    expect(stand('brief')).toBe('contradicted');
    act(() => page.store.getState().undo());
    expect(stand('brief')).toBe('settled');
    act(() => page.result.current.job.settle('brief', false));
    expect(stand('brief')).toBe('open');
  });
});

describe('its setups', () => {
  const job = sampleJob(0);
  it('draws what the address asks for, three at most, the selected one always; the address follows', () => {
    const letters = job.setups.map((s) => s.letter);
    expect(letters.length).toBeGreaterThanOrEqual(3);
    const page = open(job, { drawn: [letters[1]!.toLowerCase()] });
    const shown = () => page.result.current.job.drawn.map((d) => d.setup.letter);
    expect(shown()).toEqual([letters[0], letters[1]]);
    act(() => page.result.current.job.toggleDrawn(2));
    expect(shown()).toEqual(letters.slice(0, 3));
    expect(page.result.current.job.drawn.map((d) => d.slot)).toEqual([0, 1, 2]);
    act(() => page.result.current.job.setSetup(2));
    expect(shown()).toContain(letters[2]);
    expect(page.addresses.at(-1)).toMatch(new RegExp(`^${letters[2]}`, 'i'));
  });
  it('answers for any of them, and each for itself', () => {
    const page = open(job);
    const { answerOf } = page.result.current.job;
    const reached = job.setups.map(
      (_, i) => answerOf(i)?.build.efficiencyGuess ?? answerOf(i)?.sweep.coreVersion,
    );
    expect(reached.every((r) => r !== undefined)).toBe(true);
    // Asked again, the same answer: nothing is solved twice.
    expect(answerOf(1)).toBe(answerOf(1));
    const other = answerOf(1);
    page.write('setups.0.plumbing.0.drop.value', 9_000);
    expect(page.result.current.job.answerOf(1)!.sweep).toBe(other!.sweep);
  });
});

describe('maps that are not here yet', () => {
  it('are fetched once, and a server that is away is no map', async () => {
    const page = open();
    const known = sampleItems.find((i) => i.document.kind === 'compressor')!;
    const fetched = jest.spyOn(server, 'compressor').mockResolvedValue({ kind: 'away' });
    await act(async () => {
      expect(await page.result.current.job.fetchItem(known)).toBe(known);
      expect(await page.result.current.job.fetchItem({ id: 'nowhere', revision: 1 })).toBeNull();
    });
    expect(fetched).toHaveBeenCalledTimes(1);
    const { document } = known;
    if (document.kind !== 'compressor') throw new Error(document.kind);
    fetched.mockResolvedValue({
      kind: 'ok',
      data: {
        id: 'far',
        revision: 3,
        document,
        newest: 3,
        retired: false,
        binned: false,
        savedAt: '',
        jobs: [],
      },
    });
    await act(async () => {
      await page.result.current.job.fetchItem({ id: 'far', revision: 3 });
    });
    await act(async () => {
      expect(await page.result.current.job.fetchItem({ id: 'far', revision: 3 })).toMatchObject({
        id: 'far',
      });
    });
    expect(fetched).toHaveBeenCalledTimes(2);
  });
});

it('what stands outside a job’s page says which provider it lacks', () => {
  const quiet = jest.spyOn(console, 'error').mockImplementation(() => {});
  expect(() => renderHook(() => useJob())).toThrow('useJob needs a JobProvider above it.');
  expect(() => renderHook(() => useSpeed())).toThrow('useSpeed needs a SpeedProvider above it.');
  quiet.mockRestore();
});
