'use client';
import Button from '@mui/material/Button';
import Snackbar from '@mui/material/Snackbar';
import {
  createColumnHelper,
  getCoreRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
} from '@tanstack/react-table';
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import type { Quantity } from '@/core/units/quantities';
import type { PartDocument, PartLine } from '@/formats/library-items';
import { Reading } from '../fields/Group';
import { Failure, failureOf, type FailureWords } from '../frame/Failure';
import { ShopPage } from '../frame/ShopPage';
import frame from '../frame/frame.module.css';
import { partExportAddress, server, type Answer } from '../server/client';
import { useWords } from '../words/useWords';
import { blankTurbine, blankTurbocharger } from './blank';
import { Kinds } from './Kinds';
import { TurbinePicture } from './TurbinePicture';
import styles from './library.module.css';

type Kind = PartDocument['kind'];
/** Names of the parts a turbocharger is made of, by 'id.revision'. */
type PartNames = Record<string, string>;

/** A line as the table shows it. Lengths m, speeds rev/min, inertia kg·m². */
type Row = {
  id: string;
  name: string;
  made: string;
  inducer: number | null;
  exducer: number | null;
  efficiency: number | null;
  inertia: number | null;
  limit: number;
  flange: string;
  price: number | null;
  stock: number | null;
  jobCount: number;
  retired: boolean;
  line: PartLine;
};

const keyOf = ({ id, revision }: { id: string; revision: number }) => `${id}.${revision}`;

function rowOf(line: PartLine, names: PartNames): Row {
  const { document } = line;
  const common = {
    id: line.id,
    name: document.name,
    limit: document.maxSpeedRpm.value,
    price: document.price?.value ?? null,
    stock: document.stock ?? null,
    jobCount: line.jobCount,
    retired: line.retired,
    line,
  };
  return document.kind === 'turbine'
    ? {
        ...common,
        made: document.housings.map((h) => h.name).join(', '),
        inducer: document.inducer.value,
        exducer: document.exducer.value,
        efficiency: document.efficiency.value,
        inertia: null,
        flange: '',
      }
    : {
        ...common,
        made: `${names[keyOf(document.compressor)] ?? 'compressor gone'}, ${names[keyOf(document.turbine)] ?? 'turbine gone'}`,
        inducer: null,
        exducer: null,
        efficiency: null,
        inertia: document.inertia.value,
        flange: document.flange,
      };
}

type Column = { id: keyof Row; name: string; quantity?: Quantity };
const columnsOf: Record<Kind, Column[]> = {
  turbine: [
    { id: 'name', name: 'Name' },
    { id: 'inducer', name: 'Inducer', quantity: 'bore' },
    { id: 'exducer', name: 'Exducer', quantity: 'bore' },
    { id: 'efficiency', name: 'Best', quantity: 'share' },
    { id: 'limit', name: 'Limit', quantity: 'shaftSpeed' },
    { id: 'made', name: 'Housings' },
    { id: 'price', name: 'Price', quantity: 'money' },
    { id: 'stock', name: 'Shelf', quantity: 'count' },
    { id: 'jobCount', name: 'Jobs', quantity: 'count' },
  ],
  turbocharger: [
    { id: 'name', name: 'Name' },
    { id: 'made', name: 'Compressor, turbine' },
    { id: 'flange', name: 'Flange' },
    { id: 'inertia', name: 'Inertia', quantity: 'inertia' },
    { id: 'limit', name: 'Limit', quantity: 'shaftSpeed' },
    { id: 'price', name: 'Price', quantity: 'money' },
    { id: 'stock', name: 'Shelf', quantity: 'count' },
    { id: 'jobCount', name: 'Jobs', quantity: 'count' },
  ],
};

const helper = createColumnHelper<Row>();
type Props = {
  kind: Kind;
  items: PartLine[];
  names: PartNames;
  /** What a new turbocharger is put together from; null while the library has no compressor or no turbine. */
  first: Parameters<typeof blankTurbocharger>[0] | null;
};

