import fc from 'fast-check';
import { pricePerGain } from './bill';
import { boughtEarly, ladderOf, type PowerStep } from './ladder';

const part = (role: string, item: string, price: number | null = 100, worksEarlier = true) => ({
  role,
  item,
  price,
  worksEarlier,
});

it('new, carried, replaced, and what the larger pump would cost now and save later', () => {
  const steps: PowerStep[] = [
    { power: 220e3, parts: [part('pump', 'small', 150), part('clutch', 'stock', 0)] },
    { power: 260e3, parts: [part('pump', 'small', 150), part('clutch', 'twin', 900)] },
    {
      power: 330e3,
      parts: [part('pump', 'large', 240), part('clutch', 'twin', 900), part('rods', 'forged', null)],
    },
  ];
  const ladder = ladderOf(steps);
  expect(ladder.rows.map(({ role, changes }) => [role, ...changes])).toEqual([
    ['pump', 'new', 'carried', 'replaced'],
    ['clutch', 'new', 'replaced', 'carried'],
    ['rods', 'none', 'none', 'new'],
  ]);
  // A price that nobody knows makes no sum.
  expect(ladder.costs).toEqual([150, 900, null]);
  expect(ladder.early[0]).toEqual({ role: 'pump', from: 0, to: 2, item: 'large', moreNow: 90, saved: 150 });
  expect(ladder.falls).toEqual([]);
  expect(ladderOf([steps[1]!, steps[0]!]).falls).toEqual([1]);
});

it('a pulley of 185 for 30 hp at the wheels is 6.2 each (arithmetic of the trade, no source)', () => {
  expect(pricePerGain(185, 30)).toBeCloseTo(6.17, 2);
  expect(pricePerGain(null, 30)).toBeNull();
  expect(pricePerGain(185, 0)).toBeNull();
});

it('where every part works earlier and each advice is followed nothing is bought twice', () => {
  const steps = fc.array(
    fc.uniqueArray(fc.tuple(fc.constantFrom('pump', 'clutch', 'cooler'), fc.integer({ min: 0, max: 3 })), {
      selector: ([role]) => role,
      maxLength: 3,
    }),
    { minLength: 1, maxLength: 5 },
  );
  fc.assert(
    fc.property(steps, (all) => {
      let ladder: PowerStep[] = all.map((parts, i) => ({
        power: 100e3 + i * 40e3,
        parts: parts.map(([role, n]) => part(role, `${role} ${n}`, 10 + n)),
      }));
      const spent = (its: PowerStep[]) => ladderOf(its).costs.reduce<number>((sum, cost) => sum + cost!, 0);
      const before = spent(ladder);
      for (let i = 0; i < 20; i++) {
        const [advice] = ladderOf(ladder).early;
        if (!advice) break;
        ladder = boughtEarly(ladder, advice);
      }
      expect(ladderOf(ladder).early).toEqual([]);
      expect(ladderOf(ladder).rows.every(({ changes }) => !changes.includes('replaced'))).toBe(true);
      expect(spent(ladder)).toBeLessThanOrEqual(before + 1e-9);
    }),
  );
});
