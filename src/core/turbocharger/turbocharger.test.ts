import fc from 'fast-check';
import { DRY_AIR, isentropicTemperature, makeGas } from '../air/gas-properties';
import { makeClimate } from '../air/climate';
import { makeExhaust } from '../engine/exhaust';
import { fuelOf } from '../fuel/fuels';
import { nozzleFunction } from '../turbine/formulas';
import { compileTurbine } from '../turbine/flow';
import { sampleTurbines } from '@/data/demo/sample';
import { backPressureRatio, backPressureRatioGauge, springBoost } from './formulas';
import { diagnose, efficiencyFrom, type Expected, type Reading } from './spot';
import { atOpening, atPower, type Given, type TurbineSide } from './turbine-side';

const PSI = 6894.757;
const AMBIENT = 14.7 * PSI;
const fahrenheit = (t: number) => (t + 459.67) * (5 / 9);
const air = makeGas(DRY_AIR);

describe('check values of the trade (common practice, no source)', () => {
  // Ambient 14.7 psi. Boost and turbine inlet in psi gauge, the ratios by gauge and absolute.
  it.each([
    ['7', 7.1, 14.2, 2.0, 1.33],
    ['8', 12.1, 18.8, 1.55, 1.25],
    ['9, a blocked exhaust', 10, 30, 3.0, 1.81],
  ])('fact %s: %p and %p psi', (_, boost, back, gauge, absolute) => {
    const inlet = AMBIENT + back * PSI;
    const manifold = AMBIENT + boost * PSI;
    expect(backPressureRatioGauge.fn({ inlet, manifold, ambient: AMBIENT })).toBeCloseTo(gauge, 2);
    expect(backPressureRatio.fn({ inlet, manifold })).toBeCloseTo(absolute, 2);
  });

  it('fact 1: 7.4 psi, 76 °F in and 176 °F out are an efficiency of 0.66', () => {
    const ratio = (14.7 + 7.4) / 14.7;
    expect(efficiencyFrom(air, fahrenheit(76), ratio, fahrenheit(176))).toBeCloseTo(0.66, 2);
  });
});

const climate = makeClimate({
  altitude: 0,
  barometer: { kind: 'standard' },
  temperature: 293.15,
  humidity: { kind: 'relative', share: 0.4 },
});
const exhaust = makeExhaust({
  fuel: fuelOf('petrol-98'),
  lambda: 0.82,
  humidityRatio: climate.humidityRatio,
  trapped: 1,
  air: climate.gas,
  share: 0.36,
  retard: 0,
  heatLoss: 16,
  wall: 700,
});
const hot: TurbineSide = {
  count: 1,
  turbine: compileTurbine(sampleTurbines[6]!.document, 1, {
    gamma: exhaust.gamma,
    gasConstant: exhaust.gas.gasConstant,
  })!,
  gate: { kind: 'valve', area: 6e-4, springGauge: 60_000, bore: 0.038, diaphragm: 0.088, reference: 'dome' },
  mechanical: 0.96,
  pulse: 1,
  exhaust,
  manifold: [],
  tail: [],
  ambient: 101_325,
  maxSpeedRpm: 150_000,
  inertia: 1e-4,
};
const given: Given = {
  flow: 0.2,
  port: 1_130,
  temperature: 1_090,
  outletPressure: 106_000,
  shaftRpm: 110_000,
  start: 1.5,
};
const flows = fc.double({ min: 0.01, max: 0.4, noNaN: true });
const openings = fc.double({ min: 0, max: 1, noNaN: true });

