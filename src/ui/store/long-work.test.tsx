/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { WorkLine } from '../frame/WorkLine';
import { tellWork } from './long-work';
import { useSlices } from './useSlices';

afterEach(() => {
  cleanup();
  jest.useRealTimers();
});

function Long({ make }: { make: () => Generator<number> }) {
  const found = useSlices(make, 'Counting');
  return <p>{found ? `counted ${found.length}` : 'nothing yet'}</p>;
}

it('work is told once it takes long, stops by its key, goes on where it was, and is told no more when it is done', async () => {
  let at = 0;
  const make = function* (): Generator<number> {
    for (; at < 70; at++) {
      // As long as a slice: one step each.
      for (const end = performance.now() + 13; performance.now() < end;);
      yield at;
    }
  };
  render(
    <>
      <Long make={make} />
      <WorkLine />
    </>,
  );
  expect(screen.queryByText(/Counting/)).toBeNull();
  expect(await screen.findByText('Counting …')).toBeTruthy();
  expect(screen.getByRole('progressbar', { name: 'Counting' })).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
  const stopped = at;
  await act(() => new Promise((done) => setTimeout(done, 100)));
  expect(at).toBe(stopped);
  expect(stopped).toBeLessThan(70);
  expect(screen.getByText('Counting: stopped')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Go on' }));
  expect(await screen.findByText('counted 70', {}, { timeout: 20_000 })).toBeTruthy();
  expect(screen.queryByText(/Counting/)).toBeNull();
});

it('how far it is shows, and of several the first with how many more', () => {
  jest.useFakeTimers();
  render(<WorkLine />);
  const keys = { stop: jest.fn(), resume: jest.fn() };
  const one = tellWork('One', keys);
  const two = tellWork('Two', keys);
  act(() => {
    one.move(0.25);
    jest.advanceTimersByTime(500);
  });
  expect(screen.getByText('One, and 1 more …')).toBeTruthy();
  expect(screen.getByRole('progressbar').getAttribute('aria-valuenow')).toBe('25');
  act(() => one.end());
  expect(screen.getByText('Two …')).toBeTruthy();
  fireEvent.click(screen.getByRole('button', { name: 'Stop' }));
  expect(keys.stop).toHaveBeenCalledTimes(1);
  act(() => two.end());
  expect(screen.queryByRole('progressbar')).toBeNull();
});
