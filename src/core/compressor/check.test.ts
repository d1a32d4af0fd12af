import fc from 'fast-check';
import { draws } from '@/testing/fuzz';
import { sampleCompressors } from '@/data/demo/sample';
import { checkMap, headCoefficient } from './check';
import type { Compressor } from './document';
import { headOf, tipSpeedOf } from './head';
import { findOnMap } from './lookup';
import { compileMap } from './map';
import { dryAirDensity, restate } from './reference';

const birch = sampleCompressors.find((c) => c.id === 'birch-50')!.document;
const codes = (map: Compressor) => {
  const { faults, doubts } = checkMap(map);
  return { faults: faults.map((f) => f.reason.code), doubts: doubts.map((d) => d.reason.code) };
};
const changed = (change: (map: Compressor) => void): Compressor => {
  const copy = structuredClone(birch);
  change(copy);
  return copy;
};

describe('reading a map before trusting it', () => {
  it('finds nothing to say of the demo library', () => {
    for (const { document } of sampleCompressors)
      expect([document.name, codes(document)]).toEqual([document.name, { faults: [], doubts: [] }]);
  });

  it('names faults with their place', () => {
    const swapped = changed((m) => {
      [m.lines[3]!.points, m.lines[4]!.points] = [m.lines[4]!.points, m.lines[3]!.points];
    });
    expect(checkMap(swapped).faults[0]).toMatchObject({ line: 4 });
    expect(codes(swapped).faults[0]).toMatch(/lines-(swapped|cross)/);
    const high = changed((m) => (m.lines[2]!.points[6]!.pressureRatio *= 1.7));
    expect(checkMap(high).faults[0]).toMatchObject({ line: 3, reason: { code: 'lines-cross' } });
    expect(codes(changed((m) => m.lines[1]!.points.splice(1))).faults).toEqual(['line-too-short']);
    expect(codes(changed((m) => m.lines.splice(1))).faults).toEqual(['lines-too-few']);
    expect(codes(changed((m) => (m.lines[0]!.points[3]!.efficiency = 1.2))).faults).toEqual([
      'efficiency-above-one',
    ]);
    expect(codes(changed((m) => (m.inducer.value = m.exducer.value))).faults).toEqual([
      'inducer-not-smaller',
    ]);
    const doubled = changed((m) => (m.lines[0]!.points[4]!.flow = m.lines[0]!.points[3]!.flow));
    expect(checkMap(doubled).faults).toEqual([
      expect.objectContaining({
        line: 0,
        point: 4,
        reason: expect.objectContaining({ code: 'two-points-one-flow' }),
      }),
    ]);
  });

  it('refuses a map that cannot be read: no ratio at surge, or the same on every line', () => {
    expect(codes(changed((m) => (m.lines[0]!.points[0]!.pressureRatio = 1))).faults).toEqual([
      'line-without-ratio',
    ]);
    const flat = changed((m) => m.lines.forEach((l) => l.points.forEach((p) => (p.pressureRatio = 2))));
    expect(codes(flat).faults).toEqual(['map-flat']);
  });

  it('what passes can be read: whatever is bent about a map, every look-up on it is a number', () => {
    const bend = fc.record({
      line: fc.nat(7),
      point: fc.nat(12),
      flow: fc.double({ min: 0.92, max: 1.08, noNaN: true }),
      ratio: fc.double({ min: 0.8, max: 1.2, noNaN: true }),
      efficiency: fc.double({ min: 0.2, max: 1.2, noNaN: true }),
      cut: fc.nat(10),
    });
    let sound = 0;
    fc.assert(
      fc.property(fc.array(bend, { minLength: 1, maxLength: 5 }), (bends) => {
        const map = changed((m) => {
          for (const b of bends) {
            const line = m.lines[b.line % m.lines.length]!;
            const p = line.points[b.point % line.points.length]!;
            p.flow *= b.flow;
            p.pressureRatio = Math.max(0.8, 1 + (p.pressureRatio - 1) * b.ratio);
            p.efficiency = Math.min(0.95, p.efficiency * b.efficiency);
            if (b.cut < 4 && line.points.length > 4) line.points.splice(0, b.cut);
            if (b.cut === 10 && m.lines.length > 2) m.lines.splice(b.line % m.lines.length, 1);
          }
        });
        if (checkMap(map).faults.length) return;
        sound++;
        const compiled = compileMap(map);
        for (const flow of [0.02, 0.1, 0.2, 0.34])
          for (const ratio of [1.05, 1.5, 2.5, 4.5]) {
            const { speedRpm, efficiency, edgeRoom, status } = findOnMap(compiled, flow, ratio);
            if (![speedRpm, efficiency, edgeRoom?.share].every((x) => Number.isFinite(x)))
              throw new Error(`${status} at ${flow}, ${ratio} gives no number`);
          }
      }),
      { numRuns: draws(400) },
    );
    expect(sound).toBeGreaterThan(60);
  });

  it('lets a choked line fall straight down', () => {
    const vertical = changed((m) => {
      const { points } = m.lines.at(-1)!;
      points.push({ ...points.at(-1)!, pressureRatio: points.at(-1)!.pressureRatio * 0.9, efficiency: 0.5 });
    });
    expect(codes(vertical).faults).toEqual([]);
  });

  it('doubts figures that cannot go together', () => {
    // Flow given in kg/min and read as kg/s, speed in krpm × 2, exducer in inches read as centimetres.
    const sixty = changed((m) => m.lines.forEach((l) => l.points.forEach((p) => (p.flow *= 2.2))));
    expect(codes(sixty).doubts).toContain('inducer-too-small');
    expect(codes(changed((m) => (m.exducer.value *= 2.54))).doubts).toEqual(
      expect.arrayContaining(['tip-speed-unusual', 'head-unusual']),
    );
    expect(codes(changed((m) => (m.maxSpeedRpm.value *= 1.2))).doubts).toContain('limit-far-above');
    expect(codes(changed((m) => (m.maxSpeedRpm.value *= 0.9))).doubts).toContain('limit-below-top-line');
    expect(
      codes(changed((m) => (m.lines[5]!.points[0]!.flow = m.lines[4]!.points[0]!.flow * 0.8))).doubts,
    ).toContain('surge-bends-back');
  });
});

