/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen, within } from '@testing-library/react';
import { summarise } from '@/core/studies/summary';
import { sampleHistories, sampleItems } from '@/data/demo/sample';
import { libraryOf } from '@/formats/library-items';
import { giveLayout } from '@/testing/dom';
import { field, press, pressAndWait } from '@/testing/hands';
import { server } from '../server/client';
import { Providers } from '../theme/Providers';
import { Board, type BoardJob } from './Board';
import NameDialog from './NameDialog';
import NewJobDialog from './NewJobDialog';

const push = jest.fn();
const refresh = jest.fn();
jest.mock('next/navigation', () => ({
  useRouter: () => ({ push, refresh }),
  usePathname: () => '/',
  useSearchParams: () => new URLSearchParams(),
}));
beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
  push.mockClear();
  refresh.mockClear();
});

const library = libraryOf(sampleItems);
const demo = sampleHistories.map(({ id, revisions }): BoardJob => {
  const { job } = revisions.at(-1)!;
  return { id, revision: 1, name: job.name, savedAt: '', summary: summarise(job, library), measured: null };
});
const open = (jobs = demo) =>
  render(
    <Providers units={{ system: 'metric', mix: {} }}>
      <Board jobs={jobs} state={null} />
    </Providers>,
  );
const actions = async (job: BoardJob, item: string) => {
  await pressAndWait(`Actions for ${job.name}`);
  await pressAndWait(item, 'menuitem');
};
const headline = () => screen.getByRole('heading', { level: 1 }).textContent;

describe('the board', () => {
  it('counts the jobs in trouble by the state of each row', () => {
    open();
    const over = demo.filter((j) => j.summary.state === 'over').length;
    expect(over).toBeGreaterThan(0);
    expect(screen.getAllByRole('row')).toHaveLength(demo.length + 1);
    cleanup();
    open(demo.filter((j) => j.summary.holds).slice(0, 1));
    expect(headline()).toBe('The one job is within its limits.');
  });
  it('without jobs says the next action, which asks for the first one', async () => {
    open([]);
    expect(headline()).toBe('No jobs yet.');
    press('Create a job');
    await act(async () => {});
    expect(await screen.findByRole('dialog')).toBeTruthy();
  });
  it('a deleted job lies in the bin and can be brought back from the notice', async () => {
    const binned = jest.spyOn(server, 'setBinned').mockResolvedValue({ kind: 'ok', data: { binned: true } });
    open();
    await actions(demo[0]!, 'Delete, to the bin');
    expect(binned).toHaveBeenLastCalledWith(demo[0]!.id, true);
    expect(screen.getByText(`${demo[0]!.name} lies in the bin.`)).toBeTruthy();
    await pressAndWait('Restore');
    expect(binned).toHaveBeenLastCalledWith(demo[0]!.id, false);
    expect(refresh).toHaveBeenCalledTimes(2);
  });
  it('a refusal is said with its reason, and the board stays', async () => {
    jest.spyOn(server, 'duplicateJob').mockResolvedValue({
      kind: 'refused',
      status: 507,
      error: 'The disk is full.',
      problems: [],
    });
    open();
    await actions(demo[1]!, 'Duplicate');
    expect(screen.getByRole('alert').textContent).toContain('The job was not duplicated.');
    expect(screen.getByRole('alert').textContent).toContain('The disk is full.');
    expect(refresh).not.toHaveBeenCalled();
  });
  it.each([
    ['of nothing', 0, 'It is empty.'],
    ['too large', 32_000_000, 'It has 32.0 MB'],
  ])('a file %s is refused before it is read', async (_, size, why) => {
    const sent = jest.spyOn(server, 'importJob');
    open();
    const file = new File(['x'.repeat(10)], 'job.json');
    Object.defineProperty(file, 'size', { value: size });
    await act(async () => void fireEvent.change(field('Job file to import'), { target: { files: [file] } }));
    expect(screen.getByRole('alert').textContent).toContain(why);
    expect(sent).not.toHaveBeenCalled();
  });
  it('renames by the newest document of the server, not by what the board knew', async () => {
    const { job } = sampleHistories[0]!.revisions.at(-1)!;
    jest.spyOn(server, 'loadJob').mockResolvedValue({
      kind: 'ok',
      data: { id: demo[0]!.id, revision: 7, job, savedAt: '' },
    });
    const saved = jest.spyOn(server, 'saveJob').mockResolvedValue({ kind: 'ok', data: { revision: 8 } });
    open();
    await actions(demo[0]!, 'Rename');
    const dialog = within(await screen.findByRole('dialog', { name: 'Rename the job' }));
    fireEvent.change(dialog.getByLabelText('Name of the job'), { target: { value: '  Hill climb, new  ' } });
    await act(async () => void fireEvent.click(dialog.getByRole('button', { name: 'Rename' })));
    expect(saved).toHaveBeenCalledWith(demo[0]!.id, 7, { ...job, name: 'Hill climb, new' });
  });
});

