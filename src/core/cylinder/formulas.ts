import { defineFormula } from '../working/formula';

const degrees = Math.PI / 180;

/** Speed, rev/min, and λ, that burn angles are stated at. */
const REFERENCE = { speedRpm: 2_500, lambda: 0.88, residual: 0.04 };

export const burnAngle = defineFormula({
  id: 'burn-angle',
  form: '{stated} · ({speedRpm} / 2500)^0.25 · (1 + 5 · ({lambda} − 0.88)^2) · (1 + 2 · ({residual} − 0.04))',
  note: 'turbulence follows the revs, not quite; flames are quickest near λ 0.88 and slower in burnt gas',
  source: 'From memory, after Heywood (1988), sec. 9.3 and 9.4: an estimate',
  result: { symbol: 'Δθ_b', quantity: 'angle', meaning: 'crank angle of the whole burn' },
  variables: {
    stated: { symbol: 'Δθ_0', quantity: 'angle', meaning: 'burn angle at 2,500 rpm' },
    speedRpm: { symbol: 'N', quantity: 'engineSpeed', meaning: 'engine speed' },
    lambda: { symbol: 'λ', quantity: 'ratio', meaning: 'air over what the fuel needs' },
    residual: { symbol: 'x_r', quantity: 'share', meaning: 'burnt gas left from the cycle before' },
  },
  fn: (a) =>
    a.stated *
    (a.speedRpm / REFERENCE.speedRpm) ** 0.25 *
    (1 + 5 * (a.lambda - REFERENCE.lambda) ** 2) *
    (1 + 2 * (a.residual - REFERENCE.residual)),
});

export const wiebe = defineFormula({
  id: 'wiebe',
  form: '1 − exp(−{efficiency} · {progress}^({form} + 1))',
  source: 'Wiebe; Heywood (1988), eq. 9.8',
  result: { symbol: 'x_b', quantity: 'share', meaning: 'burnt share of the charge' },
  variables: {
    efficiency: { symbol: 'a', quantity: 'plain', meaning: 'how complete: 5 leaves 0.7 %' },
    progress: { symbol: 'y', quantity: 'share', meaning: 'of the burn angle that has passed' },
    form: { symbol: 'm', quantity: 'plain', meaning: 'form of the burn' },
  },
  fn: (a) => 1 - Math.exp(-a.efficiency * a.progress ** (a.form + 1)),
});

export const residualShare = defineFormula({
  id: 'residual-share',
  form: '1 / (1 + {exhaustTemperature} / {chargeTemperature} · ({compressionRatio} / {pressureRatio} − (1 / {pressureRatio})^0.26))',
  note: 'exponent (γ − 1) / γ with γ = 1.35',
  source: 'Ideal cycle with a throttled exhaust; Heywood (1988), eq. 5.47',
  result: { symbol: 'x_r', quantity: 'share', meaning: 'burnt gas left from the cycle before' },
  variables: {
    exhaustTemperature: { symbol: 'T_e', quantity: 'temperature', meaning: 'of the gas left over' },
    chargeTemperature: { symbol: 'T_m', quantity: 'temperature', meaning: 'charge' },
    compressionRatio: { symbol: 'r', quantity: 'ratio', meaning: 'compression ratio' },
    pressureRatio: { symbol: 'p_3/p_m', quantity: 'ratio', meaning: 'exhaust over manifold pressure' },
  },
  fn: (a) =>
    1 /
    (1 +
      (a.exhaustTemperature / a.chargeTemperature) *
        (a.compressionRatio / a.pressureRatio - (1 / a.pressureRatio) ** 0.26)),
});

