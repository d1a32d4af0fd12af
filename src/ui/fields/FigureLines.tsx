import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { fromUnit, toUnit, type Unit } from '@/core/units/quantities';
import type { TableColumn } from '@/formats/kinds/kind';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';

type Line = Record<string, number>;
type Columns = readonly TableColumn[];

/** Reads lines of figures. Out: the lines in SI, or what is wrong with the first that cannot be read. */
function readFigureLines(
  text: string,
  columns: Columns,
  units: readonly Unit[],
  { least, most }: { least: number; most: number },
): { ok: true; lines: Line[] } | { ok: false; why: string } {
  const lines: Line[] = [];
  const range = columns
    .map(({ name, bound }, i) => {
      const show = (value: number) => formatNumber(toUnit(value, units[i]!), 3);
      const { symbol } = units[i]!;
      return `${name} from ${show(bound.min)} to ${show(bound.max)}${symbol ? ` ${symbol}` : ''}`;
    })
    .join(' and ');
  for (const [i, row] of text.split('\n').entries()) {
    if (row.trim() === '') continue;
    const cells = row.trim().split(/[\t;]+|\s+/);
    const values = cells.map((cell, k) =>
      units[k] ? fromUnit(Number(cell.replace(',', '.')), units[k]) : NaN,
    );
    const isFit = columns.every(({ bound }, k) => values[k]! >= bound.min && values[k]! <= bound.max);
    if (cells.length !== columns.length || !isFit)
      return { ok: false, why: `Line ${i + 1}, “${row.trim().slice(0, 30)}”: ${range}.` };
    lines.push(Object.fromEntries(columns.map(({ key }, k) => [key, values[k]!])));
  }
  if (lines.length < least) return { ok: false, why: `${least} lines or more are needed.` };
  if (lines.length > most) return { ok: false, why: `${most} lines at most.` };
  return { ok: true, lines };
}

type Props = {
  label: string;
  hint?: string;
  columns: Columns;
  least: number;
  most: number;
  lines: readonly Line[];
  onLines: (lines: Line[]) => void;
  onBad: (isBad: boolean) => void;
};

/** Lines of figures, to be typed or pasted from a sheet. A line that cannot be read is named; what was typed stays. */
export function FigureLines({ label, hint, columns, least, most, lines, onLines, onBad }: Props) {
  const { displayUnit } = useWords();
  const units = columns.map(({ quantity }) => displayUnit(quantity));
  const [typed, setTyped] = useState<string | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const stored = lines
    .map((line) =>
      columns.map(({ key }, i) => Number(toUnit(line[key]!, units[i]!).toPrecision(6))).join('\t'),
    )
    .join('\n');
  const read = (text: string) => {
    setTyped(text);
    const found = readFigureLines(text, columns, units, { least, most });
    setWhy(found.ok ? null : found.why);
    onBad(!found.ok);
    if (found.ok) onLines(found.lines);
  };
  const symbols = units.map((unit, i) =>
    unit.symbol ? `${columns[i]!.name}, ${unit.symbol}` : columns[i]!.name,
  );
  return (
    <TextField
      label={label}
      value={typed ?? stored}
      size="small"
      fullWidth
      margin="dense"
      error={why !== null}
      helperText={why ?? `${hint ? `${hint}. ` : ''}A line for each point: ${symbols.join('; ')}.`}
      slotProps={{
        // As tall as its lines: one that measures itself has the page laid out anew with every edit beside it.
        input: { inputComponent: 'textarea' },
        htmlInput: {
          rows: Math.min(12, Math.max(3, lines.length + 1)),
          maxLength: 4_000,
          spellCheck: false,
          style: { tabSize: 24, resize: 'vertical' },
        },
        formHelperText: why === null ? {} : { role: 'alert' },
      }}
      onChange={(e) => read(e.target.value)}
      onBlur={() => why === null && setTyped(null)}
    />
  );
}
