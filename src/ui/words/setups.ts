import type { Setup } from '@/core/job/document';
import type { SetupRefusal } from '@/core/job/setups';
import { quantityOf } from '@/core/job/inputs';
import type { Input } from '@/core/job/input';
import { choiceName, choiceText } from './changes';
import type { Format } from './format';
import { inputName } from './inputs';

/** Why a setup cannot be added, deleted or brought back. */
export const setupRefusals: Record<SetupRefusal, string> = {
  'all-letters-taken': 'A job has at most six setups, A to F: delete one first.',
  'last-setup': 'A job keeps at least one setup.',
  'bin-full': 'The bin holds 24 setups of this job: empty it first.',
  'not-there': 'That setup is not there any more.',
};

type Line = { key: string; name: string; text: string };

/** What a setup gives, line by line in the reader's units; a part of the library by its name. */
function linesOf(format: Format, setup: Setup, partName: (id: string, revision: number) => string): Line[] {
  const lines: Line[] = [];
  const add = (key: string, name: string, text: string) => lines.push({ key, name, text });
  const choice = (key: string, value: string) =>
    add(key, choiceName(`setups.${key}`), choiceText(`setups.${key}`, value));
  const quantity = (key: string, name: string, { value }: Input) =>
    add(key, name, format.figure(value, quantityOf(`setups.0.${key}`)!));
  const named = (key: string, input: Input) => quantity(key, inputName(`setups.0.${key}`)!, input);
  const { induction, boost, cooler } = setup;
  if (induction.kind === 'turbo') {
    const ref = induction.stages[0]?.compressor;
    add('compressor', 'compressor', ref ? partName(ref.id, ref.revision) : 'none yet');
    choice('induction.arrangement', induction.arrangement);
  } else choice('induction.kind', induction.kind);
  choice('boost.kind', boost.kind);
  if (boost.kind === 'level') named('boost.levelGauge', boost.levelGauge);
  else choice('boost.hold', boost.hold);
  named('boost.onsetRpm', boost.onsetRpm);
  named('boost.fullRpm', boost.fullRpm);
  named('efficiencyGuess', setup.efficiencyGuess);
  named('backPressureRatio', setup.backPressureRatio);
  choice('cooler.kind', cooler.kind);
  if (cooler.kind !== 'none') {
    named('cooler.effectiveness', cooler.effectiveness);
    named('cooler.coolantRise', cooler.coolantRise);
  }
  const seen = new Map<string, number>();
  setup.plumbing.forEach((loss) => {
    const number = (seen.get(loss.place) ?? 0) + 1;
    seen.set(loss.place, number);
    const part = number > 1 ? `${loss.place} ${number}` : loss.place;
    const what = (key: string, name: string, input: Input, unit: Parameters<Format['figure']>[1]) =>
      add(`plumbing.${part}.${key}`, `${part} ${name}`, format.figure(input.value, unit));
    what('drop', 'loss', loss.drop, 'pressureDrop');
    what('massFlow', 'loss, at a flow of', loss.massFlow, 'massFlow');
    what('pressure', 'loss, at a pressure of', loss.pressure, 'pressure');
    what('temperature', 'loss, at a temperature of', loss.temperature, 'temperature');
    if (loss.diameter) what('diameter', 'bore', loss.diameter, 'bore');
  });
  return lines;
}

export type DifferingLine = { key: string; name: string; texts: string[] };

/** The inputs in which setups differ as they are read: one text for each setup, an en dash where it has no such input. */
export function differingInputs(
  format: Format,
  setups: readonly Setup[],
  partName: (id: string, revision: number) => string,
): DifferingLine[] {
  const each = setups.map((s) => new Map(linesOf(format, s, partName).map((line) => [line.key, line])));
  const keys = [...new Set(each.flatMap((lines) => [...lines.keys()]))];
  return keys
    .map((key) => ({
      key,
      name: each.map((lines) => lines.get(key)?.name).find(Boolean)!,
      texts: each.map((lines) => lines.get(key)?.text ?? '–'),
    }))
    .filter(({ texts }) => new Set(texts).size > 1);
}
