import type { ChannelId } from './channels';

/** Likely faults of a boosted engine, each with the symptoms it goes with and the reading that tells it from the others. */
const faults = {
  'boost-leak': {
    symptoms: ['down-on-power', 'slow-boost', 'whistle', 'smoke-black', 'hot-charge'],
    tells: ['boost', 'shaftSpeed'],
  },
  'exhaust-leak': {
    symptoms: ['slow-boost', 'tick', 'down-on-power'],
    tells: ['backPressure', 'exhaustTemperature'],
  },
  'gate-opens-early': {
    symptoms: ['boost-falls', 'down-on-power', 'slow-boost'],
    tells: ['boost', 'backPressure'],
  },
  'gate-too-small': { symptoms: ['boost-creeps'], tells: ['boost', 'backPressure'] },
  restriction: {
    symptoms: ['down-on-power', 'boost-falls', 'hot-exhaust'],
    tells: ['backPressure', 'boost'],
  },
  'fuel-pressure': {
    symptoms: ['down-on-power', 'misfire', 'lean', 'knock'],
    tells: ['fuelPressure', 'lambda'],
  },
  injectors: { symptoms: ['lean', 'misfire', 'down-on-power'], tells: ['injectorDuty', 'lambda'] },
  ignition: { symptoms: ['misfire', 'down-on-power'], tells: ['lambda', 'timing'] },
  'knock-retard': { symptoms: ['down-on-power', 'knock', 'hot-exhaust'], tells: ['timing', 'knock'] },
  'heat-soak': { symptoms: ['down-on-power', 'hot-charge', 'knock'], tells: ['chargeTemperature', 'timing'] },
  surge: { symptoms: ['flutter', 'whistle', 'boost-falls'], tells: ['boost', 'shaftSpeed'] },
  overspeed: {
    symptoms: ['whistle', 'boost-falls', 'hot-charge'],
    tells: ['shaftSpeed', 'chargeTemperature'],
  },
  'oil-seal': { symptoms: ['smoke-blue'], tells: ['oilPressure', 'backPressure'] },
  'head-gasket': {
    symptoms: ['smoke-white', 'hot-coolant', 'misfire'],
    tells: ['coolantTemperature', 'oilPressure'],
  },
  'over-fuelled': { symptoms: ['smoke-black', 'down-on-power', 'hot-exhaust'], tells: ['lambda', 'boost'] },
  slip: { symptoms: ['down-on-power', 'flares'], tells: ['roadSpeed', 'speedRpm'] },
  'belt-slip': { symptoms: ['boost-falls', 'squeal', 'down-on-power'], tells: ['boost', 'shaftSpeed'] },
  'valve-float': { symptoms: ['misfire', 'down-on-power', 'tick'], tells: ['torque', 'backPressure'] },
  filter: { symptoms: ['down-on-power', 'smoke-black'], tells: ['manifold', 'shaftSpeed'] },
} as const satisfies Record<string, { symptoms: readonly string[]; tells: readonly ChannelId[] }>;
export type FaultId = keyof typeof faults;
export type SymptomId = (typeof faults)[FaultId]['symptoms'][number];

/** How each symptom is called in a workshop. */
const spoken: [SymptomId, RegExp][] = [
  ['smoke-black', /black smoke|smok\w*.*black|soot|^(?!.*(?:blue|white|steam)).*\bsmok(?:e|es|ing)\b/i],
  ['smoke-blue', /blue smoke|smoke.*blue|oil smoke|burns oil/i],
  ['smoke-white', /white smoke|smoke.*white|steam/i],
  ['whistle', /whistl|\bhiss|whine|siren/i],
  ['flutter', /flutter|surg(e|es|ing)|chuff|coughs? back/i],
  ['squeal', /squeal|chirp|screech/i],
  ['tick', /\btick|tapping|clatter|blow(s|ing)? at the manifold/i],
  ['slow-boost', /\blag|slow(ly)? (to|boost|spool)|late boost|boost (is |comes )?late|lazy/i],
  [
    'boost-falls',
    /boost (falls|drops|tapers|sags|dies)|loses boost|not (enough|full) boost|low boost|under.?boost/i,
  ],
  ['boost-creeps', /creep|over.?boost|too much boost|boost (rises|climbs)/i],
  ['misfire', /mis.?fir|stutter|breaks? up|hesitat|bucks|cuts? out|splutter/i],
  ['knock', /knock|ping|pinking|detonat|rattl/i],
  ['lean', /\blean\b|lambda (is )?high/i],
  ['hot-charge', /hot (charge|intake|air)|intake.*hot|heat.?soak|charge.*(hot|temperature)/i],
  ['hot-exhaust', /\begt|hot exhaust|exhaust.*hot|glow/i],
  ['hot-coolant', /overheat|coolant.*hot|hot coolant|boils|loses (water|coolant)/i],
  ['flares', /slip|flares?|revs (rise|climb) without/i],
  [
    'down-on-power',
    /pulls? badly|no power|down on power|low power|weak|flat|slow above|lazy at the top|lacks? power|won.t pull|runs out|nothing above/i,
  ],
];

/** The symptoms that a text names, as they stand in it. Total. */
export const symptomsIn = (text: string): SymptomId[] =>
  spoken.flatMap(([id, pattern]) => (pattern.test(text) ? [id] : []));

/** A fault with the symptoms named that go with it, and what to log to tell it. */
export type LikelyFault = { fault: FaultId; fits: SymptomId[]; tells: readonly ChannelId[] };

/** Faults that go with symptoms, the ones that account for most first, then those that go with little else. Total. */
export function likelyFaults(symptoms: readonly SymptomId[]): LikelyFault[] {
  return (Object.keys(faults) as FaultId[])
    .flatMap((fault) => {
      const its: readonly SymptomId[] = faults[fault].symptoms;
      const fits = its.filter((symptom) => symptoms.includes(symptom));
      return fits.length ? [{ fault, fits, tells: faults[fault].tells, of: its.length }] : [];
    })
    .sort((a, b) => b.fits.length - a.fits.length || a.of - b.of)
    .map(({ fault, fits, tells }) => ({ fault, fits, tells }));
}

/** The engine speed that a text names, rev/min; null where it names none. '4,000 rpm', '4.5k'. */
export function speedIn(text: string): number | null {
  const found =
    /(\d{1,2})[.,](\d)\s*k\b|(\d{1,2})\s*k\b|(\d{1,2})[., ]?(\d{3})\s*(?:rpm|revs?|rev\/min|1\/min|$|[,.;)])/i.exec(
      text,
    );
  if (!found) return null;
  const [, whole, tenth, thousands, first, rest] = found;
  const speed = whole
    ? Number(`${whole}.${tenth}`) * 1_000
    : thousands
      ? Number(thousands) * 1_000
      : Number(`${first}${rest}`);
  return speed >= 300 && speed <= 30_000 ? speed : null;
}
