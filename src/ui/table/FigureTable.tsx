import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { memo, useId, useLayoutEffect, useRef, useState, type ReactNode } from 'react';
import styles from './table.module.css';

export type FigureColumn<Row> = {
  /** Its head, with its unit where all its figures have one. */
  name: ReactNode;
  cell: (row: Row) => ReactNode;
  /** Words: from the left, and over several lines where they must. */
  text?: true;
};

type Props<Row> = {
  /** What it is a table of, for a reader; shown above it unless it is `unseen`. */
  caption: ReactNode;
  unseen?: true;
  /** The first names the row. */
  columns: readonly FigureColumn<Row>[];
  /** A list of names and figures needs no heads. */
  headless?: true;
  rows: readonly Row[];
  keyOf: (row: Row, index: number) => string | number;
  isCurrent?: (row: Row, index: number) => boolean;
  className?: (row: Row) => string | undefined;
  /** Widest, px. */
  width?: number;
};

type LineProps<Row> = Pick<Props<Row>, 'columns'> & {
  row: Row;
  isCurrent: boolean | undefined;
  className: string | undefined;
};

function PlainLine<Row>({ columns: [first, ...more], row, isCurrent, className }: LineProps<Row>) {
  return (
    <TableRow aria-current={isCurrent || undefined} className={className!}>
      <TableCell component="th" scope="row">
        {first!.cell(row)}
      </TableCell>
      {more.map((column, i) => (
        <TableCell key={i} className={column.text ? styles.words! : styles.figure!}>
          {column.cell(row)}
        </TableCell>
      ))}
    </TableRow>
  );
}
/** Drawn anew when its row or the columns change: hand a table that follows the Rev bar columns that stay the same. */
const Line = memo(PlainLine) as typeof PlainLine;

/** Whether an element is wider inside than out: then it has the focus of the keyboard, to be scrolled by arrows. */
function useScrolls() {
  const ref = useRef<HTMLDivElement>(null);
  const [scrolls, setScrolls] = useState(false);
  useLayoutEffect(() => {
    const element = ref.current!;
    const look = () => setScrolls(element.scrollWidth > element.clientWidth + 1);
    const watch = new ResizeObserver(look);
    watch.observe(element);
    return () => watch.disconnect();
  }, []);
  return { ref, scrolls };
}

/** Figures in rows and columns: the one table of every bench. What is too wide scrolls sideways. */
export function FigureTable<Row>(props: Props<Row>) {
  const { caption, unseen, columns, headless, rows, keyOf, isCurrent, className, width } = props;
  const id = useId();
  const { ref, scrolls } = useScrolls();
  return (
    <div
      ref={ref}
      className={styles.wide}
      style={{ maxWidth: width }}
      {...(scrolls ? { tabIndex: 0, role: 'region', 'aria-labelledby': id } : {})}
    >
      <Table className={styles.figures!}>
        <caption id={id} className={unseen ? 'unseen' : undefined}>
          {caption}
        </caption>
        {!headless && (
          <TableHead>
            <TableRow>
              {columns.map((column, i) => (
                <TableCell key={i} className={i === 0 || column.text ? styles.words! : styles.figure!}>
                  {column.name}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
        )}
        <TableBody>
          {rows.map((row, i) => (
            <Line
              key={keyOf(row, i)}
              row={row}
              columns={columns}
              isCurrent={isCurrent?.(row, i)}
              className={className?.(row)}
            />
          ))}
        </TableBody>
      </Table>
    </div>
  );
}