/** Every turbine, or every turbocharger, of the shop: found, sorted, looked at, and what can be done with it. */
export function PartsPage({ kind, items, names, first }: Props) {
  const router = useRouter();
  const path = kind === 'turbine' ? 'turbines' : 'turbochargers';
  const [text, setText] = useState('');
  const [withRetired, setWithRetired] = useState(false);
  const [selected, setSelected] = useState<string | null>(items.find((i) => !i.retired)?.id ?? null);
  const [failure, setFailure] = useState<FailureWords | null>(null);
  const [done, setDone] = useState<{ text: string; back: () => void } | null>(null);
  const line = items.find((i) => i.id === selected) ?? null;
  const rows = useMemo(() => {
    const wanted = text.trim().toLowerCase();
    return items
      .filter((i) => withRetired || !i.retired)
      .map((i) => rowOf(i, names))
      .filter(
        (r) =>
          !wanted || `${r.name} ${r.made} ${r.flange} ${r.line.document.note}`.toLowerCase().includes(wanted),
      );
  }, [items, names, text, withRetired]);

  /** Runs a call; what it refuses is said, and the list stays as it is. */
  const run = async <T,>(title: string, call: Promise<Answer<T>>): Promise<T | null> => {
    const answer = await call;
    setFailure(answer.kind === 'ok' ? null : failureOf(title, answer));
    if (answer.kind !== 'ok') return null;
    router.refresh();
    return answer.data;
  };
  const open = (id: string) => router.push(`/library/${path}/${id}`);
  const add = async () => {
    const blank = kind === 'turbine' ? blankTurbine() : first && blankTurbocharger(first);
    if (!blank) return;
    const made = await run(`The ${kind} was not added.`, server.addPart(blank));
    if (made) open(made.id);
  };
  const duplicate = async (id: string) => {
    const copy = await run(`The ${kind} was not duplicated.`, server.duplicatePart(id));
    if (copy) setSelected(copy.id);
  };
  const retire = async (item: PartLine, to: boolean) => {
    const answer = await run(`The ${kind} was not changed.`, server.setPartRetired(item.id, to));
    setDone(
      answer && to
        ? {
            text: `${item.document.name} is retired: no longer offered, jobs keep it.`,
            back: () => void retire(item, false),
          }
        : null,
    );
  };
  const bin = async (item: PartLine, to: boolean) => {
    const answer = await run(`The ${kind} was not changed.`, server.setPartBinned(item.id, to));
    if (answer) setSelected(to ? null : item.id);
    setDone(
      answer && to
        ? {
            text: `${item.document.name} lies in the bin; jobs that have it keep it.`,
            back: () => void bin(item, false),
          }
        : null,
    );
  };
  return (
    <ShopPage
      page="library"
      filled
      title={`Library: ${path}`}
      note="edited items get a new revision; jobs keep theirs"
      actions={
        <>
          <Button size="small" disabled={kind === 'turbocharger' && !first} onClick={() => void add()}>
            Add by hand
          </Button>
          {kind === 'turbine' && (
            <Button size="small" variant="outlined" onClick={() => router.push('/library/turbines/import')}>
              Import a table
            </Button>
          )}
        </>
      }
    >
      <div className={styles.page}>
        <div className={styles.list}>
          <Kinds at={path} />
          {failure && <Failure {...failure} />}
          <div className={styles.filters} role="search">
            <label className={styles.find}>
              Find
              <input
                type="search"
                value={text}
                placeholder="name, part or note"
                maxLength={80}
                onChange={(e) => setText(e.currentTarget.value)}
              />
            </label>
            <label className={styles.tick}>
              <input
                type="checkbox"
                checked={withRetired}
                onChange={(e) => setWithRetired(e.currentTarget.checked)}
              />
              retired too
            </label>
          </div>
          <Table kind={kind} rows={rows} selected={selected} onSelect={setSelected} onOpen={open} />
          {rows.length === 0 && <p className={styles.waiting}>Nothing here answers to that.</p>}
        </div>
        <aside className={`${frame.column} ${styles.panel}`} aria-label={`Selected ${kind}`}>
          {line ? (
            <Selected
              key={keyOf(line)}
              line={line}
              names={names}
              onOpen={() => open(line.id)}
              onDuplicate={() => void duplicate(line.id)}
              onRetire={() => void retire(line, !line.retired)}
              onBin={() => void bin(line, true)}
            />
          ) : (
            <p>Choose a {kind} in the list: its figures stand here.</p>
          )}
        </aside>
      </div>
      <Snackbar
        open={done !== null}
        autoHideDuration={8000}
        onClose={(_, why) => why !== 'clickaway' && setDone(null)}
        message={done?.text ?? ''}
        action={
          <Button size="small" onClick={() => done?.back()}>
            Take it back
          </Button>
        }
      />
    </ShopPage>
  );
}

type TableProps = {
  kind: Kind;
  rows: Row[];
  selected: string | null;
  onSelect: (id: string) => void;
  onOpen: (id: string) => void;
};

