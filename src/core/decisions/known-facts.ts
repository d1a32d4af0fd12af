import { loadSenses } from '../fuel-system/choices';
import { fuelIds } from '../fuel/fuels';
import { goalBases } from '../job/schema/brief-choices';
import { arrangements } from '../job/schema/setup-choices';
import type { FactKey, Mark } from '../job/schema/marks';

/** Names that a fact may have; the rest are free, or figures. */
const known: Partial<Record<FactKey, readonly string[]>> = {
  goalBasis: goalBases,
  fuel: fuelIds,
  cycle: ['four-stroke', 'two-stroke'],
  arrangement: arrangements,
  senses: loadSenses,
};

/** What stands for a name that this version does not know. */
export const UNKNOWN = 'something this version does not know';

/** A fact's name, or that it is not known here: a mark may come from elsewhere. */
export const knownName = (key: FactKey, name: unknown): string =>
  known[key] && !known[key].includes(String(name)) ? UNKNOWN : String(name);

/** Facts of marks with names that this version does not know, as 'bench: fact name'. In: marks. */
export const unknownFacts = (marks: readonly Mark[]): string[] =>
  marks.flatMap(({ bench, facts }) =>
    Object.entries(facts).flatMap(([key, name]) => {
      const names = known[key as FactKey];
      return names && !names.includes(String(name)) ? [`${bench}: ${key} ${String(name)}`] : [];
    }),
  );
