/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { chargerAtEngine } from '@/core/job/chargers';
import { sampleHistories, sampleItems, sampleTurboJob } from '@/data/demo/sample';
import { isTurbine, isTurbocharger } from '@/formats/library-items';
import { giveLayout } from '@/testing/dom';
import { choose, copyOf, field, press, rowsOf, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { server } from '../server/client';
import { lossNames } from '../words/inputs';
import BoostPart, { BoostAside } from './BoostPart';
import PairPart, { PairAside } from './PairPart';
import PipesPart from './PipesPart';
import SitesPart from './SitesPart';
import SpotPart from './SpotPart';

beforeAll(() => giveLayout());
beforeEach(() => {
  jest.spyOn(server, 'lines').mockResolvedValue({ kind: 'ok', data: { items: [] } });
  jest.spyOn(server, 'turbochargers').mockResolvedValue({
    kind: 'ok',
    data: { turbochargers: sampleItems.filter(isTurbocharger), turbines: sampleItems.filter(isTurbine) },
  });
});
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});
const boost = (page: ReturnType<typeof openInJob>) => page.job().setups[0]!.boost;
const open = (part: React.ReactNode, job = sampleTurboJob(0)) => openInJob(job, part);
/** Lets what the page asks of the server come in. */
const settled = () => act(async () => {});
const plan = (
  <>
    <BoostPart />
    <BoostAside />
  </>
);

describe('the boost asked', () => {
  it('a curve starts from what was asked so far, so that choosing it changes no figure', () => {
    const page = open(plan);
    choose('Boost target type', 'constant');
    type('Boost target', '1.1 bar');
    choose('Boost target type', 'curve');
    const { rows, confidence } = boost(page).curve;
    expect(rows.map((r) => r.gauge)).toEqual([110_000, 110_000, 110_000, 110_000]);
    expect(rows.map((r) => r.speedRpm).toSorted((a, b) => a - b)).toEqual(rows.map((r) => r.speedRpm));
    expect(confidence).toBe('guess');
  });
  it('its points move by keys, within their neighbours; rows are typed, and must rise', async () => {
    const page = open(plan);
    choose('Boost target type', 'curve');
    const point = await screen.findByRole('slider', { name: 'Point 2 of the boost curve' });
    const before = copyOf(boost(page).curve.rows);
    fireEvent.keyDown(point, { key: 'ArrowUp' });
    fireEvent.keyDown(point, { key: 'ArrowRight', shiftKey: true });
    fireEvent.keyUp(point, { key: 'ArrowRight' });
    expect(boost(page).curve.rows[1]!.gauge).toBeCloseTo(
      Math.round((before[1]!.gauge + 1_000) / 500) * 500,
      6,
    );
    expect(boost(page).curve.rows[1]!.speedRpm).toBe(before[1]!.speedRpm + 500);
    type('Row 2, speed in rpm', '100');
    expect(screen.getByRole('alert').textContent).toContain('Row 2: the speeds must rise');
    expect(boost(page).curve.rows[1]!.speedRpm).toBe(before[1]!.speedRpm + 500);
    type('Row 2, boost target, gauge', '1.4 bar');
    expect(boost(page).curve.rows[1]!.gauge).toBeCloseTo(140_000, 6);
  });
  it('by gear: each has its own, one is looked at, and the last can go', () => {
    const page = open(plan);
    choose('Boost target type', 'by gear');
    expect(boost(page).gears).toHaveLength(4);
    choose('Selected gear', 'gear 4');
    type('Boost in gear 4', '0.5 bar');
    expect(boost(page)).toMatchObject({ kind: 'gears', gear: 3 });
    press('Remove the last');
    // The selected gear is gone: the one below it is looked at.
    expect(boost(page)).toMatchObject({ gear: 2 });
    press('Add a gear');
    expect(boost(page).gears).toHaveLength(4);
  });
});

describe('pipes', () => {
  it('stand in the order of the flow, each with what it loses; one by its measures may be faster than Mach 0.3', async () => {
    const page = open(<PipesPart />);
    await settled();
    const places = () => screen.getAllByRole('region').map((part) => part.getAttribute('aria-label'));
    const before = places();
    press(`+ ${lossNames.filter}`);
    expect(places().filter((p) => p === 'Air filter')).toHaveLength(
      before.filter((p) => p === 'Air filter').length + 1,
    );
    expect(places()[0]).toBe('Air filter');
    press(`+ ${lossNames.charge}`);
    const charge = page.job().setups[0]!.plumbing.findIndex((l) => l.place === 'charge');
    const part = within(screen.getByRole('region', { name: 'Charge pipe' }));
    fireEvent.change(part.getByLabelText('Loss given by'), { target: { value: 'pipe' } });
    expect(page.job().setups[0]!.plumbing[charge]).toMatchObject({
      from: 'pipe',
      bends: { confidence: 'guess' },
    });
    fireEvent.change(part.getByLabelText('Minimum bore', { exact: true }), { target: { value: '30 mm' } });
    const mach = part.getAllByText('Mach number')[0]!.parentElement!;
    expect(mach.textContent).toMatch(/✕ 0\.[3-9]|✕ [1-9]/);
    fireEvent.click(part.getByRole('button', { name: 'remove' }));
    expect(page.job().setups[0]!.plumbing.some((l) => l.place === 'charge')).toBe(false);
  });
});

