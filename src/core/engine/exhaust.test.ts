import fc from 'fast-check';
import { exhaustMoles } from '../air/exhaust-gas';
import { enthalpy } from '../air/gas-properties';
import { makeClimate } from '../air/climate';
import { fuelOf, type FuelId } from '../fuel/fuels';
import { lambdaFor } from '../solve/turbo-line';
import { exhaustGas, exhaustState, makeExhaust } from './exhaust';
import { heatReleased } from './exhaust-formulas';

const climate = makeClimate({
  altitude: 0,
  barometer: { kind: 'standard' },
  temperature: 293.15,
  humidity: { kind: 'relative', share: 0.5 },
});
const { humidityRatio, gas: air } = climate;
const exhaust = (more: Partial<Parameters<typeof makeExhaust>[0]> = {}, id: FuelId = 'petrol-98') =>
  makeExhaust({
    fuel: fuelOf(id),
    lambda: 0.82,
    humidityRatio,
    trapped: 1,
    air,
    share: 0.36,
    retard: 0,
    heatLoss: 16,
    wall: 700,
    ...more,
  });
const celsius = (t: number) => t - 273.15;
const lambdas = fc.double({ min: 0.62, max: 1.5, noNaN: true });
const flows = fc.double({ min: 0.01, max: 0.6, noNaN: true });

describe('exhaust', () => {
  it('of petrol at λ 0.82 leaves the cylinder near 870 °C (from memory; a share of 0.36 is what makes it so)', () => {
    const { port } = exhaustState(exhaust(), 0.2, 333);
    expect(celsius(port)).toBeGreaterThan(845);
    expect(celsius(port)).toBeLessThan(885);
  });

  it('of a diesel at λ 1.4 is some 300 °C cooler (common practice, no source)', () => {
    const diesel = exhaust({ share: 0.33, lambda: 1.4, wall: 600 }, 'diesel');
    expect(celsius(exhaustState(diesel, 0.4, 330).inlet)).toBeGreaterThan(480);
    expect(celsius(exhaustState(diesel, 0.4, 330).inlet)).toBeLessThan(680);
  });

  it('carries the heat that was put into it: the energy balance closes from the state it ends in', () => {
    fc.assert(
      fc.property(lambdas, flows, fc.double({ min: 280, max: 400, noNaN: true }), (lambda, flow, charge) => {
        const e = exhaust({ lambda });
        const state = exhaustState(e, flow, charge);
        const fuelFlow = flow / (1 + humidityRatio) / (fuelOf('petrol-98').stoichiometric * lambda);
        expect(state.flow).toBeCloseTo(flow + fuelFlow, 12);
        const released = 0.36 * 43e6 * heatReleased.fn({ lambda, usual: 0.82 }) * fuelFlow;
        const brought = flow * (enthalpy(air, charge) - enthalpy(air, 298.15));
        const carried = state.flow * (enthalpy(e.gas, state.port) - enthalpy(e.gas, 298.15));
        expect(carried / (released + brought)).toBeCloseTo(1, 6);
      }),
    );
  });

  it('rich of λ 1 releases what its CO and hydrogen leave of it, by the heats of formation', () => {
    // Of the burnt gas: CO 283.0 and hydrogen 241.8 kJ/mol still to be had.
    const { formula, heatingValue } = fuelOf('petrol-98');
    const perMole = heatingValue * (12.011 + 1.008 * formula.hydrogen) * 1e-3;
    const left = (lambda: number) => {
      const { CO = 0, H2 = 0 } = exhaustMoles(formula, lambda, 0);
      return 1 - (283.0e3 * CO + 241.8e3 * H2) / perMole;
    };
    for (const lambda of [0.65, 0.7, 0.75, 0.8, 0.85, 0.9, 0.95])
      expect(Math.abs(heatReleased.fn({ lambda, usual: 1 }) / left(lambda) - 1)).toBeLessThan(0.03);
    expect(heatReleased.fn({ lambda: 0.82, usual: 0.82 })).toBeCloseTo(0.82, 12);
    expect(heatReleased.fn({ lambda: 1.4, usual: 1.35 })).toBe(1);
  });
  // Common practice, no source.
  it('a mixture richer by a tenth takes 40 to 90 °C off the port', () => {
    const port = (lambda: number) => exhaustState(exhaust({ lambda }), 0.2, 333).port;
    expect(port(0.85) - port(0.75)).toBeGreaterThan(40);
    expect(port(0.85) - port(0.75)).toBeLessThan(90);
  });

  it('cools less on its way the more of it there is, and never below the wall', () => {
    fc.assert(
      fc.property(flows, flows, (a, b) => {
        fc.pre(Math.abs(a - b) > 1e-4);
        const [few, many] = [Math.min(a, b), Math.max(a, b)].map((flow) =>
          exhaustState(exhaust(), flow, 330),
        );
        expect(few!.inlet).toBeLessThan(many!.inlet);
        expect(many!.inlet).toBeLessThan(many!.port);
        expect(few!.inlet).toBeGreaterThan(700);
      }),
    );
    expect(exhaustState(exhaust({ heatLoss: 0 }), 0.05, 330)).toMatchObject(
      (({ port }) => ({ inlet: port }))(exhaustState(exhaust(), 0.05, 330)),
    );
  });

  it('rises by about 9 °C for every degree of late spark (common practice, no source)', () => {
    const degree = Math.PI / 180;
    const at = (retard: number) => exhaustState(exhaust({ retard, heatLoss: 0 }), 0.2, 330).port;
    expect((at(6 * degree) - at(0)) / 6).toBeGreaterThan(7.5);
    expect((at(6 * degree) - at(0)) / 6).toBeLessThan(11);
  });

  it('is hottest near λ 1: richer and leaner are both cooler', () => {
    const at = (lambda: number) => exhaustState(exhaust({ lambda }), 0.2, 330).port;
    for (const [cooler, hotter] of [
      [0.7, 0.8],
      [0.8, 0.95],
      [1.3, 1.1],
      [1.1, 1.0],
    ] as const)
      expect(at(cooler)).toBeLessThan(at(hotter));
  });

  it('the λ that holds a limit gives that temperature, and is named only where one burns', () => {
    const given = { fuel: fuelOf('petrol-98'), humidityRatio, trapped: 1 };
    const limit = exhaustState(exhaust(), 0.2, 330).inlet - 60;
    const at = { airFlow: 0.2, charge: 330, manifold: 180_000 };
    const lambda = lambdaFor(exhaust(), given, at, limit)!;
    expect(lambda).toBeLessThan(0.82);
    expect(exhaustState(exhaust({ lambda }), 0.2, 330).inlet).toBeCloseTo(limit, 1);
    expect(lambdaFor(exhaust(), given, at, 600)).toBeNull();
  });

  it('of a two-stroke is thinned by what blows through: the atoms of both are there', () => {
    const whole = exhaustGas(fuelOf('petrol-98'), 0.9, humidityRatio, 1);
    const thin = exhaustGas(fuelOf('petrol-98'), 0.9, humidityRatio, 0.7);
    // Air is heavier than the gas of a rich mixture; the mean lies between, in proportion to the moles.
    expect(thin.molarMass).toBeGreaterThan(whole.molarMass);
    expect(thin.molarMass).toBeLessThan(air.molarMass);
  });
});
