import fc from 'fast-check';
import { pushApart } from './push-apart';
import { compileMap } from '@/core/compressor/map';
import { sampleCompressors } from '@/data/demo/sample';
import { parseQuantity } from '@/core/units/parse';
import { quantities, unitsOf, type Quantity } from '@/core/units/quantities';
import { mapShapes } from '../map/map-shapes';
import { spreadOut } from '../map/spread';
import { scaleTop, tubeOutline, tubePath } from '../frame/tube';
import { fieldText } from '../words/format';
import { digitsOf } from './axis';
import { rowsOf, valueAt } from './curves';
import { heatColour } from './heat';

describe('the Airway', () => {
  it('keeps its scale at the first top that holds the highest pressure', () => {
    expect(scaleTop(199e3)).toBe(200e3);
    expect(scaleTop(213e3)).toBe(300e3);
    expect(scaleTop(5e6)).toBe(900e3);
  });
  it('a station shows its outlet: the tube changes between 34 and 66 % of its cell', () => {
    const outline = tubeOutline(
      [
        { pressure: 100e3, temperature: 300 },
        { pressure: 200e3, temperature: 400 },
      ],
      100,
      (p) => p / 1e4,
    );
    const at = (x: number) => outline.filter((p) => Math.abs(p.x - x) < 0.01).map((p) => p.y);
    expect(at(134)).toEqual([10]);
    expect(at(166)).toEqual([20]);
    expect(at(150)[0]).toBeCloseTo(15, 9);
    expect(tubePath(outline, 50)).toMatch(/^M0\.0 40\.0L.*Z$/);
    expect(tubePath([], 50)).toBe('');
  });
  it('colours by temperature, clamped at both ends', () => {
    expect(heatColour(200)).toBe('var(--heat--20)');
    expect(heatColour(2000)).toBe('var(--heat-950)');
    expect(heatColour(273.15 + 40)).toContain('50.0%');
  });
});

describe('the compressor map', () => {
  it.each(sampleCompressors.map((c) => [c.document.name, c.document] as const))(
    '%s: bands stay between surge, choke and the top line',
    (_, document) => {
      const map = compileMap(document);
      const shapes = mapShapes(map);
      expect(shapes.bands.length).toBeGreaterThanOrEqual(5);
      expect(shapes.bands.length).toBeLessThanOrEqual(7);
      const places = shapes.bands.flatMap((b) => b.rings.flat());
      const flows = document.lines.flatMap((l) => l.points.map((p) => p.flow));
      const ratios = document.lines.flatMap((l) => l.points.map((p) => p.pressureRatio));
      const over = places.filter(
        (p) =>
          p.flow > Math.max(...flows) * 1.001 ||
          p.ratio > Math.max(...ratios) * 1.001 ||
          !Number.isFinite(p.flow + p.ratio),
      );
      expect(over).toEqual([]);
      expect(shapes.best).toBeCloseTo(
        Math.max(...document.lines.flatMap((l) => l.points.map((p) => p.efficiency))),
        2,
      );
    },
  );
  it('drops a label that has no room, keeping the earlier one', () => {
    const spot = (x: number) => ({ x, y: 0, w: 30, h: 14 });
    expect(spreadOut([spot(0), spot(10), spot(40)], []).map((s) => s.x)).toEqual([0, 40]);
    expect(spreadOut([spot(0)], [spot(5)])).toEqual([]);
  });
});

it('what a field shows can be typed back: same value in every unit', () => {
  const samples: Partial<Record<Quantity, number[]>> = {
    power: [212_524.46, 1_000_000],
    pressure: [83_000, 101_325],
    temperature: [233.15, 295.15],
    massFlow: [0.21, 1.6],
    bore: [0.079, 0.0684],
    engineSpeed: [1500, 9500],
    fuelPerEnergy: [304e-3 / 3.6e6],
    pressureDrop: [1700, 12_345],
    share: [0.38, 1.02],
  };
  for (const [name, values] of Object.entries(samples) as [Quantity, number[]][])
    for (const unit of unitsOf(name))
      for (const value of values) {
        const typed = parseQuantity(fieldText(value, unit), name, unit);
        expect(typed.ok && Math.abs(typed.value / value - 1)).toBeLessThan(6e-3);
      }
  expect(Object.keys(quantities).length).toBeGreaterThan(15);
});

describe('curves of one plot', () => {
  it('figures at an axis have the decimals that tell them apart', () => {
    expect(
      [
        [0, 500],
        [0, 0.5, 1],
        [1, 1.05],
        [0, 0.1 + 0.2],
      ].map(digitsOf),
    ).toEqual([0, 1, 2, 1]);
  });
  it('with places of their own: every point is there, and each is read straight between its own neighbours', () => {
    const places = fc.uniqueArray(fc.integer({ min: 0, max: 1_000 }), { minLength: 2, maxLength: 12 });
    fc.assert(
      fc.property(places, places, fc.double({ min: 0, max: 1, noNaN: true }), (own, others, share) => {
        const line = (slope: number) => (x: number) => ({ x, y: 3 + slope * x });
        const rows = rowsOf({ own: own.map(line(2)), other: others.map(line(-5)) });
        expect(rows).toHaveLength(new Set([...own, ...others]).size);
        for (const place of own)
          expect(rows.find((row) => row.x === place)!['own']).toBeCloseTo(3 + 2 * place, 9);
        expect(rows.every((row, i) => !i || row.x >= rows[i - 1]!.x)).toBe(true);
        const [low, high] = [Math.min(...own), Math.max(...own)];
        const x = low + share * (high - low);
        expect(valueAt(rows, 'own', x)).toBeCloseTo(3 + 2 * x, 6);
        expect(valueAt(rows, 'own', high + 1)).toBeNull();
        expect(valueAt(rows, 'nothing', x)).toBeNull();
      }),
    );
  });
});

describe('labels pushed apart', () => {
  it('stand at least the gap apart, in order, inside their ends, and stay where there is room', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 100, noNaN: true }), { minLength: 1, maxLength: 3 }),
        (wanted) => {
          const places = pushApart(wanted, 13, 0, 100);
          const order = wanted.map((y, i) => ({ y, i })).sort((a, b) => a.y - b.y);
          order.forEach(({ i }, k) => {
            expect(places[i]).toBeGreaterThanOrEqual(-1e-9);
            expect(places[i]).toBeLessThanOrEqual(100 + 1e-9);
            if (k) expect(places[i]! - places[order[k - 1]!.i]!).toBeGreaterThanOrEqual(13 - 1e-9);
          });
        },
      ),
    );
    expect(pushApart([80, 10, 40], 13, 0, 100)).toEqual([80, 10, 40]);
  });
});
