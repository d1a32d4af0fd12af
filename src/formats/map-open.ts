import { isCompressorFile, readCompressorFile } from './compressor-json';
import { guessFacts, guessMapping, type MapFacts, type Mapping } from './map-guess';
import type { MapMade } from './map-import';
import { LARGEST_MAP_FILE, readMapTable, type FileFinding, type MapTable } from './map-table';

/** What a file turned out to be: a compressor whole, or a table to be mapped with a first guess at how. */
export type OpenedMap =
  | { kind: 'document'; made: MapMade }
  | { kind: 'table'; table: MapTable; mapping: Mapping; facts: MapFacts }
  | { kind: 'unreadable'; problems: FileFinding[] };

/** Opens the text of a map file. Never throws. */
export function openMapText(text: string, fileName: string): OpenedMap {
  if (text.length <= LARGEST_MAP_FILE && isCompressorFile(text))
    return { kind: 'document', made: readCompressorFile(text) };
  const read = readMapTable(text);
  if (!read.ok) return { kind: 'unreadable', problems: read.problems };
  const { table } = read;
  return { kind: 'table', table, mapping: guessMapping(table), facts: guessFacts(table, fileName) };
}
