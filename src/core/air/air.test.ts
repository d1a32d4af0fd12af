import fc from 'fast-check';
import psychrolib from 'psychrolib';
import {
  standardPressure,
  standardTemperature,
  stationPressure,
  STANDARD_PRESSURE,
} from './standard-atmosphere';
import { humidityRatio, saturationPressure } from './humid-air';
import {
  DRY_AIR,
  enthalpy,
  entropy,
  isentropicTemperature,
  makeGas,
  moistAir,
  molarMassOf,
  specificHeat,
  temperatureAtEnthalpy,
  type SpeciesName,
} from './gas-properties';
import { exhaustMoles } from './exhaust-gas';
import { makeClimate } from './climate';

describe('standard atmosphere', () => {
  // ISO 2533:1975, table 5 (geopotential height, T in K, p in Pa).
  it.each([
    [-1000, 294.65, 113_929],
    [0, 288.15, 101_325],
    [1000, 281.65, 89_874.6],
    [2000, 275.15, 79_495.2],
    [3000, 268.65, 70_108.5],
    [5000, 255.65, 54_019.9],
    [8000, 236.15, 35_599.8],
    [11_000, 216.65, 22_632.0],
  ])('at %d m is %d K and %d Pa', (height, temperature, pressure) => {
    expect(standardTemperature(height)).toBeCloseTo(temperature, 2);
    expect(Math.abs(standardPressure(height) / pressure - 1)).toBeLessThan(1e-5);
  });
  it('refuses the stratosphere', () => expect(() => standardPressure(12_000)).toThrow(/11,000/));
  it('a sea-level reading of standard air gives the standard pressure at any height, and a low one gives less', () => {
    for (const height of [0, 450, 1650, 2900]) {
      expect(stationPressure(STANDARD_PRESSURE, height)).toBeCloseTo(standardPressure(height), 2);
      expect(stationPressure(99_000, height)).toBeLessThan(standardPressure(height));
    }
  });
});

describe('humid air', () => {
  // Outside reference: psychrolib (ASHRAE equations) above 0 °C.
  it('agrees with psychrolib from 1 to 50 °C', () => {
    psychrolib.SetUnitSystem(psychrolib.SI);
    for (const celsius of [1, 8, 15, 25, 37.5, 50])
      for (const share of [0.05, 0.38, 0.8, 1]) {
        const ours = humidityRatio(share * saturationPressure(celsius + 273.15), 83_000);
        expect(Math.abs(ours / psychrolib.GetHumRatioFromRelHum(celsius, share, 83_000) - 1)).toBeLessThan(
          2e-4,
        );
      }
  });
  it('takes relative humidity over water below freezing: more vapour than over ice (0.01 °C triple point 611.657 Pa, IAPWS)', () => {
    expect(Math.abs(saturationPressure(273.16) / 611.657 - 1)).toBeLessThan(1e-3);
    // Over supercooled water at −10 °C: 286.5 Pa (WMO-No. 8, annex 4.B; from memory); over ice it would be 259.9 Pa.
    expect(Math.abs(saturationPressure(263.15) / 286.5 - 1)).toBeLessThan(3e-3);
  });
  it('damp air is lighter than dry air at the same pressure and temperature', () => {
    const day = (share: number) =>
      makeClimate({
        altitude: 0,
        barometer: { kind: 'standard' },
        temperature: 303.15,
        humidity: { kind: 'relative', share },
      });
    expect(day(0.9).density).toBeLessThan(day(0.1).density);
    // Density of dry air at 15 °C and 101.325 kPa: 1.225 kg/m³ (ISO 2533).
    const dry = makeClimate({
      altitude: 0,
      barometer: { kind: 'station', pressure: 101_325 },
      temperature: 288.15,
      humidity: { kind: 'relative', share: 0 },
    });
    expect(dry.density).toBeCloseTo(1.225, 3);
  });
  it('a dew point equal to the air temperature is the same as 100 % humidity', () => {
    const base = { altitude: 300, barometer: { kind: 'standard' } as const, temperature: 290 };
    const wet = makeClimate({ ...base, humidity: { kind: 'dewPoint', temperature: 290 } });
    const full = makeClimate({ ...base, humidity: { kind: 'relative', share: 1 } });
    expect(wet.humidityRatio).toBeCloseTo(full.humidityRatio, 12);
  });
});

