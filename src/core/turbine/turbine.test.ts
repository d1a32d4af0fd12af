import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleTurbines, sampleTurbochargers, sampleCompressors } from '@/data/demo/sample';
import { DRY_AIR, enthalpy, makeGas } from '../air/gas-properties';
import { given } from '../documents/input';
import { checkTurbine } from './check';
import { turbineSchema, type Turbine } from './document';
import { expand, expandedTemperature } from './expansion';
import { compileTurbine, fitThroats, USUAL_GAS } from './flow';
import { criticalRatio, nozzleFunction, throatFlow, throatRatio, turbineEfficiency } from './formulas';

const maker = (value: number) => given(value, 'maker');
const base: Turbine = sampleTurbines.find((t) => t.id === 'damson-t50')!.document;
const within = (min: number, max: number) => fc.double({ min, max, noNaN: true });

describe('a nozzle', () => {
  // Shapiro, Compressible Fluid Flow (1953), isentropic tables; ASHRAE/Heywood app. C give the same function.
  it.each([
    [1.4, 1 / 0.5283, 0.6847],
    [1.3, 1 / 0.5457, 0.6673],
    // γ = 1.4, M = 0.5: p/p0 = 0.8430, A/A* = 1.3398.
    [1.4, 1 / 0.843, 0.6847 / 1.3398],
    // M = 0.8: p/p0 = 0.6560, A/A* = 1.0382.
    [1.4, 1 / 0.656, 0.6847 / 1.0382],
  ])('with γ %p at a ratio of %p passes %p', (gamma, ratio, flow) => {
    expect(nozzleFunction.fn({ ratio, gamma })).toBeCloseTo(flow, 3);
  });

  it('is choked beyond its critical ratio and passes nothing at one', () => {
    expect(criticalRatio(1.4)).toBeCloseTo(1.8929, 4);
    expect(nozzleFunction.fn({ ratio: 9, gamma: 1.3 })).toBeCloseTo(0.6673, 4);
    expect(nozzleFunction.fn({ ratio: 1, gamma: 1.3 })).toBe(0);
  });

  it('air at 10 bar and 20 °C through 1 cm² is 0.236 kg/s once choked', () => {
    // ṁ = 0.04042 A p0 / √T0 for air, Shapiro (1953), eq. 4.17.
    const flow = throatFlow.fn({
      area: 1e-4,
      pressure: 1e6,
      gasConstant: 287.05,
      temperature: 293.15,
      nozzle: nozzleFunction.fn({ ratio: 10, gamma: 1.4 }),
    });
    expect(flow).toBeCloseTo((0.04042 * 1e-4 * 1e6) / Math.sqrt(293.15), 4);
  });

  it('two throats in series choke at the square of one: near 3.4', () => {
    const two = criticalRatio(1.35) ** 2;
    expect(two).toBeGreaterThan(3.3);
    expect(two).toBeLessThan(3.5);
    const flow = (ratio: number) =>
      nozzleFunction.fn({ ratio: throatRatio.fn({ ratio, throats: 2 }), gamma: 1.35 });
    expect(flow(two)).toBeCloseTo(flow(8), 12);
    expect(flow(two * 0.97)).toBeLessThan(flow(two));
  });
});

