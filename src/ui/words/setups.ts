import type { Job, Setup } from '@/core/job/schema/job';
import type { Ref } from '@/core/documents/ref';
import type { SetupRefusal } from '@/core/job/setups';
import { inputsOf, isBoostCurve, quantityOf } from '@/core/job/inputs/inputs';
import { placeOf } from '@/core/job/inputs/place';
import { arrangementOf, chargerAtEngine, chargerInFront, exhaustDriveOf } from '@/core/job/chargers';
import { choiceName, choiceText, driveChoiceName, driveChoiceText } from './changes';
import type { Format } from './format';
import { inputName, stageNames } from './inputs';

/** Why a setup cannot be added, deleted or brought back. */
export const setupRefusals: Record<SetupRefusal, string> = {
  'all-letters-taken': 'A job has at most six setups, A to F: delete one first.',
  'last-setup': 'A job keeps at least one setup.',
  'bin-full': 'The bin holds 24 setups of this job: empty it first.',
  'not-there': 'That setup is not there any more.',
};

type Line = { key: string; name: string; text: string };

/** What a part of the library is called, and a housing of a turbine. */
export type PartNames = { part: (ref: Ref) => string; housing: (turbine: Ref, index: number) => string };

/** What is chosen of a setup as it stands, by path without its number; a choice that has no say is left out. */
function choicesOf(setup: Setup): [path: string, value: string][] {
  const { induction, boost, exhaust } = setup;
  const isCharged = induction.kind === 'charged';
  const isForGoal = boost.kind === 'goal';
  const own = chargerAtEngine(setup);
  const front = chargerInFront(setup);
  const found: [string, unknown, boolean][] = [
    ['induction.kind', induction.kind, !isCharged],
    ['induction.arrangement', arrangementOf(induction), isCharged],
    ['boost.kind', boost.kind, isCharged],
    ['boost.held', boost.held, isCharged && !isForGoal],
    ['boost.hold', boost.hold, isCharged && isForGoal],
    ['cooler.kind', own?.aftercooler.kind, isCharged],
    ['exhaust.manifold', exhaust.manifold, Boolean(exhaustDriveOf(own))],
    ['induction.bypass', isCharged && induction.changeover.kind, Boolean(front)],
    ['between.hold', front?.hold.kind, Boolean(front)],
    ['between.cooler.kind', front?.aftercooler.kind, Boolean(front)],
  ];
  return found.flatMap(([path, value, has]) => (has ? [[path, String(value)]] : []));
}

/** The parts of each charger by their names, with what is chosen of them; the one at the engine first. */
function chargerLines(setup: Setup, names: PartNames): Line[] {
  const front = chargerInFront(setup);
  const places = [
    ['engine', chargerAtEngine(setup)],
    ['front', front],
  ] as const;
  return places.flatMap(([place, charger]) => {
    if (!charger) return [];
    const of = front ? `, ${stageNames[place]}` : '';
    const line = (key: string, name: string, text: string): Line => ({
      key: `${place}.${key}`,
      name: `${name}${of}`,
      text,
    });
    const by = (ref: Ref | null) => (ref ? names.part(ref) : 'none yet');
    const choice = (end: string, value: string) =>
      line(end, driveChoiceName(end), driveChoiceText(end, value));
    const drive = exhaustDriveOf(charger);
    const gate = drive?.gate;
    return [
      line('compressor', 'compressor', by(charger.machine)),
      line('turbine', 'turbine', by(drive?.turbine ?? null)),
      ...(drive ? [line('housing', 'turbine housing', names.housing(drive.turbine, drive.housing))] : []),
      ...(gate ? [choice('drive.gate.kind', gate.kind)] : []),
      ...(gate?.kind === 'valve'
        ? [choice('drive.gate.mounting', gate.mounting), choice('drive.gate.reference', gate.reference)]
        : []),
    ];
  });
}

/** A path by the place of its charger, so that a single one stands beside the one at the engine of a pair. */
const byPlace = (setup: Setup, path: string): string =>
  path.replace(
    /induction\.chargers\.\d+/,
    placeOf(`setups.0.${path}`, { setups: [setup] }).charger ?? 'engine',
  );

/** What a setup gives, line by line in the reader's units; a part of the library by its name. */
function linesOf(format: Format, job: Job, index: number, names: PartNames): Line[] {
  const setup = job.setups[index]!;
  const own = `setups.${index}.`;
  const seen = new Map<string, number>();
  const losses = setup.plumbing.map(({ place }) => {
    const number = (seen.get(place) ?? 0) + 1;
    seen.set(place, number);
    return { key: `${place}.${number}`, more: number > 1 ? ` (${number})` : '' };
  });
  const inputs = inputsOf(job, index, { whole: true })
    .filter(({ path }) => path.startsWith(own) && !isBoostCurve(path))
    .map(({ path, input }): Line => {
      const loss = losses[Number(/plumbing\.(\d+)\./.exec(path)?.[1])];
      const name = inputName(path, job)!;
      const gear = /\.boost\.gears\.(\d+)$/.exec(path)?.[1];
      return {
        key: loss ? path.replace(/^.*plumbing\.\d+/, loss.key) : byPlace(setup, path.slice(own.length)),
        name: `${gear === undefined ? name : `boost of gear ${Number(gear) + 1}`}${loss?.more ?? ''}`,
        text: format.figure(input.value, quantityOf(path)!),
      };
    });
  const { boost } = setup;
  const curve = boost.curve.rows.map(
    ({ speedRpm, gauge }) => `${format.figure(gauge, 'boost')} at ${format.figure(speedRpm, 'engineSpeed')}`,
  );
  return [
    ...chargerLines(setup, names),
    ...choicesOf(setup).map(([path, value]) => ({
      key: path,
      name: choiceName(`setups.${path}`),
      text: choiceText(`setups.${path}`, value),
    })),
    ...(boost.kind === 'curve'
      ? [{ key: 'boost.curve', name: 'boost curve', text: curve.join(', ') || 'none' }]
      : []),
    ...(boost.kind === 'gears'
      ? [{ key: 'boost.gear', name: choiceName('setups.boost.gear'), text: String(boost.gear + 1) }]
      : []),
    ...inputs,
  ];
}

const longest = (names: string[]): string => names.reduce((a, b) => (b.length > a.length ? b : a));

export type DifferingLine = { key: string; name: string; texts: string[] };

/** The inputs in which setups differ as they are read: one text for each setup, an en dash where it has no such input. */
export function differingInputs(format: Format, job: Job, names: PartNames): DifferingLine[] {
  const each = job.setups.map(
    (_, index) => new Map(linesOf(format, job, index, names).map((line) => [line.key, line])),
  );
  const keys = [...new Set(each.flatMap((lines) => [...lines.keys()]))];
  return keys
    .map((key) => ({
      key,
      // Beside a pair a single turbo's part is called as the pair calls it.
      name: longest(each.map((lines) => lines.get(key)?.name ?? '')),
      texts: each.map((lines) => lines.get(key)?.text ?? '–'),
    }))
    .filter(({ texts }) => new Set(texts).size > 1);
}
