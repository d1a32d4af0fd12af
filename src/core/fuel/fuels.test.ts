import fc from 'fast-check';
import {
  ethanolBlend,
  evaporationFactor,
  fuelIds,
  fuelOf,
  fuelOfBrief,
  fuels,
  isLiquid,
  lambdaTargets,
  liquidIds,
  type Fuel,
} from './fuels';
import { liquidOf } from './liquid';

describe('fuels', () => {
  // check-value 30: stoichiometric ratios of E85, petrol and methanol from formula weights.
  it('have their stoichiometric air-fuel ratios', () => {
    expect(fuels.e85.stoichiometric).toBeCloseTo(9.8, 1);
    expect(fuels['petrol-98'].stoichiometric).toBeGreaterThan(14.5);
    expect(fuels['petrol-98'].stoichiometric).toBeLessThan(14.7);
    expect(fuels.methanol.stoichiometric).toBeCloseTo(6.47, 2);
  });
  // Common practice, no source: air-fuel ratios of a diesel over 14.5:1, and 7:1 by mass on E85, which is rich.
  it('turn an air-fuel ratio into the λ of the trade', () => {
    const { diesel, e85 } = fuels;
    expect(Math.abs(diesel.stoichiometric - 14.5)).toBeLessThan(0.1);
    for (const [ratio, lambda] of [
      [17.5, 1.21],
      [21, 1.45],
      [17, 1.17],
      [16, 1.1],
    ] as const)
      expect(Math.abs(ratio / diesel.stoichiometric - lambda)).toBeLessThan(0.01);
    expect(7 / e85.stoichiometric).toBeGreaterThan(0.71);
    expect(7 / e85.stoichiometric).toBeLessThan(0.72);
  });
  it('have λ, BSFC and a horsepower band that agree with each other', () => {
    for (const fuel of Object.values(fuels)) {
      const kgPerJoule = fuel.stoichiometric * fuel.lambda * fuel.bsfc;
      const horsepowerPerPound = 0.45359237 / 60 / kgPerJoule / 745.69987;
      expect(horsepowerPerPound).toBeGreaterThan(fuel.horsepowerPerPound[0]);
      expect(horsepowerPerPound).toBeLessThan(fuel.horsepowerPerPound[1]);
    }
  });
  // Handbook, from memory: 15.7 for propane, 17.2 for methane; heat of a kilogram of air about that of petrol.
  it('gases burn as their formulas say, take the place of air, and leave about as much power to it', () => {
    const { lpg, cng } = fuels;
    expect(lpg.stoichiometric).toBeCloseTo(15.7, 1);
    expect(cng.stoichiometric).toBeCloseTo(17.2, 1);
    const heatOfAir = ({ heatingValue, stoichiometric }: Fuel) => heatingValue / stoichiometric;
    for (const gas of [lpg, cng]) expect(heatOfAir(gas) / heatOfAir(fuels['petrol-98'])).toBeCloseTo(1, 1);
    // By volumes: one of methane to 9.55 of air at λ 1, one of propane to 23.9.
    expect(evaporationFactor(cng, 1, 0, 300)).toBeCloseTo(9.55 / 10.55, 2);
    expect(evaporationFactor(lpg, 1, 0, 300)).toBeCloseTo(23.9 / 24.9, 2);
    expect(isLiquid('cng')).toBe(false);
    expect(liquidIds).not.toContain('lpg');
  });
  it('methanol evaporating in the port brings more air than petrol doing the same, diesel changes nothing', () => {
    const at = (id: keyof typeof fuels) => evaporationFactor(fuels[id], fuels[id].lambda, 0.3, 320);
    expect(at('methanol')).toBeGreaterThan(at('petrol-98'));
    expect(evaporationFactor(fuels.diesel, 1.3, 0, 320)).toBe(1);
  });

  it('an ethanol blend of 85 % is E85, of none is petrol, and between them it has no step', () => {
    const e85 = ethanolBlend(0.85);
    for (const key of ['stoichiometric', 'bsfc', 'octane', 'latentHeat', 'heatingValue', 'lambda'] as const)
      expect(e85[key]! / fuels.e85[key]).toBeCloseTo(1, 9);
    const plain = ethanolBlend(0);
    for (const key of ['stoichiometric', 'bsfc', 'octane', 'heatingValue'] as const)
      expect(plain[key]! / fuels['petrol-98'][key]!).toBeCloseTo(1, 9);
    // E100 from its formula: 9.0 kg/kg; handbook 26.8 MJ/kg.
    expect(ethanolBlend(1).stoichiometric).toBeCloseTo(9, 1);
    fc.assert(
      fc.property(fc.double({ min: 0, max: 0.98, noNaN: true }), (content) => {
        const [a, b] = [ethanolBlend(content), ethanolBlend(content + 0.02)];
        expect(b.stoichiometric).toBeLessThan(a.stoichiometric);
        expect(b.bsfc).toBeGreaterThan(a.bsfc);
        expect(b.bsfc / a.bsfc).toBeLessThan(1.02);
        // Air for a horsepower hardly changes: AFR times BSFC.
        expect((b.stoichiometric * b.bsfc) / (a.stoichiometric * a.bsfc)).toBeCloseTo(1, 2);
      }),
    );
  });
  it('the content that was measured counts for E85 alone, in density too', () => {
    const content = { value: 0.62 };
    expect(fuelOfBrief({ id: 'e85', ethanol: content }).name).toBe('Ethanol blend E62');
    expect(fuelOfBrief({ id: 'petrol-98', ethanol: content })).toBe(fuels['petrol-98']);
    const at = (value: number) => liquidOf({ id: 'e85', ethanol: { value } }, 288.15).density;
    expect(at(1)).toBeCloseTo(794, 0);
    expect(at(0)).toBeCloseTo(745, 0);
    expect(at(0.85)).toBeCloseTo(liquidOf({ id: 'e85' }, 288.15).density, -1);
  });
});

describe('λ by what it is planned for', () => {
  it('best power is leaner than safe, both burn; a diesel has its smoke limit', () => {
    for (const id of fuelIds) {
      const fuel = fuelOf(id);
      const targets = lambdaTargets(fuel);
      for (const [, lambda] of targets) {
        expect(lambda).toBeGreaterThan(fuel.burns[0]);
        expect(lambda).toBeLessThan(fuel.burns[1]);
      }
      if (targets.length === 2) expect(targets[1]![1]).toBeLessThan(targets[0]![1]);
    }
    expect(lambdaTargets(fuelOf('diesel')).map(([id]) => id)).toEqual(['clean', 'smoke-limit']);
    expect(Object.fromEntries(lambdaTargets(fuelOf('petrol-98')))).toEqual({
      'best-power': 0.88,
      safe: 0.82,
    });
  });
});
