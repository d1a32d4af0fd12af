import type { DecisionCode } from '@/core/working/reason-codes';
import type { Sentences } from './sentences';

/** What is said of benches: what they still lack, and which later change contradicts them. */
export const decisionSentences: Sentences<DecisionCode> = {
  'guess-goal': { long: 'The goal’s power or speed is still an estimate.' },
  'guess-venue': { long: 'The venue’s altitude or temperature is still an estimate.' },
  'guess-bsfc': { long: 'BSFC is still an estimate: air and fuel follow it.' },
  'guess-geometry': { long: 'Bore, stroke or cylinders are still estimates.' },
  'guess-engine-limits': { long: 'Compression ratio or red line is still an estimate.' },
  'guess-breathing': { long: 'The VE curve is still an estimate; a measured one replaces it.' },
  'breathing-ends-early': {
    long: 'The VE table ends at {end}, the red line is {redLine}: its last value is held from there.',
  },
  'guess-losses': { long: 'A loss of filter, cooler or throttle is still an estimate.' },
  'guess-cooler': { long: 'The cooler’s effectiveness is still an estimate.' },
  'guess-back-pressure': { long: 'Back pressure is an estimate until a turbine is matched.' },

  'goal-power-after-brief': { long: 'The power goal was signed off at {from}; it is {to} now.' },
  'goal-basis-after-brief': { long: 'The goal was signed off at the {from}; it stands at the {to} now.' },
  'goal-speed-after-brief': { long: 'The goal’s speed was signed off at {from}; it is {to} now.' },
  'fuel-after-brief': { long: 'The Brief was signed off on {from}; the fuel is {to} now.' },
  'venue-after-brief': { long: 'The venue was signed off at {from}; it lies at {to} now.' },
  'red-line-under-goal': {
    long: 'The red line was lowered to {to}, under the goal’s speed of {goal}: one of the two must give.',
  },
  'size-after-engine': { long: 'The engine was signed off at {from}; it has {to} now.' },
  'cylinders-after-engine': { long: 'The engine was signed off with {from} cylinders; it has {to} now.' },
  'cycle-after-engine': { long: 'The engine was signed off as a {from}; it is a {to} now.' },
  'compression-after-engine': {
    long: 'Compression was signed off at {from}; it is {to} now.',
  },
  'red-line-past-breathing': {
    long: 'The red line is {to} now, beyond the VE table that ends at {end}: measure or lengthen it.',
  },
  'red-line-after-engine': { long: 'The red line was signed off at {from}; it is {to} now.' },
  'out-of-reach-after-demand': {
    long: 'The goal was in reach when Demand was signed off; it is not any more.',
  },
  'fuel-after-demand': {
    long: 'Fuel changed from {from} to {to} after Demand was signed off: air and fuel per horsepower change with it.',
  },
  'goal-after-demand': {
    long: 'Demand was signed off for {from} at the flywheel; the goal is {to} there now.',
  },
  'goal-speed-after-demand': {
    long: 'Demand was signed off for a goal at {from}; it is wanted at {to} now.',
  },
  'size-after-demand': { long: 'Demand was signed off for {from}; the engine has {to} now.' },
  'compression-after-demand': {
    long: 'Compression went from {from} to {to} after Demand was signed off: its BSFC and its boost were for the other.',
  },
  'breathing-after-demand': {
    long: 'VE at the goal’s speed went from {from} to {to} after Demand was signed off.',
  },
  'air-after-demand': {
    long: 'The air of the venue had {from} when Demand was signed off; it has {to} now.',
  },
  'condition-after-demand': {
    long: 'The engine’s condition was {from} when Demand was signed off; it is {to} now.',
  },
  'ratio-after-demand': {
    long: 'Demand was signed off at a pressure ratio of {from}; the goal takes {to} now.',
  },
  'arrangement-after-charger': {
    long: 'Charger was signed off on {from}; the arrangement is {to} now.',
  },
  'lp-stage-after-charger': {
    long: 'The low-pressure stage is another one than when Charger was signed off.',
  },
  'map-left-after-charger': {
    long: 'The map carried the goal when Charger was signed off; it does not any more.',
  },
  'compressor-after-charger': { long: 'Charger was signed off with {from}; {to} is fitted now.' },
  'turbine-after-charger': {
    long: 'Charger was signed off with the turbine {from}; {to} is fitted now.',
  },
  'choose-turbine': {
    long: 'No turbine is chosen: back pressure and boost threshold are estimates.',
  },
  'count-after-charger': { long: 'Charger was signed off with {from} of its machine; there are {to} now.' },
  'revision-after-charger': {
    long: 'The library has revision {to} of the compressor now; it had {from} when Charger was signed off.',
  },
  'venue-raised-after-charger': {
    long: 'The venue was raised from {from} to {to} after Charger was signed off: thinner air, a faster wheel, less room to surge.',
  },
  'hotter-after-charger': {
    long: 'The day was raised from {from} to {to} after Charger was signed off: a faster wheel and a hotter charge.',
  },
  'hotter-charge-after-cooling': {
    long: 'Charge at the goal rose from {from} to {to} after Cooling was signed off.',
  },
  'more-air-after-cooling': {
    long: 'Air at the goal rose from {from} to {to} after Cooling was signed off: the cooler sees more heat.',
  },
  'charge-misread-after-fuel': {
    long: 'Charge at the goal was {from} when Fuel was signed off and is {to} now: a controller by speed and density goes by its charge sensor. Check where it sits and its table before a pull.',
  },
  'inlet-misread-after-fuel': {
    long: 'The inlet lost {from} when Fuel was signed off and loses {to} now: another inlet before an air meter reads another flow. Calibrate it again before a pull.',
  },
  'part-gives-after-limits': {
    long: 'Every part held when Limits was signed off; now one gives.',
  },
  'more-torque-after-limits': {
    long: 'Torque peaked at {from} when Limits was signed off and peaks at {to} now.',
  },
  'red-line-after-limits': {
    long: 'The red line rose from {from} to {to} after Limits was signed off: bolts and springs feel it first.',
  },
  'limits-choose-parts': { long: 'Lay out the parts that can give.', short: 'No limits laid out yet' },
  'limits-part-gives': {
    long: 'A part gives at {speed}, at {power}: strengthen it, or hold the torque.',
    short: 'A part gives at {speed}',
  },
  'guess-limits': { long: 'The first limit is an estimate.' },
  'fuel-short-after-fuel': {
    long: 'The fuel system held when Fuel was signed off; now it runs out before the forecast’s power.',
  },
  'fuel-after-fuel': {
    long: 'Fuel changed from {from} to {to} after the fuel system was signed off: flow, pressure and materials change with it.',
  },
  'more-fuel-after-fuel': {
    long: 'Fuel at the peak rose from {from} to {to} after Fuel was signed off.',
  },
  'injectors-after-fuel': {
    long: 'Injectors of {from} were signed off; they are {to} now.',
  },
  'more-air-after-charger': {
    long: 'Air at the goal rose from {from} to {to} after Charger was signed off.',
  },
  'ratio-after-charger': {
    long: 'The pressure ratio at the goal rose from {from} to {to} after Charger was signed off.',
  },
  'red-line-after-charger': {
    long: 'The red line rose from {from} to {to} after Charger was signed off: look at the right end of the running line.',
  },
  'onset-after-charger': {
    long: 'The boost threshold is {to} now, {from} when Charger was signed off: look at the surge end of the running line.',
  },
};
