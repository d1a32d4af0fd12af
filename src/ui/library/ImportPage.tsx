'use client';
import Button from '@mui/material/Button';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import type { Compressor } from '@/core/compressor/document';
import { roleUnits, type MapFacts, type Mapping, type Role } from '@/formats/map-guess';
import type { MapMade } from '@/formats/map-import';
import type { OpenedMap } from '@/formats/map-open';
import { LARGEST_MAP_FILE, type FileFinding } from '@/formats/map-table';
import { importing } from '@/workers/importing';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { Cross } from '../frame/icons';
import { ShopPage } from '../frame/ShopPage';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { Say } from '../words/Say';
import { ImportFacts } from './ImportFacts';
import { MapPicture } from './MapPicture';
import { MappingTable, type Roles } from './MappingTable';
import { useReading } from './useReading';
import styles from './library.module.css';

const roles: Roles<Role> = {
  words: {
    ignore: 'leave out',
    speed: 'shaft speed',
    flow: 'flow',
    ratio: 'pressure ratio',
    efficiency: 'efficiency',
    surge: 'surge mark',
  },
  units: roleUnits,
};

type Table = Extract<OpenedMap, { kind: 'table' }>;

/** A map file on its way into the library: read, mapped, looked at, then stored as a whole or not at all. */
export function ImportPage() {
  const router = useRouter();
  const [fileName, setFileName] = useState('');
  const [opened, setOpened] = useState<OpenedMap | null>(null);
  const [mapping, setMapping] = useState<Mapping | null>(null);
  const [facts, setFacts] = useState<MapFacts | null>(null);
  const [made, setMade] = useState<MapMade | null>(null);
  const [sound, setSound] = useState<Compressor | null>(null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [busy, setBusy] = useState(false);
  const reading = useReading(setFailure);
  const file = useRef<HTMLInputElement>(null);
  const [pasted, setPasted] = useState('');

  const take = (next: MapMade) => {
    setMade(next);
    if (next.ok) setSound(next.document);
  };
  const open = async (text: string, name: string) => {
    setFailure(null);
    setSound(null);
    setMade(null);
    setFileName(name);
    const found = await reading.read<OpenedMap>(name, async (worker) => worker.open(text, name));
    if (!found) return;
    setOpened(found);
    setMapping(found.kind === 'table' ? found.mapping : null);
    setFacts(found.kind === 'table' ? found.facts : null);
    if (found.kind === 'document') take(found.made);
  };
  const read = async (chosen: File | undefined) => {
    if (file.current) file.current.value = '';
    if (!chosen) return;
    if (chosen.size > LARGEST_MAP_FILE) {
      setOpened(null);
      return setFailure({
        title: `${chosen.name} was not read.`,
        lines: [
          `It has ${(chosen.size / 1e6).toFixed(1)} MB; a map may have 2 MB, which holds 40 lines by 200 points many times over. Save the map’s sheet alone.`,
        ],
      });
    }
    await open(await chosen.text(), chosen.name);
  };

  // Every change of the mapping makes the map anew, away from the page; an answer that was overtaken is dropped.
  useEffect(() => {
    if (opened?.kind !== 'table' || !mapping || !facts) return;
    let live = true;
    const control = new AbortController();
    importing(
      async (worker): Promise<MapMade> => worker.make(opened.table, mapping, facts),
      control.signal,
    ).then(
      (next) => live && take(next),
      () => {},
    );
    return () => {
      live = false;
    };
  }, [opened, mapping, facts]);

  const store = async () => {
    if (!made?.ok || busy) return;
    setBusy(true);
    const answer = await server.addCompressor(made.document);
    setBusy(false);
    if (answer.kind === 'ok') router.push(`/library/compressors/${answer.data.id}`);
    else setFailure(failureOf('The map was not stored. It is still here.', answer));
  };

  return (
    <ShopPage
      page="library"
      filled
      title="Import a compressor map"
      note={opened ? fileName : 'CSV or JSON, any columns, any unit'}
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
        aria-label="Map file to import"
        onChange={(e) => void read(e.currentTarget.files?.[0])}
      />
      <div className={styles.page}>
        <div className={styles.editor}>
          {failure && <Failure {...failure} />}
          {reading.status}
          {!opened && (
            <div className={styles.start}>
              <h1 className={frame.headline}>Choose a file, or paste the table.</h1>
              <p>
                One row per point: shaft speed, flow, pressure ratio, efficiency. Columns in any order,
                commas, semicolons or tabs, decimal point or comma. The units are asked for where the file
                does not name them. Nothing is stored before you have seen the map.
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
                  placeholder={'speed (rpm); flow (kg/s); PR; efficiency'}
                  onChange={(e) => setPasted(e.currentTarget.value)}
                />
              </label>
              <Button
                variant="outlined"
                disabled={pasted.trim() === ''}
                onClick={() => void open(pasted, 'Pasted map')}
              >
                Read what is pasted
              </Button>
            </div>
          )}
          {opened && (
            <>
              {sound ? (
                <MapPicture map={sound} points={sound.lines} stale={made !== null && !made.ok} />
              ) : (
                <p className={styles.noMap}>
                  No map yet:{' '}
                  {opened.kind === 'unreadable'
                    ? 'this file cannot be read.'
                    : 'the list at the right says what is missing.'}
                </p>
              )}
              {opened.kind === 'table' && mapping && (
                <MappingTable
                  table={opened.table}
                  mapping={mapping}
                  roles={roles}
                  onMapping={(next) => {
                    const isMarked = next.columns.some((c) => c.role === 'surge');
                    // Without its column a surge mark says nothing any more.
                    setMapping(next.surge === 'marked' && !isMarked ? { ...next, surge: null } : next);
                  }}
                  bad={made && !made.ok ? made.problems : []}
                />
              )}
            </>
          )}
        </div>
        <aside className={`${frame.column} ${styles.panel}`}>
          {!opened && <Before />}
          {opened && <Verdict opened={opened} made={made} sound={sound} />}
          {opened?.kind === 'table' && mapping && facts && (
            <ImportFacts
              table={(opened as Table).table}
              mapping={mapping}
              facts={facts}
              onFacts={setFacts}
              onMapping={setMapping}
            />
          )}
        </aside>
      </div>
    </ShopPage>
  );
}

/** What the page will want to know, before there is a file. */
function Before() {
  return (
    <>
      <h2 className={frame.headline}>What is asked</h2>
      <ul className={styles.plainList}>
        <li>Which column is what, and in which unit: guessed, and yours to change.</li>
        <li>The reference pressure and temperature of the map: never assumed.</li>
        <li>Where each speed line’s surge point is.</li>
        <li>Inducer, exducer and the wheel’s speed limit.</li>
      </ul>
      <p className={frame.foot}>
        A bad row names its line, and then nothing is imported. Maps this library exported come back as they
        were.
      </p>
    </>
  );
}

function Verdict({
  opened,
  made,
  sound,
}: {
  opened: OpenedMap;
  made: MapMade | null;
  sound: Compressor | null;
}) {
  const problems: FileFinding[] =
    opened.kind === 'unreadable' ? opened.problems : made && !made.ok ? made.problems : [];
  const doubts = made?.ok ? made.doubts : [];
  if (opened.kind !== 'unreadable' && !made) return <h2 className={frame.headline}>Reading …</h2>;
  return (
    <>
      <h2 className={frame.headline}>
        {problems.length === 0
          ? made?.ok
            ? made.document.name
            : '–'
          : sound
            ? 'Not as it stands'
            : 'Not yet a map'}
      </h2>
      {problems.length > 0 && (
        <div className={styles.faults} role="alert">
          <b>{opened.kind === 'unreadable' ? 'Nothing was imported' : 'Before it can be stored'}</b>
          <Findings findings={problems} bad />
          {sound && <p>The picture shows the last map that was sound.</p>}
        </div>
      )}
      {made?.ok && (
        <p className={styles.note}>
          {made.document.lines.length} speed lines,{' '}
          {made.document.lines.reduce((n, l) => n + l.points.length, 0)} points. Nothing is stored yet.
        </p>
      )}
      {doubts.length > 0 && (
        <div className={styles.doubts} role="status">
          <b>Worth a second look</b>
          <Findings findings={doubts} />
        </div>
      )}
    </>
  );
}

function Findings({ findings, bad = false }: { findings: FileFinding[]; bad?: boolean }) {
  return (
    <ul>
      {findings.map((finding, i) => (
        <li key={i}>
          {bad && <Cross size={10} />} {finding.line !== undefined && <>Line {finding.line}: </>}
          <Say reason={finding.reason} />
        </li>
      ))}
    </ul>
  );
}
