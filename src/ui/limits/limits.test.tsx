/** @jest-environment jsdom */
import { act, cleanup, screen, within } from '@testing-library/react';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { choose, press, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import LimitsBench from './LimitsBench';

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
});
