import { arrangements, boostKinds, type Arrangement, type BoostKind } from '@/core/job/schema/setup-choices';
import { confidences, type Confidence } from '@/core/documents/input';
import type { Change } from '@/core/job/history/changes';
import { asOfToday } from '@/core/job/history/past-paths';
import { quantityOf } from '@/core/job/inputs/inputs';
import { fuelIds, fuelOf } from '@/core/fuel/fuels';
import type { Quantity } from '@/core/units/quantities';
import { isBench } from '@/core/job/benches';
import { benchOf } from '../frame/benches';
import { confidenceWords } from '../fields/confidence';
import { correctionNames, placeNames, useNames } from './brief';
import { fieldText, type Format } from './format';
import { chargerInputName, chargerQuantity, inputName } from './inputs';

const fuelNames = Object.fromEntries(fuelIds.map((id) => [id, fuelOf(id).name.replace('Petrol ', '')]));

/** Lists of a job: one that grew, shrank or changed is said as a whole. */
const lists: [RegExp, string][] = [
  [/^engine\.breathing\.table/, 'VE table'],
  [/^engine\.baseline\.rows/, 'dyno run rows'],
  [/^engine\.baseline\.confidence/, 'confidence in the measured run'],
  [/^engine\.condition\.compression\.\d+$/, 'compression readings'],
  [/^engine\.condition\.leakDown\.\d+$/, 'leak-down readings'],
  [/^engine\.condition\.weakPoints/, 'weak points'],
  [/^engine\.record(\.(family|variant|heads|injectors|changes|boosted))?$/, 'engine record'],
  [/^setups\.\d+\.accepted/, 'what the owner decided'],
  [/^setups\.\d+\.chargerChecks/, 'oil and water checks'],
  [/^calibration(\.|$)/, 'calibration chain'],
  [/^plan\.steps/, 'power steps'],
  [/^plan\.parts/, 'parts list'],
  [/^plan\.(tasks|start|week|school)/, 'order of work'],
  [/^plan\.outside/, 'outside work'],
  [/^plan\.fits/, 'what parts must fit'],
  [/^plan/, 'plan'],
  [/^record\.(measured|given|use)/, 'measuring sheets'],
  [/^record\.procedures/, 'procedures'],
  [/^record/, 'build record'],
  [/^report/, 'words of the report'],
  [/^engine\.components(\.\d+(\.(id|kind|name|note|limits))?)?$/, 'parts with limits'],
  [/^setups\.\d+\.injection(\.(spray|nitrous))?(\.stages(\.\d+)?)?$/, 'injection'],
  [/^brief\.wish$/, 'customer’s wording'],
  [/^brief\.fixed/, 'fixed parts'],
  [/^brief\.local\.answers/, 'answers on local rules'],
  [/^brief\.otherVenues\.\d+(\.(name|barometer\.kind|humidity\.kind))?$/, 'the other venues'],
  [/^brief\.vehicle\.gears\.\d+$/, 'gears'],
  [/^brief\.vehicle\.load\.\d+$/, 'load over the revs'],
  [/^setups\.\d+\.boost\.curve\.confidence/, 'confidence in the boost curve'],
  [/^setups\.\d+\.boost\.curve/, 'boost curve'],
  [/^setups\.\d+\.boost\.gears\.\d+$/, 'boost by gear'],
];

/** How turbos are arranged, in words. */
const arrangementNames: Record<Arrangement, string> = {
  single: 'single',
  parallel: 'parallel twins',
  sequential: 'sequential twins',
  compound: 'two-stage (compound)',
};
export const arrangementOptions = arrangements.map((value) => ({ value, label: arrangementNames[value] }));

const lossModelNames = { share: 'percentage', 'fixed-and-share': 'fixed + percentage' } as const;
export const lossModelOptions = (['share', 'fixed-and-share'] as const).map((value) => ({
  value,
  label: lossModelNames[value],
}));
/** How boost is asked for, in words. */
const boostKindNames: Record<BoostKind, string> = {
  goal: 'as the power goal needs',
  level: 'constant',
  curve: 'curve',
  gears: 'by gear',
};
export const boostKindOptions = boostKinds.map((value) => ({ value, label: boostKindNames[value] }));

