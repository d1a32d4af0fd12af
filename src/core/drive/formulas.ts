import { defineFormula } from '../working/formula';

export const pulleyRatio = defineFormula({
  id: 'pulley-ratio',
  form: '{crank} / {driven} · {gear}',
  source: 'A belt that does not slip: its cord runs at one speed',
  result: { symbol: 'i', quantity: 'ratio', meaning: 'machine over crankshaft' },
  variables: {
    crank: { symbol: 'd_crank', quantity: 'bore', meaning: 'pitch diameter of the crank pulley' },
    driven: { symbol: 'd_blower', quantity: 'bore', meaning: 'pitch diameter of the blower pulley' },
    gear: { symbol: 'i_gear', quantity: 'ratio', meaning: 'jack shaft, gears or step-up behind it' },
  },
  fn: (a) => (a.crank / a.driven) * a.gear,
});

export const beltSpeed = defineFormula({
  id: 'belt-speed',
  form: 'π · {diameter} · {speedRpm} / 60',
  source: 'Kinematics of a belt that does not slip',
  result: { symbol: 'v', quantity: 'beltSpeed', meaning: 'speed of the belt' },
  variables: {
    diameter: { symbol: 'd_crank', quantity: 'bore', meaning: 'pitch diameter of the crank pulley' },
    speedRpm: { symbol: 'N_e', quantity: 'engineSpeed', meaning: 'engine speed' },
  },
  fn: (a) => (Math.PI * a.diameter * a.speedRpm) / 60,
});

export const effectiveTension = defineFormula({
  id: 'effective-tension',
  form: '{power} / {beltSpeed}',
  source: 'Power is force times speed',
  result: { symbol: 'F_e', quantity: 'force', meaning: 'tight less slack strand' },
  variables: {
    power: { symbol: 'P_drive', quantity: 'shaftPower', meaning: 'handed on by the belt' },
    beltSpeed: { symbol: 'v', quantity: 'beltSpeed', meaning: 'speed of the belt' },
  },
  fn: (a) => a.power / a.beltSpeed,
});

export const tensionRatio = defineFormula({
  id: 'tension-ratio',
  form: 'e ^ ({friction} · {wedge} · {wrap})',
  note: 'e is the base of natural logarithms; the wrap counts in radians.',
  source: 'Euler–Eytelwein with the wedge of the ribs: μ / sin(β/2), β = 40° (textbooks of machine elements)',
  result: { symbol: 'R', quantity: 'ratio', meaning: 'tight over slack strand at which the belt slips' },
  variables: {
    friction: { symbol: 'μ', quantity: 'ratio', meaning: 'friction of belt on pulley' },
    wedge: { symbol: '1/sin(β/2)', quantity: 'ratio', meaning: 'wedge of the ribs; 1 on the flat' },
    wrap: { symbol: 'θ', quantity: 'plain', meaning: 'angle the belt lies on the pulley' },
  },
  fn: (a) => Math.exp(a.friction * a.wedge * a.wrap),
});

export const centrifugalTension = defineFormula({
  id: 'centrifugal-tension',
  form: '{mass} · {beltSpeed} ^ 2',
  source: 'Force that bends a moving belt round its pulleys (textbooks of machine elements)',
  result: { symbol: 'F_c', quantity: 'force', meaning: 'taken off what presses the belt on' },
  variables: {
    mass: { symbol: 'm', quantity: 'plain', meaning: 'kg in a metre of the belt' },
    beltSpeed: { symbol: 'v', quantity: 'beltSpeed', meaning: 'speed of the belt' },
  },
  fn: (a) => a.mass * a.beltSpeed ** 2,
});

export const heldFixed = defineFormula({
  id: 'held-fixed',
  form: '2 · ({tension} − {centrifugal}) · ({ratio} − 1) / ({ratio} + 1)',
  source: 'Euler–Eytelwein on fixed centres: the mean of the strands stays the static tension',
  result: { symbol: 'F_max', quantity: 'force', meaning: 'most that the wrap hands on' },
  variables: {
    tension: { symbol: 'F_s', quantity: 'force', meaning: 'static tension of a strand' },
    centrifugal: { symbol: 'F_c', quantity: 'force', meaning: 'centrifugal tension' },
    ratio: { symbol: 'R', quantity: 'ratio', meaning: 'tension ratio at which it slips' },
  },
  fn: (a) => (2 * (a.tension - a.centrifugal) * (a.ratio - 1)) / (a.ratio + 1),
});

export const heldSprung = defineFormula({
  id: 'held-sprung',
  form: '({tension} − {centrifugal}) · ({ratio} − 1)',
  source: 'Euler–Eytelwein with a tensioner that keeps the slack strand at its tension',
  result: { symbol: 'F_max', quantity: 'force', meaning: 'most that the wrap hands on' },
  variables: {
    tension: { symbol: 'F_s', quantity: 'force', meaning: 'tension of the slack strand' },
    centrifugal: { symbol: 'F_c', quantity: 'force', meaning: 'centrifugal tension' },
    ratio: { symbol: 'R', quantity: 'ratio', meaning: 'tension ratio at which it slips' },
  },
  fn: (a) => (a.tension - a.centrifugal) * (a.ratio - 1),
});
