import type { Reason } from '@/core/working/range';
import type { GoalCode, ReasonCode } from '@/core/working/reason-codes';
import type { Format } from './format';
import { blowerSentences } from './blower-reasons';
import { decisionSentences } from './decision-reasons';
import { engineSentences } from './engine-reasons';
import { coolingSentences, fuelSentences } from './fuel-reasons';
import { cylinderSentences } from './cylinder-reasons';
import { dynoSentences } from './dyno-reasons';
import { forecastSentences } from './forecast-reasons';
import { injectionSentences } from './injection-reasons';
import { mapSentences } from './map-reasons';
import { pairSentences } from './pair-reasons';
import type { Sentences } from './sentences';
import { turboSentences } from './turbo-reasons';

/** What is said of the goal, the verdict and the compressor on its demand. */
const goalSentences: Sentences<GoalCode> = {
  'goal-out-of-reach': {
    short: 'Out of reach: no pressure ratio makes {wanted}',
    long: 'No pressure ratio makes {wanted} at {speed}: up to a ratio of {ratio} this engine reaches {reached}. Ask less, or give it a better VE, more speed or displacement.',
  },
  'filter-chokes': {
    short: 'Out of reach: the filter cannot pass the air',
    long: 'The air filter cannot pass the air for the goal at {speed}: its pressure loss is too high. Fit a larger filter.',
  },
  'ratio-too-high': {
    short: 'Out of reach: the pressure ratio runs away',
    long: 'The pressure ratio runs away at {speed}: the losses grow faster than the boost.',
  },
  'not-converged': {
    short: 'No answer at this speed',
    long: 'The solution at {speed} did not converge, so no figure is shown for it.',
  },
  'no-charger': {
    short: 'Without a charger it makes {reached}',
    long: 'Without a charger this engine makes {reached} at {speed}. Choose a charger.',
  },
  demand: {
    long: '{power} at the flywheel by {speed} takes {flow} of air at {manifold} abs in the manifold: {boost} of boost, pressure ratio {ratio}.',
  },
  'demand-missed': {
    long: '{power} at the flywheel by {speed} needs {needs} of air and {needsBoost} of boost. This setup reaches {made} there: {flow} at {manifold} abs in the manifold, {boost} of boost, pressure ratio {ratio}.',
  },
  'demand-reached': {
    long: 'At {speed} this setup reaches {made}: {flow} of air at {manifold} abs in the manifold, {boost} of boost, pressure ratio {ratio}.',
  },
  'no-boost-needed': {
    short: 'No boost needed: NA it makes {power}',
    long: 'Naturally aspirated it makes {power} at {speed}: no boost is needed for this goal.',
  },
  'choose-compressor': { short: 'Needs a compressor: choose one in Charger', long: 'Choose a compressor.' },
  'map-just-holds': {
    short: '{name} marginal: {margin} from surge',
    long: '{name} is marginal: {margin} from surge at {speed}.',
  },
  'map-near-choke': {
    short: '{name} marginal: {margin} from choke',
    long: '{name} is marginal: {margin} from choke at {speed}.',
  },
  'map-holds': {
    short: '{name} within limits: {efficiency} at the goal',
    long: '{name} carries the goal at {efficiency}.',
  },
  'surge-below': {
    row: 'Surges below {to}.',
    long: '{name} surges below {to}.',
  },
  'surge-from': {
    row: 'Surges from {from} to the red line.',
    long: '{name} surges from {from} to the red line.',
  },
  'surge-at': {
    row: 'Surges at {from}.',
    long: '{name} surges at {from}.',
  },
  'surge-between': {
    row: 'Surges from {from} to {to}.',
    long: '{name} surges from {from} to {to}.',
  },
  'surge-throughout': {
    row: 'Too big: surges from the onset to the red line.',
    long: '{name} surges from the onset to the red line: too big.',
  },
  'choke-below': {
    row: 'Past choke below {to}.',
    long: '{name} chokes below {to}.',
  },
  'choke-from': {
    row: 'Runs out of air from {from}: past choke.',
    long: '{name} chokes from {from}.',
  },
  'choke-at': {
    row: 'Past choke at {from}.',
    long: '{name} chokes at {from}.',
  },
  'choke-between': {
    row: 'Past choke from {from} to {to}.',
    long: '{name} chokes from {from} to {to}.',
  },
  'choke-throughout': {
    row: 'Too small: past choke from the onset on.',
    long: '{name} chokes from the onset on: too small.',
  },
  'overspeed-below': {
    row: 'Over-speeds below {to}.',
    long: '{name} over-speeds below {to}.',
  },
  'overspeed-from': {
    row: 'Over-speeds from {from}.',
    long: '{name} over-speeds from {from}.',
  },
  'overspeed-at': {
    row: 'Over-speeds at {from}.',
    long: '{name} over-speeds at {from}.',
  },
  'overspeed-between': {
    row: 'Over-speeds from {from} to {to}.',
    long: '{name} over-speeds from {from} to {to}.',
  },
  'overspeed-throughout': {
    row: 'Over-speeds at every speed.',
    long: '{name} over-speeds at every speed.',
  },
  'efficiency-at-goal': { long: 'Compressor efficiency {efficiency} at {speed}.' },
  'efficiency-estimated': {
    long: 'Efficiency at {speed} is estimated, {efficiency}: the point is off the measured map.',
  },
  'surge-near': { long: 'Surge margin is {margin} at {speed}; {least} is the least asked.' },
  'choke-near': { long: 'Choke margin is {margin} at {speed}; {least} is the least asked.' },
  'surge-clear': { long: 'Nearest to surge at {speed}, {margin} clear.' },
  'level-short': {
    short: 'Short by {short} at {speed}',
    long: 'This boost makes {power} at {speed}: {short} short of the goal.',
  },
  'level-makes': {
    short: 'Makes {power} at {speed}',
    long: 'This boost makes {power} at {speed}: {short} over the goal.',
  },
  'past-surge': { short: 'past surge', long: '{name} is past its surge line here, margin {margin}.' },
  'past-choke': { short: 'past choke', long: '{name} is past choke here: no more air.' },
  'wheel-too-fast': { short: 'overspeed', long: '{name} would turn {speed}; its maximum is {limit}.' },
  'mach-high': {
    short: 'Mach {mach}',
    long: 'Mach number {mach} in the {bore} bore; 0.30 is the usual warning.',
  },
  'air-unknown': {
    long: 'The venue’s readings are impossible: check altitude, barometer, temperature and humidity.',
  },
  'idle-near-red-line': { long: 'Idle {idle} is too near the red line {redLine}.' },
  'goal-above-red-line': { long: 'The goal’s speed {goal} is above the red line {redLine}.' },
  'goal-below-idle': { long: 'The goal’s speed {goal} is below idle {idle}.' },
  'breathing-table-short': { long: 'The VE table needs at least two rows.' },
  'lambda-from-above-red-line': {
    long: 'λ changes from {from}, which is not below the red line, {redLine}.',
  },
  'onset-after-full': { long: 'Boost threshold {onset} is not below full boost, {full}.' },
  'full-after-goal': { long: 'Boost is full at {full}, above the goal’s speed {goal}.' },
  'coolant-too-cold': {
    long: 'The cooling medium would be at {coolant}; the model is valid down to {coldest}.',
  },
  'dew-point-above-air': { long: 'The dew point {dewPoint} is above the air temperature {air}.' },
  'compressor-missing': {
    long: 'The library has no compressor {id}, revision {revision}. Choose another.',
  },
};

