'use client';
import { useSearchParams } from 'next/navigation';
import { useCallback, useId, useRef, type ReactNode } from 'react';
import { isBetween } from '@/core/job/inputs/bench-of';
import type { Job } from '@/core/job/schema/job';
import fields from '../fields/fields.module.css';
import type { BenchId } from './benches';

/** Benches that have more than one sheet, and the sheets. The first is the one shown where the address names none. */
const partsOf = {
  brief: ['goal', 'places', 'vehicle', 'terms'],
  engine: ['engine', 'cam', 'condition', 'run'],
  charger: ['map', 'turbine', 'rank', 'pair', 'spool', 'boost', 'pipes', 'spot', 'size', 'sites'],
} as const;
type PartedBench = keyof typeof partsOf;
export type PartId<B extends PartedBench = PartedBench> = (typeof partsOf)[B][number];

const isParted = (bench: BenchId): bench is PartedBench => bench in partsOf;

/** The sheet of a bench where an input is given. */
export function partOfInput(path: string, job?: Pick<Job, 'setups'>): PartId | null {
  if (/^brief\.(vehicle)\b/.test(path)) return 'vehicle';
  if (/^brief\.(otherVenues|venue\.(coldest|hottest)|fuelBest|fuelWorst)\b/.test(path)) return 'places';
  if (/^brief\.(budget|due|fixed|local|customer|wish)\b/.test(path)) return 'terms';
  if (/^brief\./.test(path)) return 'goal';
  if (/^engine\.(cam|valve)\b/.test(path)) return 'cam';
  if (/^engine\.condition\b/.test(path)) return 'condition';
  if (/^engine\.baseline\b/.test(path)) return 'run';
  if (/\.readings\./.test(path)) return 'spot';
  if (/\.plumbing\./.test(path)) return 'pipes';
  if (/\.boost\.(curve|gears)/.test(path)) return 'boost';
  if (/\.induction\.(changeover|chargers\.\d+\.hold)\./.test(path)) return 'pair';
  if (/\.aftercooler\./.test(path)) return isBetween(path, job) ? 'pair' : null;
  if (/\.drive\./.test(path) && isBetween(path, job)) return 'pair';
  if (/^trial\./.test(path)) return 'spool';
  if (/\.(exhaust|induction\.chargers\.\d+\.drive)\./.test(path)) return 'turbine';
  return /^engine\./.test(path) ? 'engine' : null;
}

/** Writes a bench's sheet into an address: each bench keeps its own. */
export function setPart(url: URL, bench: BenchId, part: PartId | null): void {
  if (part && isParted(bench)) url.searchParams.set(bench, part);
}

/** The sheet of a bench that is shown. */
export function usePart<B extends PartedBench>(bench: B): PartId<B> {
  const asked = useSearchParams().get(bench);
  const sheets: readonly string[] = partsOf[bench];
  return (asked !== null && sheets.includes(asked) ? asked : sheets[0]) as PartId<B>;
}

type Part<B extends PartedBench> = { id: PartId<B>; name: string; body: ReactNode };

/** The sheets of a bench: one is shown, the address says which, arrows walk along them. */
export function Parts<B extends PartedBench>({ bench, parts }: { bench: B; parts: Part<B>[] }) {
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
