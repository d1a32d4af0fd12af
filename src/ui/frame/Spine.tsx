'use client';
import Link from 'next/link';
import { benches, type BenchId } from './benches';
import { BenchIcon, Mark } from './icons';
import styles from './frame.module.css';

type Props = { bench?: BenchId; onBench?: (bench: BenchId) => void; page?: 'board' | 'library' };

/** The benches in the order of the work; outside a job the shop's own pages. */
export function Spine({ bench, onBench, page }: Props) {
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
        </>
      )}
      {bench &&
        benches.map((b) => (
          <button
            key={b.id}
            type="button"
            className={styles.cell}
            aria-current={b.id === bench ? 'page' : undefined}
            aria-keyshortcuts={b.key}
            onClick={() => onBench?.(b.id)}
          >
            <BenchIcon id={b.id} />
            {b.name}
          </button>
        ))}
    </nav>
  );
}
