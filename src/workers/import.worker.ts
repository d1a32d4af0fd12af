import { expose } from 'comlink';
import { makeMap, type MapMade } from '@/formats/map-import';
import type { MapFacts, Mapping } from '@/formats/map-guess';
import { openMapText, type OpenedMap } from '@/formats/map-open';
import type { MapTable } from '@/formats/map-table';

/** Reads map files away from the page, so that a large one never freezes it. */
const importWorker = {
  open: (text: string, fileName: string): OpenedMap => openMapText(text, fileName),
  make: (table: MapTable, mapping: Mapping, facts: MapFacts): MapMade => makeMap(table, mapping, facts),
};
export type ImportWorker = typeof importWorker;

expose(importWorker);
