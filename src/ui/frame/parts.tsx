'use client';
import { useSearchParams } from 'next/navigation';
import { useCallback, useId, useRef, type ReactNode } from 'react';
import fields from '../fields/fields.module.css';
import type { BenchId } from './benches';
import { benchSheets, type JobBench, type Sheet } from '@/core/job/benches';

/** Writes a bench's sheet into an address: each bench keeps its own. */
export function setPart(url: URL, bench: BenchId, part: Sheet | null): void {
  if (part) url.searchParams.set(bench, part);
}

/** The sheet of a bench that is shown. */
export function usePart<B extends JobBench>(bench: B): Sheet<B> {
  const asked = useSearchParams().get(bench);
  const sheets: readonly string[] = benchSheets[bench];
  return (asked !== null && sheets.includes(asked) ? asked : sheets[0]) as Sheet<B>;
}

type Part<B extends JobBench> = { id: Sheet<B>; name: string; body: ReactNode };

/** The sheets of a bench: one is shown, the address says which, arrows walk along them. */
export function Parts<B extends JobBench>({ bench, parts }: { bench: B; parts: Part<B>[] }) {
  const id = useId();
  const asked = useSearchParams().get(bench);
  const list = useRef<HTMLDivElement>(null);
  const found = parts.findIndex((p) => p.id === asked);
  const at = found < 0 ? 0 : found;
  const show = useCallback(
    (index: number) => {
      const url = new URL(window.location.href);
      setPart(url, bench, parts[index]!.id);
      window.history.replaceState(null, '', url);
      const tab = list.current?.querySelectorAll('button')[index];
      tab?.focus();
      // On a phone the sheets are one row that scrolls.
      tab?.scrollIntoView({ block: 'nearest', inline: 'center' });
    },
    [bench, parts],
  );
  return (
    <>
      <div ref={list} role="tablist" aria-label="Sheets of this bench" className={fields.parts}>
        {parts.map((part, i) => (
          <button
            key={part.id}
            id={`${id}-${part.id}`}
            type="button"
            role="tab"
            aria-selected={i === at}
            aria-controls={`${id}-panel`}
            tabIndex={i === at ? 0 : -1}
            onClick={() => show(i)}
            onKeyDown={(e) => {
              const by = { ArrowRight: 1, ArrowLeft: -1 }[e.key];
              if (by) show((i + by + parts.length) % parts.length);
            }}
          >
            {part.name}
          </button>
        ))}
      </div>
      <div id={`${id}-panel`} role="tabpanel" aria-labelledby={`${id}-${parts[at]!.id}`}>
        {parts[at]!.body}
      </div>
    </>
  );
}
