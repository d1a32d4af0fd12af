import { chargingTerms } from './glossary-charging';
import { engineTerms } from './glossary-engine';
import { limitAndFuelTerms } from './glossary-limits-and-fuel';
import { workshopTerms } from './glossary-workshop';
import type { Term } from './glossary-term';

/** In the order of the work: ambient, engine, charge air, compressor, turbine, boost control, arrangement, vehicle, test, limits, fuel, workshop. */
export const glossary: readonly Term[] = [
  ...engineTerms,
  ...chargingTerms,
  ...limitAndFuelTerms,
  ...workshopTerms,
];

const found = new Map<string, Term | undefined>();

/** The term that a label speaks of; undefined where it needs no explanation. Every field asks at every edit: what was found is kept. */
export function termOf(label: string): Term | undefined {
  if (!found.has(label))
    found.set(
      label,
      glossary.find(({ term }) => term.toLowerCase() === label.toLowerCase()) ??
        glossary.find((entry) => entry.in?.test(label)),
    );
  return found.get(label);
}
