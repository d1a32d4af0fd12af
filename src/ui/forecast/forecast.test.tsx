/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen, within } from '@testing-library/react';
import { compileBuild } from '@/core/build/build';
import { bandOf, heldOf, solveDraw } from '@/core/forecast/band';
import { factorsOf, hypercube } from '@/core/forecast/design';
import { jobBounds } from '@/core/job/inputs/bounds';
import type { Job } from '@/core/job/schema/job';
import { solveSweep } from '@/core/solve/sweep';
import { sampleItems, sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import type { FrozenForecast } from '@/formats/forecasts';
import { isTurbine, isTurbocharger } from '@/formats/library-items';
import { demoJob, openSoon } from '@/testing/demo-jobs';
import { giveLayout } from '@/testing/dom';
import { choose, field, press, pressAndWait, rowsOf, type } from '@/testing/hands';
import { saveFile } from '../frame/save-file';
import { server } from '../server/client';
import BandPart from './BandPart';
import CamsPart from './CamsPart';
import FrozenPart from './FrozenPart';
import RoadPart from './RoadPart';
import ShelfPart from './ShelfPart';
import { useDrawnBand } from './store';
import { useTried } from './what-if';
import WhatIfPart from './WhatIfPart';
import WorthPart from './WorthPart';

jest.mock('../frame/save-file', () => ({ saveFile: jest.fn() }));

beforeAll(() => giveLayout());
beforeEach(() => {
  jest.spyOn(server, 'forecasts').mockResolvedValue({ kind: 'ok', data: { forecasts: [] } });
});
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

/** Of a text such as '+12.3 kW': the number. */
const numberIn = (text: string) =>
  Number(
    text
      .replaceAll(',', '')
      .replace('−', '-')
      .match(/-?[\d.]+/)![0],
  );
/** Lets what rests on a timer or on the server come in. */
const rested = (ms = 150) => act(() => new Promise((done) => setTimeout(done, ms)));

/** A band of the first setup of a job as the workers would have drawn it, of few draws. */
function drawBandOf(job: Job, draws = 40) {
  const setupId = job.setups[0]!.id;
  const made = compileBuild(job, setupId, sampleLibrary);
  if ('problems' in made) throw new Error('the demo job does not compile');
  const { build } = made;
  const held = heldOf(build, setupId, 8, solveSweep(build).points);
  const factors = factorsOf(job, 0, jobBounds());
  const scores = hypercube(factors.length, draws, 7);
  const all = scores.map((own) => solveDraw(job, held, sampleLibrary, factors, own));
  const band = bandOf(all, scores, factors, held, build.goal)!;
  act(() =>
    useDrawnBand.getState().set({ of: { job, setupIndex: 0 }, band, draws: all, isAll: true, share: 1 }),
  );
  return { band, build };
}

describe('What if', () => {
  const slide = (name: string, to: number) =>
    fireEvent.change(screen.getByRole('slider', { name }), { target: { value: String(to) } });

  it('tries hotter air without touching the job; what is kept is the same as typing it', async () => {
    const page = await openSoon(sampleTurboJob(0), <WhatIfPart />);
    const before = page.job().brief.venue.temperature.value;
    const keep = screen.getByRole<HTMLButtonElement>('button', { name: 'Keep in the job' });
    expect(keep.disabled).toBe(true);
    slide('Air temperature', 40);
    await rested();
    expect(page.job().brief.venue.temperature.value).toBe(before);
    const rows = rowsOf(/^What moved the power/).slice(1);
    expect(rows[0]![0]).toBe('Air temperature');
    // Hotter air makes less, and one change alone is the whole of it.
    expect(numberIn(rows[0]![1]!)).toBeLessThan(-1);
    const [, base] = /From ([\d.,]+)/.exec(rows.at(-1)![0]!)!;
    expect(numberIn(rows.at(-1)![1]!) - numberIn(base!)).toBeCloseTo(numberIn(rows[0]![1]!), 0);
    press('Keep in the job');
    expect(page.job().brief.venue.temperature.value).toBeCloseTo(313.15, 1);
    expect(screen.queryByRole('table', { name: /^What moved/ })).toBeNull();
    page.undo();
    expect(page.job().brief.venue.temperature.value).toBe(before);
  });

  it('any three inputs, each once; two together show what they do beyond each alone', async () => {
    await openSoon(sampleTurboJob(0), <WhatIfPart />);
    choose('Input 1', 'Compression ratio');
    expect([...field('Input 2').querySelectorAll('option')].map((o) => o.textContent)).not.toContain(
      'Compression ratio',
    );
    choose('Input 2', 'Bore');
    const reach = screen.getByRole('slider', { name: 'Bore' });
    slide('Bore', Number(reach.getAttribute('max')));
    slide('Air temperature', 35);
    await rested();
    const names = rowsOf(/^What moved the power/).map(([name]) => name);
    expect(names).toEqual(expect.arrayContaining(['Bore', 'Air temperature', 'Together, beyond each alone']));
    choose('Input 1', 'none');
    expect(useTried.getState().chosen).toEqual(['engine.bore']);
    press('Back to the job');
    await rested();
    expect(screen.queryByRole('table', { name: /^What moved/ })).toBeNull();
  });
});

describe('What each item is worth', () => {
  it('adds up to the wheels in whatever order it is counted', async () => {
    await openSoon(sampleTurboJob(0), <WorthPart />);
    const ends: number[] = [];
    for (const order of [
      'in the order of the air',
      'on the mean over all orders',
      'each alone, interaction apart',
    ]) {
      choose('Counted', order);
      const rows = rowsOf('Steps of the waterfall').slice(1);
      const sum = rows.slice(1).reduce((all, [, gain]) => all + numberIn(gain!), numberIn(rows[0]![2]!));
      // Figures rounded to a whole one, each step its own.
      expect(Math.abs(sum - numberIn(rows.at(-1)![2]!))).toBeLessThan(0.5 * rows.length);
      ends.push(numberIn(rows.at(-1)![2]!));
    }
    expect(new Set(ends).size).toBe(1);
    expect(screen.getByRole('img', { name: /^Waterfall of power/ })).toBeTruthy();
  });

  it('a list of gains as it was told is summed beside what the model gives', async () => {
    const page = await openSoon(sampleTurboJob(0), <WorthPart />);
    press('Add a gain');
    type('Part 1', 'larger turbo');
    expect(page.job().brief.claimedGains).toMatchObject([{ what: 'larger turbo' }]);
    type('Claimed gain 1', '900 kW');
    expect(page.job().brief.claimedGains![0]!.power.value).toBeCloseTo(900_000, 0);
    expect(screen.getByRole('status').textContent).toMatch(/900/);
    press('Remove the last');
    expect(page.job().brief.claimedGains).toBeUndefined();
  });
});

describe('What is driven', () => {
  it('a vehicle runs its distances in rising order; without a mass it says what is missing', async () => {
    const page = await openSoon(demoJob(/^Coupé/), <RoadPart />);
    const times = rowsOf('Times and speeds')
      .slice(1, 6)
      .map(([, cell]) => numberIn(cell!));
    expect(times).toEqual(times.toSorted((a, b) => a - b));
    expect(times[0]).toBeGreaterThan(1);
    const gears = rowsOf('80–120 km/h in a gear, from closed throttle').slice(1);
    expect(gears.length).toBe(page.job().brief.vehicle.gears?.length ?? gears.length);
    page.write('brief.vehicle.mass', undefined);
    await rested(50);
    expect(screen.queryByRole('table', { name: 'Times and speeds' })).toBeNull();
    expect(screen.getByRole('status').textContent).toMatch(/mass/);
  });

  it('a boat runs against the load of its propeller', async () => {
    await openSoon(demoJob(/^Jet-sprint/), <RoadPart />);
    expect(screen.queryByRole('table', { name: 'Times and speeds' })).toBeNull();
    expect(screen.getByRole('img', { name: 'power over the revs against what is taken' })).toBeTruthy();
  });
});

describe('Cams', () => {
  it('two cards more at most; one that is taken changes places with the engine’s own', async () => {
    const job = sampleTurboJob(0);
    const page = await openSoon(job, <CamsPart />);
    if (job.engine.breathing.source !== 'shape') page.write('engine.breathing.source', 'shape');
    const own = page.job().engine.cam.intake.value;
    press('Add a card');
    press('Add a card');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'Add a card' }).disabled).toBe(true);
    await rested(50);
    const rows = rowsOf('Cards side by side').slice(1);
    expect(rows.map(([name]) => name)).toEqual(['Card of the job', 'Card 1', 'Card 2']);
    // A longer card overlaps more.
    const overlaps = rows.map((row) => numberIn(row[2]!));
    expect(overlaps).toEqual(overlaps.toSorted((a, b) => a - b));
    const longer = page.job().engine.otherCams![1]!.intake.value;
    press('Take card 2 for the engine');
    expect(page.job().engine.cam.intake.value).toBe(longer);
    expect(page.job().engine.cam).toMatchObject({ known: true, movesShape: true });
    expect(page.job().engine.otherCams![1]!.intake.value).toBe(own);
    press('Remove the last');
    press('Remove the last');
    expect(page.job().engine.otherCams).toBeUndefined();
  });

  it('no card moves VE that was measured', async () => {
    const job = sampleTurboJob(0);
    job.engine.breathing.source = 'table';
    await openSoon(job, <CamsPart />);
    expect(screen.getByText(/no card moves it/)).toBeTruthy();
  });
});