describe('a spot check', () => {
  it('needs its speed, then says what the readings imply and how far they may be off', () => {
    const job = sampleTurboJob(0);
    job.setups[0]!.readings = {};
    const page = open(<SpotPart />, job);
    expect(screen.queryByRole('table')).toBeNull();
    type('Engine speed at reading', String(job.brief.goal.speedRpm.value));
    type('Measured boost', '1.2 bar');
    type('Measured compressor outlet pressure', '1.3 bar');
    const row = () =>
      rowsOf('What follows from them').find((r) => r[0] === 'Lost between compressor and manifold')!;
    // 1.3 − 1.2 bar: by hand.
    expect(row()[1]).toMatch(/10(\.0)? kPa|100 mbar|0\.10? bar/);
    expect(page.job().setups[0]!.readings.boost!.value).toBeCloseTo(120_000, 6);
  });
  it('readings that cannot be true together say so', () => {
    const job = sampleTurboJob(0);
    job.setups[0]!.readings = {};
    open(<SpotPart />, job);
    type('Engine speed at reading', String(job.brief.goal.speedRpm.value));
    type('Measured boost', '1.4 bar');
    type('Measured compressor outlet pressure', '1.1 bar');
    expect(screen.getByRole('list', { name: 'Readings that contradict each other' })).toBeTruthy();
  });
});

describe('other sites', () => {
  it('draws the same build in every air, and says what holds everywhere', async () => {
    open(<SitesPart />);
    for (let i = 0; i < 300 && !screen.queryByRole('table'); i += 1)
      await act(() => new Promise((done) => setTimeout(done, 20)));
    const [heads, ...rows] = rowsOf('The build in every air of the Brief');
    const at = (name: string) => heads!.indexOf(name);
    const number = (text: string) => Number(text.replaceAll(',', '').match(/-?[\d.]+/)![0]);
    expect(rows.length).toBeGreaterThan(2);
    // Higher up the air is thinner: ICAO Doc 7488, whatever the weather of these venues.
    const byHeight = rows.toSorted((a, b) => number(a[at('altitude')]!) - number(b[at('altitude')]!));
    const pressures = byHeight.map((row) => number(row[at('pressure')]!));
    expect(pressures).toEqual(pressures.toSorted((a, b) => b - a));
  });
});

describe('one or two', () => {
  const groomer = () =>
    copyOf(sampleHistories.map((h) => h.revisions.at(-1)!.job).find((j) => /groomer/.test(j.name))!);
  it('a compound pair has a stage each side, and its ratio is their product less the loss between', () => {
    const job = groomer();
    job.setups = [job.setups[1]!];
    const page = openInJob(job, <PairPart />);
    expect(page.job().setups[0]!.induction).toMatchObject({ chargers: [{}, {}] });
    expect(screen.getByRole('heading', { name: /^Low-pressure \(LP\) stage/ })).toBeTruthy();
    const said = screen
      .getByRole('heading', { level: 2, name: /^LP stage/ })
      .textContent!.replaceAll('\u00a0', ' ');
    const [, low, high, both] = /: LP ([\d.]+) × HP ([\d.]+),.*= ([\d.]+)/.exec(said)!.map(Number);
    expect(both!).toBeLessThanOrEqual(low! * high! + 0.01);
    expect(both!).toBeGreaterThan(low! * high! * 0.9);
  });
  it('the bypass asks for its speed only while there is one', () => {
    const job = groomer();
    job.setups = [job.setups[1]!];
    openInJob(job, <PairAside />);
    choose('HP stage', 'always in series');
    expect(screen.queryByLabelText('Passed by from')).toBeNull();
    choose('HP stage', 'bypassed above a speed');
    expect(field('HP bypass opens at').value).not.toBe('');
  });
  it('twins stand for the same flow in two halves', () => {
    const page = open(<PairAside />);
    choose('Arrangement', 'parallel twins');
    expect(chargerAtEngine(page.job().setups[0]!)!.count).toBe(2);
    choose('Arrangement', 'single');
    expect(chargerAtEngine(page.job().setups[0]!)!.count).toBe(1);
  });
});
