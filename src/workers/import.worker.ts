import { expose } from 'comlink';
import { makeItem, openItemFile } from '@/formats/kinds/importing';
import { readRun } from '@/formats/run-table';

/** Reads files and pasted tables away from the page, so that a large one never freezes it. */
const importWorker = { open: openItemFile, make: makeItem, readRun };
export type ImportWorker = typeof importWorker;

expose(importWorker);