function Table({ kind, rows, selected, onSelect, onOpen }: TableProps) {
  const { figure } = useWords();
  const [sorting, setSorting] = useState<SortingState>([]);
  const columns = useMemo(
    () =>
      columnsOf[kind].map((c) => helper.accessor(c.id, { id: c.id, header: c.name, sortUndefined: 'last' })),
    [kind],
  );
  // The table of a library: its own hook is not memoised.
  // eslint-disable-next-line react-hooks/incompatible-library
  const table = useReactTable({
    data: rows,
    columns,
    state: { sorting },
    onSortingChange: setSorting,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
  });
  return (
    <div className={styles.partsScroll}>
      <table className={styles.parts}>
        <thead>
          <tr>
            {table.getFlatHeaders().map((header) => {
              const order = header.column.getIsSorted();
              return (
                <th
                  key={header.id}
                  scope="col"
                  aria-sort={order === 'asc' ? 'ascending' : order === 'desc' ? 'descending' : 'none'}
                >
                  <button type="button" onClick={header.column.getToggleSortingHandler()}>
                    {String(header.column.columnDef.header)}
                    {order ? (order === 'asc' ? ' ↑' : ' ↓') : ''}
                  </button>
                </th>
              );
            })}
          </tr>
        </thead>
        <tbody>
          {table.getRowModel().rows.map(({ original: row }) => (
            <tr
              key={row.id}
              data-selected={row.id === selected || undefined}
              onClick={() => onSelect(row.id)}
            >
              {columnsOf[kind].map((c) => {
                const value = row[c.id];
                if (c.id === 'name')
                  return (
                    <th key={c.id} scope="row">
                      <button
                        type="button"
                        aria-pressed={row.id === selected}
                        onClick={() => onSelect(row.id)}
                        onDoubleClick={() => onOpen(row.id)}
                      >
                        {row.name}
                      </button>
                      {row.retired && <small> retired</small>}
                    </th>
                  );
                return (
                  <td key={c.id} className={c.quantity ? styles.number : undefined}>
                    {c.quantity ? figure(value as number | null, c.quantity) : String(value)}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

type SelectedProps = {
  line: PartLine;
  names: PartNames;
  onOpen: () => void;
  onDuplicate: () => void;
  onRetire: () => void;
  onBin: () => void;
};

function Selected({ line, names, onOpen, onDuplicate, onRetire, onBin }: SelectedProps) {
  const { figure } = useWords();
  const { document } = line;
  return (
    <>
      <h2 className={frame.headline}>{document.name}</h2>
      {document.kind === 'turbine' && <TurbinePicture turbine={document} height={220} />}
      <div className={styles.acts}>
        <Button variant="contained" size="small" onClick={onOpen}>
          Open and edit
        </Button>
        <Button variant="outlined" size="small" onClick={onDuplicate}>
          Duplicate
        </Button>
        <Button size="small" onClick={onRetire}>
          {line.retired ? 'Take it back' : 'Retire'}
        </Button>
        <Button size="small" onClick={onBin}>
          Delete, to the bin
        </Button>
      </div>
      {document.kind === 'turbine' ? (
        <>
          <Reading
            label="Inducer / exducer"
            value={`${figure(document.inducer.value, 'bore')} / ${figure(document.exducer.value, 'bore')}`}
          />
          <Reading
            label="Best efficiency"
            hint={document.includesBearing ? 'bearings in it' : 'without bearings'}
            value={figure(document.efficiency.value, 'share')}
          />
          <Reading
            label="Limits"
            value={`${figure(document.maxSpeedRpm.value, 'shaftSpeed')}, ${figure(document.maxTemperature.value, 'temperature')}`}
          />
        </>
      ) : (
        <>
          <Reading label="Compressor" value={names[keyOf(document.compressor)] ?? 'gone'} />
          <Reading label="Turbine" value={names[keyOf(document.turbine)] ?? 'gone'} />
          <Reading label="Flange" value={document.flange || '–'} />
          <Reading label="Inertia" value={figure(document.inertia.value, 'inertia')} />
          <Reading label="Speed limit" value={figure(document.maxSpeedRpm.value, 'shaftSpeed')} />
        </>
      )}
      <Reading label="Price" hint="shop’s currency" value={figure(document.price?.value ?? null, 'money')} />
      <Reading label="On the shelf" value={figure(document.stock ?? null, 'count')} />
      <Reading label="Revision" value={`${line.revision}, on ${line.jobCount} jobs`} />
      {document.note && <p className={styles.note}>{document.note}</p>}
      <p className={styles.links}>
        {document.kind === 'turbine' && (
          <a href={partExportAddress(line.id, 'csv')} download>
            Export as CSV
          </a>
        )}
        <a href={partExportAddress(line.id, 'json')} download>
          {document.kind === 'turbine' ? 'as JSON' : 'Export as JSON'}
        </a>
      </p>
    </>
  );
}
