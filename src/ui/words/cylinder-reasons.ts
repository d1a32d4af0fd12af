import type { CylinderCode, LimitCode } from '@/core/working/cylinder-codes';
import type { Sentences } from './sentences';

/** What is said of the cylinder, its timing and its model. */
export const cylinderSentences: Sentences<CylinderCode | LimitCode> = {
  'cylinder-knocks-anyway': {
    long: 'At {speed} and {boost} gauge it knocks at any timing: less boost, a cooler charge, less compression or more octane.',
    short: 'Knocks at any timing',
  },
  'cylinder-retarded': {
    long: 'At {speed} knock holds the spark at {timing} BTDC, {retard} short of MBT: {lost} of the torque.',
    short: 'Retarded {retard} for knock',
  },
  'cylinder-best-torque': {
    long: 'At {speed} the fuel stands MBT, {timing} BTDC.',
  },
  'cylinder-plateau': {
    long: 'On {fuel} knock may not warn before a part breaks: at {speed} the plan stops {retard} short of MBT, where torque flattens.',
  },
  'cylinder-diesel': {
    long: 'A diesel does not knock: peak pressure, {peak} at {speed}, is what its timing is held by.',
  },
  'cylinder-held-by-peak': {
    long: 'At {speed} the timing is held at {timing} BTDC to keep {peak}: {retard} short of best torque, {lost} of it.',
    short: 'Timed for {peak}',
  },
  'cylinder-typed-knocks': {
    long: '{timing} at {speed} knocks, {over} past the limit: the end gas lights by itself {knock} past top dead centre.',
    short: 'Trial timing knocks',
  },
  'cylinder-typed-early': {
    long: '{timing} at {speed} puts the peak {before} before top dead centre: the pistons are pushed back.',
    short: 'Peak before top dead centre',
  },
  'cylinder-typed-worth': {
    long: '{timing} at {speed} is worth {torque} of torque against the plan.',
  },
  'cylinder-octane-extrapolated': {
    long: '{fuel} counts as octane {octane}, outside the {low} to {high} the knock correlation was fitted to: extrapolated.',
    short: 'Octane extrapolated',
  },
  'cylinder-compression-high': {
    long: 'No spark engine stands a compression ratio of {ratio} on {fuel}: over {most} the cylinder’s figures mean nothing.',
    short: 'Compression ratio {ratio}',
  },
  'cylinder-schools-part': {
    long: 'The schools part at {speed}: {fuelFlow} by fuel flow, {cycle} by the cycle, {low} to {high} by rule of thumb. Check BSFC, λ and VE.',
    short: 'Schools of power part',
  },
  'untouched-rings': {
    long: 'BMEP peaks at {bmep}: ring gaps as made are usually left under {low}. Measure them, and open them for the heat.',
    short: 'Ring gaps as made',
  },
  'untouched-rods': {
    long: 'BMEP peaks at {bmep}: rods as made are usually left under {low}. State what these bear, or fit stronger ones.',
    short: 'Rods as made',
  },
  'untouched-head': {
    long: 'BMEP peaks at {bmep}: head fasteners as made are usually left under {low}. State what these hold, or fit studs.',
    short: 'Head fasteners as made',
  },
};
