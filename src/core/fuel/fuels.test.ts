import { evaporationFactor, fuels } from './fuels';

describe('fuels', () => {
  // check-value 30: stoichiometric ratios of E85, petrol and methanol from formula weights.
  it('have their stoichiometric air-fuel ratios', () => {
    expect(fuels.e85.stoichiometric).toBeCloseTo(9.8, 1);
    expect(fuels['petrol-98'].stoichiometric).toBeGreaterThan(14.5);
    expect(fuels['petrol-98'].stoichiometric).toBeLessThan(14.7);
    expect(fuels.methanol.stoichiometric).toBeCloseTo(6.47, 2);
  });
  it('have λ, BSFC and a horsepower band that agree with each other', () => {
    for (const fuel of Object.values(fuels)) {
      const kgPerJoule = fuel.stoichiometric * fuel.lambda * fuel.bsfc;
      const horsepowerPerPound = 0.45359237 / 60 / kgPerJoule / 745.69987;
      expect(horsepowerPerPound).toBeGreaterThan(fuel.horsepowerPerPound[0]);
      expect(horsepowerPerPound).toBeLessThan(fuel.horsepowerPerPound[1]);
    }
  });
  it('methanol evaporating in the port brings more air than petrol doing the same, diesel changes nothing', () => {
    const at = (id: keyof typeof fuels) => evaporationFactor(fuels[id], fuels[id].lambda, 0.3, 320);
    expect(at('methanol')).toBeGreaterThan(at('petrol-98'));
    expect(evaporationFactor(fuels.diesel, 1.3, 0, 320)).toBe(1);
  });
});
