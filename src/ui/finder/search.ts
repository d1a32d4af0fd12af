import { kindOf } from '@/formats/kinds';
import MiniSearch from 'minisearch';
import type { FinderIndex } from '@/formats/history';
import { benches } from '../frame/benches';
import type { Entry } from './entries';

/** What is nearer at hand stands first among equals. */
const nearness: Record<Entry['kind'], number> = {
  figure: 1.5,
  action: 1.4,
  job: 1.3,
  part: 1.2,
  page: 1.1,
  bench: 1,
};

/** How many are shown. */
const MOST_FOUND = 12;

export type Index = { search: (text: string) => { entry: Entry; score: number }[] };

const fold = (text: string) => text.toLowerCase().normalize('NFKD').replace(/\p{M}/gu, '');

/** Makes entries searchable: every word of a query must begin a word of the entry, or nearly; if none does, any may. */
export function makeIndex(entries: readonly Entry[]): Index {
  const engine = new MiniSearch<{ id: number; title: string; words: string }>({
    fields: ['title', 'words'],
    processTerm: (term) => fold(term) || null,
  });
  engine.addAll(entries.map(({ title, words }, id) => ({ id, title, words })));
  const options = {
    prefix: true,
    fuzzy: (term: string) => (term.length > 4 ? 0.2 : false),
    boost: { title: 2 },
    boostDocument: (id: number) => nearness[entries[id]!.kind],
  } as const;
  return {
    search: (text) => {
      const all = engine.search(text, { ...options, combineWith: 'AND' });
      const found = all.length ? all : engine.search(text, { ...options, combineWith: 'OR' });
      return found.slice(0, MOST_FOUND).map(({ id, score }) => ({
        entry: entries[id as number]!,
        // What matches all words stands before what matches some.
        score: all.length ? score + 1000 : score,
      }));
    },
  };
}

/** The best of several indices together, best first. */
export function searchAll(indices: readonly Index[], text: string): Entry[] {
  if (!text.trim()) return [];
  return indices
    .flatMap((index) => index.search(text))
    .sort((a, b) => b.score - a.score)
    .slice(0, MOST_FOUND)
    .map(({ entry }) => entry);
}

/** Everything in the shop: jobs, the benches of each, and the library's parts. */
export const shopEntries = ({ jobs, items }: FinderIndex): Entry[] => [
  ...jobs.map((job): Entry => ({
    id: job.id,
    kind: 'job',
    title: job.name,
    detail: job.words ? `job, ${job.words}` : 'job',
    words: `job ${job.words}`,
    href: `/jobs/${job.id}/brief`,
  })),
  ...jobs.flatMap((job) =>
    benches.map((bench): Entry => ({
      id: `${job.id} ${bench.id}`,
      kind: 'bench',
      title: `${job.name}: ${bench.name}`,
      detail: 'bench of this job',
      words: bench.words,
      href: `/jobs/${job.id}/${bench.id}`,
    })),
  ),
  ...items.map((item): Entry => ({
    id: item.id,
    kind: 'part',
    title: item.name,
    detail: item.note ? `${item.kind}, ${item.note}` : item.kind,
    words: `${item.kind} library ${item.note}`,
    href: `/library/${kindOf(item.kind).path}/${item.id}`,
  })),
];
