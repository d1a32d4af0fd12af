import type { AnyKind } from '@/formats/kinds';
import { itemExportAddress } from '../server/client';
import styles from './library.module.css';

/** The files and the sheet of an item, as its kind has them. */
export function ItemLinks({ kind, id }: { kind: AnyKind; id: string }) {
  return (
    <p className={styles.links}>
      {kind.table && (
        <a href={itemExportAddress(kind.path, id, 'csv')} download>
          Export as CSV
        </a>
      )}
      <a href={itemExportAddress(kind.path, id, 'json')} download>
        {kind.table ? 'as JSON' : 'Export as JSON'}
      </a>
      {kind.hasSheet && <a href={`/library/${kind.path}/${id}/sheet`}>Map sheet to print</a>}
    </p>
  );
}
