import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import { channels } from '@/core/dyno/channels';
import { logColumns, logUnits, type LogColumn, type LogMapping } from '@/formats/run-log';
import { Choice } from '../fields/Choice';

const columnName = (column: LogColumn): string =>
  column === 'skip' ? 'not used' : column === 'afr' ? 'air-fuel ratio' : channels[column].name;
const columnOptions = logColumns.map((value) => ({ value, label: columnName(value) }));

type Props = { names: string[]; mapping: LogMapping; onMap: (mapping: LogMapping) => void };

/** What each column of a log holds, and in which unit. */
export function Columns({ names, mapping, onMap }: Props) {
  const change = (i: number, part: Partial<LogMapping[number]>) =>
    onMap(mapping.map((one, k) => (k === i ? { ...one, ...part } : one)));
  return (
    <Table size="small" aria-label="Columns of the run">
      <TableHead>
        <TableRow>
          <TableCell>column</TableCell>
          <TableCell>holds</TableCell>
          <TableCell>in</TableCell>
        </TableRow>
      </TableHead>
      <TableBody>
        {mapping.map(({ column, unit }, i) => (
          <TableRow key={i}>
            <TableCell>{names[i]}</TableCell>
            <TableCell>
              <Choice
                label={`Column ${i + 1} holds`}
                value={column}
                options={columnOptions}
                onChoose={(next) => change(i, { column: next, unit: logUnits(next)[0]?.symbol ?? '' })}
              />
            </TableCell>
            <TableCell>
              {logUnits(column).length > 1 && (
                <Choice
                  label={`Unit of column ${i + 1}`}
                  value={unit}
                  options={logUnits(column).map(({ symbol }) => ({ value: symbol, label: symbol }))}
                  onChoose={(next) => change(i, { unit: next })}
                />
              )}
            </TableCell>
          </TableRow>
        ))}
      </TableBody>
    </Table>
  );
}
