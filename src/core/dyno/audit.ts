import type { RunCard } from './card';
import { commonRange, meanBetween } from './compare';
import type { Curve } from './smoothing';

/** What may be unequal between two runs. */
export const unequals = [
  'basis',
  'correction',
  'dyno',
  'vehicle',
  'day',
  'air',
  'boost',
  'charge',
  'lambda',
  'timing',
  'fuel',
  'gear',
  'sweep',
  'start',
  'start-heat',
  'file',
  'boost-control',
  'sensors',
  'parts',
] as const;
export type Unequal = (typeof unequals)[number];

/** A run as the audit reads it: its card and what was measured over the revs. */
export type AuditedRun = {
  card: RunCard;
  curves: Partial<Record<'boost' | 'manifold' | 'chargeTemperature' | 'lambda' | 'timing', Curve>>;
};

type AuditLine = {
  what: Unequal;
  /** Whether bringing both to one manifold pressure and charge temperature makes up for it. */
  isCovered: boolean;
  /** SI, of both, where they are figures. */
  after: number | string | null;
  before: number | string | null;
};

export type Audit = {
  unequal: AuditLine[];
  /** What neither card nor run says, so that it cannot be judged. */
  unsaid: Unequal[];
  /** `fair`: nothing unequal; `covered`: what is, the normalisation makes up for; `unfair`: not to be compared as it stands. */
  verdict: 'fair' | 'covered' | 'unfair';
};

/** How far two runs may part before it counts: pressures Pa, temperatures K, angles rad, rates as shares (common practice, no source). */
const APART = {
  pressure: 1_000,
  temperature: 4,
  humidity: 0.15,
  manifold: 1_500,
  charge: 4,
  lambda: 0.015,
  timing: (0.7 * Math.PI) / 180,
  rate: 0.1,
  startRpm: 150,
  heat: 8,
};

/** Of what normalisation covers: everything that moves the charge and no more. */
const COVERED: readonly Unequal[] = ['boost', 'charge', 'air'];

const dayOf = (at: string): string => at.slice(0, 10);
const linesOf = (text: string): string[] => text.split('\n').filter((line) => line.trim() !== '');

/** Means of two curves over the range both share; null where one is missing. */
function meansOf(a: Curve | undefined, b: Curve | undefined): [number, number] | null {
  const range = a && b && commonRange(a, b);
  if (!range) return null;
  const means = [a, b].map((curve) => meanBetween(curve, range.fromRpm, range.toRpm));
  return means[0] != null && means[1] != null ? [means[0], means[1]] : null;
}

/**
 * What was unequal between two runs, what of it a normalisation covers, and what is not known. In: the later run and the one it is held
 * against. Total. Source: common practice; the bounds stand above.
 */
export function auditOf(after: AuditedRun, before: AuditedRun): Audit {
  const unequal: AuditLine[] = [];
  const unsaid: Unequal[] = [];
  const [a, b] = [after.card, before.card];
  const say = (what: Unequal, its: number | string | null, other: number | string | null) =>
    unequal.push({ what, isCovered: COVERED.includes(what), after: its, before: other });
  const texts = (what: Unequal, its: string, other: string) => {
    if (!its.trim() || !other.trim()) unsaid.push(what);
    else if (its.trim().toLowerCase() !== other.trim().toLowerCase()) say(what, its, other);
  };
  const figures = (what: Unequal, its: number | null, other: number | null, apart: number) => {
    if (its === null || other === null) unsaid.push(what);
    else if (Math.abs(its - other) > apart) say(what, its, other);
  };
  const curves = (what: Unequal, pair: [number, number] | null, apart: number) =>
    figures(what, pair?.[0] ?? null, pair?.[1] ?? null, apart);
  if (a.basis !== b.basis) say('basis', a.basis, b.basis);
  if (a.correction !== b.correction) say('correction', a.correction, b.correction);
  texts('dyno', a.dyno, b.dyno);
  texts('vehicle', a.vehicle, b.vehicle);
  texts('day', dayOf(a.at), dayOf(b.at));
  airOf(a, b, { say, unsaid });
  const manifolds = meansOf(after.curves.manifold, before.curves.manifold);
  curves('boost', manifolds ?? meansOf(after.curves.boost, before.curves.boost), APART.manifold);
  curves('charge', meansOf(after.curves.chargeTemperature, before.curves.chargeTemperature), APART.charge);
  curves('lambda', meansOf(after.curves.lambda, before.curves.lambda), APART.lambda);
  curves('timing', meansOf(after.curves.timing, before.curves.timing), APART.timing);
  texts('fuel', a.fuel, b.fuel);
  figures('gear', a.gear, b.gear, 0);
  figures('sweep', a.sweepRate, b.sweepRate, APART.rate * (b.sweepRate ?? 0));
  figures('start', a.startRpm, b.startRpm, APART.startRpm);
  heatOf(a, b, { say, unsaid });
  texts('file', `${a.file} ${a.slot}`, `${b.file} ${b.slot}`);
  texts('boost-control', a.boostControl, b.boostControl);
  texts('sensors', a.sensors, b.sensors);
  const parts = linesOf(a.changed).length;
  if (parts > 1) say('parts', parts, 0);
  return {
    unequal,
    unsaid,
    verdict: !unequal.length ? 'fair' : unequal.every((line) => line.isCovered) ? 'covered' : 'unfair',
  };
}

type Saying = {
  say: (what: Unequal, a: number | string | null, b: number | string | null) => void;
  unsaid: Unequal[];
};

/** The air of both days: one line, by the pressure, then the temperature, then the humidity. */
function airOf(a: RunCard, b: RunCard, { say, unsaid }: Saying): void {
  if (a.pressure === null || b.pressure === null || a.temperature === null || b.temperature === null) {
    unsaid.push('air');
    return;
  }
  if (Math.abs(a.pressure - b.pressure) > APART.pressure) say('air', a.pressure, b.pressure);
  else if (Math.abs(a.temperature - b.temperature) > APART.temperature)
    say('air', a.temperature, b.temperature);
  else if (a.humidity !== null && b.humidity !== null && Math.abs(a.humidity - b.humidity) > APART.humidity)
    say('air', a.humidity, b.humidity);
}

/** How warm both began: the one that parts most of oil, coolant and charge. */
function heatOf(a: RunCard, b: RunCard, { say, unsaid }: Saying): void {
  const pairs = (['startOil', 'startCoolant', 'startCharge'] as const).flatMap((key) =>
    a[key] === null || b[key] === null ? [] : [[a[key], b[key]] as const],
  );
  if (!pairs.length) {
    unsaid.push('start-heat');
    return;
  }
  const worst = pairs.reduce((x, y) => (Math.abs(y[0] - y[1]) > Math.abs(x[0] - x[1]) ? y : x));
  if (Math.abs(worst[0] - worst[1]) > APART.heat) say('start-heat', worst[0], worst[1]);
}
