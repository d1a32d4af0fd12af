'use client';
import Button from '@mui/material/Button';
import Input from '@mui/material/Input';
import { useEffect, useMemo, useState } from 'react';
import { blankCard } from '@/core/dyno/card';
import { channels, extremesOf, type Log } from '@/core/dyno/channels';
import { sweepRateOf, type Pull } from '@/core/dyno/pulls';
import { thinned } from '@/core/dyno/thinning';
import { fuelOf } from '@/core/fuel/fuels';
import { HEAD_BYTES, openLong } from '@/formats/long-log';
import { guessLog, makeLog, mappingProblem, readLog, type LogMapping } from '@/formats/run-log';
import { MOST_READINGS, sourceOf } from '@/formats/runs';
import { today } from '../device/today';
import charts from '../charts/charts.module.css';
import { cleanText } from '../fields/clean-text';
import { FileButton } from '../fields/FileButton';
import { Failure } from '../frame/Failure';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { useJob, useJobState } from '../store/solved';
import { FigureTable } from '../table/FigureTable';
import { Say } from '../words/Say';
import { useWords } from '../words/useWords';
import { Columns } from './Columns';
import { useGate } from './GatePart';
import { RoadGear } from './RoadGear';
import { dropLongLog, sourceInWorker, sourceOnPage, type LogSource } from './log-source';
import { Pulls } from './Pulls';
import { useRuns } from './useRuns';

/** Longer texts are read in a worker, and not shown. */
const ON_PAGE = 400_000;
const ROWS_ON_PAGE = 9_000;
const isForPage = (text: string): boolean => {
  if (text.length > ON_PAGE) return false;
  let rows = 0;
  for (let at = text.indexOf('\n'); at >= 0; at = text.indexOf('\n', at + 1)) rows++;
  return rows <= ROWS_ON_PAGE;
};
/** Longest file that is taken, bytes. */
const LARGEST = 500_000_000;

/** What is being added: text on the page, or a file that is read in a worker. */
type Taken = { text: string; file: { blob: Blob; name: string; head: string } | null };

/** What was read of a file or a text: its columns, what they hold, and the log they make. */
function useRead({ text, file }: Taken, chosen: LogMapping | null, perRpm: number | null) {
  const { displayUnit } = useWords();
  const fuel = useJobState((s) => s.draft.brief.fuel.id);
  const { stoichiometric } = fuelOf(fuel);
  const opened = useMemo(() => {
    if (file) return openLong(file.head, file.blob.size <= HEAD_BYTES);
    if (text.trim() === '') return null;
    const read = readLog(text);
    return read.ok ? { ok: true as const, head: { table: read.table, delimiter: null, firstLine: 0 } } : read;
  }, [text, file]);
  const table = opened?.ok ? opened.head.table : null;
  const columns = table ? sourceOf(table.columns) : null;
  const [known, setKnown] = useState<{ columns: string; mapping: LogMapping | null } | null>(null);
  useEffect(() => {
    if (!columns) return;
    let isHere = true;
    void server.logSource(columns).then((answer) => {
      if (isHere) setKnown({ columns, mapping: answer.kind === 'ok' ? answer.data.mapping : null });
    });
    return () => {
      isHere = false;
    };
  }, [columns]);
  const guessed = useMemo(() => (table ? guessLog(table, displayUnit) : null), [table, displayUnit]);
  const remembered = known?.columns === columns ? known?.mapping : null;
  const mapping =
    guessed && ([chosen, remembered].find((one) => one && one.length === guessed.length) ?? guessed);
  const onPage = useMemo(
    () =>
      table && mapping && !file ? sourceOnPage(makeLog(table, mapping, stoichiometric, perRpm), text) : null,
    [table, mapping, file, stoichiometric, perRpm, text],
  );
  return {
    opened,
    table,
    columns,
    mapping,
    isRemembered: remembered === mapping && mapping !== null,
    onPage,
    stoichiometric,
  };
}