/** What is chosen rather than measured, by path without its setup: how it is called, and its options in words. */
const choices: Record<string, { name: string; options?: Record<string, string> }> = {
  name: { name: 'name' },
  'brief.goal.basis': { name: 'power basis' },
  'brief.drivetrain.school': {
    name: 'drivetrain loss model',
    options: lossModelNames,
  },
  'brief.fuel.id': { name: 'fuel', options: fuelNames },
  'brief.venue.barometer.kind': {
    name: 'barometer',
    options: { standard: 'standard atmosphere', station: 'station', seaLevel: 'sea level' },
  },
  'brief.venue.humidity.kind': {
    name: 'humidity as',
    options: { relative: 'relative humidity', dewPoint: 'dew point' },
  },
  'brief.customer': { name: 'customer' },
  'brief.use.kind': { name: 'duty', options: useNames },
  'brief.fuelBest': { name: 'best fuel', options: fuelNames },
  'brief.fuelWorst': { name: 'worst fuel', options: fuelNames },
  'brief.venue.name': { name: 'venue' },
  'brief.budget.currency': { name: 'currency' },
  'brief.due': { name: 'due date' },
  'brief.local.place': { name: 'where it runs', options: placeNames },
  'brief.vehicle.kind': { name: 'application' },
  'brief.vehicle.name': { name: 'vehicle' },
  'brief.vehicle.driven': { name: 'driven wheels' },
  'brief.vehicle.clutch.name': { name: 'clutch' },
  'brief.vehicle.gearbox.name': { name: 'gearbox' },
  'engine.cycle': { name: 'cycle' },
  'engine.volumes.used': {
    name: 'compression ratio from',
    options: { true: 'volumes', false: 'stated ratio' },
  },
  'engine.cam.known': { name: 'cam card', options: { true: 'available', false: 'not available' } },
  'engine.cam.movesShape': {
    name: 'VE curve shape',
    options: { true: 'shifted by the cam', false: 'unchanged' },
  },
  'engine.condition.belts': {
    name: 'belts',
    options: { unchecked: 'not checked', good: 'good', failed: 'failed' },
  },
  'engine.baseline.name': { name: 'measured run' },
  'engine.baseline.on': { name: 'day of the measured run' },
  'engine.baseline.basis': { name: 'measured run at the' },
  'engine.baseline.correction': { name: 'correction of the measured run', options: correctionNames },
  'engine.baseline.fuel': { name: 'fuel of the measured run', options: fuelNames },
  'engine.breathing.source': {
    name: 'VE curve from',
    options: { shape: 'shape', table: 'table', baseline: 'measured run' },
  },
  'engine.breathing.shape.id': { name: 'VE curve shape' },
  'engine.breathing.reference.fuel': {
    name: 'fuel of the VE curve',
    options: fuelNames,
  },
  'setups.name': { name: 'setup' },
  'setups.letter': { name: 'letter' },
  'setups.induction.arrangement': {
    name: 'arrangement',
    options: arrangementNames,
  },
  'setups.induction.kind': { name: 'charger' },
  'setups.cooler.kind': { name: 'cooler', options: { air: 'air to air', water: 'air to water' } },
  'setups.boost.kind': {
    name: 'boost',
    options: boostKindNames,
  },
  'setups.boost.held': { name: 'boost target is', options: { gauge: 'gauge', absolute: 'absolute' } },
  'setups.boost.gear': { name: 'selected gear' },
  'setups.induction.bypass': {
    name: 'HP stage bypassed',
    // As it was written before, and as it is.
    options: {
      true: 'from the change-over on',
      false: 'never',
      at: 'from the change-over on',
      never: 'never',
    },
  },
  'setups.between.hold': {
    name: 'interstage boost',
    options: { free: 'uncontrolled', held: 'held by its wastegate' },
  },
  'setups.between.cooler.kind': {
    name: 'intercooler',
    options: { none: 'none', air: 'air to air', water: 'air to water' },
  },
  'trial.kind': {
    name: 'spool test',
    options: { step: 'a load step', gear: 'a pull in a gear', brake: 'dyno sweep' },
  },
  'trial.gear': { name: 'test gear' },
  'setups.exhaust.manifold': { name: 'exhaust manifold' },
  'setups.boost.hold': { name: 'held above the goal speed' },
};