describe('turbine and gate', () => {
  it('pass all of the exhaust between them, whatever the opening', () => {
    fc.assert(
      fc.property(flows, openings, (flow, opening) => {
        const state = atOpening(hot, { ...given, flow }, opening);
        if (!state) return;
        const p3 = state.inlet.pressure;
        const root = Math.sqrt(given.temperature);
        const wheel = (hot.turbine.reduced(state.ratio) * p3) / root;
        const gate =
          ((opening * 6e-4 * p3) / (Math.sqrt(exhaust.gas.gasConstant) * root)) *
          nozzleFunction.fn({ ratio: state.ratio, gamma: exhaust.gamma });
        expect((wheel + gate) / flow).toBeCloseTo(1, 7);
        expect(state.flow / wheel).toBeCloseTo(1, 7);
        // The solver's own tolerance is 1e-8 of the flow.
        expect(Math.abs(state.gateFlow - gate) / flow).toBeLessThan(1e-6);
      }),
    );
  });

  it('an opening found for a power gives that power back', () => {
    fc.assert(
      fc.property(fc.double({ min: 500, max: 22_000, noNaN: true }), (power) => {
        const wanted = atPower(hot, given, power)!;
        expect(wanted.power / power).toBeCloseTo(1, 6);
        if (wanted.opening < 0 || wanted.opening > 1) return;
        const again = atOpening(hot, given, wanted.opening)!;
        expect(again.power / power).toBeCloseTo(1, 5);
        expect(again.ratio).toBeCloseTo(wanted.ratio, 6);
      }),
    );
  });

  it('a wider gate takes pressure and power from the turbine, more exhaust gives both', () => {
    fc.assert(
      fc.property(openings, openings, (a, b) => {
        fc.pre(Math.abs(a - b) > 1e-3);
        const [shut, open] = [Math.min(a, b), Math.max(a, b)].map((o) => atOpening(hot, given, o)!);
        expect(open!.inlet.pressure).toBeLessThan(shut!.inlet.pressure);
        expect(open!.power).toBeLessThan(shut!.power);
      }),
    );
    const [few, many] = [0.12, 0.24].map((flow) => atOpening(hot, { ...given, flow }, 0)!);
    expect(many!.power).toBeGreaterThan(few!.power);
    expect(many!.inlet.pressure).toBeGreaterThan(few!.inlet.pressure);
  });

  it('say so where no expansion passes the flow or gives the power', () => {
    expect(atOpening(hot, { ...given, flow: 9 }, 0)).toBeNull();
    expect(atPower(hot, given, 5e6)).toBeNull();
  });

  it('vanes that open do what a larger housing does', () => {
    const vanes: TurbineSide = { ...hot, gate: { kind: 'vanes', closed: 0.5, open: 1.2 } };
    const wide = atOpening(vanes, given, 1)!;
    const larger = atOpening(
      {
        ...hot,
        gate: { kind: 'none' },
        turbine: { ...hot.turbine, reduced: (r) => 1.2 * hot.turbine.reduced(r) },
      },
      given,
      0,
    )!;
    expect(wide.ratio).toBeCloseTo(larger.ratio, 8);
    expect(wide.gateFlow).toBeCloseTo(0, 12);
  });

  it('exhaust pressure on the valve takes from the spring what the areas say', () => {
    const at = (inlet: number) =>
      springBoost.fn({ spring: 60_000, inlet, outlet: 105_000, bore: 0.04, diaphragm: 0.08 });
    expect(at(105_000)).toBe(60_000);
    expect(at(205_000)).toBeCloseTo(60_000 - 100_000 / 4, 9);
  });
});

