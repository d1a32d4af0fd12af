'use client';
import NativeSelect from '@mui/material/NativeSelect';
import Table from '@mui/material/Table';
import TableBody from '@mui/material/TableBody';
import TableCell from '@mui/material/TableCell';
import TableHead from '@mui/material/TableHead';
import TableRow from '@mui/material/TableRow';
import TextField from '@mui/material/TextField';
import type { FileFinding, MapTable } from '@/formats/map-table';
import styles from './library.module.css';

const SHOWN = 6;

type Column<Role extends string> = { role: Role; unit: string | null };
type Mapping<Role extends string> = { columns: Column<Role>[]; decimal: '.' | ',' };

/** What columns of a kind of table may hold: each role's words and units; a flow's unit is asked for. */
export type Roles<Role extends string> = {
  words: Record<Role, string>;
  units: Record<Role, string[]>;
};

type Props<Role extends string, M extends Mapping<Role>> = {
  table: MapTable;
  mapping: M;
  roles: Roles<Role>;
  onMapping: (mapping: M) => void;
  bad: FileFinding[];
};

/** The file's columns with what each is taken for, over its first rows and the rows that are wrong. */
export function MappingTable<Role extends string, M extends Mapping<Role>>({
  table,
  mapping,
  roles,
  onMapping,
  bad,
}: Props<Role, M>) {
  const badLines = new Set(bad.flatMap((b) => b.line ?? []));
  const rows = table.rows.filter((row, i) => i < SHOWN || badLines.has(row.line)).slice(0, SHOWN + 12);
  const change = (i: number, column: Column<Role>) => {
    // A role stands once: giving it to a column takes it from the other.
    const columns = mapping.columns.map((old, k) =>
      k === i
        ? column
        : old.role === column.role && column.role !== 'ignore'
          ? { role: 'ignore' as Role, unit: null }
          : old,
    );
    onMapping({ ...mapping, columns });
  };
  return (
    <section className={styles.mapping} aria-label="Columns of the file">
      <div className={styles.mappingHead}>
        <h2>What each column is</h2>
        <TextField
          select
          label="decimal sign"
          size="small"
          value={mapping.decimal}
          slotProps={{ select: { native: true } }}
          onChange={(e) => onMapping({ ...mapping, decimal: e.target.value as '.' | ',' })}
        >
          <option value=".">point</option>
          <option value=",">comma</option>
        </TextField>
      </div>
      <div className={styles.mappingScroll}>
        <Table size="small">
          <TableHead>
            <TableRow>
              <TableCell scope="col">line</TableCell>
              {table.columns.map((name, i) => (
                <TableCell key={i} scope="col">
                  {name}
                </TableCell>
              ))}
            </TableRow>
            <TableRow>
              <TableCell />
              {mapping.columns.map((column, i) => (
                <TableCell key={i}>
                  <NativeSelect
                    fullWidth
                    sx={{ display: 'flex' }}
                    inputProps={{ 'aria-label': `Column ${table.columns[i]} is` }}
                    value={column.role}
                    onChange={(e) => {
                      const role = e.target.value as Role;
                      const units = roles.units[role];
                      // A flow's unit is asked for; the others have a usual one.
                      change(i, { role, unit: role === 'flow' ? null : (units[0] ?? null) });
                    }}
                  >
                    {(Object.keys(roles.words) as Role[]).map((role) => (
                      <option key={role} value={role}>
                        {roles.words[role]}
                      </option>
                    ))}
                  </NativeSelect>
                  {roles.units[column.role].filter(Boolean).length > 0 && (
                    <NativeSelect
                      fullWidth
                      sx={{ display: 'flex' }}
                      error={column.unit === null}
                      inputProps={{ 'aria-label': `Unit of ${table.columns[i]}` }}
                      value={column.unit ?? ''}
                      onChange={(e) => change(i, { ...column, unit: e.target.value || null })}
                    >
                      {column.unit === null && <option value="">which unit?</option>}
                      {roles.units[column.role].map((unit) => (
                        <option key={unit} value={unit}>
                          {unit}
                        </option>
                      ))}
                    </NativeSelect>
                  )}
                </TableCell>
              ))}
            </TableRow>
          </TableHead>
          <TableBody>
            {rows.map((row) => (
              <TableRow key={row.line} className={badLines.has(row.line) ? styles.badRow : undefined}>
                <TableCell component="th" scope="row">
                  {row.line}
                </TableCell>
                {table.columns.map((_, i) => (
                  <TableCell
                    key={i}
                    className={mapping.columns[i]!.role === 'ignore' ? styles.left : undefined}
                  >
                    {(row.cells[i] ?? '').slice(0, 30)}
                  </TableCell>
                ))}
              </TableRow>
            ))}
          </TableBody>
        </Table>
      </div>
      <p className={styles.note}>{table.rows.length} rows in all.</p>
    </section>
  );
}
