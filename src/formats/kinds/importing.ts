import { reason } from '@/core/working/range';
import { isCompressorFile, readCompressorFile } from '../compressor-json';
import { makeMap } from '../map-import';
import { makeList, openListText } from '../list-table';
import { openMapText } from '../map-open';
import type { FileFinding, MapTable } from '../map-table';
import { isPartFile, readPartFile } from '../part-json';
import { makeBlower, openBlowerText } from '../blower-import';
import { makeTurbine, openTurbineText } from '../turbine-import';
import type { ItemDocument } from './documents';
import { kindOf, type KindName } from './index';

/** A document made of a file, or why there is none, with lines of the file. */
export type Made =
  /** `documents`: all of them, of a list. */
  | { ok: true; document: ItemDocument; documents?: ItemDocument[]; doubts: FileFinding[] }
  | { ok: false; problems: FileFinding[] };

/** What columns of a table are taken for. */
export type AnyMapping = { columns: { role: string; unit: string | null }[]; decimal: '.' | ',' };

/** What a file turned out to be: an item whole, or a table to be mapped with a first guess at how. */
export type Opened =
  | { kind: 'document'; made: Made }
  | { kind: 'table'; table: MapTable; mapping: AnyMapping; facts: object }
  | { kind: 'unreadable'; problems: FileFinding[] };

type Importer = {
  open: (text: string, fileName: string) => Opened;
  make: (table: MapTable, mapping: never, facts: never) => Made;
};

/** Kinds of which a foreign table of points can be read; lists are read by the fields of their kind. */
const importers: Partial<Record<KindName, Importer>> = {
  compressor: { open: openMapText, make: makeMap },
  turbine: { open: openTurbineText, make: makeTurbine },
  blower: { open: openBlowerText, make: makeBlower },
};

const importerOf = (kind: KindName): Importer | undefined =>
  importers[kind] ??
  (kindOf(kind).table === 'list'
    ? {
        open: (text) => openListText(kind, text),
        make: (table, mapping, facts) => makeList(kind, table, mapping, facts),
      }
    : undefined);

const oneOf = (kind: KindName): string => kindOf(kind).words.one;

function readOwnFile(text: string): Made | null {
  if (isCompressorFile(text)) return readCompressorFile(text);
  if (!isPartFile(text)) return null;
  const read = readPartFile(text);
  return read.ok ? { ok: true, document: read.part, doubts: [] } : read;
}

/** Opens the text of a file on its way to a shelf: one that a shop exported, or a table. Never throws. */
export function openItemFile(kind: KindName, text: string, fileName: string): Opened {
  const own = readOwnFile(text);
  if (own?.ok && own.document.kind !== kind)
    return {
      kind: 'unreadable',
      problems: [
        { reason: reason('file-of-other-kind', {}, { kind: oneOf(own.document.kind), wanted: oneOf(kind) }) },
      ],
    };
  if (own) return { kind: 'document', made: own };
  const importer = importerOf(kind);
  return importer
    ? importer.open(text, fileName)
    : { kind: 'unreadable', problems: [{ reason: reason('file-not-an-item', {}, { wanted: oneOf(kind) }) }] };
}

/** An item made of a table, or why it was not made. Never throws. */
export const makeItem = (kind: KindName, table: MapTable, mapping: AnyMapping, facts: object): Made =>
  importerOf(kind)!.make(table, mapping as never, facts as never);
