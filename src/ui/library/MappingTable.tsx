'use client';
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
        <label>
          decimal sign
          <select
            value={mapping.decimal}
            onChange={(e) => onMapping({ ...mapping, decimal: e.currentTarget.value as '.' | ',' })}
          >
            <option value=".">point</option>
            <option value=",">comma</option>
          </select>
        </label>
      </div>
      <div className={styles.mappingScroll}>
        <table>
          <thead>
            <tr>
              <th scope="col">line</th>
              {table.columns.map((name, i) => (
                <th key={i} scope="col">
                  {name}
                </th>
              ))}
            </tr>
            <tr>
              <td />
              {mapping.columns.map((column, i) => (
                <td key={i}>
                  <select
                    aria-label={`Column ${table.columns[i]} is`}
                    value={column.role}
                    onChange={(e) => {
                      const role = e.currentTarget.value as Role;
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
                  </select>
                  {roles.units[column.role].filter(Boolean).length > 0 && (
                    <select
                      aria-label={`Unit of ${table.columns[i]}`}
                      aria-invalid={column.unit === null}
                      value={column.unit ?? ''}
                      onChange={(e) => change(i, { ...column, unit: e.currentTarget.value || null })}
                    >
                      {column.unit === null && <option value="">which unit?</option>}
                      {roles.units[column.role].map((unit) => (
                        <option key={unit} value={unit}>
                          {unit}
                        </option>
                      ))}
                    </select>
                  )}
                </td>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr key={row.line} className={badLines.has(row.line) ? styles.badRow : undefined}>
                <th scope="row">{row.line}</th>
                {table.columns.map((_, i) => (
                  <td key={i} className={mapping.columns[i]!.role === 'ignore' ? styles.left : undefined}>
                    {(row.cells[i] ?? '').slice(0, 30)}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <p className={styles.note}>{table.rows.length} rows in all.</p>
    </section>
  );
}
