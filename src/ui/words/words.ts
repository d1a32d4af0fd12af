import type { Compressor } from '@/core/compressor/document';
import type { FuelId } from '@/core/fuel/fuels';
import type { Change } from '@/core/job/history/changes';
import { mixOf, unitsUnder, type UnitChoice } from '@/core/units/systems';
import type { Reason } from '@/core/working/range';
import { changeSentenceIn, changesLineIn, changesListIn } from './changes';
import { compressorChangesIn } from './compressor';
import { formatIn } from './format';
import { engineWordsIn, goalSentenceIn, type Goal } from './job';
import { phraseIn, sentenceIn, type Form } from './reasons';

/** Every figure and sentence of the screen in the units somebody chose. */
export function wordsIn(choice: UnitChoice) {
  const format = formatIn(unitsUnder(mixOf(choice)));
  return {
    ...format,
    phrase: (reason: Reason, form?: Form) => phraseIn(format, reason, form),
    sentence: (reason: Reason, form?: Form) => sentenceIn(format, reason, form),
    goalSentence: (goal: Goal, fuel: FuelId, altitude: number) =>
      goalSentenceIn(format, goal, fuel, altitude),
    engineWords: (displacement: number, cylinders: number) => engineWordsIn(format, displacement, cylinders),
    changeSentence: (change: Change) => changeSentenceIn(format, change),
    changesLine: (changes: Change[], count?: number) => changesLineIn(format, changes, count),
    changesList: (changes: Change[]) => changesListIn(format, changes),
    compressorChanges: (from: Compressor, to: Compressor) => compressorChangesIn(format, from, to),
  };
}

export type Words = ReturnType<typeof wordsIn>;

/** Where nobody has chosen: the house's mix. */
export const houseWords = wordsIn({ system: 'house', mix: {} });
