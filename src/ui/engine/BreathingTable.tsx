'use client';
import Button from '@mui/material/Button';
import { useId, useState } from 'react';
import { parseQuantity } from '@/core/units/parse';
import { unitsOf } from '@/core/units/quantities';
import { RowsTable } from '../table/RowsTable';
import { useJobState, useJobStore } from '../store/solved';
import { fieldText } from '../words/format';
import styles from './engine.module.css';

type Row = { speed: string; value: string };
// One unit each on every screen.
const speedUnit = unitsOf('engineSpeed')[0]!;
const shareUnit = unitsOf('share')[0]!;
const toText = (rows: { speedRpm: number; value: number }[]): Row[] =>
  rows.map((r) => ({ speed: fieldText(r.speedRpm, speedUnit), value: fieldText(r.value, shareUnit) }));

type Checked =
  | { ok: true; rows: { speedRpm: number; value: number }[] }
  | { ok: false; row: number; cell: 'speed' | 'value'; why: string };

/** The typed rows as a table, or the first cell that is wrong and why. */
export function checkRows(rows: Row[]): Checked {
  const good: { speedRpm: number; value: number }[] = [];
  for (const [i, row] of rows.entries()) {
    const speed = parseQuantity(row.speed, 'engineSpeed', speedUnit);
    const value = parseQuantity(row.value, 'share', shareUnit);
    const bad = (cell: 'speed' | 'value', why: string): Checked => ({
      ok: false,
      row: i,
      cell,
      why: `Row ${i + 1}: ${why}`,
    });
    if (!speed.ok || speed.value < 100 || speed.value > 30_000)
      return bad('speed', `“${row.speed.slice(0, 20)}” is no speed. Give 100 to 30,000 rpm.`);
    if (!value.ok || value.value < 0.1 || value.value > 2)
      return bad('value', `“${row.value.slice(0, 20)}” is no volumetric efficiency. Give 10 to 200 %.`);
    if (good.length && speed.value <= good.at(-1)!.speedRpm)
      return bad('speed', 'the speeds must rise from row to row.');
    good.push({ speedRpm: speed.value, value: value.value });
  }
  if (good.length < 2) return { ok: false, row: 0, cell: 'speed', why: 'At least two rows are needed.' };
  return { ok: true, rows: good };
}

/** The VE curve as rows: typed, added, taken away. A wrong cell keeps its text; the curve keeps the last good one. */
export default function BreathingTable() {
  const store = useJobStore();
  const rows = useJobState((s) => s.draft.engine.breathing.table.rows);
  const [typed, setTyped] = useState<Row[] | null>(null);
  const whyId = useId();
  const shown = typed ?? toText(rows);
  const check = typed ? checkRows(typed) : null;
  const wrong = check && !check.ok ? check : null;
  const change = (next: Row[], done: boolean) => {
    setTyped(next);
    const checked = checkRows(next);
    if (!checked.ok) return;
    store.getState().write('engine.breathing.table.rows', checked.rows);
    if (done) finish(next);
  };
  const finish = (next: Row[] | null = typed) => {
    if (!next || !checkRows(next).ok) return;
    setTyped(null);
    store.getState().commit();
  };
  const edit = (i: number, cell: 'speed' | 'value', text: string) =>
    change(
      shown.map((row, k) => (k === i ? { ...row, [cell]: text } : row)),
      false,
    );
  const add = () => {
    const last = rows.at(-1) ?? { speedRpm: 1000, value: 0.8 };
    change(
      [
        ...shown,
        { speed: fieldText(last.speedRpm + 500, speedUnit), value: fieldText(last.value, shareUnit) },
      ],
      true,
    );
  };
  return (
    <>
      <RowsTable
        caption="VE table"
        columns={[
          { key: 'speed', name: 'engine speed, rpm', label: 'speed in rpm' },
          { key: 'value', name: 'VE, %', label: 'volumetric efficiency in per cent' },
        ]}
        rows={shown}
        wrong={wrong && { row: wrong.row, key: wrong.cell }}
        whyId={whyId}
        least={0}
        onType={edit}
        onLeave={() => finish()}
        onRemove={(i) =>
          change(
            shown.filter((_, k) => k !== i),
            true,
          )
        }
      />
      {wrong && (
        <p className={styles.why} id={whyId} role="alert">
          {wrong.why}
        </p>
      )}
      <Button variant="outlined" size="small" onClick={add} sx={{ mt: 1 }}>
        Add a row
      </Button>
    </>
  );
}
