'use client';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { useEffect, useRef, useState } from 'react';
import { kindAt, type AnyKind } from '@/formats/kinds';
import type { ItemDocument } from '@/formats/kinds/documents';
import type { AnyMapping, Made, Opened } from '@/formats/kinds/importing';
import { LARGEST_MAP_FILE, type FileFinding } from '@/formats/map-table';
import { importing } from '@/workers/importing';
import { FileButton } from '../fields/FileButton';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { Cross } from '../frame/icons';
import { ShopPage } from '../frame/ShopPage';
import frame from '../frame/frame.module.css';
import { server } from '../server/client';
import { Say } from '../words/Say';
import { takeForImport } from './for-import';
import { importWordsOf, type AnyImport } from './importers';
import { MappingTable } from './MappingTable';
import { slotsOf } from './slots';
import { useReading } from './useReading';
import styles from './library.module.css';

const ACCEPTED = '.csv,.tsv,.txt,.json,text/csv,application/json';

/** A file on its way to a shelf: read, mapped, looked at, then stored as a whole or not at all. */
export function ImportPage({ path }: { path: string }) {
  const kind = kindAt(path)!;
  const words = importWordsOf(kind);
  const router = useRouter();
  const [fileName, setFileName] = useState('');
  const [opened, setOpened] = useState<Opened | null>(null);
  const [mapping, setMapping] = useState<AnyMapping | null>(null);
  const [facts, setFacts] = useState<object | null>(null);
  const [made, setMade] = useState<Made | null>(null);
  const [sound, setSound] = useState<ItemDocument | null>(null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [busy, setBusy] = useState(false);
  const reading = useReading(setFailure);
  const { Picture } = slotsOf(kind.kind);
  const { one } = kind.words;
  const thing = kind.table === 'map' ? 'map' : kind.table === 'list' ? 'list' : one;

  const take = (next: Made) => {
    setMade(next);
    if (next.ok) setSound(next.document);
  };
  const open = async (text: string, name: string) => {
    setFailure(null);
    setSound(null);
    setMade(null);
    setFileName(name);
    const found = await reading.read<Opened>(name, async (worker) => worker.open(kind.kind, text, name));
    if (!found) return;
    setOpened(found);
    setMapping(found.kind === 'table' ? found.mapping : null);
    setFacts(found.kind === 'table' ? found.facts : null);
    if (found.kind === 'document') take(found.made);
  };
  const read = async (chosen: File) => {
    if (chosen.size > LARGEST_MAP_FILE) {
      setOpened(null);
      return setFailure({
        title: `${chosen.name} was not read.`,
        lines: [
          `It has ${(chosen.size / 1e6).toFixed(1)} MB; a ${thing} may have 2 MB, which holds the largest many times over. Save its sheet alone.`,
        ],
      });
    }
    await open(await chosen.text(), chosen.name);
  };

  // Every change of the mapping makes the item anew, away from the page; an answer that was overtaken is dropped.
  useEffect(() => {
    if (opened?.kind !== 'table' || !mapping || !facts) return;
    let live = true;
    const control = new AbortController();
    importing(
      async (worker): Promise<Made> => worker.make(kind.kind, opened.table, mapping, facts),
      control.signal,
    ).then(
      (next) => live && take(next),
      () => {},
    );
    return () => {
      live = false;
    };
  }, [kind.kind, opened, mapping, facts]);

  // A file that was made on another page of this shop is opened like one that was chosen.
  const openWaiting = useRef(open);
  useEffect(() => {
    const file = kind.kind === 'compressor' ? takeForImport() : null;
    if (file) void openWaiting.current(file.text, file.name);
  }, [kind.kind]);

  const store = async () => {
    if (!made?.ok || busy) return;
    setBusy(true);
    const { documents } = made;
    const answer =
      documents && documents.length > 1
        ? await server.addItems(path, documents)
        : await server.addItem(path, made.document);
    setBusy(false);
    if (answer.kind === 'ok')
      router.push(`/library/${path}${'id' in answer.data ? `/${answer.data.id}` : ''}`);
    else setFailure(failureOf(`The ${thing} was not stored. It is still here.`, answer));
  };
  const label = `${thing[0]!.toUpperCase()}${thing.slice(1)} file to import`;
  return (
    <ShopPage
      page="library"
      filled
      title={
        kind.table === 'list'
          ? `Import ${kind.words.shelf.toLowerCase()}`
          : `Import a ${kind.table === 'map' ? `${one} map` : one}`
      }
      note={
        opened ? fileName : kind.table ? 'CSV or JSON, any columns, any unit' : 'JSON, as a shop exported it'
      }
      actions={
        <>
          {opened && (
            <FileButton
              label="Another file"
              name={label}
              variant="text"
              accept={ACCEPTED}
              onFile={(chosen) => void read(chosen)}
            />
          )}
          <Button size="small" variant="contained" disabled={!made?.ok || busy} onClick={() => void store()}>
            Store it in the library
          </Button>
        </>
      }
    >
      <div className={styles.page}>
        <div className={styles.editor}>
          {failure && <Failure {...failure} />}
          {reading.status}
          {!opened && (
            <Start
              kind={kind}
              words={words}
              name={label}
              onFile={(chosen) => void read(chosen)}
              onPaste={open}
            />
          )}
          {opened &&
            (sound ? (
              Picture && <Picture document={sound} />
            ) : (
              <p className={styles.noMap}>
                No {thing} yet:{' '}
                {opened.kind === 'unreadable'
                  ? 'this file cannot be read.'
                  : 'the list at the right says what is missing.'}
              </p>
            ))}
          {opened?.kind === 'table' && mapping && words && (
            <MappingTable
              table={opened.table}
              mapping={mapping}
              roles={words.roles}
              onMapping={(next) => setMapping(words.settle ? words.settle(next) : next)}
              bad={made && !made.ok ? made.problems : []}
            />
          )}
        </div>
        <aside className={`${frame.column} ${styles.panel}`}>
          {!opened && <Before words={words} />}
          {opened && <Verdict opened={opened} made={made} isOld={sound !== null} thing={thing} />}
          {opened?.kind === 'table' && mapping && facts && words && (
            <words.Facts
              table={opened.table}
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

type StartProps = {
  kind: AnyKind;
  words: AnyImport | undefined;
  /** Of the choice of a file, for a reader. */
  name: string;
  onFile: (file: File) => void;
  onPaste: (text: string, name: string) => Promise<void>;
};

/** Before there is a file: choose one, or paste. */
function Start({ kind, words, name, onFile, onPaste }: StartProps) {
  const [pasted, setPasted] = useState('');
  return (
    <div className={styles.start}>
      <h1 className={frame.headline}>Choose a file, or paste {words ? 'the table' : 'its text'}.</h1>
      <p>
        {words
          ? `${words.lead} Columns in any order, commas, semicolons or tabs, decimal point or comma. The units are asked for where the file does not name them. Nothing is stored before you have seen it.`
          : `The file of a ${kind.words.one} as a shop exported it. Nothing is stored before it has been read whole.`}
      </p>
      <FileButton label="Choose a file" name={name} variant="contained" accept={ACCEPTED} onFile={onFile} />
      <TextField
        label="Or paste it here"
        multiline
        minRows={9}
        maxRows={16}
        fullWidth
        value={pasted}
        placeholder={words?.example ?? '{ "format": … }'}
        slotProps={{
          htmlInput: { maxLength: LARGEST_MAP_FILE, spellCheck: false },
          inputLabel: { shrink: true },
        }}
        onChange={(e) => setPasted(e.target.value)}
      />
      <Button
        variant="outlined"
        disabled={pasted.trim() === ''}
        onClick={() => void onPaste(pasted, `Pasted ${kind.table ?? kind.words.one}`)}
      >
        Read what is pasted
      </Button>
    </div>
  );
}

/** What the page will want to know, before there is a file. */
function Before({ words }: { words: AnyImport | undefined }) {
  return (
    <>
      <h2 className={frame.headline}>{words ? 'What is asked' : 'Nothing is asked'}</h2>
      {words && (
        <ul className={styles.plainList}>
          {words.asked.map((one) => (
            <li key={one}>{one}</li>
          ))}
        </ul>
      )}
      <p className={frame.foot}>
        {words ? 'A bad row names its line, and then nothing is imported. ' : ''}What a library exported comes
        back as it was.
      </p>
    </>
  );
}

/** What was read, in a few words: a list by how many and the first and last of them. */
const headOf = ({ document, documents = [document] }: Extract<Made, { ok: true }>): string =>
  documents.length === 1
    ? document.name
    : `${documents.length} read: ${document.name} to ${documents.at(-1)!.name}`;

type VerdictProps = { opened: Opened; made: Made | null; isOld: boolean; thing: string };

function Verdict({ opened, made, isOld, thing }: VerdictProps) {
  const problems: FileFinding[] =
    opened.kind === 'unreadable' ? opened.problems : made && !made.ok ? made.problems : [];
  const doubts = made?.ok ? made.doubts : [];
  if (opened.kind !== 'unreadable' && !made) return <h2 className={frame.headline}>Reading …</h2>;
  return (
    <>
      <h2 className={frame.headline}>
        {problems.length === 0
          ? made?.ok
            ? headOf(made)
            : '–'
          : isOld
            ? 'Not as it stands'
            : `Not yet a ${thing}`}
      </h2>
      {problems.length > 0 && (
        <div className={styles.faults} role="alert">
          <b>{opened.kind === 'unreadable' ? 'Nothing was imported' : 'Before it can be stored'}</b>
          <Findings findings={problems} bad />
          {isOld && <p>The picture shows the last one that was sound.</p>}
        </div>
      )}
      {made?.ok && <p className={styles.note}>Nothing is stored yet.</p>}
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
