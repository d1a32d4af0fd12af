'use client';
import { CellInput } from '../fields/CellInput';
import ButtonBase from '@mui/material/ButtonBase';
import Table from '@mui/material/Table';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TableCell from '@mui/material/TableCell';
import TableBody from '@mui/material/TableBody';
import IconButton from '@mui/material/IconButton';
import CloseIcon from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import { useId, useRef, useState, type ClipboardEvent, type KeyboardEvent } from 'react';
import { current, isDraft } from 'immer';
import { fromUnit, type Quantity } from '@/core/units/quantities';
import { checkTyped, QuantityInput, type Bound } from '../fields/QuantityInput';
import { useWords } from '../words/useWords';
import { fieldText } from '../words/format';
import { readBlock } from './paste';
import styles from './library.module.css';

/** One line of a table at a speed of its own. */
type SpeedLine<P> = { speedRpm: number; points: P[] };

/** What the points of a kind are: their figures, and what a new line or row begins as. */
export type GridShape<P extends Record<string, number>> = {
  /** Names for a reader: the whole, its lines, and the points of one. */
  names: { grid: string; lines: string; points: string; speed: string };
  cells: { key: keyof P & string; name: string; quantity: Quantity; bound: Bound }[];
  speed: Bound;
  most: { lines: number; rows: number };
  /** What the first and the last point of a line are called. */
  ends?: [first: string, last: string];
  lineAfter: (top: SpeedLine<P>) => SpeedLine<P>;
  rowAfter: (last: P, before: P | undefined) => P;
  sort: { label: string; by: (a: P, b: P) => number };
};

type Props<P extends Record<string, number>> = {
  shape: GridShape<P>;
  lines: SpeedLine<P>[];
  line: number;
  onLine: (line: number) => void;
  edit: (field: string, change: (lines: SpeedLine<P>[]) => void) => void;
};

/** Out of an edit's draft, whose parts cannot be copied otherwise. */
const plain = <T extends object>(value: T): T => (isDraft(value) ? (current(value as never) as T) : value);

/** Points over lines of speed as a grid, one line at a time: typed, pasted from a sheet, added, taken away. */
export function PointGrid<P extends Record<string, number>>({ shape, lines, line, onLine, edit }: Props<P>) {
  const { displayUnit } = useWords();
  const shown = lines[line] ?? lines[0]!;
  const addLine = () => edit('lines', (all) => void all.push(shape.lineAfter(plain(all.at(-1)!))));
  return (
    <section className={styles.grid} aria-label={shape.names.grid}>
      <div className={styles.lines} role="group" aria-label={shape.names.lines}>
        {lines.map((l, i) => (
          <ButtonBase key={i} aria-pressed={i === line} onClick={() => onLine(i)}>
            {fieldText(l.speedRpm, displayUnit('engineSpeed'))}
          </ButtonBase>
        ))}
        <ButtonBase onClick={addLine} disabled={lines.length >= shape.most.lines}>
          Add a line
        </ButtonBase>
        <ButtonBase
          disabled={lines.length <= 2}
          onClick={() => {
            edit('lines', (all) => void all.splice(line, 1));
            onLine(Math.max(0, line - 1));
          }}
        >
          Take this line away
        </ButtonBase>
      </div>
      <QuantityInput
        key={`speed-${line}-${lines.length}`}
        label={shape.names.speed}
        quantity="engineSpeed"
        bound={shape.speed}
        value={shown.speedRpm}
        onType={(value) => value !== null && edit(`speed-${line}`, (all) => (all[line]!.speedRpm = value))}
      />
      <Points key={line} shape={shape} points={shown.points} line={line} edit={edit} />
    </section>
  );
}

type PointsProps<P extends Record<string, number>> = Pick<Props<P>, 'shape' | 'line' | 'edit'> & {
  points: P[];
};