describe('the demo wheels', () => {
  // The bounds that docs/physics/compressor-map.md states for the generated library.
  it('turn at 450 to 560 m/s at their limit, with head coefficients of 0.20 to 0.62', () => {
    for (const { document } of sampleCompressors) {
      const tip = tipSpeedOf(document.exducer.value, document.maxSpeedRpm.value);
      expect(tip).toBeGreaterThan(450);
      expect(tip).toBeLessThan(560);
      for (const line of document.lines)
        for (const p of line.points) {
          const head = headCoefficient(
            p.pressureRatio,
            line.speedRpm,
            document.exducer.value,
            document.reference.temperature,
          );
          expect(head).toBeGreaterThan(0.2);
          expect(head).toBeLessThan(0.62);
        }
    }
  });

  it('cover 0.06 to 1.6 kg/s in three families that differ', () => {
    const heads = sampleCompressors.map((c) => headOf(c.document));
    expect(heads.length).toBeGreaterThanOrEqual(24);
    expect(Math.min(...heads.map((h) => h.mostFlow))).toBeLessThan(0.07);
    expect(Math.max(...heads.map((h) => h.mostFlow))).toBeGreaterThan(1.6);
    const family = (word: string) => heads.filter((h) => h.note.startsWith(word));
    const mean = (of: typeof heads, figure: (h: (typeof heads)[number]) => number) =>
      of.reduce((sum, h) => sum + figure(h), 0) / of.length;
    const [wide, narrow, quick] = [family('Wide'), family('Narrow'), family('Small')];
    expect([wide.length, narrow.length, quick.length].every((n) => n >= 8)).toBe(true);
    expect(mean(narrow, (h) => h.highestRatio)).toBeGreaterThan(mean(wide, (h) => h.highestRatio) + 1.5);
    expect(mean(narrow, (h) => h.bestEfficiency)).toBeGreaterThan(mean(wide, (h) => h.bestEfficiency) + 0.04);
    expect(mean(quick, (h) => h.trim)).toBeGreaterThan(mean(narrow, (h) => h.trim) + 6);
    const width = (id: string) => {
      const top = sampleCompressors.find((c) => c.id === id)!.document.lines.at(-1)!.points;
      return top.at(-1)!.flow / top[0]!.flow;
    };
    expect(width('rowan-52')).toBeGreaterThan(1.5 * width('birch-50'));
  });
});

describe('reference conditions', () => {
  const conditions = fc.record({
    pressure: fc.double({ min: 60_000, max: 110_000, noNaN: true }),
    temperature: fc.double({ min: 260, max: 320, noNaN: true }),
  });

  it('restating a map and going back is the identity', () => {
    fc.assert(
      fc.property(conditions, (other) => {
        const back = restate(restate(birch, other), birch.reference);
        const worst = Math.max(
          ...back.lines.flatMap((l, i) => [
            Math.abs(l.speedRpm / birch.lines[i]!.speedRpm - 1),
            ...l.points.map((p, j) => Math.abs(p.flow / birch.lines[i]!.points[j]!.flow - 1)),
          ]),
        );
        expect(worst).toBeLessThan(1e-12);
        expect(back.maxSpeedRpm).toEqual(birch.maxSpeedRpm);
      }),
    );
  });

  // By hand from the definition: √(298/288.15) · 101.325/100 = 1.030422 in flow, √(288.15/298) = 0.98333 in speed.
  it('from 100 kPa, 298 K to 101.325 kPa, 288.15 K by the definition', () => {
    const to = restate(birch, { pressure: 101_325, temperature: 288.15 });
    expect(to.lines[0]!.points[0]!.flow / birch.lines[0]!.points[0]!.flow).toBeCloseTo(1.030422, 5);
    expect(to.lines[0]!.speedRpm / birch.lines[0]!.speedRpm).toBeCloseTo(0.98333, 5);
  });

  // ISO 2533: 1.225 kg/m³ at 101.325 kPa and 288.15 K.
  it('density of dry air at the standard day', () => {
    expect(dryAirDensity({ pressure: 101_325, temperature: 288.15 })).toBeCloseTo(1.225, 3);
  });
});
