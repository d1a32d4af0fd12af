'use client';
import { Choice } from '../fields/Choice';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Input from '@mui/material/Input';
import Table from '@mui/material/Table';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TableCell from '@mui/material/TableCell';
import TableBody from '@mui/material/TableBody';
import Button from '@mui/material/Button';
import { useEffect, useId, useMemo, useState } from 'react';
import { fuelOf } from '@/core/fuel/fuels';
import {
  guessRun,
  makeRun,
  runColumns,
  runUnits,
  type RunColumn,
  type RunMapping,
  type readRun,
} from '@/formats/run-table';
import type { FileFinding } from '@/formats/map-table';
import { importing } from '@/workers/importing';
import fields from '../fields/fields.module.css';
import { useJobState, useJobStore } from '../store/solved';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import styles from './engine.module.css';

const columnNames: Record<RunColumn, string> = {
  skip: 'not used',
  speed: 'engine speed',
  power: 'power',
  torque: 'torque',
  boost: 'boost, gauge',
  manifold: 'manifold, absolute',
  chargeTemperature: 'charge temperature',
  lambda: 'λ',
  afr: 'air-fuel ratio',
};

const columnOptions = runColumns.map((value) => ({ value, label: columnNames[value] }));

/** Longer than any run a shop pastes: 2,000 rows of ten columns have about 150 kB. */
const LONGEST = 1_000_000;
/** From so many signs on a paste is set as a whole. */
const LARGE_PASTE = 4_000;

type Read = ReturnType<typeof readRun>;

/** A text read as a table away from the page; what was read before stands until the next is, and is no longer taken. */
function useRun(text: string): { read: Read | null; isFailed: boolean; isTakeable: boolean } {
  const [found, setFound] = useState<{ text: string; read: Read | null }>({ text: '', read: null });
  const isBlank = text.trim() === '';
  useEffect(() => {
    if (isBlank) return;
    let live = true;
    importing(async (worker): Promise<Read> => worker.readRun(text)).then(
      (read) => live && setFound({ text, read }),
      () => live && setFound({ text, read: null }),
    );
    return () => {
      live = false;
    };
  }, [text, isBlank]);
  const isTakeable = !isBlank && found.text === text;
  return { read: isBlank ? null : found.read, isFailed: isTakeable && !found.read, isTakeable };
}

