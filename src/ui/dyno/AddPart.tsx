'use client';
import Button from '@mui/material/Button';
import Input from '@mui/material/Input';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { useMemo, useState } from 'react';
import { blankCard } from '@/core/dyno/card';
import { channels, extremesOf, type Log } from '@/core/dyno/channels';
import { pulled, pullsOf, sweepRateOf } from '@/core/dyno/pulls';
import { fuelOf } from '@/core/fuel/fuels';
import {
  guessLog,
  logColumns,
  logUnits,
  makeLog,
  readLog,
  type LogColumn,
  type LogMapping,
} from '@/formats/run-log';
import { MOST_READINGS } from '@/formats/runs';
import charts from '../charts/charts.module.css';
import { Choice } from '../fields/Choice';
import { Failure } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { useRuns } from './useRuns';

/** Longer than any run that is pasted; a long log is cut to its pulls by the logger. */
const LONGEST = 2_000_000;

const columnName = (column: LogColumn): string =>
  column === 'skip' ? 'not used' : column === 'afr' ? 'air-fuel ratio' : channels[column].name;
const columnOptions = logColumns.map((value) => ({ value, label: columnName(value) }));

/** What was read of a text: a table with its columns, and the log it makes. */
function useRead(text: string, chosen: LogMapping | null) {
  const { displayUnit } = useWords();
  const fuel = useJobState((s) => s.draft.brief.fuel.id);
  const read = useMemo(() => (text.trim() === '' ? null : readLog(text)), [text]);
  const guessed = useMemo(() => (read?.ok ? guessLog(read.table, displayUnit) : null), [read, displayUnit]);
  const mapping = chosen && guessed && chosen.length === guessed.length ? chosen : guessed;
  const made = useMemo(
    () => (read?.ok && mapping ? makeLog(read.table, mapping, fuelOf(fuel).stoichiometric) : null),
    [read, mapping, fuel],
  );
  return { read, mapping, made };
}

/** A run from a file or a spreadsheet: columns named, pulls found, each added with a card of its own. */
export default function AddPart() {
  const { add, failure } = useRuns();
  const [text, setText] = useState('');
  const [chosen, setChosen] = useState<LogMapping | null>(null);
  const [tooLong, setTooLong] = useState(false);
  const [added, setAdded] = useState(0);
  const { read, mapping, made } = useRead(text, chosen);
  const log = made?.ok ? made.log : null;
  const pulls = useMemo(() => (log ? pullsOf(log) : []), [log]);
  const take = (next: string) => {
    setTooLong(next.length > LONGEST);
    setText(next.length > LONGEST ? '' : next);
    setChosen(null);
    setAdded(0);
  };
  const addAll = async () => {
    if (!log) return;
    const parts = pulls.length ? pulls.map((pull) => pulled(log, pull)) : [log];
    let count = 0;
    for (const [i, part] of parts.entries()) {
      const card = {
        ...blankCard(parts.length > 1 ? `Run, pull ${i + 1}` : 'Run'),
        at: new Date().toLocaleDateString('sv-SE'),
        startRpm: within(part.speedRpm?.find(Number.isFinite), 100, 20_000),
        sweepRate: within(sweepRateOf(part), 10, 20_000),
        startOil: within(part.oilTemperature?.find(Number.isFinite), 233.15, 473.15),
        startCoolant: within(part.coolantTemperature?.find(Number.isFinite), 233.15, 423.15),
        startCharge: within(part.chargeTemperature?.find(Number.isFinite), 233.15, 423.15),
      };
      if (await add(card, part, i === 0 ? text : `Pull ${i + 1} of the file of the first.`)) count++;
    }
    setAdded(count);
    if (count === parts.length) setText('');
  };
  const isLarge = log !== null && (log.speedRpm?.length ?? 0) > MOST_READINGS;
  return (
    <>
      <h2 className={charts.head}>
        Add a run
        <small>a file, or cells from a spreadsheet: any order of columns, separator and decimal sign</small>
      </h2>
      {failure && <Failure {...failure} />}
      <Button component="label" variant="outlined" size="small">
        Choose a file
        <input
          type="file"
          hidden
          accept=".csv,.tsv,.txt,text/*"
          aria-label="Choose a file"
          onChange={(e) => {
            const file = e.target.files?.[0];
            e.target.value = '';
            if (file) void file.text().then(take);
          }}
        />
      </Button>
      <Input
        multiline
        fullWidth
        minRows={4}
        maxRows={8}
        value={text}
        placeholder="engine speed, torque …"
        slotProps={{ input: { 'aria-label': 'Run as text' } }}
        onChange={(e) => take(e.target.value)}
      />
      {tooLong && (
        <p role="alert" className={frame.lead}>
          Over 2 MB of text: cut the log to its pulls first.
        </p>
      )}
      {added > 0 && (
        <p role="status" className={frame.lead}>
          {added === 1 ? 'One run was added.' : `${added} runs were added.`} Its card is under Run card.
        </p>
      )}
      {read && !read.ok && <Problems problems={read.problems} />}
      {read?.ok && mapping && <Columns names={read.table.columns} mapping={mapping} onMap={setChosen} />}
      {made && !made.ok && <Problems problems={made.problems} />}
      {log && <Found log={log} count={pulls.length} />}
      {isLarge && (
        <p role="alert" className={frame.lead}>
          Over 20,000 readings: only pulls are kept, and this log has none.
        </p>
      )}
      <Button
        variant="contained"
        disabled={!log || (isLarge && pulls.length === 0)}
        onClick={() => void addAll()}
      >
        {pulls.length > 1 ? `Add ${pulls.length} runs` : 'Add the run'}
      </Button>
    </>
  );
}

