import fc from 'fast-check';
import { given } from '../documents/input';
import type { Loss } from '../job/schema/job';
import { lossPlaces } from '../job/schema/setup-choices';
import { dropOfPipe } from '../charge-air/pipe';
import { elementsOf, legsOf, type Cooler } from './elements';
import { isPipe, lossesOf, pipesAt, plumbingProblems, statedDrop } from './plumbing';

const loss = (change: Partial<Loss> = {}): Loss => ({
  place: 'charge',
  from: 'drop',
  drop: given(2_000, 'measured'),
  massFlow: given(0.2, 'measured'),
  pressure: given(200_000, 'measured'),
  temperature: given(320, 'measured'),
  ...change,
});
const pipe = (change: Partial<Loss> = {}): Loss =>
  loss({
    from: 'pipe',
    diameter: given(0.06, 'measured'),
    length: given(1.2, 'measured'),
    bends: given(3, 'measured'),
    ...change,
  });
/** A pipe that lacks one of its measures. */
function lacking(key: 'diameter' | 'length'): Loss {
  const one = pipe();
  delete one[key];
  return one;
}
const codes = (plumbing: Loss[]) => plumbingProblems(plumbing).map((p) => [p.path, p.reason.code]);

describe('what a loss costs', () => {
  it('is its drop as stated, or what its pipe’s measures give at the state it is stated at', () => {
    expect(statedDrop(loss(), 1)).toBe(2_000);
    expect(statedDrop(pipe(), 1)).toBe(
      dropOfPipe({ diameter: 0.06, length: 1.2, bends: 3 }, 0.2, 200_000, 320),
    );
    // Without all measures a pipe is none: the stated drop stands in for it.
    const without = lacking('length');
    expect(isPipe(without)).toBe(false);
    expect(statedDrop(without, 1)).toBe(2_000);
  });
  it('of two pipes side by side is that of half the flow through each; the throttle is shared', () => {
    expect(statedDrop(pipe(), 2)).toBe(
      dropOfPipe({ diameter: 0.06, length: 1.2, bends: 3 }, 0.1, 200_000, 320),
    );
    expect(statedDrop(pipe({ place: 'throttle' }), 2)).toBe(statedDrop(pipe({ place: 'throttle' }), 1));
    expect(lossPlaces.filter((place) => pipesAt(place, 2) === 1)).toEqual(['throttle', 'silencer']);
  });
  it('of a pipe grows with flow, length and bends, and falls with its bore', () => {
    const measure = fc.record({
      flow: fc.double({ min: 0.02, max: 1, noNaN: true }),
      bore: fc.double({ min: 0.03, max: 0.12, noNaN: true }),
      length: fc.double({ min: 0.05, max: 5, noNaN: true }),
      bends: fc.integer({ min: 0, max: 8 }),
      by: fc.double({ min: 1.01, max: 2, noNaN: true }),
    });
    fc.assert(
      fc.property(measure, ({ flow, bore, length, bends, by }) => {
        const drop = (change: Partial<Record<'flow' | 'bore' | 'length' | 'bends', number>>) => {
          const at = { flow, bore, length, bends, ...change };
          return statedDrop(
            pipe({
              massFlow: given(at.flow, 'guess'),
              diameter: given(at.bore, 'guess'),
              length: given(at.length, 'guess'),
              bends: given(at.bends, 'guess'),
            }),
            1,
          );
        };
        const here = drop({});
        expect(drop({ flow: flow * by })).toBeGreaterThan(here);
        expect(drop({ length: length * by })).toBeGreaterThan(here);
        expect(drop({ bends: bends + 1 })).toBeGreaterThan(here);
        expect(drop({ bore: bore * by })).toBeLessThan(here);
      }),
    );
  });
});

describe('what is wrong with a setup’s losses', () => {
  it('a pipe without its bore or its length, by its place in the list; a stated drop needs neither', () => {
    const [noBore, noLength] = [lacking('diameter'), lacking('length')];
    expect(codes([loss(), noBore, pipe(), noLength])).toEqual([
      ['setups.0.plumbing.1.diameter', 'pipe-without-bore'],
      ['setups.0.plumbing.3.length', 'pipe-without-length'],
    ]);
  });
  it('a pipe that costs half of what stands before it is a stopper', () => {
    expect(codes([pipe({ diameter: given(0.012, 'measured') })])).toEqual([
      ['setups.0.plumbing.0.diameter', 'pipe-chokes'],
    ]);
    expect(codes([pipe()])).toEqual([]);
  });
});

describe('where losses act', () => {
  const everywhere = lossPlaces.map((place) => loss({ place }));
  it('each at one station, in the order of the flow', () => {
    const { air, exhaust } = lossesOf(everywhere, 1);
    const places = (all: { place: string }[]) => all.map((one) => one.place);
    expect(places(air.filter)).toEqual(['filter', 'inlet']);
    expect(places(air.between)).toEqual(['between']);
    expect(places(air.cooler)).toEqual(['cooler']);
    expect(places(air.throttle)).toEqual(['charge', 'throttle']);
    expect(places(exhaust.manifold)).toEqual(['manifold']);
    expect(places(exhaust.tail)).toEqual(['downpipe', 'catalyst', 'silencer']);
    const all = [...Object.values(air), ...Object.values(exhaust)].flat();
    expect(all.map((one) => one.index).sort((a, b) => a - b)).toEqual(everywhere.map((_, i) => i));
  });
  it('and are elements of the way: nothing lies between two chargers that are not two', () => {
    const cooler: Cooler = { effectiveness: () => 0.7, coolant: 300, byPoints: false };
    const { air } = lossesOf(everywhere, 1);
    const kinds = (coolers: (Cooler | null)[]) =>
      elementsOf(air, coolers).map((e) => (e.kind === 'charger' ? 'charger' : `${e.kind} ${e.station}`));
    expect(kinds([])).toEqual(['loss filter', 'loss filter', 'loss throttle', 'loss throttle']);
    expect(kinds([cooler])).toEqual([
      'loss filter',
      'loss filter',
      'charger',
      'loss cooler',
      'cooler cooler',
      'loss throttle',
      'loss throttle',
    ]);
    const pair = kinds([null, cooler]);
    expect(pair.filter((kind) => kind === 'charger')).toHaveLength(2);
    expect(pair.indexOf('loss between')).toBeGreaterThan(pair.indexOf('charger'));
    expect(pair.indexOf('loss between')).toBeLessThan(pair.lastIndexOf('charger'));
    expect(kinds([cooler, cooler])).toContain('cooler between');
  });
  it('as legs: one more than chargers, every loss in one of them, kept for the same way', () => {
    const cooler: Cooler = { effectiveness: () => 0.7, coolant: 300, byPoints: false };
    const { air } = lossesOf(everywhere, 1);
    for (const coolers of [[], [cooler], [null], [cooler, cooler], [null, cooler]]) {
      const elements = elementsOf(air, coolers);
      const legs = legsOf(elements);
      expect(legs).toHaveLength(coolers.length + 1);
      const inLegs = legs.flatMap((leg) => [...leg.before, ...leg.behind]);
      expect(inLegs).toHaveLength(elements.filter((e) => e.kind === 'loss').length);
      expect(legs.filter((leg) => leg.cooler).length).toBe(coolers.filter(Boolean).length);
      expect(legsOf(elements)).toBe(legs);
    }
  });
});
