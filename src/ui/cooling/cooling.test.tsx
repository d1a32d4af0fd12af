/** @jest-environment jsdom */
import { act, cleanup, screen, waitFor } from '@testing-library/react';
import { chargerAtEngine } from '@/core/job/chargers';
import { sampleCoolers, sampleFuelParts, sampleTurboJob } from '@/data/demo/sample';
import { kindAt, kindOf, type AnyLine } from '@/formats/kinds';
import { giveLayout } from '@/testing/dom';
import { choose, field, pressAndWait, rowsOf, type } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { server } from '../server/client';
import { CoolerFields } from './CoolerFields';
import RevsPart from './RevsPart';
import SoakPart from './SoakPart';
import { useCooling } from './useCooling';

const parts = [...sampleCoolers, ...sampleFuelParts];
beforeAll(() => giveLayout());
beforeEach(() => {
  jest.spyOn(server, 'lines').mockImplementation(async (path) => ({
    kind: 'ok',
    data: {
      items: parts
        .filter(({ document }) => document.kind === kindAt(path)?.kind)
        .map(({ id, revision, document }) => ({
          ...kindOf(document.kind).head(document),
          id,
          revision,
          retired: false,
          savedAt: '',
          jobCount: 0,
          parts: [],
        })) as AnyLine[],
    },
  }));
  jest.spyOn(server, 'item').mockImplementation(async (_, id) => ({
    kind: 'ok',
    data: {
      ...parts.find((p) => p.id === id)!,
      newest: 1,
      retired: false,
      binned: false,
      savedAt: '',
      jobs: [],
    },
  }));
});
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

const Fields = () => {
  const { cooler } = useCooling();
  return cooler ? <CoolerFields path="setups.0.induction.chargers.0.aftercooler" cooler={cooler} /> : null;
};
type Page = ReturnType<typeof openInJob>;
async function open(
  part: React.ReactNode,
  change: (job: ReturnType<typeof sampleTurboJob>) => void = () => {},
) {
  const job = sampleTurboJob(0);
  change(job);
  let page!: Page;
  await act(async () => void (page = openInJob(job, part)));
  return page;
}
const cooler = (page: Page) => chargerAtEngine(page.job().setups[0]!)!.aftercooler;
const cooling = (page: Page) => page.job().setups[0]!.cooling;

describe('the cooler', () => {
  it('goes over from a figure to its size, to a part of the shelf, and back', async () => {
    const page = await open(<Fields />);
    choose('Given by', 'its size');
    expect(cooler(page).size!.depth.value).toBe(0.076);
    const now = () => screen.getByText('Effectiveness now').closest('div')!.textContent;
    const before = now();
    type('Air speed through the face', '20 m/s');
    expect(now()).not.toBe(before);
    await act(async () => choose('Given by', 'Floe 60'));
    await waitFor(() => expect(cooler(page).part?.id).toBe('floe-60'));
    expect(cooler(page).size).toBeUndefined();
    // What cools by water is another part: its points stay as the setup's own.
    choose('Kind', 'air to water');
    expect(cooler(page)).toMatchObject({ kind: 'water', points: { length: 5 } });
    expect(cooler(page).part).toBeUndefined();
    choose('Given by', 'one effectiveness');
    expect(cooler(page).points).toBeUndefined();
  });
});

describe('heat soak', () => {
  it('is laid out for a setup without it; by water with a loop, an exchanger of the shelf and ice', async () => {
    const page = await open(<SoakPart />, (job) => {
      delete job.setups[0]!.cooling;
      chargerAtEngine(job.setups[0]!)!.aftercooler.kind = 'water';
    });
    await pressAndWait('Lay out usual figures');
    expect(cooling(page)!.loop!.ice.value).toBe(0);
    await act(async () => choose('Exchanger in front', 'Tarn 60'));
    expect(cooling(page)!.loop!.front).toMatchObject({ part: { id: 'tarn-60' } });
    expect(rowsOf('Pull by pull, at its end')[0]).not.toContain('ice');
    type('Ice in the tank', '3');
    expect(rowsOf('Pull by pull, at its end')[0]).toContain('ice');
    const changes = rowsOf('What one change does to the last pull').map((cells) => cells[0]);
    expect(changes.some((name) => name!.startsWith('More ice'))).toBe(true);
    expect(field('Coolant volume, with tank').value).toBe('6');
  });
  it('nothing cooled, nothing soaks', async () => {
    await open(<SoakPart />, (job) => void (chargerAtEngine(job.setups[0]!)!.aftercooler.kind = 'none'));
    expect(screen.getByText(/Nothing is cooled/)).toBeTruthy();
  });
});

describe('the cooler over the revs', () => {
  it('tells its worth against the same boost uncooled and no boost', async () => {
    await open(<RevsPart />);
    const rows = rowsOf(/What the cooler is worth/);
    expect(
      rows.map((cells) => cells[0]!.replace(/(as forecast|without the|the day|at the same).*/, '')),
    ).toEqual(['baseline', 'With the cooler', 'Same boost uncooled', 'No boost', 'A core a third larger']);
    expect(rows[2]![4]).toMatch(/^−\d+ kW/);
    expect(rows[2]![2]).toMatch(/^−?\d+°/);
    expect(rows[4]![4]).toMatch(/^\+\d+ kW/);
  });
});
