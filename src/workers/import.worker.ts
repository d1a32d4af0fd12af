import { expose } from 'comlink';
import { makeMap, type MapMade } from '@/formats/map-import';
import type { MapFacts, Mapping } from '@/formats/map-guess';
import { openMapText, type OpenedMap } from '@/formats/map-open';
import type { MapTable } from '@/formats/map-table';
import { readRun } from '@/formats/run-table';
import { openTurbineText, type OpenedTurbine } from '@/formats/turbine-import';

/** Reads files and pasted tables away from the page, so that a large one never freezes it. */
const importWorker = {
  open: (text: string, fileName: string): OpenedMap => openMapText(text, fileName),
  make: (table: MapTable, mapping: Mapping, facts: MapFacts): MapMade => makeMap(table, mapping, facts),
  openTurbine: (text: string, fileName: string): OpenedTurbine => openTurbineText(text, fileName),
  readRun: (text: string): ReturnType<typeof readRun> => readRun(text),
};
export type ImportWorker = typeof importWorker;

expose(importWorker);