describe('capacity', () => {
  it('a law of throats is found again from its own points', () => {
    fc.assert(
      fc.property(within(1e-4, 4e-3), within(1.05, 1.95), (area, throats) => {
        const points = [1.2, 1.5, 1.9, 2.4, 2.9].map((ratio) => ({
          ratio,
          flow:
            (area / Math.sqrt(USUAL_GAS.gasConstant)) *
            nozzleFunction.fn({ ratio: throatRatio.fn({ ratio, throats }), gamma: USUAL_GAS.gamma }),
        }));
        const law = fitThroats(points, USUAL_GAS);
        expect(law.throats).toBeCloseTo(throats, 3);
        expect(law.area / area).toBeCloseTo(1, 4);
        expect(law.residual).toBeLessThan(1e-4);
      }),
      { numRuns: draws(60) },
    );
  });

  it('never falls with the expansion ratio, and reads its own points', () => {
    for (const { document } of sampleTurbines)
      document.housings.forEach((housing, i) => {
        const turbine = compileTurbine(document, i)!;
        let before = 0;
        for (let ratio = 1.01; ratio < 8; ratio += 0.05) {
          const flow = turbine.reduced(ratio);
          expect(flow).toBeGreaterThanOrEqual(before * (1 - 1e-12));
          before = flow;
        }
        if (housing.capacity.kind !== 'points') return;
        const { pressure, temperature } = document.reference;
        for (const p of housing.capacity.points)
          expect((turbine.reduced(p.ratio) * pressure) / Math.sqrt(temperature) / p.flow).toBeCloseTo(1, 6);
        expect(turbine.rangeAt(housing.capacity.points.at(-1)!.ratio + 0.1)).toBe('extrapolated');
      });
  });

  it('the same points corrected to another reference are the same turbine', () => {
    const hot = { pressure: 100_000, temperature: 873.15 };
    const factor =
      (hot.pressure / base.reference.pressure) * Math.sqrt(base.reference.temperature / hot.temperature);
    const restated: Turbine = {
      ...base,
      reference: hot,
      housings: base.housings.map((h) =>
        h.capacity.kind === 'points'
          ? {
              ...h,
              capacity: {
                ...h.capacity,
                points: h.capacity.points.map((p) => ({ ...p, flow: p.flow * factor })),
              },
            }
          : h,
      ),
    };
    for (const ratio of [1.1, 1.8, 2.7, 4])
      expect(
        compileTurbine(restated, 1)!.reduced(ratio) / compileTurbine(base, 1)!.reduced(ratio),
      ).toBeCloseTo(1, 9);
  });

  it('A/R scales from the nearest housing with data, and nothing is made of nothing', () => {
    const scaled: Turbine = {
      ...base,
      housings: [
        ...base.housings.slice(0, 2),
        {
          name: 'larger',
          ar: maker(base.housings[1]!.ar!.value * 1.2),
          entry: 'open',
          capacity: { kind: 'scaled' },
        },
        { name: 'unknown', entry: 'open', capacity: { kind: 'scaled' } },
      ],
    };
    expect(compileTurbine(scaled, 2)!.reduced(2) / compileTurbine(scaled, 1)!.reduced(2)).toBeCloseTo(1.2, 9);
    expect(compileTurbine(scaled, 2)!.rangeAt(2)).toBe('extrapolated');
    expect(compileTurbine(scaled, 3)).toBeNull();
    expect(checkTurbine(scaled).faults.map((f) => [f.reason.code, f.housing])).toEqual([
      ['housing-without-data', 3],
    ]);
  });
});

describe('expansion', () => {
  const air = makeGas(DRY_AIR);
  const wheel = { inducer: 0.05, efficiency: 0.7, bestVelocityRatio: 0.68 };

  it('of air at 1,100 K by three gives what an air table gives', () => {
    // Moran & Shapiro, Fundamentals of Engineering Thermodynamics, table A-22 (figures from memory): 1,100 K: h 1161.07,
    // p_r 167.1; 820 K: 843.98, 52.59; 840 K: 866.08, 57.60 kJ/kg.
    const share = (167.1 / 3 - 52.59) / (57.6 - 52.59);
    const ideal = (1161.07 - (843.98 + share * (866.08 - 843.98))) * 1e3;
    expect(expand(wheel, air, 1100, 3, 100_000).ideal / ideal).toBeCloseTo(1, 2);
  });

  it('is best at its own U/C0, loses as a parabola, gives nothing at twice it', () => {
    const at = (x: number) =>
      turbineEfficiency.fn({ peak: 0.7, blade: x * 0.68 * 500, spouting: 500, optimum: 0.68 });
    expect(at(1)).toBeCloseTo(0.7, 12);
    expect(at(0.5)).toBeCloseTo(0.525, 12);
    expect(at(2)).toBeCloseTo(0, 12);
    expect(at(3)).toBe(0);
  });

  it('takes out of the gas what it hands on', () => {
    fc.assert(
      fc.property(within(600, 1400), within(1.05, 6), within(20_000, 200_000), (inlet, ratio, speed) => {
        const { work } = expand(wheel, air, inlet, ratio, speed);
        const behind = expandedTemperature(air, inlet, work);
        expect(enthalpy(air, inlet) - enthalpy(air, behind)).toBeCloseTo(work, 1);
        expect(behind).toBeLessThanOrEqual(inlet);
      }),
    );
  });
});

