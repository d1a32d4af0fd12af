'use client';
import SettingsIcon from '@mui/icons-material/SettingsOutlined';
import ButtonBase from '@mui/material/ButtonBase';
import Link from 'next/link';
import { benches, benchOf, type BenchId } from './benches';
import { BenchIcon, Cross, Mark, Tick } from './icons';
import { MoreKey } from './MoreKey';
import type { MoreItem } from './MoreMenu';
import styles from './frame.module.css';

type State = 'settled' | 'open' | 'contradicted';
const stateWords: Record<State, string> = {
  settled: 'signed off',
  open: 'open',
  contradicted: 'contradicted by a later change',
};

type Props = {
  bench?: BenchId;
  onBench?: (bench: BenchId) => void;
  /** Where each bench stands, and the first reason why. */
  states?: Record<BenchId, { state: State; note: string }>;
  page?: 'board' | 'library' | 'runs' | 'ledger' | 'bin' | 'data' | 'settings';
  /** What the job offers beside its benches, for the phone's 'more'. */
  items?: MoreItem[];
};

/** The benches in the order of the work; outside a job the shop's own pages. */
export function Spine({ bench, onBench, states, page, items = [] }: Props) {
  return (
    <nav className={styles.spine} aria-label={bench ? 'Benches' : 'Shop'}>
      <Link href="/" className={styles.mark} aria-label="Fierce Lung: the Shop board">
        <Mark />
      </Link>
      {!bench && (
        <>
          <Link href="/" className={styles.cell} aria-current={page === 'board' ? 'page' : undefined}>
            <BenchIcon id="board" />
            Board
          </Link>
          <Link
            href="/library/compressors"
            className={styles.cell}
            aria-current={page === 'library' ? 'page' : undefined}
          >
            <BenchIcon id="library" />
            Library
          </Link>
          <Link href="/runs" className={styles.cell} aria-current={page === 'runs' ? 'page' : undefined}>
            <BenchIcon id="dyno" />
            Runs
          </Link>
          <Link href="/ledger" className={styles.cell} aria-current={page === 'ledger' ? 'page' : undefined}>
            <BenchIcon id="forecast" />
            Ledger
          </Link>
          <Link
            href="/settings"
            className={styles.cell}
            aria-current={page === 'settings' ? 'page' : undefined}
          >
            <SettingsIcon sx={{ fontSize: 20 }} />
            Settings
          </Link>
        </>
      )}
      {bench &&
        benches.map((b) => (
          <ButtonBase
            key={b.id}
            className={`${styles.cell} ${b.inTheCell ? '' : styles.deskOnly}`}
            aria-current={b.id === bench ? 'page' : undefined}
            aria-keyshortcuts={b.key}
            title={states?.[b.id].note || undefined}
            onClick={() => onBench?.(b.id)}
          >
            <BenchIcon id={b.id} />
            {b.name}
            {states && <StateMark state={states[b.id].state} />}
          </ButtonBase>
        ))}
      {bench && (
        <>
          <Link href="/" className={`${styles.cell} ${styles.phoneOnly}`}>
            <BenchIcon id="board" />
            Jobs
          </Link>
          <MoreKey
            items={[
              ...benches.map((b) => ({
                label: `${b.name} bench`,
                act: () => onBench?.(b.id),
                current: b.id === bench,
              })),
              ...items,
            ]}
            label="More: benches, undo, export, units, theme"
            className={`${styles.cell} ${styles.phoneOnly}`}
            current={!benchOf(bench).inTheCell}
          >
            <BenchIcon id={benchOf(bench).inTheCell ? 'more' : bench} />
            {benchOf(bench).inTheCell ? 'More' : benchOf(bench).name}
          </MoreKey>
        </>
      )}
    </nav>
  );
}

/** Settled is a tick, contradicted a cross, open nothing; each in words for a reader. */
function StateMark({ state }: { state: State }) {
  return (
    <>
      {state !== 'open' && (
        <span className={`${styles.state} ${state === 'settled' ? styles.holds : styles.trouble}`}>
          {state === 'settled' ? <Tick size={10} /> : <Cross size={10} />}
        </span>
      )}
      <span className="unseen">{stateWords[state]}</span>
    </>
  );
}
