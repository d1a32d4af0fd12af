import { defineFormula } from '../working/formula';

export const drivePower = defineFormula({
  id: 'drive-power',
  form: '{shaftPower} / {mechanicalEfficiency}',
  source: 'Definition of the efficiency: what belt and bearings lose is a share of what they hand on',
  result: { symbol: 'P_drive', quantity: 'shaftPower', meaning: 'taken from the crankshaft' },
  variables: {
    shaftPower: { symbol: 'P_shaft', quantity: 'shaftPower', meaning: 'work on the air in a second' },
    mechanicalEfficiency: { symbol: 'η_m', quantity: 'share', meaning: 'what belt and bearings leave' },
  },
  fn: (a) => a.shaftPower / a.mechanicalEfficiency,
});

export const netPower = defineFormula({
  id: 'net-power',
  form: '{gross} − {drive}',
  source: 'Balance of powers at the crankshaft',
  result: { symbol: 'P', quantity: 'power', meaning: 'flywheel power after the drive of the charger' },
  variables: {
    gross: { symbol: 'P_gross', quantity: 'power', meaning: 'power before it' },
    drive: { symbol: 'P_drive', quantity: 'shaftPower', meaning: 'taken from the crankshaft' },
  },
  fn: (a) => a.gross - a.drive,
});

export const shaftTorque = defineFormula({
  id: 'shaft-torque',
  form: '60 · {power} / (2 · π · {speedRpm})',
  source: 'Definition of power: torque times angular speed',
  result: { symbol: 'T_s', quantity: 'torque', meaning: 'torque at the input shaft of the machine' },
  variables: {
    power: { symbol: 'P_s', quantity: 'shaftPower', meaning: 'handed on by the belt' },
    speedRpm: { symbol: 'N_p', quantity: 'shaftSpeed', meaning: 'speed of its pulley' },
  },
  fn: (a) => (60 * a.power) / (2 * Math.PI * a.speedRpm),
});

export const drivenSpeed = defineFormula({
  id: 'driven-speed',
  form: '{speedRpm} · {ratio}',
  source: 'Definition of the drive ratio; a belt that does not slip',
  result: { symbol: 'N', quantity: 'shaftSpeed', meaning: 'speed of the machine' },
  variables: {
    speedRpm: { symbol: 'N_e', quantity: 'engineSpeed', meaning: 'engine speed' },
    ratio: { symbol: 'i', quantity: 'ratio', meaning: 'machine over crankshaft' },
  },
  fn: (a) => a.speedRpm * a.ratio,
});
