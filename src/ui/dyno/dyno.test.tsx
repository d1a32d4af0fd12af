/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { blankCard, type RunCard } from '@/core/dyno/card';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { choose, press, pressAndWait, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { server } from '../server/client';
import AddPart from './AddPart';
import CardPart from './CardPart';
import DynoBench from './DynoBench';
import RunsPart from './RunsPart';

jest.mock('next/navigation', () => ({ useSearchParams: () => new URLSearchParams() }));

beforeAll(() => giveLayout());
afterEach(cleanup);

const speeds = Array.from({ length: 60 }, (_, i) => 2_000 + 70 * i);
const log = (factor: number, manifold: number) => ({
  speedRpm: speeds,
  torque: speeds.map((n) => factor * (300 - ((n - 4_000) / 300) ** 2)),
  power: speeds.map((n) => (factor * (300 - ((n - 4_000) / 300) ** 2) * Math.PI * n) / 30),
  manifold: speeds.map(() => manifold),
  chargeTemperature: speeds.map(() => 320),
});
const card = (name: string, change: Partial<RunCard> = {}): RunCard => ({
  ...blankCard(name),
  dyno: 'Own cell',
  pressure: 98_000,
  temperature: 300,
  humidity: 0.4,
  ...change,
});

let count = 0;
async function open(part: React.ReactNode, runs: [RunCard, ReturnType<typeof log>][]) {
  // Runs are fetched once for a job: each test has one of its own.
  const id = `job-${++count}`;
  jest.spyOn(server, 'runs').mockResolvedValue({
    kind: 'ok',
    data: { runs: runs.map(([its, own], i) => ({ id: `${id}-${i}`, savedAt: '', card: its, log: own })) },
  });
  await act(async () => {
    openInJob(sampleTurboJob(0), part, undefined, id);
  });
}

describe('runs held against each other', () => {
  it('their difference stands with its band, and the audit says what was unequal', async () => {
    await open(<RunsPart />, [
      [card('Before'), log(1, 180_000)],
      [card('After', { changed: 'housing\ncooler' }), log(1.04, 187_200)],
    ]);
    const table = screen.getByRole('table', { name: /Difference on the common range/ });
    const mean = within(table)
      .getByText(/torque, mean/)
      .closest('tr')!;
    expect(mean.textContent).toMatch(/\+1[12]\sN·m.*±\s?4\sN·m.*shown/);
    const unequal = screen.getByRole('list', { name: 'Unequal between the runs' });
    expect([...unequal.querySelectorAll('li')].map((li) => li.textContent)).toEqual([
      'manifold pressure (covered by equal charge)',
      'more than one part changed',
    ]);
    expect(screen.getByText(/A, B, A/)).toBeTruthy();
    // At one manifold pressure nothing is left of the difference.
    choose('Charge', 'made equal');
    expect(within(screen.getByRole('table', { name: /Difference/ })).queryByText('shown')).toBeNull();
  });
  it('wheels and flywheel are not compared, and a correction asks for the air', async () => {
    await open(<RunsPart />, [
      [card('Before', { basis: 'flywheel' }), log(1, 180_000)],
      [card('After', { pressure: null }), log(1, 180_000)],
    ]);
    expect(screen.getByRole('alert').textContent).toMatch(/not compared until a drivetrain loss/);
    choose('Against', 'none');
    choose('Correction', 'SAE J1349');
    expect(screen.getByRole('alert').textContent).toMatch(/needs the air of the day/);
  });
});

describe('a run is added and carded', () => {
  it('from cells of a spreadsheet: columns named, a bad one said with its line, each pull a run', async () => {
    await open(<AddPart />, []);
    const add = jest.spyOn(server, 'addRun').mockResolvedValue({ kind: 'ok', data: { id: 'new' } });
    const paste = (text: string) =>
      fireEvent.change(screen.getByLabelText('Run as text'), { target: { value: text } });
    paste('rpm,torque Nm\n3000,300\n4000,much\n');
    expect(screen.getByRole('alert').textContent).toMatch(/Line 3/);
    const rows = speeds.map((n) => `${n},${250 + n / 100}`).join('\n');
    paste(`rpm,torque Nm\n${rows}\n2000,255\n${rows}\n`);
    expect(screen.getByText('2 pulls were found: each becomes a run.')).toBeTruthy();
    choose('Unit of column 2', 'lb·ft');
    await pressAndWait('Add 2 runs');
    expect(add).toHaveBeenCalledTimes(2);
    const [, stored] = add.mock.calls[0]!;
    expect(stored.log.torque![0]).toBeCloseTo(270 * 1.355818, 2);
    expect(stored.card.startRpm).toBe(2_000);
    expect(screen.getByText(/2 runs were added/)).toBeTruthy();
  });
  it('the card is stored field by field, and a nameless run is not', async () => {
    await open(<CardPart />, [[card('Run'), log(1, 180_000)]]);
    const save = jest.spyOn(server, 'saveRunCard').mockResolvedValue({ kind: 'ok', data: { saved: true } });
    type('Gear', '4');
    await waitFor(() => expect(save.mock.lastCall![2].gear).toBe(4));
    choose('Figures at', 'the hub');
    expect(save.mock.lastCall![2]).toMatchObject({ basis: 'hub', gear: 4 });
    const name = screen.getByLabelText('Name');
    fireEvent.change(name, { target: { value: ' ' } });
    const calls = save.mock.calls.length;
    fireEvent.blur(name);
    expect(save.mock.calls.length).toBe(calls);
    expect(screen.getByRole('alert').textContent).toMatch(/needs a name/);
  });
  it('is deleted and brought back', async () => {
    await open(<DynoBench />, [[card('Only'), log(1, 180_000)]]);
    jest.spyOn(server, 'setRunDeleted').mockResolvedValue({ kind: 'ok', data: { deleted: true } });
    expect(screen.getByRole('heading', { level: 2, name: /at the wheels/ })).toBeTruthy();
    await pressAndWait('Delete this run');
    expect(screen.getByRole('heading', { level: 2, name: 'No run yet' })).toBeTruthy();
    await pressAndWait('Bring it back');
    expect(screen.getByRole('heading', { level: 2, name: /at the wheels/ })).toBeTruthy();
    press('Delete this run');
  });
});
