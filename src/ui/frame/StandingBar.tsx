'use client';
import Button from '@mui/material/Button';
import { Fold } from '../fields/Fold';
import { useJob } from '../store/solved';
import { Say } from '../words/Say';
import { benchOf, type BenchId } from './benches';
import { Cross, Tick } from './icons';
import styles from './frame.module.css';

const nameOf = (id: BenchId) => benchOf(id).name;

/** Where this bench stands, in one sentence: what it lacks with a way there, or which later change contradicts it. */
export function StandingBar({ bench, onBench }: { bench: BenchId; onBench: (bench: BenchId) => void }) {
  const { standings, settle } = useJob();
  const { state, why, missing, canSettle } = standings.find((s) => s.bench === bench)!;
  const items = [
    ...why.map((reason) => ({ reason, bench })),
    // What is missing stays in sight after the tick: it was settled with it.
    ...missing,
  ];
  const [first, ...more] = items;
  const elsewhere = first && first.bench !== bench ? first.bench : null;
  return (
    <section className={styles.standing} aria-label={`Where ${nameOf(bench)} stands`} data-state={state}>
      <p>
        <b className={state === 'settled' ? styles.holds : state === 'open' ? undefined : styles.trouble}>
          {state === 'settled' && <Tick size={11} />}
          {state === 'contradicted' && <Cross size={11} />}
          {state === 'settled' ? ' Signed off.' : state === 'open' ? 'Open.' : ' Contradicted.'}
        </b>{' '}
        {first ? <Say reason={first.reason} /> : state === 'open' ? 'Nothing is missing.' : null}{' '}
        {elsewhere && (
          <Button variant="inline" onClick={() => onBench(elsewhere)}>
            To {nameOf(elsewhere)}
          </Button>
        )}
      </p>
      {more.length > 0 && (
        <Fold title={`and ${more.length} more`}>
          <ul>
            {more.map((item, i) => (
              <li key={i}>
                <Say reason={item.reason} />
              </li>
            ))}
          </ul>
        </Fold>
      )}
      <span className={styles.standingKeys}>
        {state !== 'settled' && (
          <Button
            variant="outlined"
            size="small"
            disabled={!canSettle}
            aria-keyshortcuts="s"
            onClick={() => settle(bench, true)}
          >
            {state === 'open' ? 'Sign off' : 'Sign off again'}
          </Button>
        )}
        {state !== 'open' && (
          <Button
            variant="outlined"
            size="small"
            aria-keyshortcuts={state === 'settled' ? 's' : undefined}
            onClick={() => settle(bench, false)}
          >
            Reopen
          </Button>
        )}
      </span>
    </section>
  );
}
