import type { InjectionCode } from '@/core/working/fuel-codes';
import type { Sentences } from './sentences';

/** What is said of water, methanol and nitrous oxide behind the cooler. */
export const injectionSentences: Sentences<InjectionCode> = {
  'stage-full-before-start': { long: 'Full at {full} gauge is below the start, {start} gauge.' },
  'injected-nothing': {
    long: 'Nothing is let in at {speed}: its stages start at more boost or a higher speed.',
    short: 'No injection at {speed}',
  },
  'injected-worth': {
    long: 'What is injected is worth {gain} at {speed} and takes {colder} off the charge.',
  },
  'injected-gate-creeps': {
    long: 'With what is injected the wastegate is wide open at {speed} and boost creeps to {boost} gauge: a larger gate, or less gas.',
    short: 'Boost creeps to {boost} gauge',
  },
  'injected-gate-holds': {
    long: 'The wastegate passes the added gas: it opens to {gate}, and to {bare} without it.',
  },
  'spray-empty-danger': {
    long: 'Methanol is {share} of the fuel. If the tank runs dry or the pump fails λ goes from {plan} to {lambda} and the charge gets {hotter} hotter: a flow switch must cut boost and fuel must be mapped for it.',
    short: 'Dry tank: λ {lambda}',
  },
  'spray-empty-lean': {
    long: 'If the tank runs dry or the pump fails λ goes from {plan} to {lambda} and the charge gets {hotter} hotter: let a flow switch cut boost.',
    short: 'Dry tank: λ {lambda}',
  },
  'spray-empty-hot': {
    long: 'If the tank runs dry or the pump fails the charge gets {hotter} hotter and {lost} are lost; knock comes first. Let a flow switch cut boost.',
    short: 'Dry tank: {hotter} hotter',
  },
  'spray-floods': {
    long: 'The nozzles flood the engine: {share} of the fuel’s mass is sprayed in, and over about {most} the charge misfires. Smaller nozzles.',
    short: 'Spray floods the engine',
  },
  'spray-saturated': {
    long: 'The charge is saturated: {share} of the spray evaporates before the valve, and a larger nozzle cools it no further. The rest cools the cylinder, which is not counted as power.',
    short: 'Charge saturated',
  },
  'spray-pump-low': {
    long: 'The pump holds {pump} gauge against {boost} in the manifold: under about {least} across the nozzle the spray breaks up badly.',
    short: 'Spray pump pressure too low',
  },
  'spray-tank': { long: 'The tank lasts {time} at this flow; the duty asks {asked}.' },
  'spray-tank-short': {
    long: 'The tank lasts {time} at this flow, the duty asks {asked}: it runs dry before the end.',
    short: 'Spray tank lasts {time}',
  },
  'spray-freezes': {
    long: 'The day is below freezing and there is little methanol in the tank: it freezes, nozzle first.',
    short: 'Spray freezes',
  },
  'nitrous-drifts': {
    long: 'With the bottle at {bottle} the jets bring {share} of what they were chosen for: λ {lambda} with the fuel as mapped.',
    short: 'Bottle at {bottle}: λ {lambda}',
  },
  'nitrous-bottle': { long: 'The bottle lasts about {time} at this flow; its pressure falls before that.' },
  'nitrous-bottle-short': {
    long: 'The bottle lasts about {time} at this flow, less than one pull of {pull}.',
    short: 'Bottle lasts {time}',
  },
  'nitrous-early': {
    long: 'Nitrous oxide is let in below {speed}: torque and cylinder pressure peak there. Let it in later, or in stages.',
    short: 'Nitrous oxide below {speed}',
  },
  'nitrous-fuel-unchecked': {
    long: 'No fuel system is laid out: whether pump and injectors feed the added oxygen is not known.',
  },
};
