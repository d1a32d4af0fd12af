import { cookies } from 'next/headers';
import { checkItem, kindOf } from '@/formats/kinds';
import type { ItemDocument } from '@/formats/kinds/documents';
import { UNITS_COOKIE, unitsOfCookie } from '@/ui/device/choices';
import { wordsIn } from '@/ui/words/words';
import { Refusal } from './handler';

/** An item with a fault is refused whoever sends it, with the same sentences as on its page. */
export async function requireSound(document: ItemDocument): Promise<void> {
  const { faults } = checkItem(document);
  if (!faults.length) return;
  const { sentence } = wordsIn(unitsOfCookie((await cookies()).get(UNITS_COOKIE)?.value));
  const what = kindOf(document.kind).table === 'map' ? `The map of ${document.name}` : document.name;
  throw new Refusal(422, `${what} was not stored. Nothing was changed.`, {
    problems: faults.slice(0, 12).map((fault) => sentence(fault.reason)),
  });
}
