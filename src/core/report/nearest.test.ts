import fc from 'fast-check';
import { checkAgainst, nearestBuilds, type BuildProfile } from './nearest';

const own: BuildProfile = {
  displacement: 0.00134,
  cylinders: 4,
  fuel: 'petrol-98',
  charger: { name: 'Rowan 48', count: 1, arrangement: 'single' },
  power: 213e3,
};
const build = (id: string, change: Partial<BuildProfile>) => ({ id, profile: { ...own, ...change } });

it('the same engine with a little more power stands before another fuel, that before another size, a diesel last', () => {
  const found = nearestBuilds(
    own,
    [
      build('diesel', { fuel: 'diesel' }),
      build('large', { displacement: 0.0048, cylinders: 10 }),
      build('e85', { fuel: 'e85' }),
      build('near', { power: 225e3 }),
    ],
    4,
  );
  expect(found.map((one) => one.build.id)).toEqual(['near', 'e85', 'large', 'diesel']);
  expect(found[0]!.alike).toEqual(['engine', 'size', 'fuel', 'charger', 'power']);
});

it('a build is nearest to itself, and order in the list decides nothing', () => {
  const profiles = fc.record({
    displacement: fc.double({ min: 3e-4, max: 0.02, noNaN: true }),
    cylinders: fc.integer({ min: 1, max: 16 }),
    fuel: fc.constantFrom('petrol-98' as const, 'e85' as const, 'diesel' as const),
    charger: fc.constant(own.charger),
    power: fc.double({ min: 2e4, max: 2e6, noNaN: true }),
  });
  fc.assert(
    fc.property(profiles, fc.array(profiles, { maxLength: 8 }), (one, others) => {
      const all = [one, ...others].map((profile, i) => ({ id: i, profile }));
      expect(nearestBuilds(one, all, 1)[0]!.distance).toBe(0);
      const ids = (list: typeof all) => nearestBuilds(one, list, 99).map(({ distance }) => distance);
      expect(ids([...all].reverse())).toEqual(ids(all));
    }),
  );
});

it('what was made over what was promised is laid on the forecast at hand', () => {
  expect(
    checkAgainst(300e3, [
      { promised: 200e3, made: 190e3 },
      { promised: 100e3, made: 99e3 },
    ]),
  ).toEqual({
    mean: 0.97,
    low: 0.95,
    high: 0.99,
    count: 2,
    power: 291e3,
  });
  expect(checkAgainst(300e3, [])).toBeNull();
});