describe('gas properties', () => {
  const air = makeGas(DRY_AIR);
  // Textbook ideal-gas air table: h(1000 K) − h(300 K) = 1046.04 − 300.19 = 745.9 kJ/kg; s° likewise 2.96770 − 1.70203
  // = 1.26567 kJ/(kg·K). From memory.
  it('agrees with the textbook air table', () => {
    expect((enthalpy(air, 1000) - enthalpy(air, 300)) / 1e3).toBeCloseTo(745.9, 0);
    expect((entropy(air, 1000) - entropy(air, 300)) / 1e3).toBeCloseTo(1.26567, 2);
    expect(specificHeat(air, 300) / 1e3).toBeCloseTo(1.005, 2);
    expect(air.gasConstant).toBeCloseTo(287.05, 1);
  });
  // Enthalpies of formation at 298.15 K, kJ/mol: CODATA key values.
  it.each([
    ['CO2', -393.51],
    ['H2O', -241.826],
    ['CO', -110.53],
    ['N2', 0],
    ['O2', 0],
    ['H2', 0],
    ['Ar', 0],
  ] as [SpeciesName, number][])('%s has its enthalpy of formation', (name, kiloJoule) => {
    const gas = makeGas({ [name]: 1 });
    expect((enthalpy(gas, 298.15) * molarMassOf(name)) / 1e3).toBeCloseTo(kiloJoule, 1);
  });
  it('the polynomials meet at 1,000 K', () => {
    for (const name of ['N2', 'O2', 'Ar', 'CO2', 'H2O', 'CO', 'H2'] as SpeciesName[]) {
      const gas = makeGas({ [name]: 1 });
      for (const property of [specificHeat, entropy, enthalpy]) {
        const below = property(gas, 1000 - 1e-9);
        const above = property(gas, 1000);
        expect(Math.abs(above - below)).toBeLessThan(1e-4 * Math.abs(above) + 1e-6);
      }
    }
  });
  it('compression there and back returns the temperature, and enthalpy inverts', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 250, max: 400, noNaN: true }),
        fc.double({ min: 1.01, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 0.03, noNaN: true }),
        (temperature, ratio, water) => {
          const gas = moistAir(water);
          const hot = isentropicTemperature(gas, temperature, ratio);
          expect(isentropicTemperature(gas, hot, 1 / ratio)).toBeCloseTo(temperature, 4);
          expect(temperatureAtEnthalpy(gas, enthalpy(gas, hot))).toBeCloseTo(hot, 4);
        },
      ),
    );
  });
  it('refuses temperatures outside its data', () => expect(() => enthalpy(air, 150)).toThrow(/200 to 3,500/));
});

describe('exhaust gas', () => {
  it('keeps every atom, lean and rich', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.6, max: 3, noNaN: true }),
        fc.double({ min: 1.5, max: 4, noNaN: true }),
        fc.double({ min: 0, max: 1, noNaN: true }),
        (lambda, hydrogen, oxygen) => {
          const products = exhaustMoles({ hydrogen, oxygen }, lambda);
          const n = (name: SpeciesName) => products[name] ?? 0;
          const air = (lambda * (1 + hydrogen / 4 - oxygen / 2)) / DRY_AIR.O2!;
          expect(n('CO') + n('CO2')).toBeCloseTo(1 + air * DRY_AIR.CO2!, 9);
          expect(2 * (n('H2') + n('H2O'))).toBeCloseTo(hydrogen, 9);
          expect(n('CO') + 2 * n('CO2') + n('H2O') + 2 * n('O2')).toBeCloseTo(
            oxygen + 2 * air * (DRY_AIR.O2! + DRY_AIR.CO2!),
            9,
          );
        },
      ),
    );
  });
  it('rich products hold the water-gas ratio 3.5 (Heywood 1988, sec. 4.9)', () => {
    const p = exhaustMoles({ hydrogen: 1.87, oxygen: 0 }, 0.82);
    expect((p.H2O! * p.CO!) / (p.CO2! * p.H2!)).toBeCloseTo(3.5, 6);
  });
});
