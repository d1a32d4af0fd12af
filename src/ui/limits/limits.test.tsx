/** @jest-environment jsdom */
import { act, cleanup, screen, waitFor, within } from '@testing-library/react';
import { sampleItems, sampleTurboJob } from '@/data/demo/sample';
import { kindOf } from '@/formats/kinds';
import { isOf } from '@/formats/library-items';
import { giveLayout } from '@/testing/dom';
import { choose, press, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { server } from '../server/client';
import { ChargerAside } from './ChargerAside';
import ChargerPart from './ChargerPart';
import { CylinderAside } from './CylinderAside';
import CylinderPart from './CylinderPart';
import DisputedPart from './DisputedPart';
import GearsPart from './GearsPart';
import LimitsBench from './LimitsBench';
import { ShapeAside } from './ShapeAside';
import ShapePart from './ShapePart';
import { VerdictAside } from './VerdictAside';
import VerdictPart from './VerdictPart';
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

const own = (limits: object) =>
  ({ id: 'rods', kind: 'rods', name: '', note: '', limits }) as NonNullable<
    ReturnType<typeof sampleTurboJob>['engine']['components']
  >[number];
const low = (value: number) => ({ low: { value, confidence: 'guess' as const } });

describe('Verdict of the job', () => {
  const shelf = () =>
    jest.spyOn(server, 'lines').mockResolvedValue({
      kind: 'ok',
      data: {
        items: sampleItems.filter(isOf('engine-part')).map(({ document, ...ref }) => ({
          ...kindOf('engine-part').head(document),
          ...ref,
          retired: false,
        })),
      },
    } as never);
  const bench = async (change: (job: ReturnType<typeof sampleTurboJob>) => void) => {
    shelf();
    const job = sampleTurboJob(0);
    change(job);
    let page!: Page;
    await act(async () => {
      page = openInJob(
        job,
        <>
          <VerdictPart />
          <VerdictAside />
        </>,
      );
    });
    return page;
  };

  it('finds the cheapest part for what gives, judges the budget, and works out a second goal', async () => {
    await bench((job) => {
      // 6 bar where the forecast needs more at the goal itself: no shape keeps that.
      job.engine.components = [own({ bmep: low(6e5) })];
      job.brief.budget.amount = { value: 400, confidence: 'reported' };
    });
    const way = screen.getByRole('table', { name: /Cheapest way to/ });
    expect(within(way).getByText(/1\. Anvil R 32/)).toBeTruthy();
    expect(screen.getAllByText(/540 in all, 140 over the budget of 400/).length).toBeGreaterThan(0);
    expect(screen.getByText(/Nothing is bought twice|saves/)).toBeTruthy();
  });
  it('says what may not change, and what nothing mends', async () => {
    await bench((job) => {
      job.engine.components = [{ ...own({ bmep: low(6e5) }), id: 'block', kind: 'block' }];
      job.brief.fixed = [{ what: 'block', note: '' }];
    });
    expect(screen.getAllByRole('alert')[0]!.textContent).toMatch(/No part .* mends Block/);
  });
  it('the owner’s decision is kept with what was used then, and asked for again once it is more', async () => {
    const page = await bench((job) => void (job.engine.components = [own({ bmep: low(6e5) })]));
    choose('Record the owner’s decision', 'Connecting rods, 378\u00a0%');
    const kept = () => page.job().setups[0]!.accepted!;
    expect(kept()[0]).toMatchObject({ limit: 'rods bmep', by: '' });
    expect(screen.getByText(/Not decided until a name/)).toBeTruthy();
    type('Decided by', 'A. Owner');
    expect(kept()[0]!.by).toBe('A. Owner');
    expect(screen.getByText(/Decided at .* of the limit/)).toBeTruthy();
    page.write('engine.components.0.limits.bmep.low.value', 4e5);
    expect(screen.getByText(/ask again/)).toBeTruthy();
    press('Remove decision 1');
    expect(page.job().setups[0]!.accepted).toBeUndefined();
  });
});

describe('Clutch, gearbox, disputed limits and the charger', () => {
  it('a gearbox by gear has a margin and a boost for each, which become the target', async () => {
    let page!: Page;
    await act(async () => {
      const job = sampleTurboJob(0);
      const torque = (value: number) => ({ value, confidence: 'maker' as const });
      job.brief.vehicle.gearbox = { name: '', gearTorques: [torque(200), torque(900)] };
      page = openInJob(job, <GearsPart />);
    });
    const gears = await screen.findByRole('table', { name: 'Clutch and gearbox by gear' });
    expect(within(gears).getByText('Gear 1')).toBeTruthy();
    const key = screen.getByRole<HTMLButtonElement>('button', { name: 'Make it the boost by gear' });
    await waitFor(() => expect(key.disabled).toBe(false), { timeout: 20_000 });
    press('Make it the boost by gear');
    const { boost } = page.job().setups[0]!;
    expect([boost.kind, boost.gears.length]).toEqual(['gears', 2]);
    expect(boost.gears[0]!.value).toBeLessThan(boost.gears[1]!.value);
  });
  it('a limit with two ends shows both, with a test in steps and where to stop', async () => {
    await act(async () => {
      const job = sampleTurboJob(0);
      const ends = {
        low: { value: 20e5, confidence: 'reported' },
        high: { value: 25e5, confidence: 'guess' },
      };
      job.engine.components = [{ ...own({ bmep: ends }), id: 'block', kind: 'block' }];
      openInJob(job, <DisputedPart />);
    });
    const steps = screen.getByRole('table', { name: /Power steps for block/ });
    expect(within(steps).getAllByRole('row').length).toBeGreaterThan(6);
    expect(screen.getByText(/Stop at coolant in the oil/)).toBeTruthy();
  });
  it('surge at lift-off has its valve; oil and water are ticked and kept', async () => {
    let page!: Page;
    await act(async () => {
      page = openInJob(
        sampleTurboJob(0),
        <>
          <ChargerPart />
          <ChargerAside />
        </>,
      );
    });
    const surge = screen.getByRole('table', { name: /Surge where the flow/ });
    expect(within(surge).getByText('deep in surge')).toBeTruthy();
    expect(within(surge).getByText(/^\d+\.?\d* mm$/)).toBeTruthy();
    choose('Oil drain', 'failed');
    expect(page.job().setups[0]!.chargerChecks).toEqual([{ what: 'oil-drain', state: 'failed' }]);
    expect(screen.getByRole('alert').textContent).toMatch(/Not to be run .* oil drain/);
    choose('Oil drain', 'not checked');
    expect(page.job().setups[0]!.chargerChecks).toBeUndefined();
  });
});
