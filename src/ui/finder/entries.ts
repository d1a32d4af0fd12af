/** Something that can be found: where it leads, or what it does. */
export type Entry = {
  id: string;
  kind: 'action' | 'figure' | 'bench' | 'job' | 'part' | 'page';
  title: string;
  detail: string;
  /** Other words it is found by. */
  words: string;
} & ({ href: string; run?: never } | { run: () => void; href?: never });

/** Pages that are always there. */
export const pageEntries: Entry[] = [
  { id: 'board', kind: 'page', title: 'Shop board', detail: 'all jobs', words: 'home jobs', href: '/' },
  {
    id: 'library',
    kind: 'page',
    title: 'Library: compressors',
    detail: 'page',
    words: 'parts maps',
    href: '/library/compressors',
  },
  {
    id: 'import',
    kind: 'page',
    title: 'Import a compressor map',
    detail: 'page',
    words: 'csv json file',
    href: '/library/compressors/import',
  },
  {
    id: 'bin',
    kind: 'page',
    title: 'Bin',
    detail: 'deleted jobs, setups and parts',
    words: 'deleted restore bring back empty trash',
    href: '/bin',
  },
];
