import { parseQuantity } from '@/core/units/parse';
import type { Unit } from '@/core/units/quantities';

type Row = { lift: number; flow: number };

/** Lines of lift and flow as somebody pasted them, SI. In: text; units where none is typed. Out: rows by lift, or the line that cannot be read. */
export function parseTable(
  text: string,
  lift: Unit,
  flow: Unit,
): { ok: true; rows: Row[] } | { ok: false; why: string } {
  const rows: Row[] = [];
  const lines = text.split('\n').map((line) => line.trim());
  for (const [i, line] of lines.entries()) {
    if (!line) continue;
    const [first, second, ...more] = line.split(/\s*[\t;]\s*|,\s+|\s+(?=[\d.])/);
    const [at, its] = [
      parseQuantity(first ?? '', 'fineLength', lift),
      parseQuantity(second ?? '', 'massFlow', flow),
    ];
    if (!at.ok || !its.ok || more.length)
      return { ok: false, why: `Line ${i + 1}, “${line.slice(0, 40)}”, is not a lift and a flow.` };
    if (at.value < 0.0005 || at.value > 0.03 || its.value < 1e-4 || its.value > 2)
      return {
        ok: false,
        why: `Line ${i + 1}, “${line.slice(0, 40)}”, is out of range: lift 0.5 to 30 mm, flow up to 2 kg/s.`,
      };
    if (rows.some((row) => row.lift === at.value))
      return { ok: false, why: `Line ${i + 1} has the lift of an earlier one.` };
    rows.push({ lift: at.value, flow: its.value });
  }
  if (rows.length > 16) return { ok: false, why: 'At most 16 lines.' };
  return { ok: true, rows: rows.sort((a, b) => a.lift - b.lift) };
}