/** A run from a file or a spreadsheet: columns named, pulls found and trimmed, each added with a card of its own. */
export default function AddPart() {
  const { add, failure } = useRuns();
  const { setupIndex } = useJob();
  const held = useJobState((s) => s.draft.setups[setupIndex]!.boost.held);
  const gate = useGate((s) => s.readings);
  const [taken, setTaken] = useState<Taken>({ text: '', file: null });
  const [chosen, setChosen] = useState<LogMapping | null>(null);
  const [perRpm, setPerRpm] = useState<number | null>(null);
  const [long, setLong] = useState<LogSource | null>(null);
  const [trims, setTrims] = useState<Record<number, Pull>>({});
  const [said, setSaid] = useState<string | null>(null);
  const [added, setAdded] = useState(0);
  const { opened, table, columns, mapping, isRemembered, onPage, stoichiometric } = useRead(
    taken,
    chosen,
    perRpm,
  );
  const source = taken.file ? long : onPage;
  const take = (next: Taken) => {
    dropLongLog();
    setTaken(next);
    setChosen(null);
    setLong(null);
    setTrims({});
    setSaid(null);
    setAdded(0);
  };
  const choose = async (file: File) => {
    if (file.size > LARGEST) {
      take({ text: '', file: null });
      return setSaid(`${file.name} has over 500 MB: cut the log to its pulls first.`);
    }
    if (file.size <= ON_PAGE) {
      const text = await file.text();
      if (isForPage(text)) return take({ text, file: null });
    }
    take({ text: '', file: { blob: file, name: file.name, head: await file.slice(0, HEAD_BYTES).text() } });
  };
  const paste = (text: string) =>
    isForPage(text)
      ? take({ text, file: null })
      : take({
          text: '',
          file: { blob: new Blob([text]), name: 'Pasted text', head: text.slice(0, HEAD_BYTES) },
        });
  const map = (next: LogMapping) => {
    setChosen(next);
    setLong(null);
    setTrims({});
  };
  const readLong = async () => {
    if (!taken.file || !opened?.ok || !mapping) return;
    const { delimiter, firstLine } = opened.head;
    setLong(
      await sourceInWorker(
        taken.file.blob,
        {
          delimiter,
          firstLine,
          decimal: opened.head.table.decimal,
          names: opened.head.table.columns,
          mapping,
          stoichiometric,
          perRpm,
        },
        () => void readLong(),
      ),
    );
  };
  const pulls = source?.ok ? source.pulls.map((pull, i) => trims[i] ?? pull) : [];
  const addAll = async () => {
    if (!source?.ok) return;
    const parts = pulls.length ? pulls : [{ from: 0, to: source.readings }];
    let count = 0;
    for (const [i, { from, to }] of parts.entries()) {
      const cut = await source.cut(from, to);
      if (!cut) continue;
      const log = fewer(cut.log);
      const first = (its: number[] | undefined) => its?.find(Number.isFinite);
      const card = {
        ...blankCard(parts.length > 1 ? `Run, pull ${i + 1}` : 'Run'),
        at: today(),
        boostHeld: held,
        startRpm: within(first(log.speedRpm), 100, 20_000),
        sweepRate: within(sweepRateOf(log), 10, 20_000),
        startOil: within(first(log.oilTemperature) ?? gate.oil, 233.15, 473.15),
        startCoolant: within(first(log.coolantTemperature) ?? gate.coolant, 233.15, 423.15),
        startCharge: within(first(log.chargeTemperature) ?? gate.charge, 233.15, 423.15),
      };
      if (await add(card, log, cut.raw)) count++;
    }
    if (count && columns && mapping) void server.rememberSource(columns, mapping);
    if (count === parts.length) take({ text: '', file: null });
    setAdded(count);
  };
  const isUnread = Boolean(taken.file && mapping && !long && !mappingProblem(mapping, perRpm));
  return (
    <>
      <h2 className={charts.head}>
        Add a run
        <small>a file, or cells from a spreadsheet: any order of columns, separator and decimal sign</small>
      </h2>
      {failure && <Failure {...failure} />}
      <FileButton label="Choose a file" accept=".csv,.tsv,.txt,text/*" onFile={(file) => void choose(file)} />
      {taken.file ? (
        <p className={frame.lead}>
          {taken.file.name}, {(taken.file.blob.size / 1e6).toFixed(1)} MB: read in the background once its
          columns are named.{' '}
          <Button size="small" onClick={() => take({ text: '', file: null })}>
            Put it away
          </Button>
        </p>
      ) : (
        <Input
          multiline
          fullWidth
          minRows={4}
          maxRows={8}
          value={taken.text}
          placeholder="engine speed, torque …"
          slotProps={{ input: { 'aria-label': 'Run as text' } }}
          onChange={(e) => paste(cleanText(e.target.value))}
        />
      )}
      {said && (
        <p role="alert" className={frame.lead}>
          {said}
        </p>
      )}
      {added > 0 && (
        <p role="status" className={frame.lead}>
          {added === 1 ? 'One run was added.' : `${added} runs were added.`} Its card is under Run card.
        </p>
      )}
      {opened && !opened.ok && <Problems problems={opened.problems} />}
      {table && mapping && (
        <>
          {isRemembered && (
            <p className={frame.foot}>Columns as they were named the last time a file like this came in.</p>
          )}
          <Columns names={table.columns} mapping={mapping} onMap={map} />
          <RoadGear mapping={mapping} perRpm={perRpm} onChoose={setPerRpm} />
        </>
      )}
      {source && !source.ok && <Problems problems={source.problems} />}
      {isUnread && (
        <Button variant="contained" onClick={() => void readLong()}>
          Read the log
        </Button>
      )}
      {source?.ok && (
        <>
          <Pulls source={source} pulls={pulls} onTrim={(i, pull) => setTrims({ ...trims, [i]: pull })} />
          <Channels extremes={source.extremes} />
        </>
      )}
      {!isUnread && (
        <Button variant="contained" disabled={!source?.ok} onClick={() => void addAll()}>
          {pulls.length > 1 ? `Add ${pulls.length} runs` : 'Add the run'}
        </Button>
      )}
    </>
  );
}

