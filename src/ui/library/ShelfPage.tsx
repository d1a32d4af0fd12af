'use client';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Snackbar from '@mui/material/Snackbar';
import TextField from '@mui/material/TextField';
import { useRouter } from 'next/navigation';
import { memo, useCallback, useDeferredValue, useEffect, useMemo, useState } from 'react';
import type { Ref } from '@/core/documents/ref';
import { kindAt, type AnyKind, type AnyLine } from '@/formats/kinds';
import type { AnyEntry } from '@/formats/library-items';
import { Reading } from '../fields/Group';
import { QuantityInput } from '../fields/QuantityInput';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { ShopPage } from '../frame/ShopPage';
import frame from '../frame/frame.module.css';
import { server, type Answer, listExportAddress } from '../server/client';
import { DataTable, type TableColumn } from '../table/DataTable';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import { ItemLinks } from './ItemLinks';
import { Kinds } from './Kinds';
import { noFilter, passing, type ListFilter } from './list-filter';
import { figuresText, Readings } from './Readings';
import { slotsOf } from './slots';
import { UsedBy } from './UsedBy';
import styles from './library.module.css';

const idOf = (row: AnyLine) => row.id;
const badgeOf = (row: AnyLine) => (row.retired ? 'retired' : null);

/** What was done, and the way back. */
type Done = { text: string; key: string; back: () => void };