/** A run from a spreadsheet, or typed: read as it comes, each column named, and taken with one key. */
export function PasteRun() {
  const { displayUnit } = useWords();
  const id = useId();
  const store = useJobStore();
  const baseline = useJobState((s) => s.draft.engine.baseline);
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<RunMapping | null>(null);
  const [accelerationOnly, setAccelerationOnly] = useState(false);
  const { read, isFailed, isTakeable } = useRun(text);
  const table = read?.ok ? read.table : null;
  const mapping = useMemo(
    () => (table ? (chosen?.length === table.columns.length ? chosen : guessRun(table, displayUnit)) : null),
    [table, chosen, displayUnit],
  );
  const made = useMemo(
    () =>
      table && mapping
        ? makeRun(table, mapping, fuelOf(baseline.fuel).stoichiometric, baseline.pressure.value, {
            accelerationOnly,
          })
        : null,
    [table, mapping, baseline.fuel, baseline.pressure.value, accelerationOnly],
  );
  const problems: FileFinding[] = read && !read.ok ? read.problems : made && !made.ok ? made.problems : [];
  const findings = [...(table?.findings ?? []), ...(made?.ok ? made.findings : [])];
  const choose = (i: number, next: Partial<RunMapping[number]>) =>
    setChosen(
      mapping!.map((m, k) => {
        if (k === i) {
          const column = next.column ?? m.column;
          const units = runUnits(column).map((u) => u.symbol);
          const wanted = next.unit ?? m.unit;
          return { column, unit: units.includes(wanted) ? wanted : (units[0] ?? '') };
        }
        // A kind of column stands once.
        return next.column && next.column !== 'skip' && m.column === next.column
          ? { column: 'skip', unit: '' }
          : m;
      }),
    );
  const take = () => {
    if (!made?.ok || !isTakeable) return;
    store.getState().edit((job) => {
      job.engine.baseline.rows = made.rows;
      job.engine.baseline.confidence = 'measured';
      job.engine.breathing.source = 'baseline';
    });
    store.getState().commit();
    setText('');
    setChosen(null);
    setAccelerationOnly(false);
  };
  const isMixed = problems.some(({ reason: { code } }) => code === 'run-out-of-order');
  return (
    <section className={styles.paste} aria-label="Paste or type a run">
      <label htmlFor={id}>Paste a run from a spreadsheet, or type it</label>
      <Input
        id={id}
        fullWidth
        multiline
        rows={5}
        disableUnderline
        className={fields.area!}
        placeholder={'rpm\tpower hp\tboost psi\n3000\t118\t4.2\n3500\t142\t5.0'}
        value={text}
        error={problems.length > 0}
        slotProps={{
          input: {
            spellCheck: false,
            maxLength: LONGEST,
            'aria-describedby': problems.length ? `${id}-why` : undefined,
          },
        }}
        onChange={(e) => setText(e.target.value)}
        onPaste={(e) => {
          const pasted = e.clipboardData.getData('text/plain');
          if (pasted.length < LARGE_PASTE) return;
          // Browsers take seconds to edit thousands of lines into a field; set as a whole they are there at once.
          e.preventDefault();
          const { selectionStart, selectionEnd, value } = e.target as HTMLTextAreaElement;
          setText((value.slice(0, selectionStart) + pasted + value.slice(selectionEnd)).slice(0, LONGEST));
        }}
      />
      {table && mapping && (
        <div className={styles.scroll}>
          <Table className={styles.gains}>
            <caption className="unseen">What each column is</caption>
            <TableHead>
              <TableRow>
                {table.columns.map((name, i) => (
                  <TableCell key={i}>{name}</TableCell>
                ))}
              </TableRow>
            </TableHead>
            <TableBody>
              <TableRow>
                {mapping.map((m, i) => (
                  <TableCell key={i}>
                    <Choice
                      label={`Column ${i + 1} is`}
                      value={m.column}
                      options={columnOptions}
                      onChoose={(column) => choose(i, { column })}
                    />
                  </TableCell>
                ))}
              </TableRow>
              <TableRow>
                {mapping.map((m, i) => (
                  <TableCell key={i}>
                    {runUnits(m.column).filter((u) => u.symbol).length > 0 && (
                      <Choice
                        label={`Unit of column ${i + 1}`}
                        value={m.unit}
                        options={runUnits(m.column).map(({ symbol }) => ({ value: symbol, label: symbol }))}
                        onChoose={(unit) => choose(i, { unit })}
                      />
                    )}
                  </TableCell>
                ))}
              </TableRow>
            </TableBody>
          </Table>
        </div>
      )}
      {problems.length > 0 && (
        <p id={`${id}-why`} role="alert" className={styles.why}>
          {problems[0]!.line !== undefined && `Line ${problems[0]!.line}: `}
          <Say reason={problems[0]!.reason} />
        </p>
      )}
      {isFailed && (
        <p role="alert" className={styles.why}>
          This was not read: it took too long, or the reader did not start. Paste the run’s rows alone.
        </p>
      )}
      {(isMixed || accelerationOnly) && (
        <FormControlLabel
          label="Keep the acceleration only: leave out the way up to it and the coast-down"
          control={
            <Checkbox
              size="small"
              checked={accelerationOnly}
              onChange={(_, checked) => setAccelerationOnly(checked)}
            />
          }
        />
      )}
      {findings.map((finding) => (
        <p key={finding.reason.code} className={styles.fit}>
          <Say reason={finding.reason} />
        </p>
      ))}
      <div className={fields.rowKeys}>
        <Button variant="outlined" size="small" disabled={!made?.ok || !isTakeable} onClick={take}>
          {made?.ok ? `Use this run of ${formatNumber(made.readings, 0)} rows` : 'Use this run'}
        </Button>
        {text !== '' && (
          <Button
            variant="outlined"
            size="small"
            onClick={() => {
              setText('');
              setChosen(null);
            }}
          >
            Clear
          </Button>
        )}
      </div>
    </section>
  );
}
