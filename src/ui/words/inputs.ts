import { arrangementOf } from '@/core/job/chargers';
import { labelOf, quantityOf, wholeNames } from '@/core/job/inputs/inputs';
import { patternOf, placeOf } from '@/core/job/inputs/place';
import type { Job } from '@/core/job/schema/job';
import type { Quantity } from '@/core/units/quantities';
import type { LossPlace } from '@/core/job/schema/setup-choices';

/** What a loss belongs to, in a sentence. */
export const lossNames: Record<LossPlace, string> = {
  filter: 'air filter',
  inlet: 'inlet pipe',
  between: 'interstage pipe',
  cooler: 'charge air cooler',
  charge: 'charge pipe',
  throttle: 'throttle',
  manifold: 'exhaust manifold',
  downpipe: 'downpipe',
  catalyst: 'catalyst',
  silencer: 'silencer',
};

/** What a charger of a compound pair is called. */
export const stageNames = { engine: 'HP stage', front: 'LP stage' } as const;

/** A label inside a sentence: 'Boost target' → 'boost target'; symbols and abbreviations stay: 'BSFC', 'λ', 'VE', 'HP'. */
const inSentence = (label: string): string =>
  /^[A-Z][a-z]/.test(label) ? label.charAt(0).toLowerCase() + label.slice(1) : label;

/** And at the beginning of one. */
export const atStart = (name: string): string => name.charAt(0).toUpperCase() + name.slice(1);

/** Of the charger in front, what is called after its place and not after the stage. */
const betweenNames: Record<string, string> = {
  'aftercooler.effectiveness': 'intercooler effectiveness',
  'aftercooler.coolantRise': 'intercooler cooling medium above ambient',
  'hold.gauge': 'interstage boost',
};

/** The path of an input of a charger, whichever it is, by its end; a belt's under the drive's own name too. */
const ofCharger = (end: string): string =>
  `setups.0.induction.chargers.0.${end.startsWith('belt.') ? `drive.${end.slice(5)}` : end}`;

/**
 * Name of an input of a charger by the end of its path; undefined for what is none. In: whether it stands in front of
 * another; whether there are two, so that the name has to say which.
 */
export function chargerInputName(isFront: boolean, end: string, isPair = isFront): string | undefined {
  const label = labelOf(ofCharger(end));
  if (!label) return undefined;
  const name = inSentence(label);
  if (!isPair) return name;
  if (isFront) return betweenNames[end] ?? `${name}, ${stageNames.front}`;
  return end.startsWith('aftercooler.') ? name : `${name}, ${stageNames.engine}`;
}

/** What such an input is measured in. */
export const chargerQuantity = (end: string): Quantity => quantityOf(ofCharger(end))!;

/** Name of an input; a loss or a charger says which it is where the job is at hand. Undefined for what is no input. */
export function inputName(path: string, job?: Job): string | undefined {
  const whole = wholeNames[patternOf(path)];
  if (whole) return whole;
  const { setup, charger, loss } = placeOf(path, job);
  if (setup && (charger === 'front' || charger === 'engine')) {
    const end = path.split('.').slice(5).join('.');
    return chargerInputName(charger === 'front', end, arrangementOf(setup.induction) === 'compound');
  }
  const label = labelOf(path, job);
  if (!label) return undefined;
  const name = inSentence(label);
  return loss ? `${lossNames[loss.place]} ${name}` : name;
}
