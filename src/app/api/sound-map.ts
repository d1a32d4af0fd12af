import { checkMap } from '@/core/compressor/check';
import type { Compressor } from '@/core/compressor/document';
import { checkTurbine } from '@/core/turbine/check';
import type { Reason } from '@/core/working/range';
import type { AnyItem } from '@/formats/library-items';
import { UNITS_COOKIE, unitsOfCookie } from '@/ui/device/choices';
import { wordsIn } from '@/ui/words/words';
import { cookies } from 'next/headers';
import { Refusal } from './handler';

/** A map with a fault is refused whoever sends it, with the same sentences as in the importer. */
export const requireSound = (map: Compressor): Promise<void> => refuse(map.name, checkMap(map).faults);

/** The same for an item of any kind. A turbocharger has nothing to it that its schema does not check. */
export async function requireSoundItem(document: AnyItem['document']): Promise<void> {
  if (document.kind === 'compressor') await requireSound(document);
  if (document.kind === 'turbine') await refuse(document.name, checkTurbine(document).faults);
}

async function refuse(name: string, faults: { reason: Reason }[]): Promise<void> {
  if (!faults.length) return;
  const { sentence } = wordsIn(unitsOfCookie((await cookies()).get(UNITS_COOKIE)?.value));
  throw new Refusal(422, `The map of ${name} was not stored. Nothing was changed.`, {
    problems: faults.slice(0, 12).map((fault) => sentence(fault.reason)),
  });
}