/** Every item of a kind in the shop: found, sorted, looked at, and what can be done with it. */
export function ShelfPage({
  path,
  items,
  first,
}: {
  path: string;
  items: AnyLine[];
  first: Record<string, Ref>;
}) {
  const kind = kindAt(path)!;
  const { one } = kind.words;
  const shelf = kind.words.shelf.toLowerCase();
  const router = useRouter();
  const [selected, setSelected] = useState<string | null>(items.find((i) => !i.retired)?.id ?? null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [done, setDone] = useState<Done | null>(null);
  // What goes keeps its words until it is gone.
  const [last, setLast] = useState<Done | null>(null);
  if (done && done !== last) setLast(done);
  const line = items.find((i) => i.id === selected) ?? null;

  /** Runs a call; what it refuses is said, and the list stays as it is. */
  const run = async <T,>(title: string, call: Promise<Answer<T>>): Promise<T | null> => {
    const answer = await call;
    setFailure(answer.kind === 'ok' ? null : failureOf(title, answer));
    if (answer.kind !== 'ok') return null;
    router.refresh();
    return answer.data;
  };
  const open = useCallback((id: string) => router.push(`/library/${path}/${id}`), [router, path]);
  const blank = kind.blank((name) => first[name]);
  const add = async () => {
    if (!blank) return;
    const made = await run(`The ${one} was not added.`, server.addItem(path, blank));
    if (made) open(made.id);
  };
  const duplicate = async (id: string) => {
    const copy = await run(`The ${one} was not duplicated.`, server.duplicateItem(path, id));
    if (copy) setSelected(copy.id);
  };
  const retire = async (item: AnyLine, to: boolean) => {
    const answer = await run(
      to ? `The ${one} was not retired.` : `The ${one} was not taken back.`,
      server.setRetired(path, item.id, to),
    );
    const text = `${item.name} is retired: no longer offered, jobs keep it.`;
    setDone(answer && to ? { text, key: 'Restore', back: () => void retire(item, false) } : null);
  };
  const bin = async (item: AnyLine, to: boolean) => {
    const answer = await run(
      to ? `The ${one} was not deleted.` : `The ${one} was not brought back.`,
      server.setItemBinned(path, item.id, to),
    );
    if (answer) setSelected(to ? null : item.id);
    const text = `${item.name} lies in the bin; jobs that have it keep it.`;
    setDone(answer && to ? { text, key: 'Restore', back: () => void bin(item, false) } : null);
  };
  return (
    <ShopPage
      page="library"
      filled
      title={`Library: ${shelf}`}
      note="edited items get a new revision; jobs keep theirs"
      actions={
        <>
          <Button size="small" disabled={!blank} onClick={() => void add()}>
            Add by hand
          </Button>
          {kind.table === 'list' && (
            <Button size="small" href={listExportAddress(path)} download>
              Export the list
            </Button>
          )}
          <Button size="small" variant="outlined" onClick={() => router.push(`/library/${path}/import`)}>
            {kind.table ? `Import a ${kind.table}` : 'Import a file'}
          </Button>
        </>
      }
    >
      <div className={styles.page}>
        <div className={styles.list}>
          <Kinds at={path} />
          {failure && <Failure {...failure} />}
          <Shelf kind={kind} items={items} selected={selected} onSelect={setSelected} onOpen={open} />
        </div>
        <aside className={`${frame.column} ${styles.panel}`} aria-label={`Selected ${one}`}>
          {line ? (
            <Selected
              key={`${line.id}.${line.revision}`}
              kind={kind}
              line={line}
              onOpen={() => open(line.id)}
              onDuplicate={() => void duplicate(line.id)}
              onRetire={() => void retire(line, !line.retired)}
              onBin={() => void bin(line, true)}
            />
          ) : (
            <p>Choose a {one} in the list: its figures stand here.</p>
          )}
        </aside>
      </div>
      <Snackbar
        open={done !== null}
        autoHideDuration={8000}
        onClose={(_, why) => why !== 'clickaway' && setDone(null)}
        message={last?.text ?? ''}
        action={
          <Button size="small" onClick={() => last?.back()}>
            {last?.key ?? ''}
          </Button>
        }
      />
    </ShopPage>
  );
}

type ShelfProps = {
  kind: AnyKind;
  items: AnyLine[];
  selected: string | null;
  onSelect: (id: string) => void;
  onOpen: (id: string) => void;
};

/** The list and what narrows it: apart from the page, so that typing draws nothing else anew. */
function Shelf({ kind, items, selected, onSelect, onOpen }: ShelfProps) {
  const { path } = kind;
  const shelf = kind.words.shelf.toLowerCase();
  const [filter, setFilter] = useState<ListFilter>(() => noFilter(kind));
  const columns = useColumns(kind);
  const deferred = useDeferredValue(filter);
  const passes = useMemo(() => passing(kind, deferred), [kind, deferred]);
  const hrefOf = useCallback((row: AnyLine) => `/library/${path}/${row.id}`, [path]);
  const count = useCallback(
    (shown: number, all: number) =>
      shown === all
        ? `${formatNumber(all, 0)} ${shelf}`
        : `${formatNumber(shown, 0)} of ${formatNumber(all, 0)}`,
    [shelf],
  );
  return (
    <>
      <Filters kind={kind} filter={filter} onFilter={setFilter} />
      <DataTable
        label={kind.words.shelf}
        rows={items}
        columns={columns}
        idOf={idOf}
        hrefOf={hrefOf}
        badgeOf={badgeOf}
        selected={selected}
        onSelect={onSelect}
        onOpen={onOpen}
        passes={passes}
        count={count}
        nothing={
          items.length === 0
            ? `No ${shelf} yet: import a file, or add one by hand.`
            : 'Nothing passes the filter. Ask for less.'
        }
      />
    </>
  );
}

/** The kind's columns as the table shows them, in the units somebody chose. */
function useColumns(kind: AnyKind): TableColumn<AnyLine>[] {
  const words = useWords();
  return useMemo(
    () =>
      kind.columns.map(({ figures, ...column }) => ({
        ...column,
        text: (line) => {
          if (figures) return figuresText(words, figures(line));
          const value = column.value(line);
          if (value === null) return '–';
          return column.quantity && typeof value === 'number'
            ? words.figureNumber(value, column.quantity)
            : String(value);
        },
      })),
    [kind, words],
  );
}

type FiltersProps = { kind: AnyKind; filter: ListFilter; onFilter: (filter: ListFilter) => void };

/** Kept as it is while the rows follow what was typed. */
const Filters = memo(function Filters({ kind, filter, onFilter }: FiltersProps) {
  const set = (change: Partial<ListFilter>) => onFilter({ ...filter, ...change });
  return (
    <div className={styles.filters} role="search">
      <TextField
        label="Find"
        type="search"
        size="small"
        margin="dense"
        value={filter.text}
        placeholder={kind.words.find}
        slotProps={{ htmlInput: { maxLength: 80 }, inputLabel: { shrink: true } }}
        onChange={(e) => set({ text: e.target.value })}
      />
      {kind.filters?.map(({ label, quantity, bound }, i) => (
        <QuantityInput
          key={label}
          label={label}
          quantity={quantity}
          bound={bound}
          value={filter.limits[i] ?? null}
          optional
          onType={(value) => set({ limits: filter.limits.map((limit, k) => (k === i ? value : limit)) })}
        />
      ))}
      {kind.isSold !== false && (
        <FormControlLabel
          label="in stock"
          control={
            <Checkbox size="small" checked={filter.inStock} onChange={(_, inStock) => set({ inStock })} />
          }
        />
      )}
      <FormControlLabel
        label="include retired"
        control={
          <Checkbox size="small" checked={filter.retired} onChange={(_, retired) => set({ retired })} />
        }
      />
    </div>
  );
});

type SelectedProps = {
  kind: AnyKind;
  line: AnyLine;
  onOpen: () => void;
  onDuplicate: () => void;
  onRetire: () => void;
  onBin: () => void;
};

/** The chosen line: its picture, its figures, who uses it, what can be done. */
function Selected({ kind, line, onOpen, onDuplicate, onRetire, onBin }: SelectedProps) {
  const [entry, setEntry] = useState<AnyEntry | null>(null);
  const [away, setAway] = useState(false);
  const { Picture } = slotsOf(kind.kind);
  useEffect(() => {
    let live = true;
    void server.item(kind.path, line.id).then((answer) => {
      if (!live) return;
      setAway(answer.kind !== 'ok');
      if (answer.kind === 'ok') setEntry(answer.data);
    });
    return () => {
      live = false;
    };
  }, [kind.path, line.id, line.revision]);
  return (
    <>
      <h2 className={frame.headline}>{line.name}</h2>
      {Picture &&
        (entry ? (
          <Picture document={entry.document} small />
        ) : (
          <p className={styles.waiting}>{away ? 'The map could not be fetched: is the server away?' : ''}</p>
        ))}
      <div className={styles.acts}>
        <Button variant="contained" size="small" onClick={onOpen}>
          Open and edit
        </Button>
        <Button variant="outlined" size="small" onClick={onDuplicate}>
          Duplicate
        </Button>
        <Button size="small" onClick={onRetire}>
          {line.retired ? 'Restore' : 'Retire'}
        </Button>
        <Button size="small" onClick={onBin}>
          Delete, to the bin
        </Button>
      </div>
      <Readings readings={kind.readings} of={line} />
      <Reading label="Revision" value={`${line.revision}`} />
      {line.note && <p className={styles.note}>{line.note}</p>}
      {entry && <UsedBy jobs={entry.jobs} />}
      <ItemLinks kind={kind} id={line.id} />
    </>
  );
}