describe('reading a turbine', () => {
  const points = (list: [number, number][]): Turbine => ({
    ...base,
    housings: [
      {
        name: 'A/R 0.60',
        entry: 'open',
        capacity: { kind: 'points', points: list.map(([ratio, flow]) => ({ ratio, flow })) },
      },
    ],
  });
  const codes = (turbine: Turbine) => {
    const { faults, doubts } = checkTurbine(turbine);
    return [...faults, ...doubts].map((f) => f.reason.code);
  };
  const usual = base.housings[1]!.capacity;
  const list = usual.kind === 'points' ? usual.points.map((p): [number, number] => [p.ratio, p.flow]) : [];

  it('nothing is said of the demo library, and its schema takes it', () => {
    expect(sampleTurbines.length).toBe(20);
    for (const { document } of sampleTurbines) {
      expect([document.name, ...codes(document)]).toEqual([document.name]);
      expect(turbineSchema.safeParse(document).success).toBe(true);
    }
  });

  it.each([
    ['too few points', points(list.slice(0, 1)), 'turbine-points-few'],
    [
      'flow that falls with expansion',
      points([...list.slice(0, 4), [list[4]![0], list[3]![1] * 0.8]]),
      'turbine-flow-falls',
    ],
    ['a ratio that falls', points([list[2]!, list[1]!, list[3]!]), 'turbine-ratio-falls'],
    ['a flow in another unit', points(list.map(([r, f]) => [r, f * 60])), 'throat-unusual'],
    ['a wheel the wrong way round', { ...base, exducer: maker(0.07) }, 'turbine-wheel-odd'],
    [
      'points off any law',
      points(list.map(([r, f], i) => [r, f * (i < 4 ? 0.8 : 1.1)])),
      'turbine-points-rough',
    ],
  ] as [string, Turbine, string][])('%s', (_, turbine, code) => {
    expect(codes(turbine)).toContain(code);
  });

  it('points of a hot stand said to be cold fit only the hot reference, and that is said', () => {
    const factor = Math.sqrt(288.15 / 873.15) * 0.55;
    const said = checkTurbine(points(list.map(([r, f]) => [r, f * factor]))).doubts[0]!.reason;
    expect(said.code).toBe('throat-other-reference');
    expect(said.figures.other!.value).toBe(873.15);
  });
});

describe('the demo library of turbochargers', () => {
  it('has forty or more, each of parts that are there, of one size, with a shaft both stand', () => {
    expect(sampleTurbochargers.length).toBeGreaterThanOrEqual(40);
    for (const { document: t } of sampleTurbochargers) {
      const compressor = sampleCompressors.find((c) => c.id === t.compressor.id)!.document;
      const turbine = sampleTurbines.find((x) => x.id === t.turbine.id)!.document;
      const share = turbine.inducer.value / compressor.exducer.value;
      expect(share).toBeGreaterThan(0.75);
      expect(share).toBeLessThan(1.08);
      expect(t.maxSpeedRpm.value).toBeLessThanOrEqual(
        Math.min(compressor.maxSpeedRpm.value, turbine.maxSpeedRpm.value),
      );
      expect(compileTurbine(turbine, t.housing)).not.toBeNull();
    }
    expect(new Set(sampleTurbochargers.map((t) => t.document.name)).size).toBe(sampleTurbochargers.length);
  });
});
