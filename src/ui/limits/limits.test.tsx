/** @jest-environment jsdom */
import { act, cleanup, screen, within } from '@testing-library/react';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { choose, press, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { CylinderAside } from './CylinderAside';
import CylinderPart from './CylinderPart';
import LimitsBench from './LimitsBench';
import { ShapeAside } from './ShapeAside';
import ShapePart from './ShapePart';
import WorstPart from './WorstPart';

jest.mock('next/navigation', () => ({ useSearchParams: () => new URLSearchParams() }));

beforeAll(() => giveLayout());
afterEach(cleanup);

type Page = ReturnType<typeof openInJob>;
async function open(change: (job: ReturnType<typeof sampleTurboJob>) => void = () => {}): Promise<Page> {
  const job = sampleTurboJob(0);
  change(job);
  let page!: Page;
  await act(async () => void (page = openInJob(job, <LimitsBench />)));
  return page;
}
const parts = (page: Page) => page.job().engine.components ?? [];
const table = () => screen.getByRole('table', { name: /Limits over the revs/ });

describe('Limits', () => {
  it('lays out a starting set, is told what a part bears, and says what gives first', async () => {
    const page = await open();
    press('Lay out a starting set');
    expect(parts(page).length).toBeGreaterThan(6);
    expect(within(table()).getByText('Rod bolts')).toBeTruthy();
    choose('Shown', 'Connecting rods');
    const index = parts(page).findIndex(({ id }) => id === 'rods') + 1;
    type(`Part ${index}, BMEP limit`, '9 bar');
    type(`Part ${index}, BMEP limit at the most`, '10 bar');
    expect(screen.getByRole('heading', { level: 2, name: /Connecting rods give at/ })).toBeTruthy();
    // A limit that is borne counts for a pull that is longer alone.
    type(`Part ${index}, BMEP limit borne for`, '20 s');
    choose('Judged for', 'strip');
    expect(screen.queryByRole('heading', { level: 2, name: /Connecting rods give/ })).toBeNull();
    expect(within(table()).getByText(/borne for 20/)).toBeTruthy();
    choose('Judged for', 'standing mile');
    expect(screen.getByRole('heading', { level: 2, name: /Connecting rods give at/ })).toBeTruthy();
    // Ends that contradict each other are said at the field.
    type(`Part ${index}, BMEP limit at the most`, '5 bar');
    expect(screen.getByRole('alert').textContent).toMatch(/not judged/);
  });
  it('a part is added with a limit of its own, named, and taken out again', async () => {
    const page = await open();
    choose('Add a part', 'Drive shafts');
    expect(parts(page)).toHaveLength(1);
    choose('Limited by', 'torque');
    expect(parts(page)[0]!.limits.torque!.low.value).toBeGreaterThan(50);
    type('Name', 'rear left');
    expect(within(table()).getByText('Drive shafts, rear left')).toBeTruthy();
    press('Remove torque limit');
    press('Remove drive shafts');
    expect(page.job().engine.components).toBeUndefined();
  });
  it('bolts are judged by their load once masses are known', async () => {
    const page = await open((job) => {
      job.engine.rodLength = { value: 0.13, confidence: 'measured' };
      job.engine.components = [
        {
          id: 'bolts',
          kind: 'rod-bolts',
          name: '',
          note: '',
          limits: { boltLoad: { low: { value: 30_000, confidence: 'maker' } } },
        },
      ];
    });
    expect(screen.getByText(/Not judged: rod bolts/)).toBeTruthy();
    press('Masses at the crank pin are known');
    expect(page.job().engine.masses!.reciprocating.value).toBeGreaterThan(0.1);
    expect(screen.queryByText(/Not judged/)).toBeNull();
    expect(within(table()).getByText(/rod-bolt load/)).toBeTruthy();
  });

  it('shows the cylinder with its timings, what moves them, and a timing typed beside', async () => {
    await act(async () => {
      openInJob(
        sampleTurboJob(0),
        <>
          <CylinderPart />
          <CylinderAside />
        </>,
      );
    });
    const row = (name: RegExp) => {
      const found = within(screen.getByRole('table', { name: /Timings at/ })).getByRole('row', { name });
      return within(found)
        .getAllByRole('cell')
        .map((cell) => parseFloat(cell.textContent!.replace('−', '-')));
    };
    const [advance, torque, peak] = row(/^Planned/);
    const best = row(/^MBT/);
    expect(advance).toBeLessThanOrEqual(best[0]!);
    expect(torque).toBeLessThanOrEqual(100);
    expect(peak).toBeGreaterThan(20);
    // Ten degrees past the best: less torque, more pressure, and said what it does.
    type('Spark timing', String(Math.round(best[0]! + 10)));
    expect(row(/^Trial/)[1]).toBeLessThan(100);
    expect(row(/^Trial/)[2]).toBeGreaterThan(best[2]!);
    expect(screen.getByText('Knock integral')).toBeTruthy();
    // A slower burn wants more advance.
    type('Burn angle', '65');
    expect(row(/^MBT/)[0]).toBeGreaterThan(best[0]! + 2);
    expect(screen.getByRole('table', { name: 'Flywheel power by three schools' }).textContent).toMatch(
      /Cycle/,
    );
    const moved = within(screen.getByRole('table', { name: 'What moves the timing' }));
    expect(moved.getAllByRole('row')).toHaveLength(7);
  });

  it('shapes the boost to a ceiling and makes it the target, or a setup of its own', async () => {
    let page!: Page;
    await act(async () => {
      page = openInJob(
        sampleTurboJob(0),
        <>
          <ShapePart />
          <ShapeAside />
        </>,
      );
    });
    const brings = () => screen.queryByRole('table', { name: 'What the shape costs and brings' });
    for (let i = 0; i < 600 && !brings(); i += 1)
      await act(() => new Promise((done) => setTimeout(done, 20)));
    expect(brings()!.textContent).toMatch(/Peak torque/);
    expect(screen.getByText(/Held by the torque ceiling/)).toBeTruthy();
    await act(async () => press('Add as a setup'));
    expect(page.job().setups).toHaveLength(4);
    expect(page.job().setups.at(-1)!.boost.kind).toBe('curve');
    for (let i = 0; i < 600 && !brings(); i += 1)
      await act(() => new Promise((done) => setTimeout(done, 20)));
    press('Make it the boost target');
    const { kind, curve } = page.job().setups[0]!.boost;
    expect(kind).toBe('curve');
    expect(curve.rows.length).toBeGreaterThan(10);
    const gauges = curve.rows.map(({ gauge }) => gauge);
    expect(Math.min(...gauges)).toBeLessThan(Math.max(...gauges) - 1_000);
  });

  it('says what the worst day and fuel do, and the boost that is safe in all of them', async () => {
    const job = sampleTurboJob(0);
    job.brief.otherVenues = [];
    await act(async () => void openInJob(job, <WorstPart />));
    const rows = () => screen.queryByRole('table', { name: /Limits in every air/ });
    for (let i = 0; i < 600 && !(rows() && screen.queryByText(/gauge (is safe|keeps)/)); i += 1)
      await act(() => new Promise((done) => setTimeout(done, 20)));
    expect(within(rows()!).getAllByRole('row').length).toBeGreaterThan(1);
    expect(rows()!.textContent).toMatch(/spark retard for knock/);
    expect(screen.getByText(/gauge (is safe|keeps)/)).toBeTruthy();
  });
});