/** A pull with no more readings than one run keeps: of each short stretch the reading that stands out is kept. */
function fewer(log: Log): Log {
  const count = log.speedRpm?.length ?? 0;
  if (count <= MOST_READINGS) return log;
  const places = Array.from({ length: count }, (_, i) => i);
  // By engine speed, so that the channels of a reading stay together.
  const kept = thinned(places, log.speedRpm!, 0, count - 1, MOST_READINGS).places;
  return Object.fromEntries(Object.entries(log).map(([id, its]) => [id, kept.map((i) => its[i]!)]));
}

/** A figure that a card takes, or none. */
const within = (value: number | null | undefined, least: number, most: number): number | null =>
  value != null && value >= least && value <= most ? value : null;

type ProblemList = Extract<LogSource, { ok: false }>['problems'];

function Problems({ problems }: { problems: ProblemList }) {
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

/** Least and greatest of every channel that has a reading. */
export function Channels({ extremes }: { extremes: ReturnType<typeof extremesOf> }) {
  const { figure } = useWords();
  const rows = Object.entries(extremes) as [keyof Log, { least: number; most: number }][];
  return (
    <FigureTable
      caption="Least and greatest of every channel"
      rows={rows.map(([id, its]) => ({ id, ...its }))}
      keyOf={({ id }) => id}
      columns={[
        { name: 'channel', cell: ({ id }) => channels[id].name },
        { name: 'least', cell: ({ id, least }) => figure(least, channels[id].quantity) },
        { name: 'greatest', cell: ({ id, most }) => figure(most, channels[id].quantity) },
      ]}
    />
  );
}
