import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
// The demo library stands in for a shop's maps. Tests may look across the wall; the core may not.
import { sampleCompressors } from '@/data/demo/sample';
import { DRY_AIR, makeGas } from '../air/gas-properties';
import { compressorSchema } from './document';
import { correctedFlow, efficiencyByHand, outletByHand, surgeMargin, trim } from './formulas';
import { edgeAt, efficiencyAt, findOnMap, mapAt, ON_TOP_LINE } from './lookup';
import { compileMap } from './map';
import { compressorOutlet } from './outlet';

const documents = sampleCompressors.map((c) => c.document);
const maps = documents.map(compileMap);
const anyMap = fc.integer({ min: 0, max: maps.length - 1 });
const share = (min: number, max: number) => fc.double({ min, max, noNaN: true });

const FAHRENHEIT = (f: number) => ((f + 459.67) * 5) / 9;

describe('compressor arithmetic', () => {
  // check-value 1: 7.4 psi boost, 76 °F in, 176 °F out → 0.66 at PR 1.503. Common practice, no source.
  it('reads the efficiency off two thermometers', () => {
    const pressureRatio = (7.4 + 14.7) / 14.7;
    expect(pressureRatio).toBeCloseTo(1.503, 3);
    const figures = { temperature: FAHRENHEIT(76), outlet: FAHRENHEIT(176), pressureRatio };
    expect(efficiencyByHand.fn(figures)).toBeCloseTo(0.66, 2);
    expect(outletByHand.fn({ ...figures, efficiency: 0.662 })).toBeCloseTo(FAHRENHEIT(176), 0);
  });
  // check-value 14: wheel 41.5 / 56 mm and 48 / 60 mm. Common practice, no source.
  it('trim is the square of the diameters', () => {
    expect(trim.fn({ inducer: 0.0415, exducer: 0.056 })).toBeCloseTo(54.9, 1);
    expect(trim.fn({ inducer: 0.048, exducer: 0.06 })).toBeCloseTo(64.0, 1);
  });
  it('flow on a map grows with height: at 83 kPa and 22 °C a kilogram counts as more (plain arithmetic)', () => {
    const figures = {
      massFlow: 0.2,
      temperature: 295.15,
      pressure: 83_000,
      referenceTemperature: 298,
      referencePressure: 100_000,
    };
    expect(correctedFlow.fn(figures)).toBeCloseTo((0.2 * Math.sqrt(295.15 / 298)) / 0.83, 12);
  });
  it('real-gas outlet and the by-hand form stay within 2 % of the rise, and less efficiency is hotter', () => {
    const gas = makeGas(DRY_AIR);
    for (const pressureRatio of [1.3, 2, 2.8, 4])
      for (const efficiency of [0.6, 0.75]) {
        const real = compressorOutlet(gas, 298, pressureRatio, efficiency).temperature - 298;
        const hand = outletByHand.fn({ temperature: 298, pressureRatio, efficiency }) - 298;
        expect(Math.abs(real / hand - 1)).toBeLessThan(0.02);
        expect(compressorOutlet(gas, 298, pressureRatio, efficiency - 0.1).temperature - 298).toBeGreaterThan(
          real,
        );
      }
  });
});

