import type { LimitState } from '@/core/solve/verdict';
import { benchOf, type BenchId } from './benches';

const stroke = {
  fill: 'none',
  stroke: 'currentColor',
  strokeWidth: 1.5,
  strokeLinejoin: 'round' as const,
  strokeLinecap: 'round' as const,
};

/** The mark: a breath drawn through a pipe into a round chamber. */
export function Mark() {
  return (
    <svg width="30" height="22" viewBox="0 0 30 22" aria-hidden="true">
      <path
        d="M1 8 h8 a9 9 0 1 1 0 6 H1"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        strokeLinejoin="round"
      />
      <path d="M5 11 h16" stroke="var(--ember)" strokeWidth="2.4" />
    </svg>
  );
}

const places = {
  more: <path d="M4.5 10h.01M10 10h.01M15.5 10h.01" strokeWidth="3" />,
  library: <path d="M4 3v14M8 3v14M11.5 3.5l4.5 13.2M3 17h14" />,
  board: <path d="M3 5h14M3 10h14M3 15h14" />,
};

/** Icons of the benches and of the places beside them. */
export function BenchIcon({ id }: { id: BenchId | keyof typeof places }) {
  return (
    <svg width="20" height="20" viewBox="0 0 20 20" aria-hidden="true" {...stroke}>
      {id in places ? places[id as keyof typeof places] : benchOf(id as BenchId).icon}
    </svg>
  );
}

export function Flag({ size = 12 }: { size?: number }) {
  return (
    <svg width={size} height={size + 2} viewBox="0 0 12 14" aria-hidden="true">
      <path d="M1.5 1v12.5" stroke="var(--brass)" strokeWidth="2" />
      <path d="M1.5 1h9l-2.2 3 2.2 3h-9z" fill="var(--brass)" />
    </svg>
  );
}

export function Cross({ size = 12 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 12 12" aria-hidden="true">
      <path d="M2 2l8 8M10 2l-8 8" stroke="var(--ember)" strokeWidth="2.2" />
    </svg>
  );
}

export function Tick({ size = 12 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 12 12" aria-hidden="true">
      <path d="M1.5 6.5l3 3 6-7" fill="none" stroke="var(--moss-text)" strokeWidth="2.2" />
    </svg>
  );
}

/** Between tick and cross: a limit that is only just kept. */
export function Marginal({ size = 12 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 12 12" aria-hidden="true">
      <path
        d="M1 6.6c1.6-3 3.4-3 5-.6s3.400 2.400 5-.6"
        fill="none"
        stroke="var(--brass-text)"
        strokeWidth="2.2"
      />
    </svg>
  );
}

/** The one mark of each state, everywhere the same. */
export function StateMark({ state, size = 12 }: { state: LimitState; size?: number }) {
  if (state === 'within') return <Tick size={size} />;
  return state === 'marginal' ? <Marginal size={size} /> : <Cross size={size} />;
}
