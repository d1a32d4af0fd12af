'use client';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useState } from 'react';
import type { LibraryEntry, LibraryHead } from '@/formats/library-items';
import { Reading } from '../fields/Group';
import { QuantityInput, type Bound } from '../fields/QuantityInput';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { ShopPage } from '../frame/ShopPage';
import frame from '../frame/frame.module.css';
import { mapExportAddress, server, type Answer } from '../server/client';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import { CompressorTable } from './CompressorTable';
import { noListFilter, type ListFilter } from './list-filter';
import { MapPicture } from './MapPicture';
import { blankCompressor } from './blank';
import { Kinds } from './Kinds';
import { UsedBy } from './UsedBy';
import styles from './library.module.css';

const anyLength: Bound = { min: 0, max: 1 };

/** Every compressor of the shop: found, sorted, looked at, and what can be done with it. */
export function LibraryPage({ items }: { items: LibraryHead[] }) {
  const router = useRouter();
  const [filter, setFilter] = useState<ListFilter>(noListFilter);
  const [selected, setSelected] = useState<string | null>(items.find((i) => !i.retired)?.id ?? null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [retired, setRetired] = useState<LibraryHead | null>(null);
  const [binned, setBinned] = useState<LibraryHead | null>(null);
  const head = items.find((i) => i.id === selected) ?? null;

  /** Runs a call; what it refuses is said, and the list stays as it is. */
  const run = async <T,>(title: string, call: Promise<Answer<T>>): Promise<T | null> => {
    const answer = await call;
    setFailure(answer.kind === 'ok' ? null : failureOf(title, answer));
    if (answer.kind !== 'ok') return null;
    router.refresh();
    return answer.data;
  };
  const open = useCallback((id: string) => router.push(`/library/compressors/${id}`), [router]);
  const add = async () => {
    const made = await run('The compressor was not added.', server.addCompressor(blankCompressor()));
    if (made) open(made.id);
  };
  const duplicate = async (id: string) => {
    const copy = await run('The compressor was not duplicated.', server.duplicateCompressor(id));
    if (copy) setSelected(copy.id);
  };
  const bin = async (item: LibraryHead, to: boolean) => {
    const done = await run(
      to ? 'The compressor was not deleted.' : 'The compressor was not brought back.',
      server.setItemBinned(item.id, to),
    );
    setBinned(done && to ? item : null);
    if (done) setSelected(to ? null : item.id);
  };
  const retire = async (item: LibraryHead, to: boolean) => {
    const done = await run(
      to ? 'The compressor was not retired.' : 'The compressor was not taken back.',
      server.setRetired(item.id, to),
    );
    setRetired(done && to ? item : null);
  };

  return (
    <ShopPage
      page="library"
      filled
      title="Library: compressors"
      note="edited items get a new revision; jobs keep theirs"
      actions={
        <>
          <Button size="small" onClick={() => void add()}>
            Add by hand
          </Button>
          <Button size="small" variant="outlined" onClick={() => router.push('/library/compressors/import')}>
            Import a map
          </Button>
        </>
      }
    >
      <div className={styles.page}>
        <div className={styles.list}>
          <Kinds at="compressors" />
          {failure && <Failure {...failure} />}
          <Filters filter={filter} onFilter={setFilter} />
          <CompressorTable
            items={items}
            filter={filter}
            selected={selected}
            onSelect={setSelected}
            onOpen={open}
          />
        </div>
        <aside className={`${frame.column} ${styles.panel}`} aria-label="Selected compressor">
          {head ? (
            <Selected
              key={`${head.id}.${head.revision}`}
              head={head}
              onOpen={() => open(head.id)}
              onDuplicate={() => void duplicate(head.id)}
              onRetire={() => void retire(head, !head.retired)}
              onBin={() => void bin(head, true)}
            />
          ) : (
            <p>Choose a compressor in the list: its map stands here.</p>
          )}
        </aside>
      </div>
      <Snackbar
        open={retired !== null}
        autoHideDuration={8000}
        onClose={(_, why) => why !== 'clickaway' && setRetired(null)}
        message={retired ? `${retired.name} is retired: no longer offered, jobs keep it.` : ''}
        action={
          <Button size="small" onClick={() => retired && void retire(retired, false)}>
            Take it back
          </Button>
        }
      />
      <Snackbar
        open={binned !== null}
        autoHideDuration={8000}
        onClose={(_, why) => why !== 'clickaway' && setBinned(null)}
        message={binned ? `${binned.name} lies in the bin; jobs that have it keep it.` : ''}
        action={
          <Button size="small" onClick={() => binned && void bin(binned, false)}>
            Bring it back
          </Button>
        }
      />
    </ShopPage>
  );
}

function Filters({ filter, onFilter }: { filter: ListFilter; onFilter: (filter: ListFilter) => void }) {
  const set =
    <K extends keyof ListFilter>(key: K) =>
    (value: ListFilter[K]) =>
      onFilter({ ...filter, [key]: value });
  return (
    <div className={styles.filters} role="search">
      <label className={styles.find}>
        Find
        <input
          type="search"
          value={filter.text}
          placeholder="name or note"
          maxLength={80}
          onChange={(e) => set('text')(e.currentTarget.value)}
        />
      </label>
      <QuantityInput
        label="Inducer from"
        quantity="bore"
        bound={anyLength}
        value={filter.leastInducer}
        optional
        onType={set('leastInducer')}
      />
      <QuantityInput
        label="Inducer to"
        quantity="bore"
        bound={anyLength}
        value={filter.mostInducer}
        optional
        onType={set('mostInducer')}
      />
      <QuantityInput
        label="Flow from"
        quantity="massFlow"
        bound={{ min: 0, max: 20 }}
        value={filter.leastFlow}
        optional
        onType={set('leastFlow')}
      />
      <QuantityInput
        label="Ratio from"
        quantity="ratio"
        bound={{ min: 0, max: 12 }}
        value={filter.leastRatio}
        optional
        onType={set('leastRatio')}
      />
      <QuantityInput
        label="Price to"
        quantity="money"
        bound={{ min: 0, max: 1e6 }}
        value={filter.mostPrice}
        optional
        onType={set('mostPrice')}
      />
      <label className={styles.tick}>
        <input
          type="checkbox"
          checked={filter.inStock}
          onChange={(e) => set('inStock')(e.currentTarget.checked)}
        />
        on the shelf
      </label>
      <label className={styles.tick}>
        <input
          type="checkbox"
          checked={filter.retired}
          onChange={(e) => set('retired')(e.currentTarget.checked)}
        />
        retired too
      </label>
    </div>
  );
}

type SelectedProps = {
  head: LibraryHead;
  onOpen: () => void;
  onDuplicate: () => void;
  onRetire: () => void;
  onBin: () => void;
};

/** The chosen line: its map, its figures, who uses it, what can be done. */
function Selected({ head, onOpen, onDuplicate, onRetire, onBin }: SelectedProps) {
  const { figure, figureNumber } = useWords();
  const [entry, setEntry] = useState<LibraryEntry | null>(null);
  const [away, setAway] = useState(false);
  useEffect(() => {
    let live = true;
    void server.compressor(head.id).then((answer) => {
      if (!live) return;
      setAway(answer.kind !== 'ok');
      if (answer.kind === 'ok') setEntry(answer.data);
    });
    return () => {
      live = false;
    };
  }, [head.id, head.revision]);
  return (
    <>
      <h2 className={frame.headline}>{head.name}</h2>
      {entry ? (
        <MapPicture map={entry.document} small />
      ) : (
        <p className={styles.waiting}>{away ? 'The map could not be fetched: is the server away?' : ''}</p>
      )}
      <div className={styles.acts}>
        <Button variant="contained" size="small" onClick={onOpen}>
          Open and edit
        </Button>
        <Button variant="outlined" size="small" onClick={onDuplicate}>
          Duplicate
        </Button>
        <Button size="small" onClick={onRetire}>
          {head.retired ? 'Take it back' : 'Retire'}
        </Button>
        <Button size="small" onClick={onBin}>
          Delete, to the bin
        </Button>
      </div>
      <Reading
        label="Inducer / exducer"
        hint="trim"
        value={`${figure(head.inducer, 'bore')} / ${figure(head.exducer, 'bore')}, ${formatNumber(head.trim, 0)}`}
      />
      <Reading
        label="Speed limit"
        hint="speed of the rim there"
        value={`${figure(head.maxSpeedRpm, 'shaftSpeed')}, ${figure(head.tipSpeed, 'velocity')}`}
      />
      <Reading
        label="Corrected flow"
        hint={`stated at ${figure(head.reference.pressure, 'airPressure')} abs, ${figure(head.reference.temperature, 'temperature')}`}
        value={`${figureNumber(head.leastFlow, 'massFlow')} to ${figure(head.mostFlow, 'massFlow')}`}
      />
      <Reading label="Best efficiency" value={figure(head.bestEfficiency, 'share')} />
      <Reading label="Price" hint="shop’s currency" value={figure(head.price, 'money')} />
      <Reading label="On the shelf" value={figure(head.stock, 'count')} />
      <Reading
        label="Revision"
        value={`${head.revision}, ${head.lineCount} lines, ${head.pointCount} points`}
      />
      {head.note && <p className={styles.note}>{head.note}</p>}
      {entry && <UsedBy jobs={entry.jobs} />}
      <p className={styles.links}>
        <a href={mapExportAddress(head.id, 'csv')} download>
          Export as CSV
        </a>
        <a href={mapExportAddress(head.id, 'json')} download>
          as JSON
        </a>
        <a href={`/library/compressors/${head.id}/sheet`}>Map sheet to print</a>
      </p>
    </>
  );
}
