/** @jest-environment jsdom */
import { act, cleanup, fireEvent, screen } from '@testing-library/react';
import { beltedOf } from '@/core/job/chargers';
import { layOut, layoutRatio } from '@/core/drive/layout';
import { sampleItems, sampleTurboJob } from '@/data/demo/sample';
import { isBelt, isBlower, isCentrifugal, isOf } from '@/formats/library-items';
import { demoJob, openSoon } from '@/testing/demo-jobs';
import { giveLayout } from '@/testing/dom';
import { choose, copyOf, field, press, rowsOf, type } from '@/testing/hands';
import { server } from '../server/client';
import BlowerPart, { BlowerAside } from './BlowerPart';
import { DriveAside } from './DriveAside';
import DrivePart from './DrivePart';

beforeAll(() => giveLayout());
beforeEach(() => {
  jest.spyOn(server, 'drives').mockResolvedValue({
    kind: 'ok',
    data: {
      blowers: sampleItems.filter(isBlower),
      centrifugals: sampleItems.filter(isCentrifugal),
      belts: sampleItems.filter(isBelt),
      pulleys: sampleItems.filter(isOf('pulley')),
    },
  });
});
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});

type Page = Awaited<ReturnType<typeof openSoon>>;
const drive = (page: Page) => beltedOf(page.job().setups[0]!)?.drive;
const boat = () => demoJob(/^Jet-sprint/);
const onBlower = (job = boat()) =>
  openSoon(
    job,
    <>
      <BlowerPart />
      <BlowerAside />
    </>,
  );
const onDrive = (job = boat()) =>
  openSoon(
    job,
    <>
      <DrivePart />
      <DriveAside />
    </>,
  );

describe('a supercharger', () => {
  it('is chosen from none, with a first drive that does not over-speed it, and taken off again', async () => {
    const job = sampleTurboJob(0);
    const page = await onBlower(job);
    expect(screen.getByText(/^No supercharger yet/)).toBeTruthy();
    const names = [...field('Fitted').querySelectorAll('option')].map((o) => o.textContent!);
    const blower = names.find((name) => /^Burn 1050/.test(name))!;
    await act(async () => choose('Fitted', blower));
    expect(screen.getByRole('heading', { name: /^Burn 1050 over the revs/ })).toBeTruthy();
    const put = drive(page)!;
    const item = sampleItems.filter(isBlower).find(({ document }) => document.name === 'Burn 1050')!;
    const ratio = put.layout ? layoutRatio(put.layout, put.gear?.value ?? 1) : put.ratio.value;
    expect(ratio * page.job().engine.redLineRpm.value).toBeLessThanOrEqual(
      item.document.maxSpeedRpm.value * 1.001,
    );
    await act(async () => choose('Fitted', 'none'));
    expect(screen.getByText(/^No supercharger yet/)).toBeTruthy();
    expect(drive(page)).toBeUndefined();
  });

  it('a bypass comes with what it needs and goes without a trace; drive power counts once', async () => {
    const page = await onBlower();
    const before = copyOf(drive(page)!);
    choose('Bypass valve', 'opens at a boost');
    expect(drive(page)!.bypass).toMatchObject({ springGauge: { value: 100_000 } });
    type('Bypass opens at', '0.6 bar');
    expect(drive(page)!.bypass!.springGauge.value).toBeCloseTo(60_000, 3);
    type('Bypass opens at', '900 bar');
    expect(screen.getByText(/is out of range/)).toBeTruthy();
    expect(drive(page)!.bypass!.springGauge.value).toBeCloseTo(60_000, 3);
    choose('Bypass valve', before.bypass ? 'opens at a boost' : 'none, or shut at full load');
    choose('Drive power is', 'in the BSFC of the Brief');
    expect(drive(page)!.inBsfc).toBe(true);
    choose('Drive power is', 'taken off the engine’s power');
    expect({ ...drive(page)!, bypass: before.bypass }).toEqual(before);
  });

  it('worn rotors are measured against their table, and cost boost', async () => {
    const page = await onBlower();
    press(/^Ported or worn/);
    press('Start from the table');
    expect(drive(page)).toMatchObject({
      measuredFlow: { value: 1, confidence: 'measured' },
      measuredLeakage: { value: 1, confidence: 'measured' },
    });
    const boost = () => Number(screen.getAllByRole('definition')[0]!.textContent!.match(/[\d.]+/)![0]);
    const sound = boost();
    type('Measured leakage', '220');
    expect(boost()).toBeLessThan(sound);
  });
});

