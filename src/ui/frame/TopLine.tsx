'use client';
import { useState } from 'react';
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

/** Setups differ by dash first: A solid, B dashed, C dotted round; more than three are never drawn at once. */
const dashes = [undefined, '7 4', '0.1 4.5'];

/** Job, goal, setup, verdict, and everything rarer under one key. */
export function TopLine() {
  const { goalSentence } = useWords();
  const { answer, problems, setupIndex, setSetup } = useJob();
  const job = useJobState((s) => s.draft);
  const sync = useJobState((s) => s.sync);
  const kept = useJobState((s) => s.kept);
  const items = useJobItems();
  const [unfolded, setUnfolded] = useState(false);
  const { goal, fuel, venue } = job.brief;
  const words = goalSentence(
    { power: goal.power.value, basis: goal.basis, speedRpm: goal.speedRpm.value },
    fuel.id,
    venue.altitude.value,
  );
  const verdict = answer?.sweep.goal;
  const problem = problems[0];
  const holds = !problem && verdict?.holds === true;
  const just = holds && verdict?.short.code === 'map-just-holds';
  return (
    <header className={styles.top}>
      <h1 className={styles.jobName}>{job.name}</h1>
      <button
        type="button"
        className={styles.unfold}
        aria-expanded={unfolded}
        onClick={() => setUnfolded(!unfolded)}
      >
        {unfolded ? 'less' : 'goal'}
      </button>
      <span className={styles.goal} title={words} data-unfolded={unfolded || undefined}>
        <Flag />
        <span>{words}</span>
      </span>
      <span className={styles.grow} />
      <div className={styles.setups} role="group" aria-label="Setups" data-unfolded={unfolded || undefined}>
        {job.setups.map((setup, i) => (
          <button
            key={setup.id}
            type="button"
            className={styles.setup}
            aria-pressed={i === setupIndex}
            aria-keyshortcuts={setup.letter.toLowerCase()}
            title={`Setup ${setup.letter}, ${setup.name}`}
            onClick={() => setSetup(i)}
          >
            <svg width="22" height="4" aria-hidden="true">
              <path
                d="M0 2h22"
                stroke="currentColor"
                strokeWidth="2"
                strokeLinecap={dashes[i] === '0.1 4.5' ? 'round' : 'butt'}
                strokeDasharray={dashes[i]}
              />
            </svg>
            <b>{setup.letter}</b> <span>{setup.name}</span>
          </button>
        ))}
      </div>
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
        {sync.kind === 'waiting' && !kept ? 'server away: kept in this tab alone' : syncWords[sync.kind]}
      </span>
      <MoreKey label="More: undo, export, units, theme" items={items} />
    </header>
  );
}
