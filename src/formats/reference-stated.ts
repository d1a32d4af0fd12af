import { parseQuantity } from '@/core/units/parse';
import { findUnit, unitsOf, type Quantity } from '@/core/units/quantities';
import type { MapTable } from './map-table';

export type StatedReference = { pressure: number | null; temperature: number | null };

/** What speaks of reference conditions: the words of a comment, of a fact's key, of a column's header. */
const speaks = /\bref|reference|standard|corrected|\bcorr\b|normali[sz]ed|inlet cond/i;
const LONGEST = 300;

/** A number with its unit as a quantity of one kind; null where its unit is none of it. */
function asQuantity(text: string, quantity: Quantity): number | null {
  const [, number, symbol] = /^([\d.,+−-]+)\s*([^\d\s].*)$/.exec(text) ?? [];
  if (!number || !symbol || !findUnit(quantity, symbol.trim())) return null;
  const parsed = parseQuantity(`${number} ${symbol.trim()}`, quantity, unitsOf(quantity)[0]!);
  return parsed.ok ? parsed.value : null;
}

/** Pressure and temperature in a text, in any order: '298 K, 1.0 bar', '(100 kPa / 25 °C)'. */
function bothIn(text: string): StatedReference {
  const pieces = text
    .slice(0, LONGEST)
    .split(/[,;/()@&]|\band\b|\s(?=[\d.]+\s*[a-z°"])/i)
    .map((piece) =>
      piece
        .replace(/^[^\d+−-]*/, '')
        .replace(/\babs(olute)?\b/i, '')
        .trim(),
    )
    .filter(Boolean);
  const first = (quantity: Quantity) =>
    pieces.reduce<number | null>((found, piece) => found ?? asQuantity(piece, quantity), null);
  return { pressure: first('pressure') ?? first('airPressure'), temperature: first('temperature') };
}

/**
 * The reference conditions that a file states anywhere about its corrected figures: in a comment, a fact or a column's
 * header, pressure and temperature in any order and unit. Out: SI; null for what it does not state. Never throws.
 */
export function statedReference({
  facts,
  comments,
  columns,
}: Pick<MapTable, 'facts' | 'comments' | 'columns'>): StatedReference {
  const texts = [...facts.map((f) => `${f.key}: ${f.value}`), ...comments, ...columns].filter((text) =>
    speaks.test(text),
  );
  return texts.map(bothIn).reduce<StatedReference>(
    (found, next) => ({
      pressure: found.pressure ?? next.pressure,
      temperature: found.temperature ?? next.temperature,
    }),
    { pressure: null, temperature: null },
  );
}
