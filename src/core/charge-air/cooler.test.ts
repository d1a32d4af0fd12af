import fc from 'fast-check';
import { sampleCoolers, sampleLibrary, sampleTurboJob } from '@/data/demo/sample';
import { compileBuild } from '../build/build';
import { chargerAtEngine } from '../job/chargers';
import { solveSweep } from '../solve/sweep';
import { workingOf } from '../workings/workings';
import { coolerEffectiveness, coolerOutlet } from './cooler';
import { checkCooler, effectivenessCurve, pointsFrom } from './cooler-curve';
import {
  chargeSideEffectiveness,
  exchangerEffectiveness,
  type Core,
  type FlowArrangement,
} from './exchanger';

const arrangements: FlowArrangement[] = ['counter', 'parallel', 'cross', 'cross-coolant-mixed'];

describe('exchanger effectiveness', () => {
  // Incropera & DeWitt, Fundamentals of Heat and Mass Transfer, table 11.3 (formulas after Kays & London); figures worked by hand.
  it.each([
    ['counter', 1, 1, 0.5],
    ['counter', 2, 0.5, 0.7746],
    ['parallel', 1, 1, 0.4323],
    ['parallel', 2, 0.5, 0.6335],
    ['cross', 1, 1, 0.4685],
    ['cross-coolant-mixed', 2, 0.5, 0.7021],
  ] as const)('%s, NTU %d, ratio %d: %d', (arrangement, ntu, ratio, expected) => {
    expect(exchangerEffectiveness(ntu, ratio, arrangement)).toBeCloseTo(expected, 3);
  });

  it('where one stream does not change its temperature every arrangement is one: 1 − e^−NTU', () => {
    for (const arrangement of arrangements)
      for (const isChargeLesser of [true, false])
        expect(exchangerEffectiveness(1.7, 1e-7, arrangement, isChargeLesser)).toBeCloseTo(
          1 - Math.exp(-1.7),
          5,
        );
  });

  it('lies between nothing and one, rises with transfer units, and counterflow is never beaten', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.05, max: 6, noNaN: true }),
        fc.double({ min: 0.01, max: 1, noNaN: true }),
        (ntu, ratio) => {
          const best = exchangerEffectiveness(ntu, ratio, 'counter');
          expect(best).toBeLessThanOrEqual(1);
          for (const arrangement of arrangements) {
            const here = exchangerEffectiveness(ntu, ratio, arrangement);
            expect(here).toBeGreaterThan(0);
            // The fit for crossflow strays by some thousandths.
            expect(here).toBeLessThanOrEqual(best + 0.006);
            expect(exchangerEffectiveness(ntu * 1.1, ratio, arrangement)).toBeGreaterThanOrEqual(here - 1e-9);
          }
        },
      ),
    );
  });
});

/** Degrees Fahrenheit as kelvin. */
const fahrenheit = (f: number) => (f - 32) / 1.8 + 273.15;

describe('what two thermometers show', () => {
  // Common practice, no source.
  it('200 °F in, 100 °F air, 115 °F out is 0.85; ice water 200 to 55 °F is 0.863; 300 in, 140 to 150 out is 0.80 to 0.75', () => {
    const read = (inlet: number, outlet: number, coolant: number) =>
      coolerEffectiveness.fn({
        inlet: fahrenheit(inlet),
        outlet: fahrenheit(outlet),
        coolant: fahrenheit(coolant),
      });
    expect(read(200, 115, 100)).toBeCloseTo(0.85, 6);
    expect(read(200, 55, 32)).toBeCloseTo(0.863, 3);
    expect(read(300, 140, 100)).toBeCloseTo(0.8, 6);
    expect(read(300, 150, 100)).toBeCloseTo(0.75, 6);
  });

  it('one core reads 0.85 and, with a plausible step of flow, 0.80 and 0.75', () => {
    const heat = 1_006;
    const core: Core = {
      arrangement: 'cross',
      charge: { conductance: 620, flow: 0.2 },
      coolant: { conductance: 900, flow: 1.2 },
    };
    const at = (flow: number) => chargeSideEffectiveness(core, { flow, heat }, { flow: 1.2, heat });
    const flowOf = (effectiveness: number): number => {
      let [low, high] = [0.01, 2];
      for (let i = 0; i < 60; i++) {
        const middle = (low + high) / 2;
        if (at(middle) > effectiveness) low = middle;
        else high = middle;
      }
      return low;
    };
    const base = flowOf(0.85);
    expect(flowOf(0.8) / base).toBeGreaterThan(1.1);
    expect(flowOf(0.75) / base).toBeLessThan(2.5);
  });
});

