import { findUnit, type Quantity } from '@/core/units/quantities';

const unitWord = /[[(]\s*([^\])]+?)\s*[\])]|[\s,_/]([a-z°·²%]+)\s*$/i;

/** The unit a column's header names, if its quantity knows it; shops write torque in many ways. */
export function unitIn(header: string, quantity: Quantity | null): string | null {
  if (!quantity) return null;
  const match = unitWord.exec(header);
  const named = (match?.[1] ?? match?.[2] ?? header).trim();
  const bare = /lb.?ft|ft.?lb/i.test(named) ? 'lb·ft' : /^(bhp|whp)$/i.test(named) ? 'hp' : named;
  return findUnit(quantity, bare)?.symbol ?? null;
}