export const ignitionDelay = defineFormula({
  id: 'ignition-delay',
  form: '{factor} · 0.01768 · ({octane} / 100)^3.402 · ({pressure} / 101325)^(−1.7) · exp(3800 / {unburnt})',
  source: 'Douaud & Eyzat, SAE 780080',
  result: { symbol: 'τ', quantity: 'time', meaning: 'time to self-ignition at a constant state' },
  variables: {
    factor: {
      symbol: 'k_τ',
      quantity: 'ratio',
      meaning: 'what measured knock makes of it; 1 as the paper has it',
    },
    octane: {
      symbol: 'ON',
      quantity: 'plain',
      unit: { symbol: 'ON', factor: 1 },
      meaning: 'octane index of the fuel',
    },
    pressure: { symbol: 'p', quantity: 'pressure', meaning: 'in the cylinder' },
    unburnt: { symbol: 'T_u', quantity: 'temperature', meaning: 'unburnt gas' },
  },
  fn: (a) =>
    a.factor *
    0.01768 *
    (a.octane / 100) ** 3.402 *
    (a.pressure / 101_325) ** -1.7 *
    Math.exp(3_800 / a.unburnt),
});

export const octaneIndex = defineFormula({
  id: 'octane-index',
  form: '{research} − {weight} · {sensitivity}',
  source: 'Kalghatgi, SAE 2001-01-3584: OI = RON − K · (RON − MON)',
  result: {
    symbol: 'ON',
    quantity: 'plain',
    unit: { symbol: 'ON', factor: 1 },
    meaning: 'octane index of the fuel',
  },
  variables: {
    research: {
      symbol: 'RON',
      quantity: 'plain',
      unit: { symbol: 'RON', factor: 1 },
      meaning: 'research octane number',
    },
    weight: { symbol: 'K', quantity: 'ratio', meaning: '0 boosted and cooled, 0.5 unboosted or hot' },
    sensitivity: {
      symbol: 'S',
      quantity: 'plain',
      unit: { symbol: 'ON', factor: 1 },
      meaning: 'RON less MON',
    },
  },
  fn: (a) => a.research - a.weight * a.sensitivity,
});

/** Of the peak pressure so much is friction. */
export const PEAK_FRICTION = 0.005;

export const frictionMeanPressure = defineFormula({
  id: 'friction-mean-pressure',
  form: '40000 + 0.005 · {peak} + 9000 · {pistonSpeed} + 90 · {pistonSpeed}^2',
  source: 'Chen & Flynn, SAE 650733, with the coefficients in common use (from memory)',
  result: { symbol: 'FMEP', quantity: 'meanPressure', meaning: 'friction and auxiliaries' },
  variables: {
    peak: { symbol: 'p_max', quantity: 'pressure', meaning: 'peak cylinder pressure' },
    pistonSpeed: { symbol: 'S_p', quantity: 'pistonSpeed', meaning: 'mean piston speed' },
  },
  fn: (a) => 40_000 + PEAK_FRICTION * a.peak + 9_000 * a.pistonSpeed + 90 * a.pistonSpeed ** 2,
});

export const pumpingMeanPressure = defineFormula({
  id: 'pumping-mean-pressure',
  form: '{exhaust} − {manifold} + 20000 · {manifold} / 101325 · ({pistonSpeed} / 15)^2',
  note: 'below zero the charge pushes the pistons',
  source: 'Ideal pumping loop, Heywood (1988), sec. 5.5; loss over the valves from memory',
  result: { symbol: 'PMEP', quantity: 'meanPressure', meaning: 'changing the gas' },
  variables: {
    exhaust: { symbol: 'p_3', quantity: 'pressure', meaning: 'in the exhaust port' },
    manifold: { symbol: 'p_m', quantity: 'pressure', meaning: 'in the manifold' },
    pistonSpeed: { symbol: 'S_p', quantity: 'pistonSpeed', meaning: 'mean piston speed' },
  },
  fn: (a) => a.exhaust - a.manifold + 20_000 * (a.manifold / 101_325) * (a.pistonSpeed / 15) ** 2,
});

/** Where in the burn spark engines make their best work: half of it burnt so long after top dead centre (common practice). */
export const BEST_HALF_BURNT = 8 * degrees;
