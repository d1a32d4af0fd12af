'use client';
import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { isPartFile, readPartFile } from '@/formats/part-json';
import { LARGEST_MAP_FILE, type FileFinding } from '@/formats/map-table';
import {
  makeTurbine,
  turbineRoleUnits,
  type OpenedTurbine,
  type TurbineFacts,
  type TurbineRole,
} from '@/formats/turbine-import';
import { Group } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { Cross } from '../frame/icons';
import { ShopPage } from '../frame/ShopPage';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { Say } from '../words/Say';
import { partBounds as bounds } from './bounds';
import { MappingTable, type Roles } from './MappingTable';
import { TurbinePicture } from './TurbinePicture';
import { useReading } from './useReading';
import styles from './library.module.css';

const roleWords: Record<TurbineRole, string> = {
  speed: 'speed line',
  ignore: 'leave out',
  housing: 'housing',
  ratio: 'expansion ratio',
  flow: 'flow',
  efficiency: 'efficiency',
};
const roles: Roles<TurbineRole> = { words: roleWords, units: turbineRoleUnits };

type Table = Extract<OpenedTurbine, { kind: 'table' }>;

/** A turbine's table on its way into the library: read, mapped, looked at, then stored as a whole or not at all. */
export function TurbineImportPage() {
  const router = useRouter();
  const [fileName, setFileName] = useState('');
  const [opened, setOpened] = useState<Table | null>(null);
  const [problems, setProblems] = useState<FileFinding[]>([]);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [busy, setBusy] = useState(false);
  const [pasted, setPasted] = useState('');
  const file = useRef<HTMLInputElement>(null);
  const reading = useReading(setFailure);
  const made = useMemo(() => opened && makeTurbine(opened.table, opened.mapping, opened.facts), [opened]);

  const open = async (text: string, name: string) => {
    setFailure(null);
    setProblems([]);
    setFileName(name);
    if (isPartFile(text)) {
      const read = readPartFile(text);
      setOpened(null);
      if (!read.ok) return setProblems(read.problems);
      if (read.part.kind !== 'turbine')
        return setFailure({
          title: `${name} was not read.`,
          lines: ['It holds a turbocharger: its compressor and turbine belong to the shop it came from.'],
        });
      const answer = await server.addPart(read.part);
      if (answer.kind === 'ok') return router.push(`/library/turbines/${answer.data.id}`);
      return setFailure(failureOf('The turbine was not stored.', answer));
    }
    const found = await reading.read<OpenedTurbine>(name, async (worker) => worker.openTurbine(text, name));
    if (!found) return;
    setOpened(found.kind === 'table' ? found : null);
    setProblems(found.kind === 'unreadable' ? found.problems : []);
  };
  const read = async (chosen: File | undefined) => {
    if (file.current) file.current.value = '';
    if (!chosen) return;
    if (chosen.size > LARGEST_MAP_FILE) {
      setOpened(null);
      return setFailure({
        title: `${chosen.name} was not read.`,
        lines: [
          `It has ${(chosen.size / 1e6).toFixed(1)} MB; a table may have 2 MB. Save the turbine’s sheet alone.`,
        ],
      });
    }
    await open(await chosen.text(), chosen.name);
  };
  const store = async () => {
    if (!made?.ok || busy) return;
    setBusy(true);
    const answer = await server.addPart(made.document);
    setBusy(false);
    if (answer.kind === 'ok') router.push(`/library/turbines/${answer.data.id}`);
    else setFailure(failureOf('The turbine was not stored. It is still here.', answer));
  };
  const said = made && !made.ok ? made.problems : problems;
  return (
    <ShopPage
      page="library"
      filled
      title="Import a turbine"
      note={opened ? fileName : 'CSV, any columns, any unit'}
      actions={
        <>
          {opened && (
            <Button size="small" onClick={() => file.current?.click()}>
              Another file
            </Button>
          )}
          <Button size="small" variant="contained" disabled={!made?.ok || busy} onClick={() => void store()}>
            Store it in the library
          </Button>
        </>
      }
    >
      <input
        ref={file}
        type="file"
        accept=".csv,.tsv,.txt,.json,text/csv,application/json"
        className="unseen"
        aria-label="Turbine file to import"
        onChange={(e) => void read(e.currentTarget.files?.[0])}
      />
      <div className={styles.page}>
        <div className={styles.editor}>
          {failure && <Failure {...failure} />}
          {reading.status}
          {said.length > 0 && (
            <div className={styles.faults} role="status">
              <b>{made ? 'Still to be said or mended' : `${fileName} cannot be read`}</b>
              <ul>
                {said.map((problem, i) => (
                  <li key={i}>
                    <Cross size={10} /> {problem.line !== undefined && `Line ${problem.line}: `}
                    <Say reason={problem.reason} />
                  </li>
                ))}
              </ul>
            </div>
          )}
          {!opened && (
            <div className={styles.start}>
              <h1 className={frame.headline}>Choose a file, or paste the table.</h1>
              <p>
                One row per point: expansion ratio and flow, with the housing where there are several, and the
                efficiency if it is known. Columns in any order. The unit of the flow and the reference
                conditions are asked for where the file does not name them. Nothing is stored before you have
                seen the turbine.
              </p>
              <Button variant="contained" onClick={() => file.current?.click()}>
                Choose a file
              </Button>
              <label>
                Or paste it here
                <textarea
                  rows={9}
                  value={pasted}
                  maxLength={LARGEST_MAP_FILE}
                  spellCheck={false}
                  placeholder={'housing; expansion ratio; flow (kg/s)'}
                  onChange={(e) => setPasted(e.currentTarget.value)}
                />
              </label>
              <Button
                variant="outlined"
                disabled={pasted.trim() === ''}
                onClick={() => void open(pasted, 'Pasted turbine')}
              >
                Read what is pasted
              </Button>
            </div>
          )}
          {made?.ok && <TurbinePicture turbine={made.document} />}
          {opened && (
            <MappingTable
              table={opened.table}
              mapping={opened.mapping}
              roles={roles}
              bad={said}
              onMapping={(mapping) => setOpened({ ...opened, mapping })}
            />
          )}
        </div>
        <aside className={`${frame.column} ${styles.panel}`}>
          <h2 className={frame.headline}>{opened?.facts.name || 'A turbine'}</h2>
          {made?.ok && made.doubts.length > 0 && (
            <div className={styles.doubts} role="status">
              <b>Worth a second look</b>
              <ul>
                {made.doubts.slice(0, 6).map((doubt, i) => (
                  <li key={i}>
                    <Say reason={doubt.reason} />
                  </li>
                ))}
              </ul>
            </div>
          )}
          {opened ? (
            <Facts facts={opened.facts} onFacts={(facts) => setOpened({ ...opened, facts })} />
          ) : (
            <p>What the file does not say of the turbine is asked for here.</p>
          )}
        </aside>
      </div>
    </ShopPage>
  );
}