describe('a belt drive', () => {
  it('by its ratio alone keeps the ratio of its pulleys; laid out again it keeps the ratio', async () => {
    const page = await onDrive();
    const { layout, gear } = copyOf(drive(page)!);
    const ratio = layoutRatio(layout!, gear?.value ?? 1);
    choose('Drive is known by', 'its ratio alone');
    expect(drive(page)!.layout).toBeUndefined();
    expect(drive(page)!.ratio.value).toBeCloseTo(ratio, 3);
    expect(screen.getByText(/^Only a drive ratio is known/)).toBeTruthy();
    choose('Drive is known by', 'pulleys and belt');
    expect(layoutRatio(drive(page)!.layout!, gear?.value ?? 1)).toBeCloseTo(ratio, 1);
    page.undo();
    page.undo();
    expect(drive(page)!.layout).toEqual(layout);
  });

  it('a pulley moves by keys with what is drawn; what the belt does stands for two speeds', async () => {
    const page = await onDrive();
    const table = rowsOf(/^Belt at .* and near the red line/);
    expect(table.map(([name]) => name)).toEqual(
      expect.arrayContaining(['Blower shaft', 'Belt speed', 'Tight strand', 'Slack strand']),
    );
    const force = (name: string) =>
      Number(
        table
          .find(([row]) => row === name)![1]!
          .replaceAll(',', '')
          .match(/[\d.]+/)![0],
      );
    expect(force('Tight strand')).toBeGreaterThan(force('Slack strand'));
    const index = drive(page)!.layout!.route.findIndex(({ role }) => role === 'tensioner');
    const at = () => drive(page)!.layout!.route[index]!.x.value;
    const before = at();
    const handle = screen.getByRole('button', { name: /^tensioner, .*arrow keys move it/ });
    fireEvent.keyDown(handle, { key: 'ArrowRight' });
    fireEvent.keyUp(handle, { key: 'ArrowRight' });
    // On to the next whole millimetre.
    const next = Math.round(1_000 * before + 1) / 1_000;
    expect(at()).toBeCloseTo(next, 9);
    fireEvent.keyDown(handle, { key: 'ArrowLeft', shiftKey: true });
    fireEvent.keyUp(handle, { key: 'ArrowLeft' });
    expect(at()).toBeCloseTo(next - 0.01, 9);
  });

  it('a listed belt brings its profile and ribs; its nearest length is offered first and taken', async () => {
    const page = await onDrive();
    const { layout } = drive(page)!;
    const belts = sampleItems.filter(isBelt).filter(({ document }) => document.profile === layout!.profile);
    const belt = belts.at(-1)!;
    choose('Belt', belt.document.name);
    expect(drive(page)!.layout).toMatchObject({
      part: { id: belt.id },
      ribs: { value: belt.document.ribs, confidence: 'maker' },
    });
    const laid = layOut(drive(page)!.layout!);
    if (!('run' in laid)) throw new Error('the demo belt does not run');
    const options = [...field('Standard lengths').querySelectorAll('option')].slice(1);
    const away = options.map((o) => Math.abs(Number((o as HTMLOptionElement).value) - laid.wanted));
    expect(away[0]).toBe(Math.min(...away));
    choose('Standard lengths', options[0]!.textContent!);
    expect(drive(page)!.layout!.length).toMatchObject({ confidence: 'maker' });
    choose('Belt', 'by its figures');
    expect(drive(page)!.layout!.part).toBeUndefined();
    expect(drive(page)!.layout!.length).toBeUndefined();
  });

  it('without a supercharger there is none to lay out', async () => {
    await onDrive(sampleTurboJob(0));
    expect(screen.getByText('No belt drive: choose a supercharger first.')).toBeTruthy();
  });
});
