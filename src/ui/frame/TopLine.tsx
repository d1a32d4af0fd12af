'use client';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

import { Say } from '../words/Say';
import { Cross, Flag, Tick } from './icons';
import { MoreKey } from './MoreKey';
import { useJobItems } from './useJobItems';
import styles from './frame.module.css';

const syncWords = {
  saved: 'saved',
  saving: 'saving …',
  waiting: 'server away: kept here, will be sent',
  refused: 'not saved',
  conflict: 'changed elsewhere',
} as const;

/** Job, goal, setup, verdict, and everything rarer under one key. */
export function TopLine() {
  const { goalSentence } = useWords();
  const { solved, problems } = useJob();
  const job = useJobState((s) => s.draft);
  const sync = useJobState((s) => s.sync);
  const items = useJobItems();
  const setup = job.setups[0]!;
  const { goal, fuel, venue } = job.brief;
  const words = goalSentence(
    { power: goal.power.value, basis: goal.basis, speedRpm: goal.speedRpm.value },
    fuel.id,
    venue.altitude.value,
  );
  const verdict = solved?.sweep.goal;
  const problem = problems[0];
  const holds = !problem && verdict?.holds === true;
  const just = holds && verdict?.short.code === 'map-just-holds';
  return (
    <header className={styles.top}>
      <h1 className={styles.jobName}>{job.name}</h1>
      <span className={styles.goal} title={words}>
        <Flag />
        <span>{words}</span>
      </span>
      <span className={styles.grow} />
      <span className={styles.setup} title={`Setup ${setup.letter}, ${setup.name}`}>
        <svg width="22" height="4" aria-hidden="true">
          <path d="M0 2h22" stroke="currentColor" strokeWidth="2" />
        </svg>
        <b>{setup.letter}</b> {setup.name}
      </span>
      <output
        className={`${styles.verdict} ${just ? styles.just : holds ? styles.holds : styles.trouble}`}
        aria-label="Verdict"
      >
        {holds ? <Tick /> : <Cross />}
        <span>
          {problem ? (
            <Say reason={problem.reason} form="short" />
          ) : (
            verdict && <Say reason={verdict.short} form="short" />
          )}
        </span>
      </output>
      <span className={styles.sync} role="status">
        {syncWords[sync.kind]}
      </span>
      <MoreKey label="More: undo, export, units, theme" items={items} />
    </header>
  );
}