describe('spot readings', () => {
  const ambient = 101_325;
  const ratio = (ambient + 126_000) / 99_800;
  const outletAt = (efficiency: number) => {
    const ideal = isentropicTemperature(air, 293.15, ratio);
    return 293.15 + (ideal - 293.15) / efficiency;
  };
  const expected: Expected = {
    ambient,
    inlet: { pressure: 99_800, temperature: 293.15 },
    coolant: 296.15,
    compressorEfficiency: 0.76,
    coolerEffectiveness: 0.75,
    air,
    manifold: ambient + 118_000,
    compressorOutlet: ambient + 126_000,
    turbineInlet: ambient + 150_000,
    turbineOutlet: ambient + 9_000,
    compressorOutletTemperature: outletAt(0.76),
    chargeTemperature: outletAt(0.76) - 0.75 * (outletAt(0.76) - 296.15),
    turbineInletTemperature: 1_110,
    shaftRpm: 118_000,
  };
  /** A build that reads exactly as foreseen, but for what is changed. */
  const read = (more: Reading = {}): ReturnType<typeof diagnose> =>
    diagnose(
      {
        manifold: expected.manifold,
        compressorOutlet: expected.compressorOutlet,
        turbineInlet: expected.turbineInlet,
        turbineOutlet: expected.turbineOutlet,
        compressorOutletTemperature: expected.compressorOutletTemperature,
        chargeTemperature: expected.chargeTemperature,
        turbineInletTemperature: expected.turbineInletTemperature,
        shaftRpm: expected.shaftRpm,
        ...more,
      },
      expected,
    );
  const codes = (d: ReturnType<typeof diagnose>) => d.findings.map((f) => f.reason.code);

  it('as foreseen say nothing', () => {
    const said = read();
    expect(codes(said)).toEqual([]);
    expect(said.contradictions).toEqual([]);
    for (const one of said.implied) expect(Math.abs(one.sigma)).toBeLessThan(0.5);
  });

  it.each([
    ['a worn compressor', { compressorOutletTemperature: outletAt(0.6) }, 'spot-efficiency-low'],
    ['a weak cooler', { chargeTemperature: expected.chargeTemperature + 30 }, 'spot-cooler-weak'],
    [
      'a restriction before the engine',
      { compressorOutlet: expected.compressorOutlet + 14_000 },
      'spot-charge-restricted',
    ],
    [
      'a blocked exhaust',
      { turbineInlet: expected.turbineInlet + 70_000, turbineOutlet: ambient + 52_000 },
      'spot-exhaust-blocked',
    ],
    ['a tight hot side', { turbineInlet: expected.turbineInlet + 70_000 }, 'spot-hot-side-tight'],
    ['a leak', { shaftRpm: 131_000 }, 'spot-leak'],
    ['late spark', { turbineInletTemperature: 1_250 }, 'spot-exhaust-hot'],
    ['an alarm', { turbineInlet: ambient + 340_000 }, 'spot-back-alarm'],
  ] as [string, Reading, string][])('%s is found', (_, more, code) => {
    expect(codes(read(more))).toContain(code);
  });

  it('on which side of the turbine a restriction sits is left open until the pressure after it is read', () => {
    const rest = { manifold: expected.manifold, turbineInlet: expected.turbineInlet + 70_000 };
    expect(codes(diagnose(rest, expected))).toEqual(['spot-back-high']);
  });

  it('are surer the further they lie, and a small difference is no finding', () => {
    const at = (more: number) => read({ turbineInlet: expected.turbineInlet + more }).findings[0]?.sure;
    expect(at(8_000)).toBeUndefined();
    expect(at(35_000)).toBe('probably');
    expect(at(80_000)).toBe('clearly');
  });

  it.each([
    [
      'manifold over the outlet',
      { manifold: expected.compressorOutlet + 9_000 },
      'spot-manifold-over-outlet',
    ],
    [
      'swapped turbine lines',
      { turbineInlet: ambient + 5_000, turbineOutlet: ambient + 40_000 },
      'spot-turbine-backwards',
    ],
    [
      'colder than a perfect compressor',
      { compressorOutletTemperature: outletAt(1.2) },
      'spot-colder-than-ideal',
    ],
    ['no heat at all', { compressorOutletTemperature: 292 }, 'spot-no-heat'],
    [
      'a charge hotter than the outlet',
      { chargeTemperature: expected.compressorOutletTemperature + 20 },
      'spot-charge-hotter',
    ],
    ['a charge colder than its coolant', { chargeTemperature: 280 }, 'spot-charge-under-coolant'],
  ] as [string, Reading, string][])(
    '%s contradicts itself, and nothing is concluded from it',
    (_, more, code) => {
      const said = read(more);
      expect(said.contradictions.map((c) => c.code)).toContain(code);
      for (const one of said.implied)
        if (one.key === 'compressor-efficiency') expect(one.value).toBeLessThan(1);
    },
  );
});
