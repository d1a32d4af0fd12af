/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, waitFor, within } from '@testing-library/react';
import { blankCard, type RunCard } from '@/core/dyno/card';
import { runHead } from '@/core/dyno/run-head';
import { likelyFaults, symptomsIn, type SymptomId } from '@/core/dyno/symptoms';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { choose, press, pressAndWait, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { server } from '../server/client';
import AddPart from './AddPart';
import CardPart from './CardPart';
import ChainPart from './ChainPart';
import DynoBench from './DynoBench';
import FaultsPart from './FaultsPart';
import GatePart from './GatePart';
import RunsPart from './RunsPart';
import { symptomWords } from './words';

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
    data: {
      runs: runs.map(([its, own], i) => ({ id: `${id}-${i}`, savedAt: '', card: its, head: runHead(own) })),
    },
  });
  jest
    .spyOn(server, 'runLog')
    .mockImplementation((_, run) =>
      Promise.resolve({ kind: 'ok', data: { log: runs[Number(run.split('-').at(-1))]![1] } }),
    );
  jest.spyOn(server, 'logSource').mockResolvedValue({ kind: 'ok', data: { mapping: null } });
  jest.spyOn(server, 'rememberSource').mockResolvedValue({ kind: 'ok', data: { remembered: true } });
  jest.spyOn(server, 'forecasts').mockResolvedValue({ kind: 'ok', data: { forecasts: [] } });
  jest.spyOn(server, 'pictures').mockResolvedValue({ kind: 'ok', data: { pictures: [] } });
  let page!: ReturnType<typeof openInJob>;
  await act(async () => {
    page = openInJob(sampleTurboJob(0), part, undefined, id);
  });
  return page;
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
    expect(screen.getByRole('heading', { level: 2, name: /against the model/ })).toBeTruthy();
    await pressAndWait('Delete this run');
    expect(screen.getByRole('heading', { level: 2, name: 'No run yet' })).toBeTruthy();
    await pressAndWait('Bring it back');
    expect(screen.getByRole('heading', { level: 2, name: /against the model/ })).toBeTruthy();
    press('Delete this run');
  });
});

describe('the column beside the runs', () => {
  it('one action makes a run the measured baseline, which undo takes back; at the hub it says why not', async () => {
    const page = await open(<DynoBench />, [[card('Only'), log(1, 180_000)]]);
    press('Make it the measured baseline');
    expect(page.job().engine.baseline).toMatchObject({
      name: 'Only',
      basis: 'wheels',
      confidence: 'measured',
    });
    expect(screen.getByText(/engine’s measured run now/)).toBeTruthy();
    page.undo();
    expect(page.job().engine.baseline.name).not.toBe('Only');
    cleanup();
    await open(<DynoBench />, [[card('Hub', { basis: 'hub' }), log(1, 180_000)]]);
    press('Make it the measured baseline');
    expect(screen.getByText(/A run at the hub is no baseline/)).toBeTruthy();
  });
  it('seconds over a limit are counted where a run has time', async () => {
    const own = log(1, 180_000);
    await open(<DynoBench />, [
      [
        card('Timed'),
        { ...own, time: speeds.map((_, i) => i / 5), speedRpm: speeds.map((n) => 2 * n) } as typeof own,
      ],
    ]);
    expect(await screen.findByText('Red line')).toBeTruthy();
    expect(screen.getByText(/Over all 1 runs/)).toBeTruthy();
  });
});

