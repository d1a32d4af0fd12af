'use client';
import Tab from '@mui/material/Tab';
import Tabs from '@mui/material/Tabs';
import { useSearchParams } from 'next/navigation';
import { useId, type ReactNode } from 'react';
import { benchSheets, openingSheet, type JobBench, type Sheet } from '@/core/job/benches';
import type { BenchId } from './benches';

/** Writes a bench's sheet into an address: each bench keeps its own. */
export function setPart(url: URL, bench: BenchId, part: Sheet | null): void {
  if (part) url.searchParams.set(bench, part);
}

/** The sheet of a bench that is shown. */
export function usePart<B extends JobBench>(bench: B): Sheet<B> {
  const asked = useSearchParams().get(bench);
  const sheets: readonly string[] = benchSheets[bench];
  return (asked !== null && sheets.includes(asked) ? asked : openingSheet(bench)) as Sheet<B>;
}

type Part<B extends JobBench> = { id: Sheet<B>; name: string; body: ReactNode };

/** The sheets of a bench: one is shown, the address says which, arrows walk along them. */
export function Parts<B extends JobBench>({ bench, parts }: { bench: B; parts: Part<B>[] }) {
  const id = useId();
  const asked = usePart(bench);
  const shown = parts.find((p) => p.id === asked) ?? parts[0]!;
  const show = (part: Sheet) => {
    const url = new URL(window.location.href);
    setPart(url, bench, part);
    window.history.replaceState(null, '', url);
  };
  return (
    <>
      <Tabs
        value={shown.id}
        onChange={(_, part: Sheet) => show(part)}
        variant="scrollable"
        scrollButtons={false}
        selectionFollowsFocus
        aria-label="Sheets of this bench"
      >
        {parts.map((part) => (
          <Tab
            key={part.id}
            value={part.id}
            label={part.name}
            id={`${id}-${part.id}`}
            aria-controls={`${id}-panel`}
          />
        ))}
      </Tabs>
      <div id={`${id}-panel`} role="tabpanel" aria-labelledby={`${id}-${shown.id}`}>
        {shown.body}
      </div>
    </>
  );
}
