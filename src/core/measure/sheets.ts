import type { ClearanceUse } from '../job/schema/plan-choices';

/** Fits of an assembled engine as they are measured on the bench. SI. */

/** Gap of the top ring over the bore (common practice, no source): 4 thousandths of an inch per inch on the road to 8 on nitrous. */
const RING_GAP: Record<ClearanceUse, number> = {
  road: 0.0045,
  'boosted-road': 0.006,
  'boosted-race': 0.0075,
  nitrous: 0.008,
  diesel: 0.0035,
};
/** The second ring’s over the top one’s: wider, so that no pressure lifts the top ring (common practice). */
const SECOND_OVER_TOP = 1.1;

/** Least ring gaps for a bore, m. In: bore m, above 0; use. Source: common practice, a share of the bore by use. */
export const ringGaps = (bore: number, use: ClearanceUse): { top: number; second: number } => ({
  top: RING_GAP[use] * bore,
  second: RING_GAP[use] * SECOND_OVER_TOP * bore,
});

/** Oil clearance of a plain bearing, m: a thousandth of the journal, and a tenth of that each way. In: journal m. Source: common practice. */
export const bearingClearance = (journal: number): { least: number; target: number; most: number } => ({
  least: 0.0009 * journal,
  target: 0.001 * journal,
  most: 0.0011 * journal,
});

/** A push rod from what the checker read. SI. */
export type PushRod = {
  /** Length without play, the preload wanted, and the sum. */
  wanted: number;
  /** Nearest length that is kept in stock, and the preload that is left with it. */
  ordered: number;
  preload: number;
};

/**
 * Push rod to order. In: length at no play as the checker reads it, m; the checker’s own error, m (added to what it reads); preload wanted,
 * m; step of the stock lengths, m. Valid: all above 0 but the error. Source: arithmetic of the trade.
 */
export function pushRodLength({
  read,
  checkerError,
  preload,
  step,
}: {
  read: number;
  checkerError: number;
  preload: number;
  step: number;
}): PushRod {
  const atNoPlay = read + checkerError;
  const wanted = atNoPlay + preload;
  const ordered = Math.round(wanted / step) * step;
  return { wanted, ordered, preload: ordered - atNoPlay };
}

/** Spread of lengths found at every valve, and whether it speaks of something bent or worn: over 0.25 mm (common practice). */
export function lengthSpread(lengths: readonly number[]): { spread: number; isAlarming: boolean } {
  const spread = lengths.length ? Math.max(...lengths) - Math.min(...lengths) : 0;
  return { spread, isAlarming: spread > 0.25e-3 };
}

/** Bore that makes a displacement, m. In: m³; stroke m; cylinders. Source: definition of displacement. */
export const boreFor = (displacement: number, stroke: number, cylinders: number): number =>
  Math.sqrt((4 * displacement) / (Math.PI * stroke * cylinders));

/** Force that closes a valve against boost on its back, N. In: spring’s seat force N; gauge boost Pa; head diameter m. Source: definition. */
export const seatForceLeft = (seat: number, boostGauge: number, headDiameter: number): number =>
  seat - (boostGauge * Math.PI * headDiameter * headDiameter) / 4;

/** Plug gap by boost, m: 0.9 mm without, a tenth of a millimetre less for each 50 kPa, 0.45 at least (common practice, no source). */
export const plugGap = (boostGauge: number): number =>
  Math.max(0.45e-3, 0.9e-3 - 0.1e-3 * (Math.max(0, boostGauge) / 50_000));

/** Steps of heat range colder by power over what the engine left its maker with: one for each 75 to 100 hp a litre (common practice). */
export const colderSteps = (powerPerDisplacement: number, asBuilt: number): number =>
  Math.max(0, Math.round((powerPerDisplacement - asBuilt) / (85 * 745.7e3)));

/** Whether a figure was typed in thousandths, inches or millimetres by mistake: the factor that brings it near the target, or null. */
export function mistakenUnit(value: number, target: number): number | null {
  const near = (factor: number) => Math.abs((value * factor) / target - 1) < 0.35;
  if (near(1)) return null;
  return [25.4, 1 / 25.4, 1_000, 1 / 1_000, 0.0254, 1 / 0.0254].find(near) ?? null;
}