describe('runs over each other', () => {
  it('more are drawn from a menu, repeats give a repeatability, and the pointer is moved by its slider', async () => {
    await open(<RunsPart />, [
      [card('One'), log(1, 180_000)],
      [card('Two'), log(1.01, 180_000)],
      [card('Three'), log(0.99, 180_000)],
    ]);
    const save = jest.spyOn(server, 'saveRunCard').mockResolvedValue({ kind: 'ok', data: { saved: true } });
    press('Draw more runs');
    await act(async () => {
      fireEvent.click(screen.getByRole('menuitemcheckbox', { name: 'One' }));
    });
    fireEvent.keyDown(screen.getByRole('menu'), { key: 'Escape' });
    await waitFor(() => expect(screen.getByText(/If the 2 pulls drawn are repeats/)).toBeTruthy());
    press('Take it as their repeatability');
    // 1 and 0.99 of one torque: standard deviation over mean.
    expect(save.mock.lastCall![2].repeatability).toBeCloseTo(0.01 / Math.SQRT2 / 0.995, 4);
    const slider = screen.getByRole('slider', { name: 'Engine speed of the pointer' });
    fireEvent.change(slider, { target: { value: 4_000 } });
    expect(slider.getAttribute('aria-valuetext')).toMatch(/4,000\srpm/);
    expect(screen.getByText(/Against the model in the run’s own air/)).toBeTruthy();
    choose('Model', 'not drawn');
    expect(screen.queryByText(/Against the model/)).toBeNull();
    choose('Over', 'time');
    expect(screen.getByText('These runs were logged without time.')).toBeTruthy();
  });
});

describe('before the pull', () => {
  it('a hot engine is refused with its wait, and everything ticked opens the gate', async () => {
    await open(<GatePart />, []);
    type('Oil', '90');
    type('Coolant', '120');
    type('Charge', '30');
    expect(screen.getByText(/Too hot: wait/)).toBeTruthy();
    expect(screen.getByRole('list', { name: 'Outside the window' }).textContent).toMatch(/Coolant at 120/);
    type('Coolant', '85');
    expect(screen.getByText(/6 to tick/)).toBeTruthy();
    for (const box of screen.getAllByRole('checkbox')) fireEvent.click(box);
    expect(screen.getByText(/^Pull: everything/)).toBeTruthy();
    choose('Where', 'first drive on the road');
    expect(screen.getByText(/No pull on a public road/)).toBeTruthy();
    expect(screen.queryByText(/everything/)).toBeNull();
  });
});

describe('faults and sensors', () => {
  it('a symptom in words leads to faults and the reading that tells; what is no symptom is said', async () => {
    await open(<FaultsPart />, []);
    const words = screen.getByLabelText('Symptom');
    fireEvent.change(words, { target: { value: 'pulls badly above 4,000 rpm, whistle' } });
    expect(screen.getByText(/whistle, down on power, at 4,000\srpm/)).toBeTruthy();
    const table = screen.getByRole('table', { name: 'Likely faults' });
    expect(within(table).getAllByRole('row')[1]!.textContent).toMatch(/Boost leak/);
    fireEvent.change(words, { target: { value: 'purple' } });
    expect(screen.getByText(/No symptom is known in this/)).toBeTruthy();
    const plan = screen.getByRole('table', { name: 'Sensor plan' });
    expect(within(plan).getByText('manifold pressure, absolute').closest('tr')!.textContent).toMatch(
      /kPa.*300\skPa/,
    );
  });
});

it('every symptom that is listed as known is understood in those words, and leads to a fault', () => {
  for (const [id, words] of Object.entries(symptomWords)) {
    expect([id, symptomsIn(words).includes(id as SymptomId)]).toEqual([id, true]);
    expect(likelyFaults([id as SymptomId]).length).toBeGreaterThan(0);
  }
});

describe('the calibration chain', () => {
  it('each file comes from one before; boost without room made for it is said, and a middle is offered', async () => {
    const page = await open(<ChainPart />, [[card('Run'), log(1, 180_000)]]);
    press('Add the first file');
    press('Next file from File 1');
    press('Add a change');
    type('By 1', '10');
    await waitFor(() => expect(page.job().calibration![1]!.changes[0]!.amount).toBeCloseTo(10_000, 3));
    expect(page.job().calibration![1]!.from).toBe(page.job().calibration![0]!.id);
    expect(screen.getByText(/Before boost is added/)).toBeTruthy();
    press('Make room before boost');
    expect(screen.queryByText(/Before boost is added/)).toBeNull();
    press('Half way to File 1');
    expect(page.job().calibration![2]!.changes.map(({ amount }) => Math.round(amount * 1e4) / 1e4)).toEqual([
      5_000, -0.0109, 0.0375,
    ]);
  });
});
