/** @jest-environment jsdom */
import { act, cleanup, screen, within } from '@testing-library/react';
import type { FigureId } from '@/core/workings/figures';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { pressAndWait } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import WorkingDialog from './WorkingDialog';

beforeAll(() => giveLayout());
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});
const open = (figure: FigureId, speedRpm = 8_600) =>
  openInJob(sampleTurboJob(0), <WorkingDialog figure={figure} speedRpm={speedRpm} onClose={() => {}} />);
const dialog = () => screen.getByRole('dialog');
const plain = (text: string) => text.replaceAll('\u00a0', ' ');

describe('how a figure came about', () => {
  it('its steps are numbered, each with its formula, the numbers in it and where it is from', () => {
    open('pressure-ratio');
    const text = plain(dialog().textContent!);
    expect(text).toContain('PR = p02 / p01');
    const [, above, below, ratio] = /= ([\d.]+) \/ ([\d.]+) = ([\d.]+)/.exec(text)!.map(Number);
    // The line is right by hand, to the digits it shows.
    expect(above! / below!).toBeCloseTo(ratio!, 2);
    expect(within(dialog()).getAllByRole('listitem').length).toBeGreaterThan(3);
  });
  it('what moves it most comes first; the bar is as long as its effect', async () => {
    open('power');
    expect(screen.getByText(/^Moving each input/)).toBeTruthy();
    const find = () => screen.queryByRole('table', { name: /^Each input moved up/ });
    for (let i = 0; i < 300 && !find(); i += 1) await act(() => new Promise((done) => setTimeout(done, 20)));
    const bars = [...find()!.querySelectorAll<HTMLElement>('span[style]')].map((bar) =>
      Number.parseFloat(bar.style.width),
    );
    expect(bars[0]).toBe(100);
    expect(bars).toEqual(bars.toSorted((a, b) => b - a));
  });
  it('a figure that is not there says where to look', () => {
    const job = sampleTurboJob(0);
    const { setups } = job;
    setups[0]!.induction = { ...setups[0]!.induction, kind: 'none' } as (typeof setups)[0]['induction'];
    openInJob(job, <WorkingDialog figure="surge-margin" speedRpm={8_600} onClose={() => {}} />);
    expect(dialog().textContent).toContain('There is no such figure at this speed');
    expect(dialog().textContent).toContain('See Charger');
  });
  it('goes to the clipboard as text, and says so when a browser does not let it', async () => {
    const write = jest.fn().mockResolvedValue(undefined);
    Object.defineProperty(navigator, 'clipboard', { configurable: true, value: { writeText: write } });
    open('charge-temperature');
    await pressAndWait('Copy as text');
    expect(screen.getByText('Copied.')).toBeTruthy();
    const [text] = write.mock.calls[0] as [string];
    expect(plain(text)).toMatch(/^Charge temperature at 8,600 rpm: /);
    write.mockRejectedValue(new Error('no'));
    await pressAndWait('Copy as text');
    expect(screen.getByText(/select the text by hand/)).toBeTruthy();
  });
});
