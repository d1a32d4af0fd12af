/** @jest-environment jsdom */
import { cleanup, screen, within } from '@testing-library/react';
import { runHead } from '@/core/dyno/run-head';
import { shipped, shippedKeys } from '@/core/procedure/shipped';
import { sampleRuns } from '@/data/demo/sample';
import { unpacked } from '@/formats/run-log';
import { demoJob, openSoon } from '@/testing/demo-jobs';
import { giveLayout } from '@/testing/dom';
import { choose, type } from '@/testing/hands';
import { noSettings } from '@/formats/settings';
import { server } from '../server/client';
import EarlierPart from './EarlierPart';
import SheetPart from './SheetPart';

jest.mock('next/navigation', () => ({ useSearchParams: () => new URLSearchParams() }));

const runs = sampleRuns.map(({ id, card, log }) => ({
  id,
  savedAt: '2026-03-05T10:00:00.000Z',
  card,
  head: runHead(unpacked(log)),
}));

beforeAll(() => giveLayout());
beforeEach(() => {
  jest.spyOn(server, 'runs').mockResolvedValue({ kind: 'ok', data: { runs } });
  jest.spyOn(server, 'forecasts').mockResolvedValue({ kind: 'ok', data: { forecasts: [] } });
  jest.spyOn(server, 'settings').mockResolvedValue({
    kind: 'ok',
    data: { ...noSettings, shopName: 'Fellwater Induction', address: 'The Boathouse' },
  });
});
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

const sheet = () => screen.getByRole('article');

describe('The customer’s sheet', () => {
  it('has what was asked, before and after on one basis with its correction, what limits now, and a place to sign', async () => {
    await openSoon(demoJob(/^Coupé/), <SheetPart kind="customer" />);
    const { textContent } = sheet();
    expect(textContent).toContain('Fellwater Induction');
    expect(textContent).toMatch(
      /Both at the wheels; correction: none, as measured\. Gained, peak to peak: \+\d/,
    );
    for (const heading of [
      'What was asked',
      'What is fitted',
      'Before and after',
      'What limits it now',
      'Next step',
      'Service',
      'What was not done',
      'Cautions',
    ])
      expect(within(sheet()).getByRole('heading', { name: heading })).toBeTruthy();
    expect(textContent).toContain('A. Loxley, 12 Mar 2026');
  });
  it('two runs on two bases give no gain, and the sheet says so', async () => {
    const mixed = runs.map((run, i) => (i ? { ...run, card: { ...run.card, basis: 'hub' as const } } : run));
    jest.spyOn(server, 'runs').mockResolvedValue({ kind: 'ok', data: { runs: mixed } });
    await openSoon(demoJob(/^Coupé/), <SheetPart kind="customer" />);
    expect(sheet().textContent).toContain('no gain is printed');
    expect(sheet().textContent).not.toContain('Gained, peak to peak');
  });
  it('in US units every pressure, power and clearance follows', async () => {
    await openSoon(demoJob(/^Coupé/), <SheetPart kind="measured" />);
    expect(sheet().textContent).toContain('mm');
    choose('Units of the sheet', 'US');
    expect(sheet().textContent).toContain('thou');
  });
  it('a name without a day is a missing signature', async () => {
    await openSoon(demoJob(/^Hill-climb/), <SheetPart kind="customer" />);
    type('Customer’s signature', 'M. Fell');
    expect(screen.getByText(/A name without a day/)).toBeTruthy();
  });
});

it('the hand-over has limits, files, sensors and what is open; the order list its suppliers', async () => {
  const job = demoJob(/^Hill-climb/);
  await openSoon(job, <SheetPart kind="tuner" />);
  expect(sheet().textContent).toContain('Bolts counted in the price?');
  expect(within(sheet()).getByRole('heading', { name: 'Sensors to log' })).toBeTruthy();
  cleanup();
  await openSoon(job, <SheetPart kind="orders" />);
  expect(within(sheet()).getByRole('heading', { name: 'Osterby fuel parts' })).toBeTruthy();
  expect(sheet().textContent).toMatch(/240/);
});

it('every printed procedure has all its steps, with hazards, marks and who ticked them', async () => {
  const job = demoJob(/^Coupé/);
  job.record!.procedures = shippedKeys.map((key) => ({
    ...{ id: key, shipped: key, version: 1, findings: '', startedOn: '2027-01-04', closedOn: '' },
    ...{ name: shipped[key].name, steps: shipped[key].steps, hazards: [] },
    ticks: [{ step: 's1', by: 'R. Ostler', on: '2027-01-04', note: '', pictures: [] }],
  }));
  await openSoon(job, <SheetPart kind="build" />);
  const text = sheet().textContent!;
  for (const key of shippedKeys)
    for (const { say, hazard } of shipped[key].steps) {
      expect(text).toContain(say);
      expect(text).toContain(hazard);
    }
});

it('earlier builds are held against the forecast where they were promised and run', async () => {
  const profile = {
    displacement: 0.00134,
    cylinders: 4,
    fuel: 'petrol-98' as const,
    charger: null,
    power: 200e3,
  };
  jest.spyOn(server, 'builds').mockResolvedValue({
    kind: 'ok',
    data: {
      builds: [
        {
          id: 'x',
          name: 'The one before',
          profile,
          measured: { power: 190e3, basis: 'wheels', name: 'run 4' },
          promise: { low: 180e3, middle: 200e3, high: 220e3, made: 190e3, basis: 'wheels' },
        },
      ],
    },
  });
  await openSoon(demoJob(/^Hill-climb/), <EarlierPart />);
  expect(screen.getByText(/One of them was promised and run: made 95\.0/)).toBeTruthy();
  expect(screen.getByRole('row', { name: /The one before/ }).textContent).toContain('inside its band');
});
