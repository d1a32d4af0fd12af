/** @jest-environment jsdom */
import { fetchAhead } from './ahead';

const mockLoads: string[] = [];
/** A loader that says that it was asked. */
function mockLoad(name: string, fails = false) {
  return () => {
    mockLoads.push(name);
    return fails ? Promise.reject(new Error('away')) : Promise.resolve({});
  };
}
jest.mock('./benches', () => ({
  benches: [{ body: mockLoad('bench'), ahead: [mockLoad('sheet', true), mockLoad('chart')] }],
}));
jest.mock('./JobDialogs', () => ({ loadDialogs: mockLoad('dialogs') }));
jest.mock('./MoreKey', () => ({ loadMore: mockLoad('more') }));
jest.mock('../claims/ClaimPad', () => ({ loadPad: mockLoad('pad') }));
jest.mock('../finder/Finder', () => ({
  loadFinder: () => Promise.resolve({ warmFinder: mockLoad('finder') }),
}));
jest.mock('../server/client', () => ({
  server: { compressors: () => mockLoad('compressors')().then(() => ({ kind: 'away' })) },
}));

const all = ['bench', 'sheet', 'chart', 'dialogs', 'finder', 'more', 'pad', 'compressors'];
const pass = (ms: number) => jest.advanceTimersByTimeAsync(ms);

beforeEach(() => {
  jest.useFakeTimers();
  mockLoads.length = 0;
  delete document.documentElement.dataset.ahead;
});
afterEach(() => {
  jest.useRealTimers();
  Reflect.deleteProperty(navigator, 'connection');
});

it('waits for a page that rests, then fetches piece by piece; one that fails holds up no other', async () => {
  fetchAhead();
  await pass(1_400);
  expect(mockLoads).toEqual([]);
  await pass(5_000);
  expect(mockLoads).toEqual(all);
  expect(document.documentElement.dataset.ahead).toBe('true');
});

it('ends where it is told to: a page that is left fetches nothing more', async () => {
  const end = fetchAhead();
  await pass(1_560);
  const begun = mockLoads.length;
  expect(begun).toBeGreaterThan(0);
  expect(begun).toBeLessThan(all.length);
  end();
  await pass(5_000);
  expect(mockLoads).toHaveLength(begun);
  expect(document.documentElement.dataset.ahead).toBeUndefined();
});

it('spares a device that asks for it', async () => {
  Object.defineProperty(navigator, 'connection', { value: { saveData: true }, configurable: true });
  fetchAhead();
  await pass(10_000);
  expect(mockLoads).toEqual([]);
});
