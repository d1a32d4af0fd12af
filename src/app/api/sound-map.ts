import { checkMap } from '@/core/compressor/check';
import type { Compressor } from '@/core/compressor/document';
import { sentence } from '@/ui/words/reasons';
import { Refusal } from './handler';

/** A map with a fault is refused whoever sends it, with the same sentences as in the importer. */
export function requireSound(map: Compressor): void {
  const { faults } = checkMap(map);
  if (faults.length)
    throw new Refusal(422, `The map of ${map.name} was not stored. Nothing was changed.`, {
      problems: faults.slice(0, 12).map((fault) => sentence(fault.reason)),
    });
}
