import type { PrintedBlock } from '@/formats/printed';
import type { Words } from '../../words/words';
import type { Facts } from '../useFacts';

/** What a sheet is written with. */
export type Writes = { facts: Facts; words: Words; money: (amount: number | null) => string };
export type Writer = (writes: Writes) => PrintedBlock[];

/** Blocks with those left out that have nothing to say. */
export const blocks = (
  ...all: (PrintedBlock | false | null | undefined | PrintedBlock[])[]
): PrintedBlock[] => all.flatMap((one) => (one ? one : [])).filter(isSaying);

function isSaying(block: PrintedBlock): boolean {
  switch (block.kind) {
    case 'heading':
      return block.text !== '';
    case 'text':
      return block.text.trim() !== '';
    case 'list':
      return block.items.length > 0;
    case 'pairs':
    case 'table':
      return block.rows.length > 0;
    case 'signatures':
      return true;
  }
}

const heading = (text: string): PrintedBlock => ({ kind: 'heading', text });
export const text = (words: string): PrintedBlock => ({ kind: 'text', text: words });
export const lead = (words: string): PrintedBlock => ({ kind: 'text', text: words, isLead: true });
export const list = (items: string[]): PrintedBlock => ({
  kind: 'list',
  items: items.filter((one) => one.trim() !== ''),
});
export const pairs = (...rows: ([string, string] | false | null | undefined)[]): PrintedBlock => ({
  kind: 'pairs',
  rows: rows.flatMap((row) => (row ? [row] : [])),
});
export const table = (heads: string[], rows: string[][], figures: number[] = []): PrintedBlock => ({
  kind: 'table',
  heads,
  rows,
  figures,
});

/** A part of the sheet under its heading, or nothing where the part has nothing to say. */
export function part(title: string, ...all: (PrintedBlock | false | null | undefined)[]): PrintedBlock[] {
  const said = blocks(...all);
  return said.length ? [heading(title), ...said] : [];
}