describe('a job’s name', () => {
  const show = (worked: boolean) => {
    const told = jest.fn().mockResolvedValue(worked);
    const closed = jest.fn();
    render(
      <Providers units={{ system: 'metric', mix: {} }}>
        <NameDialog title="Rename the job" action="Rename" name="Old" onClose={closed} onName={told} />
      </Providers>,
    );
    const write = (value: string) => fireEvent.change(field('Name of the job'), { target: { value } });
    return { told, closed, write };
  };
  it('empty or too long is refused at the field by the server’s own rule', async () => {
    const { told, write } = show(true);
    for (const bad of ['   ', 'x'.repeat(81)]) {
      await act(async () => write(bad));
      expect(field('Name of the job').getAttribute('aria-invalid')).toBe('true');
      await pressAndWait('Rename');
    }
    expect(told).not.toHaveBeenCalled();
    expect(field('Name of the job').value).toHaveLength(81);
  });
  it('closes when it worked, and stays with what was typed when it did not', async () => {
    const bad = show(false);
    bad.write('New');
    await pressAndWait('Rename');
    expect(bad.closed).not.toHaveBeenCalled();
    expect(field('Name of the job').value).toBe('New');
    cleanup();
    const good = show(true);
    good.write('New');
    await pressAndWait('Rename');
    expect(good.told).toHaveBeenCalledWith('New');
    expect(good.closed).toHaveBeenCalled();
  });
});

describe('a new job', () => {
  const show = () => {
    const made = jest.fn().mockResolvedValue(true);
    render(
      <Providers units={{ system: 'metric', mix: {} }}>
        <NewJobDialog onClose={jest.fn()} onMake={made} />
      </Providers>,
    );
    const write = (label: string, value: string) =>
      act(async () => void fireEvent.change(field(label), { target: { value } }));
    const engine = async (name: string) => {
      fireEvent.mouseDown(screen.getByRole('combobox', { name: 'Engine' }));
      await act(async () => void fireEvent.click(screen.getByRole('option', { name })));
    };
    return { made, write, engine };
  };
  it('starts in SI from what was typed, a unit behind the number read', async () => {
    const { made, write } = show();
    await write('Name of the job', '  Sprint car ');
    await write('Displacement', '122 in³');
    await write('Power goal', '400 hp');
    await pressAndWait('Create');
    expect(made).toHaveBeenCalledWith('Sprint car', expect.objectContaining({ cycle: 'four-stroke' }));
    const [, start] = made.mock.calls[0] as [string, { displacement: number; goal: { power: number } }];
    expect(start.displacement).toBeCloseTo(122 * 0.0254 ** 3, 9);
    expect(start.goal.power).toBeCloseTo(400 * 745.6998715822702, 3);
  });
  it('suggestions follow the kind of engine, what was typed stays', async () => {
    const { write, engine } = show();
    await write('Red line', '5,200');
    await engine('diesel');
    expect(field('Red line').value).toBe('5,200');
    expect(field('At engine speed').value).toBe('4,000');
  });
  it('what cannot be is said at its field, and nothing is made', async () => {
    const { made, write } = show();
    await write('At engine speed', '8,000');
    expect(field('At engine speed').getAttribute('aria-invalid')).toBe('true');
    await write('Displacement', 'much');
    expect(screen.getByText(/“much” is not a number/)).toBeTruthy();
    await pressAndWait('Create');
    expect(screen.getByText('A job needs a name.')).toBeTruthy();
    expect(screen.getByText('The goal’s speed lies above the red line.')).toBeTruthy();
    expect(made).not.toHaveBeenCalled();
  });
});