function Points<P extends Record<string, number>>({ shape, points, line, edit }: PointsProps<P>) {
  const { cells, ends } = shape;
  const { displayUnit } = useWords();
  const whyId = useId();
  const table = useRef<HTMLTableElement>(null);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [refused, setRefused] = useState<string | null>(null);
  const at = (row: number, column: number) => `${row}.${column}`;
  const wrong = Object.entries(typed).flatMap(([key, text]) => {
    const [row, column] = key.split('.').map(Number) as [number, number];
    const { quantity, bound, name } = cells[column]!;
    const check = checkTyped(bound, text, quantity, displayUnit(quantity));
    return check.ok ? [] : [{ key, why: `Row ${row + 1}, ${name}: ${check.message}` }];
  });
  const type = (row: number, column: number, text: string) => {
    setRefused(null);
    setTyped((now) => ({ ...now, [at(row, column)]: text }));
    const { key, quantity, bound } = cells[column]!;
    const check = checkTyped(bound, text, quantity, displayUnit(quantity));
    if (check.ok && check.value !== points[row]![key])
      edit(
        `point-${line}-${row}-${column}`,
        (all) => void Object.assign(all[line]!.points[row]!, { [key]: check.value }),
      );
  };
  const leave = (row: number, column: number) =>
    setTyped((now) => {
      const { bound, quantity } = cells[column]!;
      const text = now[at(row, column)];
      if (text === undefined || !checkTyped(bound, text, quantity, displayUnit(quantity)).ok) return now;
      return Object.fromEntries(Object.entries(now).filter(([key]) => key !== at(row, column)));
    });
  const walk = (event: KeyboardEvent<HTMLInputElement>, row: number, column: number) => {
    const by = { ArrowUp: -1, ArrowDown: 1, Enter: 1 }[event.key];
    if (!by) return;
    event.preventDefault();
    leave(row, column);
    table.current?.querySelector<HTMLInputElement>(`[data-cell="${at(row + by, column)}"]`)?.focus();
  };
  const paste = (event: ClipboardEvent, row: number, column: number) => {
    const text = event.clipboardData.getData('text/plain');
    if (!/[\t\n]/.test(text.trim())) return;
    event.preventDefault();
    const block = readBlock(text, row, column, cells.length);
    if (!block.ok) return setRefused(block.why);
    const values = block.rows.map((cellsOfRow) =>
      cellsOfRow.map(({ column: k, value }) => ({
        k,
        value: fromUnit(value, displayUnit(cells[k]!.quantity)),
      })),
    );
    const bad = values
      .flat()
      .find(({ k, value }) => value < cells[k]!.bound.min || value > cells[k]!.bound.max);
    if (bad) {
      const { quantity, name } = cells[bad.k]!;
      return setRefused(
        `Nothing was pasted: ${fieldText(bad.value, displayUnit(quantity))} ${displayUnit(quantity).symbol} is no ${name}.`,
      );
    }
    setRefused(null);
    setTyped({});
    edit(`paste-${line}-${row}`, (all) => {
      const into = all[line]!.points;
      values.forEach((cellsOfRow, i) => {
        const index = row + i;
        into[index] ??= { ...into.at(-1)! };
        Object.assign(
          into[index],
          Object.fromEntries(cellsOfRow.map(({ k, value }) => [cells[k]!.key, value])),
        );
      });
    });
  };
  const removeRow = (row: number) => {
    setTyped({});
    edit('rows', (all) => void all[line]!.points.splice(row, 1));
  };
  const addRow = () =>
    edit('rows', (all) => {
      const { points: into } = all[line]!;
      into.push(shape.rowAfter(plain(into.at(-1)!), into.at(-2)));
    });
  const sort = () => edit('sort', (all) => void all[line]!.points.sort(shape.sort.by));
  return (
    <>
      <Table ref={table} className={styles.points}>
        <caption className="unseen">{shape.names.points}</caption>
        <TableHead>
          <TableRow>
            <TableCell>
              <span className="unseen">row</span>
            </TableCell>
            {cells.map(({ key, name, quantity }) => (
              <TableCell key={key}>
                {name}
                {displayUnit(quantity).symbol && `, ${displayUnit(quantity).symbol}`}
              </TableCell>
            ))}
            <TableCell>
              <span className="unseen">remove</span>
            </TableCell>
          </TableRow>
        </TableHead>
        <TableBody>
          {points.map((point, row) => (
            <TableRow key={row}>
              <TableCell component="th" scope="row">
                {(row === 0 ? ends?.[0] : row === points.length - 1 ? ends?.[1] : null) ?? row + 1}
              </TableCell>
              {cells.map(({ key, name, quantity }, column) => (
                <TableCell key={key}>
                  <CellInput
                    data-cell={at(row, column)}
                    label={`Row ${row + 1}, ${name}`}
                    value={typed[at(row, column)] ?? fieldText(point[key]!, displayUnit(quantity))}
                    isWrong={wrong.some((w) => w.key === at(row, column))}
                    whyId={whyId}
                    onFocus={(e) => e.currentTarget.select()}
                    onType={(text) => type(row, column, text)}
                    onLeave={() => leave(row, column)}
                    onKeyDown={(e) => walk(e, row, column)}
                    onPaste={(e) => paste(e, row, column)}
                  />
                </TableCell>
              ))}
              <TableCell>
                <IconButton
                  size="small"
                  aria-label={`Remove row ${row + 1}`}
                  disabled={points.length <= 3}
                  onClick={() => removeRow(row)}
                >
                  <CloseIcon fontSize="inherit" />
                </IconButton>
              </TableCell>
            </TableRow>
          ))}
        </TableBody>
      </Table>
      {(wrong.length > 0 || refused) && (
        <p id={whyId} role="alert" className={styles.why}>
          {refused ?? wrong[0]!.why}
        </p>
      )}
      <div className={styles.gridActions}>
        <Button variant="outlined" size="small" onClick={addRow} disabled={points.length >= shape.most.rows}>
          Add a row
        </Button>
        <Button size="small" onClick={sort}>
          {shape.sort.label}
        </Button>
        <span>A block copied from a sheet can be pasted into any cell.</span>
      </div>
    </>
  );
}
