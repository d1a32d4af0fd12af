import { findUnit, fromUnit, unitsOf, type Quantity, type Unit } from './quantities';

export type Parsed =
  | { ok: true; value: number }
  | {
      ok: false;
      code: 'empty' | 'not-a-number' | 'unknown-unit' | 'needs-ambient' | 'gauge-given';
      units: string[];
    };

/** Characters of a typed quantity, at the most. */
const LONGEST = 120;

const NUMBER = /^[+\-−]?(?:\d{1,3}(?:,\d{3})+|\d+)?(?:[.]\d*)?(?:e[+-]?\d+)?/i;

/**
 * A typed quantity, with or without a unit behind it ('1.1 bar', '16 psi', '290 kPa abs', '9,200'), to SI.
 * In: the text; the quantity; the unit meant when none is typed; for gauge pressures the ambient pressure in Pa, so that
 * 'abs' can be converted. A comma groups thousands; a lone comma with one or two figures behind it is a decimal comma.
 * Out: SI value or the reason with the unit symbols known here. Never throws.
 */
export function parseQuantity(text: string, quantity: Quantity, unit: Unit, ambient?: number): Parsed {
  const units = unitsOf(quantity)
    .map((u) => u.symbol)
    .filter(Boolean);
  // Patterns look at a text more than once: nobody types a quantity as long as this.
  if (text.length > LONGEST) return { ok: false, code: 'not-a-number', units };
  const trimmed = text.trim().replace(/^(\d+),(\d{1,2})(?!\d)/, '$1.$2');
  if (trimmed === '') return { ok: false, code: 'empty', units };
  const match = NUMBER.exec(trimmed)?.[0] ?? '';
  const number = Number(match.replace(/,/g, '').replace('−', '-'));
  if (!/\d/.test(match) || !Number.isFinite(number)) return { ok: false, code: 'not-a-number', units };
  let rest = trimmed.slice(match.length).trim();
  const basis = /\s*\(?\b(abs|absolute|gauge|g)\)?$/i.exec(rest);
  const isPressure = quantity === 'pressure' || quantity === 'airPressure' || quantity === 'boost';
  if (isPressure && basis) rest = rest.slice(0, basis.index).trim();
  const typed = rest === '' ? unit : findUnit(quantity, rest);
  if (!typed) return { ok: false, code: /^[.,\d]/.test(rest) ? 'not-a-number' : 'unknown-unit', units };
  let value = fromUnit(number, typed);
  if (isPressure && basis) {
    const absolute = /^abs/i.test(basis[1]!);
    if (quantity === 'boost' && absolute) {
      if (ambient === undefined) return { ok: false, code: 'needs-ambient', units };
      value -= ambient;
    }
    if (quantity !== 'boost' && !absolute) return { ok: false, code: 'gauge-given', units };
  }
  return { ok: true, value };
}
