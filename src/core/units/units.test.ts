import Qty from 'js-quantities';
import fc from 'fast-check';
import { fromUnit, quantities, toUnit, unitsOf, type Quantity } from './quantities';
import { parseQuantity } from './parse';

// Outside reference: js-quantities, a general unit library.
const outside: [Quantity, string, string, string][] = [
  ['pressure', 'psi', 'psi', 'Pa'],
  ['pressure', 'bar', 'bar', 'Pa'],
  ['pressure', 'inHg', 'inHg', 'Pa'],
  ['massFlow', 'lb/min', 'lb/min', 'kg/s'],
  ['massFlow', 'kg/min', 'kg/min', 'kg/s'],
  ['power', 'hp', 'hp', 'W'],
  ['torque', 'lb·ft', 'lbf*ft', 'N*m'],
  ['bore', 'in', 'in', 'm'],
  ['altitude', 'ft', 'ft', 'm'],
  ['volume', 'in³', 'in^3', 'm^3'],
];

describe('units', () => {
  it.each(outside)('%s in %s agrees with an outside unit library', (quantity, symbol, from, to) => {
    const unit = unitsOf(quantity).find((u) => u.symbol === symbol)!;
    const reference = Qty(1, from).to(to).scalar;
    expect(Math.abs(fromUnit(1, unit) / reference - 1)).toBeLessThan(2e-5);
  });

  // Heywood (1988), sec. 2.8: sfc in g/kW·h is 608.3 times sfc in lb/hp·h.
  it('fuel per energy: one lb/hp·h is 608.3 g/kWh', () => {
    const [gram, pound] = quantities.fuelPerEnergy.units;
    expect(toUnit(fromUnit(1, pound!), gram!)).toBeCloseTo(608.3, 1);
    expect(fromUnit(3.6e9, gram!)).toBeCloseTo(1, 9); // 3.6e9 g/kWh is 1 kg/J, by definition
  });

  it('converts temperatures at fixed points (ice and steam, common knowledge)', () => {
    const [celsius, fahrenheit] = quantities.temperature.units;
    expect(fromUnit(32, fahrenheit!)).toBeCloseTo(273.15, 9);
    expect(toUnit(373.15, fahrenheit!)).toBeCloseTo(212, 9);
    expect(toUnit(273.15, celsius!)).toBe(0);
  });

  it('comes back to the same value through every unit of every quantity', () => {
    fc.assert(
      fc.property(fc.double({ min: -1e4, max: 1e6, noNaN: true }), (value) => {
        for (const quantity of Object.keys(quantities) as Quantity[])
          for (const unit of unitsOf(quantity))
            expect(Math.abs(toUnit(fromUnit(value, unit), unit) - value)).toBeLessThan(
              1e-6 * (1 + Math.abs(value)),
            );
      }),
    );
  });
});

describe('typed quantities', () => {
  const kPa = unitsOf('boost')[0]!;
  const read = (text: string, quantity: Quantity = 'boost', ambient?: number) =>
    parseQuantity(text, quantity, quantity === 'boost' ? kPa : unitsOf(quantity)[0]!, ambient);

  it('takes a unit behind the number', () => {
    expect(read('1.1 bar')).toEqual({ ok: true, value: expect.closeTo(110_000, 3) });
    expect(read('16psi')).toEqual({ ok: true, value: expect.closeTo(110_316, 0) });
    expect(read('125')).toEqual({ ok: true, value: 125_000 });
    expect(read('9,200', 'engineSpeed')).toEqual({ ok: true, value: 9200 });
    expect(read('1,5 bar')).toEqual({ ok: true, value: 150_000 });
  });
  // check-value 6: 191 kPa absolute is 13.0 psi of boost at standard air. Common practice, no source.
  it('turns an absolute reading into boost when the ambient pressure is known', () => {
    const boost = read('191 kPa abs', 'boost', 101_325);
    expect(
      boost.ok &&
        toUnit(
          boost.value,
          unitsOf('boost').find((u) => u.symbol === 'psi')!,
        ),
    ).toBeCloseTo(13.0, 1);
    expect(read('191 kPa abs')).toMatchObject({ ok: false, code: 'needs-ambient' });
    expect(read('10 kPa gauge', 'pressure')).toMatchObject({ ok: false, code: 'gauge-given' });
  });
  it('refuses nonsense and names the units it knows', () => {
    expect(read('much')).toMatchObject({ ok: false, code: 'not-a-number' });
    expect(read('12 furlongs')).toMatchObject({
      ok: false,
      code: 'unknown-unit',
      units: expect.arrayContaining(['kPa', 'psi']),
    });
    expect(read('')).toMatchObject({ ok: false, code: 'empty' });
    expect(read('1.2.3')).toMatchObject({ ok: false, code: 'not-a-number' });
  });
});