/** How a choice is called, and an option of it in words, by its path without the setup's number. */
export const choiceName = (path: string): string => choices[path]?.name ?? path;
export const choiceText = (path: string, value: string): string => plain(value, choices[path]?.options);

const isConfidence = (value: unknown): value is Confidence => confidences.includes(value as Confidence);

/** Of a text somebody wrote, a line of the history shows this many signs. */
const LONGEST_TEXT = 40;

function plain(value: unknown, options: Record<string, string> = {}): string {
  if (value === null || value === undefined || value === '') return 'none';
  if (isConfidence(value)) return confidenceWords[value];
  if (typeof value === 'object') return 'another';
  const text = options[String(value)] ?? String(value);
  return text.length > LONGEST_TEXT ? `${text.slice(0, LONGEST_TEXT).trim()} …` : text;
}

/** '9,200 → 9,500 rpm', the unit once. */
function stepIn({ displayUnit }: Format, from: unknown, to: unknown, quantity: Quantity): string {
  const unit = displayUnit(quantity);
  // An optional input comes and goes as a whole.
  const bare = (value: unknown) =>
    value && typeof value === 'object' && 'value' in value ? value.value : value;
  const text = (value: unknown) => {
    const number = bare(value);
    return typeof number === 'number' ? fieldText(number, unit) : 'none';
  };
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
  const bench = path.split('.')[1];
  if (!isBench(bench)) return 'which benches are signed off';
  return `${benchOf(bench).name} ${to === null ? 'reopened' : from === null ? 'signed off' : 'signed off again'}`;
}

/** What is chosen of a turbocharger, by the end of its path. */
const driveChoices: Record<string, { name: string; options?: Record<string, string> }> = {
  'drive.gate.kind': {
    name: 'boost held by',
    options: { none: 'nothing', valve: 'a wastegate', vanes: 'vanes' },
  },
  'drive.gate.mounting': { name: 'wastegate' },
  'belt.throttle': {
    name: 'throttle',
    options: { before: 'before the blower', behind: 'behind the blower' },
  },
  'belt.layout.profile': { name: 'belt profile' },
  'belt.layout.measured': { name: 'pulley diameters are' },
  'belt.layout.tensioning': {
    name: 'belt tension by',
    options: { fixed: 'fixed centres', sprung: 'a sprung tensioner' },
  },
  'drive.gate.reference': {
    name: 'wastegate controlled by',
    options: { spring: 'its spring alone', controlled: 'a controller', dome: 'pressure on both sides' },
  },
};

/** How a choice of a turbocharger is called, and an option of it in words, by the end of its path. */
export const driveChoiceName = (end: string): string => driveChoices[end]?.name ?? end;
export const driveChoiceText = (end: string, value: string): string =>
  plain(value, driveChoices[end]?.options);

/** The choices of what stands behind a charger, by the end of their path: at the engine, and in front. */
const behindChoices: Record<string, { engine: string; front: string }> = {
  'aftercooler.kind': { engine: 'setups.cooler.kind', front: 'setups.between.cooler.kind' },
  'hold.kind': { engine: 'setups.between.hold', front: 'setups.between.hold' },
};

/** What changed of a charger. In: the path as it is written today; its place; the end of the path from there on. */
function chargerSentence(format: Format, change: Change, path: string, place: string, end: string): string {
  const name = chargerInputName(place === 'front', end);
  if (name) return inputChange(format, change, path, name, chargerQuantity(end));
  const behind = behindChoices[end]?.[place as 'engine' | 'front'];
  if (!behind) return chargerChange(change, end);
  const { name: what, options } = choices[behind]!;
  return `${what} ${plain(change.from, options)} → ${plain(change.to, options)}`;
}

