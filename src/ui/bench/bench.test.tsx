/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { blankRecord } from '@/core/measure/blank';
import { measuringSheets } from '@/core/job/schema/record-choices';
import { sheetOf } from '@/core/measure/definitions';
import { demoJob, openSoon } from '@/testing/demo-jobs';
import { giveLayout } from '@/testing/dom';
import { choose, field, press, type } from '@/testing/hands';
import { server } from '../server/client';
import Bench from './Bench';
import ConsentPart from './ConsentPart';
import MeasurePart, { useSheet } from './MeasurePart';
import ProceduresPart from './ProceduresPart';
import RecordPart from './RecordPart';
import { useBoost } from './useBoost';
import { useWho } from './useRecord';

jest.mock('next/navigation', () => ({ useSearchParams: () => new URLSearchParams() }));

beforeAll(() => giveLayout());
beforeEach(() => {
  jest.spyOn(server, 'pictures').mockResolvedValue({ kind: 'ok', data: { pictures: [] } });
  jest.spyOn(server, 'runs').mockResolvedValue({ kind: 'ok', data: { runs: [] } });
  jest.spyOn(server, 'lines').mockResolvedValue({ kind: 'ok', data: { items: [] } });
  useWho.setState({ by: '', with: '' });
});
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

describe('Measuring sheets', () => {
  it('a reading stands with name, tool and day; out of tolerance is said; thousandths are taken as they are typed', async () => {
    const page = await openSoon(demoJob(/^Jet-sprint/), <MeasurePart />);
    choose('Sheet', 'Ring gaps');
    type('At the bench', 'J. Tarbet');
    type('Measured with', 'feeler gauge 1');
    expect(screen.getByText(/1 out of tolerance/)).toBeTruthy();
    expect(screen.getByText(/too small/)).toBeTruthy();
    // 32 thousandths of an inch are 0.81 mm.
    type('Cylinder 3, top ring', '32 thou');
    const found = page
      .job()
      .record!.measured.find(({ sheet, line }) => sheet === 'ring-gap' && line === 'top 3')!;
    expect(found.value).toBeCloseTo(32 * 25.4e-6, 9);
    expect(found).toMatchObject({ by: 'J. Tarbet', with: 'feeler gauge 1' });
    expect(found.on).toMatch(/^\d{4}-\d\d-\d\d$/);
    expect(screen.queryByText(/out of tolerance/)).toBeNull();
  });
  it('inches typed as millimetres are recognised and asked about, not changed', async () => {
    const page = await openSoon(demoJob(/^Rally-raid/), <MeasurePart />);
    choose('Sheet', 'Ring gaps');
    type('Cylinder 1, top ring', '21');
    const value = () => page.job().record!.measured.find(({ line }) => line === 'top 1')!.value;
    expect(value()).toBeCloseTo(0.021, 9);
    expect(screen.getByText(/was it typed in another unit/)).toBeTruthy();
    press(/^Take 0\.5/);
    expect(value()).toBeCloseTo(21 * 25.4e-6, 9);
  });
  it('chamber volumes give the ratio of each cylinder, and the mean can be the engine’s', async () => {
    const page = await openSoon(demoJob(/^Vintage/), <MeasurePart />);
    choose('Sheet', 'Volumes and compression ratio');
    expect(screen.getByText('Highest of a cylinder')).toBeTruthy();
    press(/^Take .* for the engine/);
    expect(page.job().engine.volumes).toMatchObject({ used: true, chamber: { confidence: 'measured' } });
  });
});