/** The one place where reasons of the core become sentences. */
const sentences: Sentences<ReasonCode> = {
  ...mapSentences,
  ...decisionSentences,
  ...engineSentences,
  ...turboSentences,
  ...pairSentences,
  ...blowerSentences,
  ...fuelSentences,
  ...coolingSentences,
  ...injectionSentences,
  ...cylinderSentences,
  ...dynoSentences,
  ...forecastSentences,
  ...goalSentences,
};

export type Form = 'short' | 'row' | 'long';
export type Phrase = { text: string; strong: boolean; key?: string }[];

/** A reason in words, in pieces: figures are strong. An unknown code says itself, so that nothing is hidden. */
export function phraseIn({ figure }: Format, reason: Reason, form: Form = 'long'): Phrase {
  // A reason that a newer or older core stored may have a code this one does not know.
  const entry = sentences[reason.code] as Sentences<ReasonCode>[ReasonCode] | undefined;
  const template =
    (form === 'short'
      ? (entry?.short ?? entry?.long.replace(/\.$/, ''))
      : form === 'row'
        ? (entry?.row ?? entry?.long)
        : entry?.long) ?? reason.code;
  return template.split(/(\{\w+\})/).flatMap((piece): Phrase => {
    const key = /^\{(\w+)\}$/.exec(piece)?.[1];
    if (!key) return piece ? [{ text: piece, strong: false }] : [];
    const known = reason.figures[key];
    if (known) return [{ text: figure(known.value, known.quantity), strong: true, key }];
    return [{ text: reason.names?.[key] ?? key, strong: false }];
  });
}

export const sentenceIn = (format: Format, reason: Reason, form: Form = 'long'): string =>
  phraseIn(format, reason, form)
    .map((p) => p.text)
    .join('');
