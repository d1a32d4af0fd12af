import { defineFormula } from '../working/formula';

export const boostGauge = defineFormula({
  id: 'boost',
  form: '{manifold} − {ambient}',
  source: 'Definition',
  result: { symbol: 'boost', quantity: 'boost', meaning: 'gauge pressure in the manifold' },
  variables: {
    manifold: { symbol: 'p_m', quantity: 'pressure', meaning: 'manifold absolute pressure' },
    ambient: { symbol: 'p_amb', quantity: 'pressure', meaning: 'air of the day' },
  },
  fn: (a) => a.manifold - a.ambient,
});

export const pressureRatio = defineFormula({
  id: 'pressure-ratio',
  form: '{outlet} / {inlet}',
  source: 'Definition, across the compressor itself: every loss stands on its own side',
  result: { symbol: 'PR', quantity: 'ratio', meaning: 'pressure ratio across the compressor' },
  variables: {
    outlet: { symbol: 'p_02', quantity: 'pressure', meaning: 'compressor outlet' },
    inlet: { symbol: 'p_01', quantity: 'pressure', meaning: 'compressor inlet, after the filter' },
  },
  fn: (a) => a.outlet / a.inlet,
});

export const boostProgress = defineFormula({
  id: 'boost-progress',
  form: 'min(1, max(0, ({speedRpm} − {onsetRpm}) / ({fullRpm} − {onsetRpm})))',
  source: 'A guess until a turbine is matched',
  result: { symbol: 'y', quantity: 'plain', meaning: 'way from the onset of boost to full boost' },
  variables: {
    speedRpm: { symbol: 'N', quantity: 'engineSpeed', meaning: 'engine speed' },
    onsetRpm: { symbol: 'N_on', quantity: 'engineSpeed', meaning: 'boost begins' },
    fullRpm: { symbol: 'N_full', quantity: 'engineSpeed', meaning: 'boost is full' },
  },
  fn: (a) => Math.min(1, Math.max(0, (a.speedRpm - a.onsetRpm) / (a.fullRpm - a.onsetRpm))),
});

export const boostShare = defineFormula({
  id: 'boost-share',
  form: '{progress}^2 · (3 − 2 · {progress})',
  source: 'A smooth step, a guess until a turbine is matched',
  result: { symbol: 's', quantity: 'share', meaning: 'share of full boost' },
  variables: { progress: { symbol: 'y', quantity: 'plain', meaning: 'way from onset to full boost' } },
  fn: (a) => a.progress ** 2 * (3 - 2 * a.progress),
});

export const plannedManifold = defineFormula({
  id: 'planned-manifold',
  form: '{base} + {share} · ({full} − {base})',
  source: 'The boost plan',
  result: { symbol: 'p_m', quantity: 'pressure', meaning: 'manifold absolute pressure' },
  variables: {
    base: { symbol: 'p_0', quantity: 'pressure', meaning: 'manifold pressure without boost' },
    share: { symbol: 's', quantity: 'share', meaning: 'share of full boost' },
    full: { symbol: 'p_full', quantity: 'pressure', meaning: 'manifold pressure at full boost' },
  },
  fn: (a) => a.base + a.share * (a.full - a.base),
});

export const levelPressure = defineFormula({
  id: 'level-pressure',
  form: '{ambient} + {boost}',
  source: 'Definition of gauge pressure',
  result: { symbol: 'p_full', quantity: 'pressure', meaning: 'manifold pressure at full boost' },
  variables: {
    ambient: { symbol: 'p_amb', quantity: 'pressure', meaning: 'air of the day' },
    boost: { symbol: 'boost', quantity: 'pressure', meaning: 'the level asked, gauge' },
  },
  fn: (a) => a.ambient + a.boost,
});

export const backPressureOverManifold = defineFormula({
  id: 'back-pressure-over-manifold',
  form: '1 + {share} · ({full} − 1)',
  source: 'Comes with the boost: an input until a turbine is matched',
  result: { symbol: 'p3/p_m', quantity: 'ratio', meaning: 'turbine inlet over manifold pressure, absolute' },
  variables: {
    share: { symbol: 's', quantity: 'share', meaning: 'share of full boost' },
    full: { symbol: '(p3/p_m)_full', quantity: 'ratio', meaning: 'at full boost' },
  },
  fn: (a) => 1 + a.share * (a.full - 1),
});

export const pressureBefore = defineFormula({
  id: 'pressure-before',
  form: '{after} + {drop}',
  source: 'Every loss stands on its own side of the compressor',
  result: { symbol: 'p_in', quantity: 'pressure', meaning: 'before the part' },
  variables: {
    after: { symbol: 'p_out', quantity: 'pressure', meaning: 'behind the part' },
    drop: { symbol: 'Δp', quantity: 'pressure', meaning: 'lost in it' },
  },
  fn: (a) => a.after + a.drop,
});

export const pressureAfter = defineFormula({
  id: 'pressure-after',
  form: '{before} − {drop}',
  source: 'Every loss stands on its own side of the compressor',
  result: { symbol: 'p_out', quantity: 'pressure', meaning: 'behind the part' },
  variables: {
    before: { symbol: 'p_in', quantity: 'pressure', meaning: 'before the part' },
    drop: { symbol: 'Δp', quantity: 'pressure', meaning: 'lost in it' },
  },
  fn: (a) => a.before - a.drop,
});

export const pressureRatioByHand = defineFormula({
  id: 'pressure-ratio-by-hand',
  form: '({ambient} + {boost}) / {ambient}',
  note: 'no losses',
  source: 'The by-hand form: common practice, no source',
  result: { symbol: 'PR', quantity: 'ratio', meaning: 'pressure ratio by hand' },
  variables: {
    ambient: { symbol: 'p_amb', quantity: 'pressure', meaning: 'air of the day' },
    boost: { symbol: 'boost', quantity: 'pressure', meaning: 'gauge pressure in the manifold' },
  },
  fn: (a) => (a.ambient + a.boost) / a.ambient,
});