describe('Every measuring sheet', () => {
  it('passes at both ends of its tolerance and fails beyond them; what is taken out is open again', async () => {
    const job = demoJob(/^Vintage/);
    delete job.record;
    let boost = 0;
    const Boost = () => {
      boost = useBoost();
      return null;
    };
    const page = await openSoon(
      job,
      <>
        <MeasurePart />
        <Boost />
      </>,
    );
    const judged: string[] = [];
    for (const sheet of measuringSheets) {
      act(() => useSheet.getState().show(sheet));
      const lines = () => sheetOf(sheet, page.job(), 0, boost).lines;
      const index = lines().findIndex(({ low, high }) => low !== null || high !== null);
      const label = screen.getByRole('heading', { name: 'Measured' }).parentElement!;
      const fields = () => within(label).getAllByRole<HTMLInputElement>('textbox');
      expect(fields()).toHaveLength(lines().length);
      const said = () => screen.getByRole('status').textContent;
      const put = (value: number | null) =>
        act(() => {
          page.store.getState().edit((draft) => {
            const { key } = lines()[Math.max(0, index)]!;
            draft.record ??= blankRecord('road');
            draft.record.measured = draft.record.measured.filter((one) => one.sheet !== sheet);
            if (value !== null)
              draft.record.measured.push({ sheet, line: key, value, on: '2027-01-04', by: '', with: '' });
          });
          page.store.getState().commit();
        });
      put(null);
      if (index < 0) continue;
      const { low, high } = lines()[index]!;
      const span = low !== null && high !== null ? high - low : Math.abs(low ?? high!) || 1;
      for (const [value, words] of [
        [low, /^ ?([1-9]\d* of|All)/],
        [high, /^ ?([1-9]\d* of|All)/],
        [low === null ? null : low - 0.02 * span - 1e-6, /1 out of tolerance/],
        [high === null ? null : high + 0.02 * span + 1e-6, /1 out of tolerance/],
      ] as const) {
        if (value === null) continue;
        put(value);
        expect({ sheet, value, said: said() }).toEqual({ sheet, value, said: expect.stringMatching(words) });
      }
      put(null);
      expect(said()).toMatch(/^0 of/);
      judged.push(sheet);
    }
    expect(judged.length).toBeGreaterThan(7);
    act(() => useSheet.getState().show('ring-gap'));
  });
});

describe('Procedures', () => {
  it('a hold point and a hazard keep what is behind them shut; a tick has a name; what cannot be undone goes on record', async () => {
    const page = await openSoon(demoJob(/^Rally-raid/), <ProceduresPart />);
    choose('Begin a procedure', 'Change a pressed pulley');
    type('At the bench', 'J. Tarbet');
    const step = (n: number) =>
      screen.getByRole<HTMLInputElement>('checkbox', { name: new RegExp(`^Step ${n}:`) });
    const run = () => page.job().record!.procedures.at(-1)!;
    expect(step(1).disabled).toBe(true);
    fireEvent.click(screen.getByRole('checkbox', { name: /rings and watch off/ }));
    fireEvent.click(step(1));
    expect(run().ticks).toMatchObject([{ step: 's1', by: 'J. Tarbet' }]);
    expect(step(3).disabled).toBe(true);
    fireEvent.click(step(2));
    for (const hazard of [/stand aside/, /^Hot: gloves/])
      fireEvent.click(screen.getByRole('checkbox', { name: hazard }));
    for (const n of [3, 4, 5, 6]) fireEvent.click(step(n));
    expect(page.job().record!.irreversible.at(-1)!.what).toMatch(/Press it on/);
    fireEvent.click(step(6));
    expect(run().ticks).toHaveLength(5);
  });
});

describe('The record and consent', () => {
  it('a finding is noted once at the part of Limits that it is about', async () => {
    const page = await openSoon(demoJob(/^Coupé/), <RecordPart />);
    const pistons = () => page.job().engine.components!.find(({ id }) => id === 'pistons')!.note;
    const keys = screen.getAllByRole('button', { name: 'Note it at Pistons on Limits' });
    fireEvent.click(keys[0]!);
    expect(pistons()).toMatch(/Ring land of number three broken/);
    expect(screen.getByText(/Noted at Pistons on Limits/)).toBeTruthy();
    press('Add fluid');
    expect(field('Fluid 3').value).toBe('');
  });
  it('a limit that is passed waits for the owner’s name', async () => {
    const job = demoJob(/^Coupé/);
    job.engine.components!.find(({ id }) => id === 'pistons')!.limits.bmep!.low.value = 1_200_000;
    delete job.engine.components!.find(({ id }) => id === 'pistons')!.limits.bmep!.high;
    await openSoon(job, <ConsentPart />);
    const row = within(screen.getByRole('table', { name: 'Limits that are passed' })).getByRole('row', {
      name: /^Pistons/,
    });
    expect(row.textContent).toContain('not decided');
    expect(screen.getByRole('table', { name: 'Hazards' }).textContent).toContain(
      'one person watches the engine',
    );
  });
  it('the bench says how many readings are out', async () => {
    await openSoon(demoJob(/^Jet-sprint/), <Bench />);
    expect(screen.getByRole('heading', { level: 2, name: '1 out of tolerance' })).toBeTruthy();
  });
});