/** What a turbine needs beside its points. */
function Facts({ facts, onFacts }: { facts: TurbineFacts; onFacts: (facts: TurbineFacts) => void }) {
  const set = <K extends keyof TurbineFacts>(key: K, value: TurbineFacts[K]) =>
    onFacts({ ...facts, [key]: value });
  return (
    <>
      <Group title="Turbine">
        <label className={styles.text}>
          Name
          <input value={facts.name} maxLength={80} onChange={(e) => set('name', e.currentTarget.value)} />
        </label>
        {(
          [
            ['inducer', 'Inducer', 'bore', bounds.wheel],
            ['exducer', 'Exducer', 'bore', bounds.wheel],
            ['efficiency', 'Best efficiency', 'share', bounds.efficiency],
            ['maxSpeedRpm', 'Speed limit', 'shaftSpeed', bounds.speed],
            ['maxTemperature', 'Temperature limit', 'temperature', bounds.temperature],
          ] as const
        ).map(([key, label, quantity, bound]) => (
          <QuantityInput
            key={key}
            label={label}
            quantity={quantity}
            bound={bound}
            value={facts[key]}
            optional
            onType={(value) => set(key, value)}
          />
        ))}
        <label className={styles.text}>
          Bearings’ loss
          <select
            value={facts.includesBearing === null ? '' : facts.includesBearing ? 'in' : 'apart'}
            aria-invalid={facts.includesBearing === null}
            onChange={(e) =>
              set('includesBearing', e.currentTarget.value === '' ? null : e.currentTarget.value === 'in')
            }
          >
            {facts.includesBearing === null && <option value="">in the efficiency, or not?</option>}
            <option value="in">is in the efficiency already</option>
            <option value="apart">is not in it</option>
          </select>
        </label>
        <label className={styles.text}>
          Entry
          <select
            value={facts.entry}
            onChange={(e) => set('entry', e.currentTarget.value as TurbineFacts['entry'])}
          >
            <option value="open">open</option>
            <option value="divided">divided</option>
            <option value="twin-scroll">twin scroll</option>
          </select>
        </label>
      </Group>
      <Group title="Flow is corrected to">
        <QuantityInput
          label="Pressure"
          basis="abs"
          quantity="airPressure"
          bound={bounds.referencePressure}
          value={facts.referencePressure}
          optional
          onType={(value) => set('referencePressure', value)}
        />
        <QuantityInput
          label="Temperature"
          quantity="temperature"
          bound={bounds.referenceTemperature}
          value={facts.referenceTemperature}
          optional
          onType={(value) => set('referenceTemperature', value)}
        />
      </Group>
    </>
  );
}
