import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { parseQuantity } from './parse';
import { findUnit, quantities, toUnit, unitsOf, type Quantity } from './quantities';
import {
  families,
  familyIds,
  mixOf,
  readChoice,
  systems,
  unitsOfFamily,
  unitsUnder,
  writeChoice,
  type Family,
  type UnitMix,
} from './systems';

const all = Object.keys(quantities) as Quantity[];

describe('systems of units', () => {
  it('every named unit is one that every quantity of its family knows', () => {
    for (const [id, mix] of Object.entries(systems) as [string, UnitMix][])
      for (const [family, symbol] of Object.entries(mix) as [Family, string][])
        for (const quantity of families[family].quantities)
          expect({ id, family, quantity, found: findUnit(quantity, symbol)?.symbol }).toEqual({
            id,
            family,
            quantity,
            found: symbol,
          });
  });

  it('a unit offered for a family is known to all its quantities, so that a rise follows its temperature', () => {
    for (const family of familyIds)
      for (const { symbol } of unitsOfFamily(family))
        for (const quantity of families[family].quantities)
          expect(unitsUnder({ [family]: symbol })(quantity).symbol).toBe(symbol);
  });

  it('US shows the trade’s inch-pound units, house and metric part in power alone', () => {
    const us = unitsUnder(systems.us);
    expect(all.map((q) => us(q).symbol)).toEqual(
      expect.arrayContaining([
        'psi',
        'inHg',
        'lb/min',
        'CFM',
        '°F',
        'lb·ft',
        'in',
        'ft',
        'in³',
        'lb/h',
        'lb',
      ]),
    );
    const house = unitsUnder(systems.house);
    const metric = unitsUnder(systems.metric);
    expect(all.filter((q) => house(q) !== metric(q))).toEqual(['power']);
  });

  it('a choice comes back from its text, whatever mix it is', () => {
    const mix = fc.record(
      Object.fromEntries(
        familyIds.map((f) => [f, fc.constantFrom(...unitsOfFamily(f).map((u) => u.symbol))]),
      ),
      { requiredKeys: [] },
    );
    fc.assert(
      fc.property(fc.constantFrom('house', 'metric', 'us', 'own' as const), mix, (system, own) => {
        const choice = { system: system as 'own', mix: own as UnitMix };
        expect(readChoice(writeChoice(choice))).toEqual(choice);
      }),
    );
  });

  it('reads any text without throwing, and leaves out what it does not know', () => {
    fc.assert(
      fc.property(fc.string(), (text) => {
        const { mix } = readChoice(text);
        for (const q of all) expect(unitsOf(q)).toContain(unitsUnder(mix)(q));
      }),
    );
    expect(readChoice('own&power=furlong&torque=lb·ft')).toEqual({ system: 'own', mix: { torque: 'lb·ft' } });
    expect(mixOf(readChoice(undefined))).toEqual({});
  });
});

describe('typed text', () => {
  const typeable = all.flatMap((q) => unitsOf(q).map((unit) => ({ q, unit })));

  it('goes to SI and back for every unit of every quantity, with the unit typed or meant', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...typeable),
        fc.double({ min: -1e5, max: 1e6, noNaN: true }).map((x) => Number(x.toPrecision(7))),
        ({ q, unit }, number) => {
          const basis = q === 'boost' ? ' gauge' : '';
          for (const text of [`${number}`, `${number} ${unit.symbol}${basis}`, `${number}${unit.symbol}`]) {
            const read = parseQuantity(text, q, unit);
            expect(read.ok).toBe(true);
            if (read.ok)
              expect(Math.abs(toUnit(read.value, unit) - number)).toBeLessThan(
                1e-8 * (1e3 + Math.abs(number)),
              );
          }
        },
      ),
      { numRuns: draws(2000) },
    );
  });

  it('no two units of a quantity are spelt alike, in any case: a typed unit means one thing', () => {
    for (const q of all) {
      const spellings = unitsOf(q).flatMap((u) => [u.symbol, ...(u.also ?? [])].map((s) => s.toLowerCase()));
      const owners = new Map<string, number>();
      for (const u of unitsOf(q))
        for (const s of new Set([u.symbol, ...(u.also ?? [])].map((x) => x.toLowerCase())))
          owners.set(s, (owners.get(s) ?? 0) + 1);
      expect({ q, spellings, twice: [...owners].filter(([, n]) => n > 1) }).toMatchObject({ twice: [] });
    }
  });
});
