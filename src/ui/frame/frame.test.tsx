/** @jest-environment jsdom */
import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { benchIds, isBench } from '@/core/job/benches';
import type { StationKind } from '@/core/charge-path/stations';
import { giveLayout } from '@/testing/dom';
import { benches, benchOf, benchOfStation, sheetNames, type BenchId } from './benches';
import { Parts, setPart, usePart } from './parts';
import { Spine } from './Spine';

let search = '';
jest.mock('next/navigation', () => ({
  useRouter: () => ({ push: () => {}, refresh: () => {} }),
  usePathname: () => '/jobs/a/charger',
  useSearchParams: () => new URLSearchParams(search),
}));
beforeAll(() => giveLayout());
beforeEach(() => {
  search = '';
  window.history.replaceState(null, '', '/jobs/a/charger');
});
afterEach(cleanup);

const stations: StationKind[] = [
  'weather',
  'filter',
  'front-compressor',
  'between',
  'compressor',
  'cooler',
  'throttle',
  'cylinders',
  'turbine',
  'front-turbine',
  'tailpipe',
];

describe('the benches', () => {
  it('are those of the core, in its order, each with a key, a name, words and a body of its own', () => {
    expect(benches.map((b) => b.id)).toEqual([...benchIds]);
    for (const key of ['key', 'name', 'words', 'body'] as const)
      expect(new Set(benches.map((b) => b[key])).size).toBe(benches.length);
    expect(benches.map((b) => b.name)).toEqual([
      'Brief',
      'Engine',
      'Demand',
      'Charger',
      'Cooling',
      'Fuel',
      'Limits',
      'Forecast',
      'Plan',
      'Bench',
      'Dyno',
      'Report',
    ]);
    expect([isBench('charger'), isBench('nowhere'), isBench(undefined)]).toEqual([true, false, false]);
  });
  it('every station of the Airway leads to one of them, and each comes into view with its own', () => {
    const all = benches.flatMap((b) => b.stations);
    expect([...all].sort()).toEqual([...stations].sort());
    for (const { id, stations: own } of benches)
      for (const station of own) expect(benchOfStation(station)).toBe(id);
    expect(benchOf('charger').stations[0]).toBe('compressor');
  });
});

describe('the spine', () => {
  const states = Object.fromEntries(
    benchIds.map((id) => [id, { state: 'open' as const, note: '' }]),
  ) as Record<BenchId, { state: 'settled' | 'open' | 'contradicted'; note: string }>;
  it('shows where every bench stands in words too, which one is open, and switches', () => {
    const asked: BenchId[] = [];
    render(
      <Spine
        bench="demand"
        onBench={(id) => asked.push(id)}
        states={{
          ...states,
          brief: { state: 'settled', note: '' },
          engine: { state: 'contradicted', note: 'Another engine since.' },
        }}
      />,
    );
    const key = (name: RegExp) => screen.getByRole('button', { name });
    expect(key(/^Brief/).textContent).toMatch(/signed off$/);
    expect(key(/^Engine/).textContent).toMatch(/contradicted by a later change$/);
    expect(key(/^Engine/).title).toBe('Another engine since.');
    expect(key(/^Demand/).getAttribute('aria-current')).toBe('page');
    expect(key(/^Charger/).getAttribute('aria-keyshortcuts')).toBe('4');
    fireEvent.click(key(/^Charger/));
    expect(asked).toEqual(['charger']);
  });
  it('outside a job leads to the pages of the shop', () => {
    render(<Spine page="library" />);
    expect(screen.getByRole('link', { name: 'Library' }).getAttribute('aria-current')).toBe('page');
    expect(screen.getByRole('link', { name: 'Board' }).getAttribute('aria-current')).toBeNull();
    expect(screen.queryByRole('button', { name: /^Charger/ })).toBeNull();
  });
});

describe('the sheets of a bench', () => {
  const bodies = {
    engine: <p>Body of engine</p>,
    cam: <p>Body of cam</p>,
    condition: <p>Body of condition</p>,
    run: <p>Body of run</p>,
  };
  const tab = (id: keyof typeof bodies) => screen.getByRole('tab', { name: sheetNames.engine[id] });
  it('the address says which is shown; one it does not know is the first', () => {
    search = 'engine=cam';
    const { rerender } = render(<Parts bench="engine" bodies={bodies} />);
    expect(screen.getByRole('tabpanel').textContent).toBe('Body of cam');
    expect([tab('cam').tabIndex, tab('engine').tabIndex]).toEqual([0, -1]);
    search = 'engine=nonsense';
    rerender(<Parts bench="engine" bodies={bodies} />);
    expect(screen.getByRole('tabpanel').textContent).toBe('Body of engine');
  });
  it('arrows walk round them and write the address, each bench under its own name', () => {
    window.history.replaceState(null, '', '/jobs/a/engine?charger=turbine');
    render(<Parts bench="engine" bodies={bodies} />);
    act(() => tab('engine').focus());
    fireEvent.keyDown(tab('engine'), { key: 'ArrowLeft' });
    expect(document.activeElement).toBe(tab('run'));
    expect(window.location.search).toBe('?charger=turbine&engine=run');
    fireEvent.keyDown(tab('run'), { key: 'ArrowRight' });
    expect(document.activeElement).toBe(tab('engine'));
    fireEvent.keyDown(tab('engine'), { key: 'x' });
    expect(document.activeElement).toBe(tab('engine'));
  });
  it('a bench reads its own and writes none where none is asked for', () => {
    search = 'brief=terms&charger=nothing';
    const Shown = () => (
      <p>
        {usePart('brief')} {usePart('charger')}
      </p>
    );
    render(<Shown />);
    expect(screen.getByText('terms map')).toBeTruthy();
    const url = new URL('http://x/jobs/a/demand?charger=spool');
    setPart(url, 'demand', null);
    expect(url.search).toBe('?charger=spool');
    setPart(url, 'charger', 'pipes');
    expect(url.search).toBe('?charger=pipes');
  });
});