describe('On the shelf', () => {
  it('a turbocharger at hand is taken to the first of its limits, and added as a setup', async () => {
    jest.spyOn(server, 'turbochargers').mockResolvedValue({
      kind: 'ok',
      data: { turbochargers: sampleItems.filter(isTurbocharger), turbines: sampleItems.filter(isTurbine) },
    });
    jest
      .spyOn(server, 'drives')
      .mockResolvedValue({ kind: 'ok', data: { blowers: [], centrifugals: [], pulleys: [], belts: [] } });
    const page = await openSoon(sampleTurboJob(0), <ShelfPart />);
    expect(screen.getByText(/^Choose what is on the shelf/)).toBeTruthy();
    const names = [...field('Charger').querySelectorAll('option')].map((o) => o.textContent!);
    expect(names.length).toBeGreaterThan(10);
    await act(async () =>
      choose(
        'Charger',
        names.find((name) => /^Birch 50/.test(name))!,
      ),
    );
    await rested(50);
    expect(screen.getByRole('status').textContent).toMatch(
      /^Birch 50.* at .*gauge.*kW.*First limit above it/s,
    );
    const rows = rowsOf('Beside the setup as it is').slice(1);
    expect(rows).toHaveLength(2);
    const count = page.job().setups.length;
    press('Add as a setup');
    expect(page.job().setups).toHaveLength(count + 1);
    expect(page.job().setups.at(-1)!.boost).toMatchObject({ kind: 'level' });
    expect(page.job().setups.at(-1)!.name).toMatch(/^Birch 50/);
  });
});

