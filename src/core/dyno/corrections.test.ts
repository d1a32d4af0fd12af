import { correctionFactor, type RunAir } from './corrections';
import { saturationPressure } from '../air/humid-air';

/** Air whose dry part has this pressure. */
const dry = (pressure: number, temperature: number): RunAir => ({ pressure, temperature, humidity: 0 });

it('each correction is one in its own standard’s air (SAE J1349, J607, DIN 70020, ISO 1585)', () => {
  expect(correctionFactor('sae-j1349', dry(99_000, 298))).toBeCloseTo(1, 9);
  expect(correctionFactor('sae-j607', dry(29.92 * 3386.389, (60 + 459.67) / 1.8))).toBeCloseTo(1, 3);
  expect(correctionFactor('din-70020', dry(101_325, 293))).toBeCloseTo(1, 9);
  expect(correctionFactor('iso-1585', dry(99_000, 298))).toBeCloseTo(1, 9);
  expect(correctionFactor('none', dry(80_000, 310))).toBe(1);
});

it('J607 reads about 4 % more than J1349 in the same air (common practice, no source)', () => {
  const air = { pressure: 100_000, temperature: 298, humidity: 0.3 };
  const ratio = correctionFactor('sae-j607', air) / correctionFactor('sae-j1349', air);
  expect(ratio).toBeGreaterThan(1.03);
  expect(ratio).toBeLessThan(1.06);
});

it('thinner, hotter and wetter air asks for more, and DIN alone does not ask for the humidity', () => {
  for (const correction of ['sae-j1349', 'sae-j607', 'din-70020', 'iso-1585'] as const) {
    const here = { pressure: 98_000, temperature: 300, humidity: 0.5 };
    const factor = correctionFactor(correction, here);
    expect(correctionFactor(correction, { ...here, pressure: 90_000 })).toBeGreaterThan(factor);
    expect(correctionFactor(correction, { ...here, temperature: 310 })).toBeGreaterThan(factor);
    const wetter = correctionFactor(correction, { ...here, humidity: 0.9 });
    if (correction === 'din-70020') expect(wetter).toBe(factor);
    else expect(wetter).toBeGreaterThan(factor);
  }
  const wet = { pressure: 100_000, temperature: 303.15, humidity: 1 };
  expect(correctionFactor('iso-1585', wet)).toBeCloseTo(
    (99_000 / (100_000 - saturationPressure(303.15))) ** 1.2 * (303.15 / 298) ** 0.6,
    12,
  );
});
