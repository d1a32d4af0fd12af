'use client';
import Button from '@mui/material/Button';
import Checkbox from '@mui/material/Checkbox';
import FormControlLabel from '@mui/material/FormControlLabel';
import Popover from '@mui/material/Popover';
import Table from '@mui/material/Table';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TableSortLabel from '@mui/material/TableSortLabel';
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
import { memo, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import type { Quantity } from '@/core/units/quantities';
import { PHONE, useMedia } from '../device/useMedia';
import { useWords } from '../words/useWords';
import styles from './table.module.css';

export type TableColumn<Row> = {
  id: string;
  name: string;
  /** Least width, px. */
  width: number;
  /** Not shown until somebody asks for it. */
  hidden?: true;
  /** Stands under the name as its unit; the column is sorted as numbers. */
  quantity?: Quantity;
  /** What it is sorted by. Null: not known, at the end whichever way. */
  value: (row: Row) => number | string | null;
  text: (row: Row) => string;
};

/** Height of a row, px: a thumb's on a phone. */
const ROW = 34;
const ROW_ON_PHONE = 49;

type RowProps<Row> = {
  row: Row;
  id: string;
  index: number;
  height: number;
  columns: readonly TableColumn<Row>[];
  isSelected: boolean;
  href: string;
  badge: string | null;
  onSelect: (id: string) => void;
  onOpen: (id: string) => void;
};

/** Plain cells: hundreds are drawn anew while somebody types into a filter, and each of the library's costs four times as much. */
function PlainRow<Row>(props: RowProps<Row>) {
  const { row, id, index, height, columns, isSelected, href, badge, onSelect, onOpen } = props;
  return (
    <tr
      aria-rowindex={index + 2}
      data-selected={isSelected || undefined}
      onClick={() => onSelect(id)}
      onDoubleClick={() => onOpen(id)}
      style={{ height }}
    >
      {columns.map((column, i) =>
        i === 0 ? (
          <th key={column.id} scope="row">
            <a href={href}>{column.text(row)}</a>
            {badge && <small> {badge}</small>}
          </th>
        ) : (
          <td key={column.id} className={column.quantity ? styles.number : undefined}>
            {column.text(row)}
          </td>
        ),
      )}
    </tr>
  );
}
/** Kept as it is while the table scrolls: only rows that come into view are drawn anew. */
const OneRow = memo(PlainRow) as typeof PlainRow;

type Props<Row> = {
  /** What the rows are, with a capital letter: the name of the region that scrolls. */
  label: string;
  rows: Row[];
  columns: readonly TableColumn<Row>[];
  idOf: (row: Row) => string;
  hrefOf: (row: Row) => string;
  badgeOf: (row: Row) => string | null;
  selected: string | null;
  onSelect: (id: string) => void;
  onOpen: (id: string) => void;
  passes: (row: Row) => boolean;
  /** How many there are, in words. In: shown, all. */
  count: (shown: number, all: number) => string;
  /** Stands where there is no row. */
  nothing: ReactNode;
};

function PlainTable<Row>(props: Props<Row>) {
  const { label, rows: data, columns, idOf, hrefOf, badgeOf, selected, onSelect, onOpen, passes } = props;
  const { displayUnit } = useWords();
  const [sorting, setSorting] = useState<SortingState>([]);
  const [visible, setVisible] = useState<VisibilityState>(
    Object.fromEntries(columns.map((c) => [c.id, !c.hidden])),
  );
  const [chooser, setChooser] = useState<HTMLElement | null>(null);
  const definitions = useMemo(() => {
    const helper = createColumnHelper<Row>();
    return columns.map((column) =>
      helper.accessor((row: Row) => column.value(row) ?? undefined, {
        id: column.id,
        header: column.name,
        sortingFn: column.quantity ? 'basic' : 'alphanumeric',
        sortUndefined: 'last',
      }),
    );
  }, [columns]);
  // eslint-disable-next-line react-hooks/incompatible-library -- the table keeps its own state; nothing here is memoised
  const table = useReactTable({
    data,
    columns: definitions,
    state: { sorting, columnVisibility: visible, globalFilter: passes },
    onSortingChange: setSorting,
    onColumnVisibilityChange: setVisible,
    getRowId: idOf,
    globalFilterFn: (row, _column, by: (row: Row) => boolean) => by(row.original),
    // Each row is asked once, by its first column: the filter looks at the whole row.
    getColumnCanGlobalFilter: (column) => column.id === columns[0]!.id,
    getCoreRowModel: getCoreRowModel(),
    getSortedRowModel: getSortedRowModel(),
    getFilteredRowModel: getFilteredRowModel(),
  });
  const { rows } = table.getRowModel();
  const scroller = useRef<HTMLDivElement>(null);
  const height = useMedia(PHONE) ? ROW_ON_PHONE : ROW;
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => height,
    overscan: 8,
    initialRect: { width: 900, height: 700 },
  });
  useEffect(() => virtual.measure(), [virtual, height]);
  const inView = virtual.getVirtualItems();
  const above = inView[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (inView.at(-1)?.end ?? 0);
  const shown = useMemo(() => columns.filter((c) => visible[c.id]), [columns, visible]);
  const step = (by: number) => {
    const index = rows.findIndex((row) => row.id === selected);
    const next = Math.min(rows.length - 1, Math.max(0, index + by));
    if (!rows[next]) return;
    onSelect(rows[next].id);
    virtual.scrollToIndex(next);
  };
  const gap = (size: number) =>
    size > 0 && (
      <tr aria-hidden="true">
        <td colSpan={shown.length} style={{ height: size, padding: 0, border: 0 }} />
      </tr>
    );
  return (
    <>
      <div className={styles.bar}>
        <span role="status">{props.count(rows.length, data.length)}</span>
        <Button size="small" aria-haspopup="dialog" onClick={(e) => setChooser(e.currentTarget)}>
          Columns
        </Button>
        <Popover
          open={chooser !== null}
          anchorEl={chooser}
          onClose={() => setChooser(null)}
          anchorOrigin={{ vertical: 'bottom', horizontal: 'right' }}
          transformOrigin={{ vertical: 'top', horizontal: 'right' }}
          slotProps={{ paper: { role: 'dialog', 'aria-label': 'Columns shown', className: styles.chooser! } }}
        >
          {table.getAllLeafColumns().map((column, i) => (
            <FormControlLabel
              key={column.id}
              label={String(column.columnDef.header)}
              control={
                <Checkbox
                  size="small"
                  checked={column.getIsVisible()}
                  disabled={i === 0}
                  onChange={column.getToggleVisibilityHandler()}
                />
              }
            />
          ))}
        </Popover>
      </div>
      <div
        ref={scroller}
        className={styles.scroller}
        tabIndex={0}
        role="region"
        aria-label={`${label}, scrolls`}
        onKeyDown={(e) => {
          if (e.key === 'ArrowDown' || e.key === 'ArrowUp') {
            e.preventDefault();
            step(e.key === 'ArrowDown' ? 1 : -1);
          }
          if (e.key === 'Enter' && selected && e.target === e.currentTarget) onOpen(selected);
        }}
      >
        <Table
          stickyHeader
          size="small"
          className={styles.table!}
          aria-rowcount={rows.length + 1}
          style={{ minWidth: shown.reduce((sum, c) => sum + c.width, 0) }}
        >
          <colgroup>
            {shown.map((c) => (
              <col key={c.id} style={{ width: c.width }} />
            ))}
          </colgroup>
          <TableHead>
            <TableRow aria-rowindex={1}>
              {table.getFlatHeaders().map((header) => {
                const sorted = header.column.getIsSorted();
                const column = columns.find((c) => c.id === header.id)!;
                const unit = column.quantity ? displayUnit(column.quantity).symbol : '';
                return (
                  <TableCell
                    key={header.id}
                    align={column.quantity ? 'right' : 'left'}
                    aria-sort={sorted === 'asc' ? 'ascending' : sorted === 'desc' ? 'descending' : 'none'}
                  >
                    <TableSortLabel
                      active={sorted !== false}
                      hideSortIcon={sorted === false}
                      direction={sorted === false ? 'desc' : sorted}
                      onClick={header.column.getToggleSortingHandler()}
                    >
                      <span>
                        {column.name}
                        {unit && <small>{unit}</small>}
                      </span>
                    </TableSortLabel>
                  </TableCell>
                );
              })}
            </TableRow>
          </TableHead>
          <tbody>
            {gap(above)}
            {inView.map((item) => {
              const row = rows[item.index]!;
              return (
                <OneRow
                  key={row.id}
                  row={row.original}
                  id={row.id}
                  index={item.index}
                  height={height}
                  columns={shown}
                  isSelected={row.id === selected}
                  href={hrefOf(row.original)}
                  badge={badgeOf(row.original)}
                  onSelect={onSelect}
                  onOpen={onOpen}
                />
              );
            })}
            {gap(below)}
          </tbody>
        </Table>
        {rows.length === 0 && <p className={styles.nothing}>{props.nothing}</p>}
      </div>
    </>
  );
}

/**
 * Rows sorted by any column, columns shown or hidden, only what is in view drawn; walked and opened by keyboard. Drawn anew
 * only when its props change: hand it functions that stay the same.
 */
export const DataTable = memo(PlainTable) as typeof PlainTable;
