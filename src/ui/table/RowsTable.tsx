import CloseIcon from '@mui/icons-material/Close';
import IconButton from '@mui/material/IconButton';
import { CellInput } from '../fields/CellInput';
import { FigureTable } from './FigureTable';

type Props<Key extends string> = {
  caption: string;
  columns: readonly { key: Key; name: string; /** Said of a cell, after its row. */ label: string }[];
  rows: readonly Record<Key, string>[];
  /** The cell that cannot be read, and the element that says why. */
  wrong: { row: number; key: Key } | null;
  whyId: string;
  /** Rows that must stay. */
  least: number;
  onType: (row: number, key: Key, text: string) => void;
  onLeave: () => void;
  onRemove: (row: number) => void;
};

/** Rows of figures that are typed and taken away. Their owner keeps and judges what is typed. */
export function RowsTable<Key extends string>(props: Props<Key>) {
  const { caption, columns, rows, wrong, whyId, least, onType, onLeave, onRemove } = props;
  return (
    <FigureTable
      caption={caption}
      unseen
      width={420}
      rows={rows.map((row, index) => ({ row, index }))}
      keyOf={({ index }) => index}
      columns={[
        ...columns.map(({ key, name, label }) => ({
          name,
          cell: ({ row, index }: { row: Record<Key, string>; index: number }) => (
            <CellInput
              label={`Row ${index + 1}, ${label}`}
              value={row[key]}
              isWrong={wrong?.row === index && wrong.key === key}
              whyId={whyId}
              onType={(text) => onType(index, key, text)}
              onLeave={onLeave}
            />
          ),
        })),
        {
          name: <span className="unseen">remove</span>,
          cell: ({ index }) => (
            <IconButton
              size="small"
              aria-label={`Remove row ${index + 1}`}
              disabled={rows.length <= least}
              onClick={() => onRemove(index)}
            >
              <CloseIcon fontSize="inherit" />
            </IconButton>
          ),
        },
      ]}
    />
  );
}
