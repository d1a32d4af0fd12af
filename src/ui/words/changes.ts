import { confidences, type Confidence } from '@/core/job/input';
import type { Change } from '@/core/job/changes';
import { quantityOf } from '@/core/job/inputs';
import { fuelIds, fuelOf, type FuelId } from '@/core/fuel/fuels';
import type { Quantity } from '@/core/units/quantities';
import { benches } from '../frame/benches';
import { confidenceWords } from '../fields/confidence';
import { fieldText, type Format } from './format';
import { inputName } from './inputs';

/** What is chosen rather than measured, by path without its setup: how it is called, and its options in words. */
const choices: Record<string, { name: string; options?: Record<string, string> }> = {
  name: { name: 'name' },
  'brief.goal.basis': { name: 'goal measured at the' },
  'brief.drivetrain.school': {
    name: 'drivetrain loss as',
    options: { share: 'a share', 'fixed-and-share': 'a fixed loss and a share' },
  },
  'brief.fuel.id': { name: 'fuel', options: Object.fromEntries(fuelIds.map((id) => [id, fuelName(id)])) },
  'brief.venue.barometer.kind': {
    name: 'barometer',
    options: { standard: 'standard atmosphere', station: 'station', seaLevel: 'sea level' },
  },
  'brief.venue.humidity.kind': {
    name: 'humidity as',
    options: { relative: 'relative humidity', dewPoint: 'dew point' },
  },
  'engine.cycle': { name: 'cycle' },
  'engine.breathing.source': { name: 'breathing from a' },
  'engine.breathing.shape.id': { name: 'breathing shape' },
  'engine.breathing.reference.fuel': {
    name: 'fuel of the breathing curve',
    options: Object.fromEntries(fuelIds.map((id) => [id, fuelName(id)])),
  },
  'setups.name': { name: 'setup' },
  'setups.letter': { name: 'letter' },
  'setups.induction.arrangement': {
    name: 'arrangement',
    options: { single: 'one', parallel: 'parallel twins' },
  },
  'setups.induction.kind': { name: 'charger' },
  'setups.cooler.kind': { name: 'cooler', options: { air: 'air to air', water: 'air to water' } },
  'setups.boost.kind': { name: 'boost', options: { goal: 'as the goal needs', level: 'a level' } },
  'setups.boost.hold': { name: 'above the goal’s speed held' },
};

function fuelName(id: FuelId): string {
  return fuelOf(id).name.replace('Petrol ', '');
}

/** How a choice is called, and an option of it in words, by its path without the setup's number. */
export const choiceName = (path: string): string => choices[path]?.name ?? path;
export const choiceText = (path: string, value: string): string => plain(value, choices[path]?.options);

const isConfidence = (value: unknown): value is Confidence => confidences.includes(value as Confidence);

function plain(value: unknown, options: Record<string, string> = {}): string {
  if (value === null || value === undefined || value === '') return 'none';
  if (isConfidence(value)) return confidenceWords[value];
  return typeof value === 'object' ? 'another' : (options[String(value)] ?? String(value));
}

/** '9,200 → 9,500 rpm', the unit once. */
function stepIn({ displayUnit }: Format, from: unknown, to: unknown, quantity: Quantity): string {
  const unit = displayUnit(quantity);
  const text = (value: unknown) => (typeof value === 'number' ? fieldText(value, unit) : 'none');
  return `${text(from)} → ${text(to)}${unit.symbol ? `\u00a0${unit.symbol}` : ''}`;
}

/** A setup that came or went, or a bench that was settled: whole things rather than values. */
function wholeThing({ path, from, to }: Change): string | null {
  const setup = /^(setups|bin)\.([A-F])$/.exec(path);
  if (setup) {
    const letter = setup[2]!;
    if (setup[1] === 'bin')
      return to === null ? `setup ${letter} removed from the bin` : `setup ${letter} put in the bin`;
    if (to === 'bin') return `setup ${letter} deleted, to the bin`;
    if (to === null) return `setup ${letter} gone`;
    return from === 'bin' ? `setup ${letter} brought back` : `setup ${letter} added: ${plain(to)}`;
  }
  if (!path.startsWith('settled')) return null;
  const bench = benches.find((b) => b.id === path.split('.')[1]);
  if (!bench) return 'which benches are settled';
  return `${bench.name} ${to === null ? 'opened again' : from === null ? 'settled' : 'settled anew'}`;
}

/** A change in words: 'red line 9,200 → 9,500 rpm'. */
export function changeSentenceIn(format: Format, change: Change): string {
  const { path, from, to } = change;
  const whole = wholeThing(change);
  if (whole) return whole;
  const letter = /^setups\.([A-F])\./.exec(path)?.[1];
  const prefix = letter ? `${letter}: ` : '';
  const indexed = path.replace(/^setups\.[A-F]\./, 'setups.0.');
  const bare = indexed.replace(/\.(value|confidence|note)$/, '');
  if (/breathing\.table/.test(bare)) return 'breathing table';
  if (/induction\.stages/.test(bare))
    return /revision$/.test(bare) && typeof from === 'number' && typeof to === 'number'
      ? `${prefix}compressor, revision ${from} → ${to}`
      : `${prefix}another compressor`;
  if (/plumbing\.\d+$/.test(bare)) return `${prefix}${from === null ? 'a loss added' : 'a loss taken out'}`;
  const named = inputName(bare);
  if (named) {
    if (indexed.endsWith('.note')) return `${prefix}${named}: note`;
    if (indexed.endsWith('.confidence')) return `${prefix}${named}: ${plain(from)} → ${plain(to)}`;
    return `${prefix}${named} ${stepIn(format, from, to, quantityOf(bare)!)}`;
  }
  const choice = choices[bare.replace(/^setups\.\d+/, 'setups')];
  const name = choice?.name ?? bare.split('.').slice(-2).join(' ');
  return `${prefix}${name} ${plain(from, choice?.options)} → ${plain(to, choice?.options)}`;
}

/** What no longer needs saying where a larger thing has been said: the parts of a change of compressor, or of fuel. */
function telling(changes: Change[]): Change[] {
  const has = (pattern: RegExp) => changes.some((c) => pattern.test(c.path));
  return changes.filter(({ path }) => {
    if (/induction\.stages/.test(path)) return !has(/^setups\.\w+\.name$/) || /revision$/.test(path);
    if (/induction\.stages.*id$/.test(path)) return false;
    if (/^brief\.fuel\.(lambda|bsfc|bsfcLambda)\./.test(path)) return !has(/^brief\.fuel\.id$/);
    return true;
  });
}

/** One line for a revision: its first changes, and how many more. In: changes as stored; how many there were in all. */
export function changesLineIn(format: Format, changes: Change[], count = changes.length): string {
  const lines = [...new Set(telling(changes).map((c) => changeSentenceIn(format, c)))];
  const shown = lines.slice(0, 2);
  const more = lines.length - shown.length + Math.max(0, count - changes.length);
  return shown.join('; ') + (more > 0 ? `; and ${more} more` : '');
}

/** Every change in words, each once. */
export const changesListIn = (format: Format, changes: Change[]): string[] => [
  ...new Set(telling(changes).map((c) => changeSentenceIn(format, c))),
];
