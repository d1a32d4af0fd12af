import { defineFormula } from '../working/formula';

export const brakeMeanPressure = defineFormula({
  id: 'brake-mean-effective-pressure',
  form: '{torque} · 2 · π · {turns} / {displacement}',
  note: 'two turns a cycle for four-strokes, one for two-strokes',
  source: 'Definition of BMEP; Heywood (1988), eq. 2.20',
  result: { symbol: 'BMEP', quantity: 'meanPressure', meaning: 'brake mean effective pressure' },
  variables: {
    torque: { symbol: 'T', quantity: 'torque', meaning: 'torque at the flywheel' },
    turns: { symbol: 'n_R', quantity: 'plain', meaning: 'turns of the crank for a cycle' },
    displacement: { symbol: 'V_d', quantity: 'volume', meaning: 'displacement' },
  },
  fn: (a) => (a.torque * 2 * Math.PI * a.turns) / a.displacement,
});

export const boltLoad = defineFormula({
  id: 'rod-bolt-load',
  form: '({reciprocating} · (1 + {stroke} / (2 · {rodLength})) + {bigEnd}) · {stroke} / 2 · (2 · π · {speedRpm} / 60)^2',
  source:
    'Inertia at overlap top dead centre, crank-slider to second order; Heywood (1988), eq. 2.4 differentiated',
  result: { symbol: 'F', quantity: 'force', meaning: 'load of a rod’s bolts together' },
  variables: {
    reciprocating: { symbol: 'm_r', quantity: 'mass', meaning: 'piston, pin, rings and the rod’s small end' },
    bigEnd: { symbol: 'm_b', quantity: 'mass', meaning: 'of the big end above its split' },
    stroke: { symbol: 's', quantity: 'bore', meaning: 'stroke' },
    rodLength: { symbol: 'l', quantity: 'bore', meaning: 'connecting rod length' },
    speedRpm: { symbol: 'N', quantity: 'engineSpeed', meaning: 'engine speed' },
  },
  fn: (a) =>
    (a.reciprocating * (1 + a.stroke / (2 * a.rodLength)) + a.bigEnd) *
    (a.stroke / 2) *
    ((2 * Math.PI * a.speedRpm) / 60) ** 2,
});
