import { strToU8, zipSync } from 'fflate';
import Papa from 'papaparse';
import type { Log } from '@/core/dyno/channels';
import { runCsv } from './run-csv';

/** What goes to a calibrator elsewhere: the log, what it was made under, what must not be passed, and what is asked. */
export type CalibrationPack = {
  log: Log | null;
  card: [label: string, value: string][];
  limits: [part: string, limit: string][];
  chain: [file: string, what: string][];
  question: string;
};

/** Cells that a spreadsheet must not take for formulas. */
const table = (rows: string[][]): string =>
  `${Papa.unparse(rows, { newline: '\r\n', escapeFormulae: true })}\r\n`;

/** The pack as one zip file. In: the date it is stamped with, so that the same pack is the same file. */
export function packCalibration(
  { log, card, limits, chain, question }: CalibrationPack,
  at: Date,
): Uint8Array {
  const files: Record<string, Uint8Array> = {
    'question.txt': strToU8(`${question.trim() || 'No question was written.'}\r\n`),
    'card.csv': strToU8(table([['what', 'value'], ...card])),
    'limits.csv': strToU8(table([['part', 'limit'], ...limits])),
    'files.csv': strToU8(table([['file', 'changes'], ...chain])),
    ...(log ? { 'run.csv': strToU8(runCsv(log)) } : {}),
  };
  return zipSync(files, { mtime: at });
}
