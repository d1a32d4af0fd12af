'use client';
import {
  createColumnHelper,
  getCoreRowModel,
  getFilteredRowModel,
  getSortedRowModel,
  useReactTable,
  type SortingState,
  type VisibilityState,
} from '@tanstack/react-table';
import { useVirtualizer } from '@tanstack/react-virtual';
import { memo, useDeferredValue, useEffect, useRef, useState } from 'react';
import type { LibraryHead } from '@/formats/library-items';
import type { Quantity } from '@/core/units/quantities';
import { PHONE, useMedia } from '../device/useMedia';
import { useWords } from '../words/useWords';
import { formatNumber } from '../words/format';
import type { Words } from '../words/words';
import { passesList, type ListFilter } from './list-filter';
import styles from './library.module.css';

type Column = {
  id: keyof LibraryHead;
  name: string;
  /** Least width, px. */
  width: number;
  quantity?: Quantity;
  /** Shown until somebody hides it. */
  first: boolean;
  show?: (head: LibraryHead, words: Words) => string;
};

const columns: Column[] = [
  { id: 'name', width: 150, name: 'Name', first: true },
  { id: 'inducer', width: 66, name: 'Inducer', quantity: 'bore', first: true },
  { id: 'exducer', width: 68, name: 'Exducer', quantity: 'bore', first: true },
  { id: 'trim', width: 52, name: 'Trim', quantity: 'count', first: true },
  { id: 'mostFlow', width: 78, name: 'Most flow', quantity: 'massFlow', first: true },
  { id: 'highestRatio', width: 68, name: 'Ratio to', quantity: 'ratio', first: true },
  { id: 'bestEfficiency', width: 52, name: 'Best', quantity: 'share', first: true },
  { id: 'maxSpeedRpm', width: 86, name: 'Limit', quantity: 'shaftSpeed', first: true },
  { id: 'tipSpeed', width: 82, name: 'Tip speed', quantity: 'velocity', first: false },
  { id: 'leastFlow', width: 80, name: 'Least flow', quantity: 'massFlow', first: false },
  {
    id: 'reference',
    width: 146,
    name: 'Stated at',
    first: false,
    show: ({ reference }, { figure }) =>
      `${figure(reference.pressure, 'airPressure')} abs, ${figure(reference.temperature, 'temperature')}`,
  },
  { id: 'pointCount', width: 64, name: 'Points', quantity: 'count', first: false },
  { id: 'price', width: 64, name: 'Price', quantity: 'money', first: true },
  { id: 'stock', width: 54, name: 'Shelf', quantity: 'count', first: true },
  { id: 'jobCount', width: 50, name: 'Jobs', quantity: 'count', first: true },
  { id: 'note', width: 320, name: 'Note', first: false },
];

const helper = createColumnHelper<LibraryHead>();

function textOf(words: Words, head: LibraryHead, column: Column): string {
  if (column.show) return column.show(head, words);
  const value = head[column.id];
  if (value === null) return '–';
  return column.quantity && typeof value === 'number'
    ? words.figureNumber(value, column.quantity)
    : String(value);
}

const definitions = columns.map((column) =>
  helper.accessor((head) => (column.id === 'reference' ? head.reference.pressure : head[column.id]), {
    id: column.id,
    header: column.name,
    sortingFn: column.quantity || column.id === 'reference' ? 'basic' : 'alphanumeric',
    // Unknown prices and stocks stay at the end whichever way it is sorted.
    sortUndefined: 'last',
  }),
);

/** Height of a line, px: a thumb's on a phone. */
const ROW = 34;
const ROW_ON_PHONE = 49;

type RowProps = {
  rowHeight: number;
  head: LibraryHead;
  index: number;
  visible: VisibilityState;
  isSelected: boolean;
  onSelect: (id: string) => void;
  onOpen: (id: string) => void;
};

/** One line. Kept as it is while it scrolls: only lines that come into view are drawn anew. */
const Row = memo(function Row({ rowHeight, head, index, visible, isSelected, onSelect, onOpen }: RowProps) {
  const words = useWords();
  return (
    <tr
      aria-rowindex={index + 2}
      data-selected={isSelected || undefined}
      onClick={() => onSelect(head.id)}
      onDoubleClick={() => onOpen(head.id)}
      style={{ height: rowHeight }}
    >
      {columns.map((column) => {
        if (!visible[column.id]) return null;
        return column.id === 'name' ? (
          <th key={column.id} scope="row">
            <a href={`/library/compressors/${head.id}`}>{head.name}</a>
            {head.retired && <small> retired</small>}
          </th>
        ) : (
          <td key={column.id} className={column.quantity ? styles.number : undefined}>
            {textOf(words, head, column)}
          </td>
        );
      })}
    </tr>
  );
});

type Props = {
  items: LibraryHead[];
  filter: ListFilter;
  selected: string | null;
  onSelect: (id: string) => void;
  onOpen: (id: string) => void;
};

