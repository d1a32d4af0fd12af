import { checkMap } from '@/core/compressor/check';
import type { Compressor } from '@/core/compressor/document';
import { UNITS_COOKIE, unitsOfCookie } from '@/ui/device/choices';
import { wordsIn } from '@/ui/words/words';
import { cookies } from 'next/headers';
import { Refusal } from './handler';

/** A map with a fault is refused whoever sends it, with the same sentences as in the importer. */
export async function requireSound(map: Compressor): Promise<void> {
  const { faults } = checkMap(map);
  if (!faults.length) return;
  const { sentence } = wordsIn(unitsOfCookie((await cookies()).get(UNITS_COOKIE)?.value));
  throw new Refusal(422, `The map of ${map.name} was not stored. Nothing was changed.`, {
    problems: faults.slice(0, 12).map((fault) => sentence(fault.reason)),
  });
}