/** A figure that a card takes, or none. */
const within = (value: number | null | undefined, least: number, most: number): number | null =>
  value != null && value >= least && value <= most ? value : null;

function Problems({
  problems,
}: {
  problems: Extract<ReturnType<typeof makeLog>, { ok: false }>['problems'];
}) {
  return (
    <ul role="alert" aria-label="Why it cannot be read">
      {problems.map(({ line, reason }) => (
        <li key={`${line} ${reason.code}`}>
          {line !== undefined && `Line ${line}: `}
          <Say reason={reason} />
        </li>
      ))}
    </ul>
  );
}

type ColumnsProps = { names: string[]; mapping: LogMapping; onMap: (mapping: LogMapping) => void };

function Columns({ names, mapping, onMap }: ColumnsProps) {
  const change = (i: number, part: Partial<LogMapping[number]>) =>
    onMap(mapping.map((one, k) => (k === i ? { ...one, ...part } : one)));
  return (
    <Table size="small" aria-label="Columns of the run">
      <TableHead>
        <TableRow>
          <TableCell>column</TableCell>
          <TableCell>holds</TableCell>
          <TableCell>in</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {mapping.map(({ column, unit }, i) => (
          <TableRow key={i}>
            <TableCell>{names[i]}</TableCell>
            <TableCell>
              <Choice
                label={`Column ${i + 1} holds`}
                value={column}
                options={columnOptions}
                onChoose={(next) => change(i, { column: next, unit: logUnits(next)[0]?.symbol ?? '' })}
              />
            </TableCell>
            <TableCell>
              {logUnits(column).length > 1 && (
                <Choice
                  label={`Unit of column ${i + 1}`}
                  value={unit}
                  options={logUnits(column).map(({ symbol }) => ({ value: symbol, label: symbol }))}
                  onChoose={(next) => change(i, { unit: next })}
                />
              )}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}

/** What a log holds: its pulls, and least and greatest of every channel. */
export function Found({ log, count }: { log: Log; count: number | null }) {
  const { figure } = useWords();
  const extremes = Object.entries(extremesOf(log)) as [
    keyof Log,
    { least: number; most: number; leastAt: number; mostAt: number },
  ][];
  return (
    <>
      {count !== null && (
        <p className={frame.lead}>
          {count === 0
            ? 'No pull was found: the whole is taken as one run.'
            : count === 1
              ? 'One pull was found.'
              : `${count} pulls were found: each becomes a run.`}
        </p>
      )}
      <FigureTable
        caption="Least and greatest of every channel"
        rows={extremes.map(([id, its]) => ({ id, ...its }))}
        keyOf={({ id }) => id}
        columns={[
          { name: 'channel', cell: ({ id }) => channels[id].name },
          { name: 'least', cell: ({ id, least }) => figure(least, channels[id].quantity) },
          { name: 'greatest', cell: ({ id, most }) => figure(most, channels[id].quantity) },
        ]}
      />
    </>
  );
}
