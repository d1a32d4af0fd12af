import { writeCompressorFile } from '../compressor-json';
import { writeMapCsv } from '../map-csv';
import { writePartFile } from '../part-json';
import { writeBlowerCsv } from '../blower-csv';
import { writeListCsv } from '../list-csv';
import { writeTurbineCsv } from '../turbine-csv';
import type { ItemDocument } from './documents';
import { kindOf } from './index';

/** A file of an item: its text, and what its name ends in. */
export type ItemFile = { text: string; ending: string; type: 'text/csv' | 'application/json' };

/** An item as a file: CSV where its kind has a table, JSON whatever is asked where it has none. */
export function writeItemFile(document: ItemDocument, format: 'csv' | 'json'): ItemFile {
  if (format === 'csv' && document.kind === 'compressor')
    return { text: writeMapCsv(document), ending: 'map.csv', type: 'text/csv' };
  if (format === 'csv' && document.kind === 'turbine')
    return { text: writeTurbineCsv(document), ending: 'turbine.csv', type: 'text/csv' };
  if (format === 'csv' && document.kind === 'blower')
    return { text: writeBlowerCsv(document), ending: 'blower.csv', type: 'text/csv' };
  if (format === 'csv' && kindOf(document.kind).table === 'list')
    return { text: writeListCsv([document]), ending: `${document.kind}.csv`, type: 'text/csv' };
  const text = document.kind === 'compressor' ? writeCompressorFile(document) : writePartFile(document);
  return { text, ending: `${document.kind}.json`, type: 'application/json' };
}
