/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { changesBetween } from '@/core/job/history/changes';
import type { Job } from '@/core/job/schema/job';
import { sampleTurboJob } from '@/data/demo/sample';
import type { RevisionLine } from '@/formats/history';
import { giveLayout } from '@/testing/dom';
import { copyOf, field, press, pressAndWait } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { server } from '../server/client';
import HistoryDialog from './HistoryDialog';

beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

/** A job that was changed three times, as the server tells it. */
function history(times = ['09:00', '09:05', '09:10']) {
  const first = sampleTurboJob(0);
  const second = copyOf(first);
  second.engine.redLineRpm.value = 9_200;
  const third = copyOf(second);
  third.brief.goal.power.value *= 1.1;
  const jobs: Job[] = [first, second, third];
  const lines = jobs.map((job, i): RevisionLine => {
    const changes = i === 0 ? [] : changesBetween(jobs[i - 1]!, job);
    return {
      revision: i + 1,
      savedAt: `2026-03-02T${times[i]}:00.000Z`,
      name: i === 1 ? 'as promised' : null,
      count: changes.length,
      changes,
    };
  });
  jest.spyOn(server, 'revisions').mockResolvedValue({ kind: 'ok', data: { revisions: lines.toReversed() } });
  jest
    .spyOn(server, 'revision')
    .mockImplementation((_, revision) =>
      Promise.resolve({ kind: 'ok', data: { revision, job: jobs[revision - 1]! } }),
    );
  return jobs;
}
const open = async (job: Job) => {
  const closed = jest.fn();
  const page = openInJob(job, <HistoryDialog onClose={closed} />);
  await act(async () => {});
  return { ...page, closed };
};
const compared = () => screen.getByRole('region', { name: 'Two revisions compared' });
const changes = () =>
  within(compared())
    .getAllByRole('listitem')
    .map((item) => item.textContent!.replaceAll('\u00a0', ' '));

describe('the history', () => {
  it('lists every revision, the newest first, each with what changed and its name', async () => {
    const jobs = history();
    await open(jobs[2]!);
    const rows = screen.getAllByRole('row').slice(1);
    expect(rows).toHaveLength(3);
    expect(rows[0]!.textContent).toMatch(/power/i);
    expect(rows[1]!.textContent).toContain('as promised');
    expect(rows[1]!.textContent).toMatch(/red line/i);
    expect(rows[2]!.textContent).toContain('created');
  });
  it('compares the last two at first, then any two, and one with itself is no difference', async () => {
    const jobs = history();
    await open(jobs[2]!);
    expect(compared().textContent).toContain('From revision 2 to 3, which stands now');
    expect(changes()).toHaveLength(1);
    await pressAndWait('Compare from revision 1', 'radio');
    expect(changes()).toHaveLength(2);
    await pressAndWait('Compare from revision 3', 'radio');
    expect(changes()).toEqual(['no difference']);
    // Each was asked for once.
    expect(
      jest
        .mocked(server.revision)
        .mock.calls.map(([, n]) => n)
        .toSorted(),
    ).toEqual([1, 2, 3]);
  });
  it('brings a revision back as the newest one, and undo takes that back', async () => {
    const jobs = history();
    const page = await open(jobs[2]!);
    await pressAndWait('Compare from revision 1', 'radio');
    await pressAndWait('Bring revision 1 back');
    expect(page.job()).toEqual(jobs[0]);
    expect(page.closed).toHaveBeenCalled();
    page.undo();
    expect(page.job()).toEqual(jobs[2]);
  });
  it('names a revision, and says when that was refused', async () => {
    const jobs = history();
    await open(jobs[2]!);
    const named = jest.spyOn(server, 'nameRevision').mockResolvedValue({ kind: 'away' });
    const leave = async (text: string) => {
      fireEvent.change(field('Name of revision 2'), { target: { value: text } });
      await act(async () => void fireEvent.blur(field('Name of revision 2')));
    };
    await leave('as promised');
    expect(named).not.toHaveBeenCalled();
    await leave('signed');
    expect(named).toHaveBeenCalledWith('job-1', 2, 'signed');
    expect(screen.getByRole('alert').textContent).toBe('Not named: the server is away.');
    expect(field('Name of revision 2').value).toBe('signed');
  });
  it('says where a clock was set back, and what a server that is away means', async () => {
    const jobs = history(['09:00', '09:05', '08:40']);
    await open(jobs[2]!);
    expect(screen.getAllByRole('row')[1]!.textContent).toContain('the clock was set back before this');
    cleanup();
    jest.spyOn(server, 'revisions').mockResolvedValue({ kind: 'away' });
    await open(jobs[2]!);
    expect(screen.getByRole('alert').textContent).toContain('Undo and redo work meanwhile');
  });
  it('shows a hundred at first, and the older on demand', async () => {
    const [job] = history();
    const many = Array.from({ length: 240 }, (_, i): RevisionLine => ({
      revision: 240 - i,
      savedAt: '2026-03-02T09:00:00.000Z',
      name: null,
      count: 0,
      changes: [],
    }));
    jest.mocked(server.revisions).mockResolvedValue({ kind: 'ok', data: { revisions: many } });
    await open(job!);
    const shown = () => screen.getAllByRole('row').length - 1;
    expect(shown()).toBe(100);
    press('100 older');
    press('40 older');
    expect(shown()).toBe(240);
    expect(screen.queryByRole('button', { name: /older/ })).toBeNull();
  });
});
