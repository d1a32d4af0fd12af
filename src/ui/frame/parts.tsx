'use client';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { useSearchParams } from 'next/navigation';
import { memo, useId, type ReactNode } from 'react';
import { benchSheets, openingSheet, type JobBench, type Sheet } from '@/core/job/benches';
import { sheetNames, type BenchId } from './benches';

/** Writes a bench's sheet into an address: each bench keeps its own. */
export function setPart(url: URL, bench: BenchId, part: Sheet | null): void {
  if (part) url.searchParams.set(bench, part);
}

/** The sheet of a bench that is shown. In: the sheets it has for what is in hand; all where nothing is said. */
export function usePart<B extends JobBench>(
  bench: B,
  sheets: readonly Sheet<B>[] = benchSheets[bench],
): Sheet<B> {
  const asked = useSearchParams().get(bench) as Sheet<B> | null;
  const opening = openingSheet(bench) as Sheet<B>;
  if (asked !== null && sheets.includes(asked)) return asked;
  return sheets.includes(opening) ? opening : sheets[0]!;
}

/** Their tabs. In: the sheets in a row. Drawn anew for another sheet alone: tabs measure themselves, which lays the page out. */
const SheetTabs = memo(function SheetTabs<B extends JobBench>({
  id,
  bench,
  shown,
  sheets,
}: {
  id: string;
  bench: B;
  shown: Sheet<B>;
  sheets: string;
}) {
  const show = (part: Sheet) => {
    const url = new URL(window.location.href);
    setPart(url, bench, part);
    window.history.replaceState(null, '', url);
  };
  return (
    <Tabs
      value={shown}
      onChange={(_, part: Sheet) => show(part)}
      variant="scrollable"
      scrollButtons={false}
      selectionFollowsFocus
      aria-label="Sheets of this bench"
    >
      {(sheets.split(' ') as Sheet<B>[]).map((sheet) => (
        <Tab
          key={sheet}
          value={sheet}
          label={sheetNames[bench][sheet]}
          id={`${id}-${sheet}`}
          aria-controls={`${id}-panel`}
        />
      ))}
    </Tabs>
  );
});

/** The sheets of a bench: one is shown, the address says which, arrows walk along them. */
export function Parts<B extends JobBench>({
  bench,
  bodies,
  sheets = benchSheets[bench],
}: {
  bench: B;
  bodies: Record<Sheet<B>, ReactNode>;
  sheets?: readonly Sheet<B>[];
}) {
  const id = useId();
  const shown = usePart(bench, sheets);
  return (
    <>
      <SheetTabs id={id} bench={bench} shown={shown} sheets={sheets.join(' ')} />
      <div id={`${id}-panel`} role="tabpanel" aria-labelledby={`${id}-${shown}`}>
        {bodies[shown]}
      </div>
    </>
  );
}