/** A compressor, turbine, housing or gate that was exchanged. In: the end of the path, from its charger on. */
function chargerChange({ from, to }: Change, end: string): string {
  const isRevision = /revision$/.test(end) && typeof from === 'number' && typeof to === 'number';
  const part = /turbine/.test(end) ? 'turbine' : /turbocharger/.test(end) ? 'turbocharger' : 'compressor';
  if (isRevision) return `${part}, revision ${from} → ${to}`;
  if (end === 'drive') return to === null ? 'turbine taken off' : 'a turbine put on';
  if (end === 'belt') return to === null ? 'belt drive taken off' : 'a belt drive put on';
  if (end === 'belt.layout') return to === null ? 'pulleys taken out: the ratio alone' : 'pulleys laid out';
  if (end === 'belt.bypass') return to === null ? 'bypass valve taken off' : 'a bypass valve put on';
  if (end.startsWith('belt.blower')) return 'another supercharger';
  if (/^belt\.layout\.(route\.\d+\.)?part/.test(end))
    return to === null ? 'a part of the belt drive taken out' : 'another part of the belt drive';
  if (/^belt\.layout\.route(\.\d+)?$/.test(end)) return 'other pulleys in the belt’s way';
  if (end === 'belt.inBsfc')
    return to === true ? 'drive power is in the BSFC' : 'drive power is not in the BSFC';
  if (end === 'drive.housing')
    return typeof from === 'number' && typeof to === 'number'
      ? `turbine housing ${from + 1} → ${to + 1}`
      : 'another turbine housing';
  const choice = driveChoices[end];
  if (choice) return `${choice.name} ${plain(from, choice.options)} → ${plain(to, choice.options)}`;
  if (!end) return to === null ? 'a charger taken out of the row' : 'a charger put into the row';
  return end === 'drive.gate' ? 'another wastegate' : `another ${part}`;
}

/** An input that changed: its value, how sure it is, or its note. */
function inputChange(
  format: Format,
  { from, to }: Change,
  path: string,
  name: string,
  quantity: Quantity,
): string {
  if (path.endsWith('.note')) return `${name}: note`;
  if (path.endsWith('.confidence')) return `${name}: ${plain(from)} → ${plain(to)}`;
  return `${name} ${stepIn(format, from, to, quantity)}`;
}

/** A change in words: 'red line 9,200 → 9,500 rpm'. */
export function changeSentenceIn(format: Format, change: Change): string {
  const { path, from, to } = change;
  const whole = wholeThing(change);
  if (whole) return whole;
  const letter = /^setups\.([A-F])\./.exec(path)?.[1];
  const prefix = letter ? `${letter}: ` : '';
  const indexed = asOfToday(path).replace(/^setups\.[A-F]\./, 'setups.0.');
  const bare = indexed.replace(/\.(value|confidence|note)$/, '');
  const list = lists.find(([pattern]) => pattern.test(indexed));
  if (list) return list[1];
  const charger = /^setups\.0\.induction\.(engine|front)\.?(.*)$/.exec(bare);
  if (charger) return `${prefix}${chargerSentence(format, change, indexed, charger[1]!, charger[2]!)}`;
  if (/plumbing\.\d+$/.test(bare)) return `${prefix}${from === null ? 'a loss added' : 'a loss taken out'}`;
  const part = /plumbing\.\d+\.part(\.revision|\.id)?$/.exec(bare);
  if (part) {
    if (part[1] === '.revision') return `${prefix}piping part, revision ${plain(from)} → ${plain(to)}`;
    return `${prefix}${to === null ? 'a piping part taken off' : 'a piping part of the library put on'}`;
  }
  const named = inputName(bare);
  if (named) return `${prefix}${inputChange(format, change, indexed, named, quantityOf(bare)!)}`;
  const choice = choices[bare.replace(/^setups\.\d+/, 'setups')];
  const name = choice?.name ?? bare.split('.').slice(-2).join(' ');
  return `${prefix}${name} ${plain(from, choice?.options)} → ${plain(to, choice?.options)}`;
}

/** What no longer needs saying where a larger thing has been said: the parts of a change of compressor, or of fuel. */
function telling(changes: Change[]): Change[] {
  const has = (pattern: RegExp) => changes.some((c) => pattern.test(c.path));
  return changes.filter(({ path }) => {
    if (/\.induction\.(engine|front|stages)\b/.test(path))
      return !has(/^setups\.\w+\.name$/) || /revision$/.test(path);
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
