/** @jest-environment jsdom */
import { act, cleanup, render, screen } from '@testing-library/react';
import { benchSheets } from '@/core/job/benches';
import { sampleTurboJob } from '@/data/demo/sample';
import { giveLayout } from '@/testing/dom';
import { press } from '@/testing/hands';
import { openInJob } from '@/testing/job-page';
import { Providers } from '../theme/Providers';
import { stops, Tour } from './Tour';
import { TourOffer } from './tour-offer';

let search = '';
jest.mock('next/navigation', () => ({
  useRouter: () => ({ push: () => {} }),
  usePathname: () => '/',
  useSearchParams: () => new URLSearchParams(search),
}));
beforeAll(() => giveLayout());
beforeEach(() => {
  search = '';
  localStorage.clear();
  window.history.replaceState(null, '', '/jobs/a/brief?tour=1&rpm=8600');
});
afterEach(() => {
  cleanup();
  jest.restoreAllMocks();
});
const offer = async () => {
  render(
    <Providers units={{ system: 'metric', mix: {} }}>
      <TourOffer jobId="a" />
    </Providers>,
  );
  await act(async () => {});
  return screen.queryByText(/^New here/);
};

describe('the guided path', () => {
  it('has seven stops at most, each on a sheet that there is', () => {
    expect(stops.length).toBeLessThanOrEqual(7);
    for (const { bench, sheet } of stops)
      expect(sheet === null || (benchSheets[bench] as readonly string[]).includes(sheet)).toBe(true);
  });
  it('is offered once, and never again after a refusal', async () => {
    expect(await offer()).toBeTruthy();
    press('No, thanks');
    expect(screen.queryByText(/^New here/)).toBeNull();
    cleanup();
    expect(await offer()).toBeNull();
  });
  it('walks forth and back, changes nothing in the job, and leaves the address as it was', () => {
    search = 'tour=1';
    const job = sampleTurboJob(0);
    const page = openInJob(job, <Tour />);
    expect(window.location.search).toBe('?rpm=8600');
    const stop = () => screen.getByRole('status').textContent;
    expect(stop()).toContain('Stop 1 of 7');
    press('Next');
    press('Next');
    expect(stop()).toContain(stops[2]!.title);
    press('Back');
    expect(stop()).toContain(stops[1]!.title);
    for (let i = 1; i < stops.length - 1; i += 1) press('Next');
    press('Done');
    expect(screen.queryByRole('status')).toBeNull();
    expect(page.job()).toEqual(job);
    expect(localStorage.length).toBe(1);
  });
  it('is not there unless it is asked for', () => {
    openInJob(sampleTurboJob(0), <Tour />);
    expect(screen.queryByRole('region', { name: 'Guided path' })).toBeNull();
  });
});