describe('compressor map', () => {
  it('gives the measured points back: each point of each line lies on its line within 0.3 % of the range', () => {
    documents.forEach((document, i) => {
      const map = maps[i]!;
      for (const line of document.lines)
        for (const point of line.points.filter((p) => p.efficiency > 0.6)) {
          const found = findOnMap(map, point.flow, point.pressureRatio, { limitRpm: Infinity });
          expect(Math.abs(found.speedRpm! / line.speedRpm - 1)).toBeLessThan(0.003);
          expect(Math.abs(found.efficiency! - point.efficiency)).toBeLessThan(0.003);
        }
    });
  });

  it('inside the lines, flow and ratio → speed and β → flow and ratio comes back', () => {
    fc.assert(
      fc.property(anyMap, share(0.001, 0.998), share(0.01, 0.99), (which, s, beta) => {
        const map = maps[which]!;
        const low = map.speeds[0]!;
        const speed = low + s * (map.speeds.at(-1)! - low);
        const there = mapAt(map, speed, beta);
        const found = findOnMap(map, there.flow, there.pressureRatio);
        expect(found.status).toBe('inside');
        const back = mapAt(map, found.speedRpm!, found.beta!);
        expect(Math.abs(back.flow / there.flow - 1)).toBeLessThan(1e-7);
        expect(Math.abs(back.pressureRatio / there.pressureRatio - 1)).toBeLessThan(1e-7);
        expect(Math.abs(found.speedRpm! / speed - 1)).toBeLessThan(1e-6);
      }),
      { numRuns: draws(300) },
    );
  });

  it('a warm start finds the same place as a cold one', () => {
    fc.assert(
      fc.property(anyMap, share(0.1, 0.9), share(0.1, 0.9), share(-0.05, 0.05), (which, s, beta, off) => {
        const map = maps[which]!;
        const speed = map.speeds[0]! + s * (map.speeds.at(-1)! - map.speeds[0]!);
        const near = mapAt(map, speed * (1 + off / 4), Math.min(0.95, beta + off));
        const start = efficiencyAt(map, near.flow, near.pressureRatio)!;
        const there = mapAt(map, speed, beta);
        const warm = efficiencyAt(map, there.flow, there.pressureRatio, start)!;
        expect(warm.speed / findOnMap(map, there.flow, there.pressureRatio).speedRpm!).toBeCloseTo(1, 6);
      }),
    );
  });

  it('below the lowest line it follows similarity and says so', () => {
    const map = maps[2]!;
    const on = mapAt(map, map.speeds[0]!, 0.4);
    const found = findOnMap(map, on.flow * 0.5, 1 + (on.pressureRatio - 1) * 0.25);
    expect(found).toMatchObject({ status: 'below-lines', range: 'extrapolated' });
    expect(found.speedRpm!).toBeCloseTo(map.speeds[0]! * 0.5, 0);
    expect(found.efficiency!).toBeCloseTo(on.efficiency, 4);
  });

  it('is never silently beyond surge, choke or the speed limit', () => {
    fc.assert(
      fc.property(anyMap, share(0.02, 0.6), share(1.02, 6), (which, flow, ratio) => {
        const map = maps[which]!;
        const found = findOnMap(map, flow, ratio);
        const left = ratio <= map.surge.highest && flow < map.surge.at(ratio) * 0.999;
        // What lies on the highest line as closely as a map is read is on it: beyond is what is so a little slower, too.
        const slower = 1 / ON_TOP_LINE / 1.0001;
        const edge = edgeAt(map, 1 + (ratio - 1) * slower ** 2, Infinity);
        if (left) expect(found.status).toBe('surge');
        else if (flow * slower > edge.flow * 1.001)
          expect(['choke', 'overspeed', 'surge']).toContain(found.status);
        if (found.range === 'inside') {
          expect(found.surgeMargin!).toBeGreaterThanOrEqual(-1e-3);
          expect(found.chokeMargin!).toBeGreaterThanOrEqual(-1e-3);
          expect(found.edgeRoom!.share).toBeGreaterThanOrEqual(0);
          expect(found.residual).toBeLessThan(1e-4);
        }
        for (const value of [found.speedRpm, found.efficiency]) expect(Number.isFinite(value)).toBe(true);
      }),
      { numRuns: draws(500) },
    );
    const map = maps[2]!;
    const fast = mapAt(map, map.speeds.at(-2)!, 0.5);
    expect(
      findOnMap(map, fast.flow, fast.pressureRatio, { limitRpm: map.speeds.at(-2)! * 0.97 }).status,
    ).toBe('overspeed');
  });

  it('more flow at one ratio means more surge margin, by its definition', () => {
    fc.assert(
      fc.property(anyMap, share(1.3, 3), share(1.01, 1.4), (which, ratio, more) => {
        const map = maps[which]!;
        const surgeFlow = map.surge.at(ratio);
        const near = findOnMap(map, surgeFlow * more, ratio);
        expect(near.surgeMargin!).toBeCloseTo(surgeMargin.fn({ flow: more, surgeFlow: 1 }), 6);
      }),
    );
  });

  it('lets air pass idle at a ratio of one, and survives nonsense', () => {
    for (const [flow, ratio] of [
      [0.1, 1],
      [0, 2],
      [NaN, 2],
      [0.1, Infinity],
      [-1, 2],
    ] as const)
      expect(findOnMap(maps[0]!, flow, ratio)).toMatchObject({ status: 'idle', efficiency: null });
  });

  it('refuses a map whose lines fall back or repeat a point', () => {
    const broken = structuredClone(documents[0]!);
    broken.lines[1]!.points[3]!.flow = broken.lines[1]!.points[1]!.flow;
    expect(compressorSchema.safeParse(broken).success).toBe(false);
    const slow = structuredClone(documents[0]!);
    slow.lines[2]!.speedRpm = slow.lines[1]!.speedRpm;
    expect(compressorSchema.safeParse(slow).success).toBe(false);
  });

  it('the demo wheels turn at 450 to 560 m/s at their limit', () => {
    for (const { exducer, maxSpeedRpm } of documents) {
      const tip = (Math.PI * exducer.value * maxSpeedRpm.value) / 60;
      expect(tip).toBeGreaterThan(450);
      expect(tip).toBeLessThan(560);
    }
  });
});