describe('effectiveness over the flow, from points', () => {
  it('passes through its points, falls without a kink, and goes on beyond them as cores do', () => {
    for (const { document } of sampleCoolers) {
      const at = effectivenessCurve(document.points);
      for (const { flow, effectiveness } of document.points) expect(at(flow)).toBeCloseTo(effectiveness, 9);
      const [first, last] = [document.points[0]!.flow, document.points.at(-1)!.flow];
      let before = 1;
      for (let flow = first * 0.2; flow < last * 2; flow *= 1.02) {
        const here = at(flow);
        expect(here).toBeLessThanOrEqual(before + 1e-9);
        expect(before - here).toBeLessThan(0.02);
        expect(here).toBeGreaterThan(0.2);
        before = here;
      }
      expect(checkCooler(document).doubts).toEqual([]);
    }
  });

  it('from one figure: as much at its flow, better below, worse above', () => {
    for (const effectiveness of [0.3, 0.7, 0.9]) {
      const at = effectivenessCurve(pointsFrom(effectiveness, 0.25));
      expect(at(0.25)).toBeCloseTo(effectiveness, 3);
      expect(at(0.1)).toBeGreaterThan(effectiveness);
      expect(at(0.4)).toBeLessThan(effectiveness);
    }
  });

  it('a cooler that cools better with more flow is doubted', () => {
    const { document } = sampleCoolers[0]!;
    const points = document.points.map((p, i) => ({ ...p, effectiveness: 0.6 + 0.05 * i }));
    expect(checkCooler({ ...document, points }).doubts[0]!.reason.code).toBe('cooler-better-with-flow');
  });
});

describe('a setup with a cooler by points', () => {
  const job = sampleTurboJob(0);
  const { aftercooler } = chargerAtEngine(job.setups[0]!)!;
  const { document } = sampleCoolers.find(({ id }) => id === 'floe-60')!;
  const sweepOf = () => {
    const compiled = compileBuild(job, job.setups[0]!.id, sampleLibrary);
    if ('problems' in compiled) throw new Error(JSON.stringify(compiled.problems));
    return { build: compiled.build, sweep: solveSweep(compiled.build) };
  };

  it('has the effectiveness of its flow at every speed, and the working says where it comes from', () => {
    aftercooler.points = document.points.map(({ flow, effectiveness }) => ({ flow, effectiveness }));
    const { build, sweep } = sweepOf();
    const at = effectivenessCurve(document.points);
    const seen = new Set<number>();
    for (const p of sweep.points) {
      if (!p.boosting || p.status.kind === 'failed') continue;
      const effectiveness = at(p.path.massFlow);
      seen.add(Number(effectiveness.toFixed(2)));
      const expected = coolerOutlet.fn({
        inlet: p.path.chargers[0]!.outlet.temperature,
        coolant: build.climate.temperature + aftercooler.coolantRise.value,
        effectiveness,
      });
      expect(p.path.cooler.temperature).toBeCloseTo(expected, 3);
    }
    expect(seen.size).toBeGreaterThan(5);
    const working = workingOf(build, sweep.goalPoint, 'charge-temperature', 0)!;
    const last = working.steps.at(-1)!;
    expect(last.kind === 'formula' && last.origins.effectiveness).toEqual({ read: 'cooler' });
    expect(last.value).toBeCloseTo(working.value, 4);
  });

  it('with points that all say one figure nothing differs from that figure stated', () => {
    const flat = aftercooler.effectiveness.value;
    aftercooler.points = [0.05, 0.4].map((flow) => ({ flow, effectiveness: flat }));
    const byPoints = sweepOf().sweep;
    delete aftercooler.points;
    const stated = sweepOf().sweep;
    byPoints.points.forEach((p, i) =>
      expect(p.path.manifold.temperature).toBeCloseTo(stated.points[i]!.path.manifold.temperature, 3),
    );
  });
});