describe('The band', () => {
  it('stands as a table whose middle lies between its ends, and is saved with them', async () => {
    const job = sampleTurboJob(0);
    drawBandOf(job);
    await openSoon(job, <BandPart />);
    const rows = rowsOf('Every speed of the band').slice(1);
    expect(rows.length).toBeGreaterThan(6);
    for (const [, low, middle, high] of rows) {
      expect(numberIn(low!)).toBeLessThanOrEqual(numberIn(middle!));
      expect(numberIn(middle!)).toBeLessThanOrEqual(numberIn(high!));
    }
    press('Save as CSV');
    const [text, name] = jest.mocked(saveFile).mock.calls.at(-1)! as unknown as [string, string];
    expect(name).toBe('forecast.csv');
    expect(text.trim().split(/\r?\n/).length).toBeGreaterThan(rows.length);
  });
});

describe('Promises', () => {
  it('are frozen once every draw is in, with all they rest on; what has changed since is named', async () => {
    const job = sampleTurboJob(0);
    const freeze = jest.spyOn(server, 'freeze').mockResolvedValue({ kind: 'ok', data: { id: 'promise-1' } });
    act(() => useDrawnBand.getState().set({ of: null, band: null, draws: null, isAll: false, share: 0.2 }));
    const page = await openSoon(job, <FrozenPart />);
    const key = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Freeze this forecast' });
    fireEvent.change(field('Name of the promise'), { target: { value: 'Spring build' } });
    expect(key().disabled).toBe(true);
    expect(screen.getByText('It can be frozen once every draw is in.')).toBeTruthy();
    const { band, build } = drawBandOf(job);
    fireEvent.change(field('Made to'), { target: { value: 'the driver' } });
    await pressAndWait('Freeze this forecast');
    const document = freeze.mock.calls[0]![1] as FrozenForecast;
    expect(document).toMatchObject({ name: 'Spring build', forWhom: 'the driver', draws: band.draws });
    expect(document.goal.power).toBe(build.goal.power);
    expect(document.job).toEqual(job);
    const table = () => screen.getByRole('table', { name: 'Frozen forecasts' });
    expect(within(table()).getByText('nothing')).toBeTruthy();
    page.write('engine.bore.value', job.engine.bore.value + 0.001);
    expect(within(table()).getByText('Bore')).toBeTruthy();
  });

  it('a refusal is told, and the name that was typed stays', async () => {
    const job = sampleTurboJob(0);
    jest.spyOn(server, 'freeze').mockResolvedValue({ kind: 'away' });
    drawBandOf(job);
    await openSoon(job, <FrozenPart />);
    fireEvent.change(field('Name of the promise'), { target: { value: 'Autumn build' } });
    await pressAndWait('Freeze this forecast');
    expect(screen.getByRole('alert').textContent).toContain('The forecast was not frozen.');
    expect(field('Name of the promise').value).toBe('Autumn build');
  });
});