/** The library as a table: sorted by any column, columns shown or hidden, only the rows in view drawn. */
export function CompressorTable({ items, filter, selected, onSelect, onOpen }: Props) {
  const { displayUnit } = useWords();
  const [sorting, setSorting] = useState<SortingState>([]);
  const [visible, setVisible] = useState<VisibilityState>(
    Object.fromEntries(columns.map((c) => [c.id, c.first])),
  );
  const deferred = useDeferredValue(filter);
  // eslint-disable-next-line react-hooks/incompatible-library -- the table keeps its own state; nothing here is memoised
  const table = useReactTable({
    data: items,
    columns: definitions,
    state: { sorting, columnVisibility: visible, globalFilter: deferred },
    onSortingChange: setSorting,
    onColumnVisibilityChange: setVisible,
    getRowId: (head) => head.id,
    globalFilterFn: (row, _column, by: ListFilter) => passesList(row.original, by),
    // Each row is asked once, by its first column: the filter looks at the whole row.
    getColumnCanGlobalFilter: (column) => column.id === 'name',
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const { rows } = table.getRowModel();
  const scroller = useRef<HTMLDivElement>(null);
  const rowHeight = useMedia(PHONE) ? ROW_ON_PHONE : ROW;
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowHeight,
    overscan: 8,
    initialRect: { width: 900, height: 700 },
  });
  useEffect(() => virtual.measure(), [virtual, rowHeight]);
  const shown = virtual.getVirtualItems();
  const above = shown[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (shown.at(-1)?.end ?? 0);
  const shownColumns = columns.filter((c) => visible[c.id]);
  const width = shownColumns.length;
  const step = (by: number) => {
    const index = rows.findIndex((row) => row.id === selected);
    const next = rows[Math.min(rows.length - 1, Math.max(0, index + by))];
    if (!next) return;
    onSelect(next.id);
    virtual.scrollToIndex(rows.indexOf(next));
  };
  return (
    <>
      <div className={styles.tableBar}>
        <span role="status">
          {rows.length === items.length
            ? `${formatNumber(items.length, 0)} compressors`
            : `${formatNumber(rows.length, 0)} of ${formatNumber(items.length, 0)}`}
        </span>
        <details className={styles.columns}>
          <summary>Columns</summary>
          <div>
            {table.getAllLeafColumns().map((column) => (
              <label key={column.id}>
                <input
                  type="checkbox"
                  checked={column.getIsVisible()}
                  disabled={column.id === 'name'}
                  onChange={column.getToggleVisibilityHandler()}
                />
                {String(column.columnDef.header)}
              </label>
            ))}
          </div>
        </details>
      </div>
      <div
        ref={scroller}
        className={styles.scroller}
        tabIndex={0}
        role="region"
        aria-label="Compressors, scrolls"
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault();
            step(e.key === 'ArrowDown' ? 1 : -1);
          }
          if (e.key === 'Enter' && selected && e.target === e.currentTarget) onOpen(selected);
        }}
      >
        <table
          className={styles.table}
          aria-rowcount={rows.length + 1}
          style={{ minWidth: shownColumns.reduce((sum, c) => sum + c.width, 0) }}
        >
          <colgroup>
            {shownColumns.map((c) => (
              <col key={c.id} style={{ width: c.width }} />
            ))}
          </colgroup>
          <thead>
            <tr aria-rowindex={1}>
              {table.getFlatHeaders().map((header) => {
                const sorted = header.column.getIsSorted();
                const column = columns.find((c) => c.id === header.id)!;
                const unit = column.quantity ? displayUnit(column.quantity).symbol : '';
                return (
                  <th
                    key={header.id}
                    scope="col"
                    className={column.quantity ? styles.number : undefined}
                    aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                  >
                    <button type="button" onClick={header.column.getToggleSortingHandler()}>
                      {column.name}
                      <span aria-hidden="true">
                        {sorted === 'asc' ? ' ↑' : sorted === 'desc' ? ' ↓' : ''}
                      </span>
                      <small>{unit}</small>
                    </button>
                  </th>
                );
              })}
            </tr>
          </thead>
          <tbody>
            {above > 0 && (
              <tr aria-hidden="true">
                <td colSpan={width} style={{ height: above, padding: 0, border: 0 }} />
              </tr>
            )}
            {shown.map((item) => (
              <Row
                key={rows[item.index]!.id}
                rowHeight={rowHeight}
                head={rows[item.index]!.original}
                index={item.index}
                visible={visible}
                isSelected={rows[item.index]!.id === selected}
                onSelect={onSelect}
                onOpen={onOpen}
              />
            ))}
            {below > 0 && (
              <tr aria-hidden="true">
                <td colSpan={width} style={{ height: below, padding: 0, border: 0 }} />
              </tr>
            )}
          </tbody>
        </table>
        {rows.length === 0 && (
          <p className={styles.nothing}>
            {items.length === 0
              ? 'No compressors yet: import a map, or add one by hand.'
              : 'Nothing passes the filter. Ask for less.'}
          </p>
        )}
      </div>
    </>
  );
}
