import type { LimitState } from '../solve/verdict';
import { compileBuild, type Build } from '../build/build';
import {
  factsOf,
  libraryOfItems,
  manyOf,
  withCandidate,
  type Candidate,
  type Form,
  type TurboItem,
} from './candidate';
import { measured, type TurboFigures } from './matched-rows';
import type { Job } from '../job/schema/job';
import type { TrialPlan } from '../studies/spool';
import { solveSweep, type Sweep } from '../solve/sweep';

/** Why something stands beside the setup in hand: one against two of half the flow, a size down, a size up. */
export type VersusRole = 'other-form' | 'smaller' | 'bigger';

/** One line of the sheet. Price in the shop's currency for all of it; `space` an estimate, m³. */
export type VersusRow = {
  role: VersusRole;
  name: string;
  candidate: Candidate<TurboItem>;
  figures: TurboFigures;
  state: LimitState;
  powers: { speedRpm: number; power: number }[];
  price: number | null;
  space: number;
};

/** Greatest corrected flow of a compressor, kg/s. */
const capacityOf = ({ compressor }: TurboItem): number =>
  Math.max(...compressor.lines.flatMap((line) => line.points.map((p) => p.flow)));

/**
 * Room that turbos take, m³: each about two and a half exducers wide and high and three long with its turbine. An estimate
 * (common practice, no source). In: exducer diameters, m.
 */
export const spaceOf = (exducers: number[]): number =>
  exducers.reduce((sum, d) => sum + 2.5 * d * (2.5 * d) * (3 * d), 0);

const nearest = (items: readonly TurboItem[], capacity: number): TurboItem | undefined =>
  items.reduce<TurboItem | undefined>((best, item) => {
    const off = (t: TurboItem) => Math.abs(Math.log(capacityOf(t) / capacity));
    return !best || off(item) < off(best) ? item : best;
  }, undefined);

/** What is worth standing beside a turbo: the other number of them, a size down and a size up. One of each wheel is enough. */
export function rivalsOf(
  own: TurboItem,
  form: Form,
  items: readonly TurboItem[],
): [VersusRole, Candidate<TurboItem>][] {
  const capacity = capacityOf(own);
  const sizes = [...items].sort((a, b) => capacityOf(a) - capacityOf(b));
  const smaller = sizes.filter((t) => capacityOf(t) < capacity * 0.93).at(-1);
  const bigger = sizes.find((t) => capacityOf(t) > capacity * 1.07);
  const isTwin = form === 'parallel';
  const other = nearest(items, isTwin ? capacity * 2 : capacity / 2);
  const row = (
    role: VersusRole,
    engine: TurboItem | undefined,
    as: Form,
  ): [VersusRole, Candidate<TurboItem>][] => (engine ? [[role, { form: as, chargers: [engine] }]] : []);
  const same: Form = isTwin ? 'parallel' : 'single';
  return [
    ...row('other-form', other, isTwin ? 'single' : 'parallel'),
    ...row('smaller', smaller, same),
    ...row('bigger', bigger, same),
  ];
}

const powersOf = (sweep: Sweep) =>
  sweep.points
    .filter((p) => p.status.kind !== 'failed')
    .map((p) => ({ speedRpm: p.speedRpm, power: p.power.flywheel }));

/** Mean power between two speeds, W, by the trapezoid; null where the line does not reach over them. */
export function meanPower(powers: VersusRow['powers'], fromRpm: number, toRpm: number): number | null {
  const first = powers[0];
  const last = powers.at(-1);
  if (!first || !last || !(toRpm > fromRpm) || first.speedRpm > fromRpm || last.speedRpm < toRpm) return null;
  const at = (rpm: number) => {
    const i = Math.max(
      1,
      powers.findIndex((p) => p.speedRpm >= rpm),
    );
    const [a, b] = [powers[i - 1]!, powers[i]!];
    return a.power + ((b.power - a.power) * (rpm - a.speedRpm)) / (b.speedRpm - a.speedRpm);
  };
  const inside = powers.filter((p) => p.speedRpm > fromRpm && p.speedRpm < toRpm);
  const line = [{ speedRpm: fromRpm, power: at(fromRpm) }, ...inside, { speedRpm: toRpm, power: at(toRpm) }];
  let area = 0;
  for (let i = 1; i < line.length; i++)
    area += ((line[i]!.power + line[i - 1]!.power) / 2) * (line[i]!.speedRpm - line[i - 1]!.speedRpm);
  return area / (toRpm - fromRpm);
}

/** The figures of a setup that is solved already, for its line of the sheet. */
export const versusOf = (answer: { build: Build; sweep: Sweep }, trial: TrialPlan | null) => ({
  figures: measured(answer, trial),
  state: answer.sweep.goal.state,
  powers: powersOf(answer.sweep),
});

/** The rivals of a setup's turbo, solved one after the other; whoever draws from it decides when to pause. Never throws. */
export function* versusRows(
  job: Job,
  setupId: string,
  own: TurboItem,
  form: Form,
  items: readonly TurboItem[],
  trial: TrialPlan | null,
): Generator<VersusRow> {
  const library = libraryOfItems(items);
  for (const [role, candidate] of rivalsOf(own, form, items)) {
    const result = compileBuild(withCandidate(job, setupId, candidate), setupId, library);
    if ('problems' in result) continue;
    const { build } = result;
    const sweep = solveSweep(build);
    const { name, price } = factsOf(candidate);
    const exducer = candidate.chargers[0]!.compressor.exducer.value;
    yield {
      role,
      name,
      candidate,
      ...versusOf({ build, sweep }, trial),
      price,
      space: spaceOf(Array.from({ length: manyOf(candidate.form) }, () => exducer)),
    };
  }
}
