'use client';
import ButtonBase from '@mui/material/ButtonBase';
import { useState } from 'react';
import { useJob, useJobState } from '../store/solved';
import { useWords } from '../words/useWords';

import { Say } from '../words/Say';
import { LineSample } from '../setups/dashes';
import { useDialogs } from './dialogs';
import { Flag, StateMark } from './icons';
import { stateClass } from './states';
import { MoreKey } from './MoreKey';
import { useJobItems } from './useJobItems';
import styles from './frame.module.css';

const syncWords = {
  saved: 'saved',
  saving: 'saving …',
  waiting: 'server away: kept here, will be sent',
  refused: 'not saved',
  conflict: 'changed elsewhere',
  gone: 'deleted elsewhere',
} as const;

/** What keeps the server from saving, where it says so. */
const storageWords: Record<string, string> = {
  'disk-full': 'disk full: kept here, will be saved',
  'read-only': 'disk read-only: kept here, will be saved',
  busy: 'a backup is being put back: kept here, will be saved',
};

/** Job, goal, setup, verdict, and everything rarer under one key. */
export function TopLine() {
  const { goalSentence } = useWords();
  const { answer, problems, setupIndex, setSetup, drawn } = useJob();
  const { open } = useDialogs();
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
  const state = problem ? 'over' : (verdict?.state ?? 'over');
  return (
    <header className={styles.top}>
      <h1 className={styles.jobName}>{job.name}</h1>
      <ButtonBase className={styles.unfold} aria-expanded={unfolded} onClick={() => setUnfolded(!unfolded)}>
        {unfolded ? 'less' : 'goal'}
      </ButtonBase>
      <span className={styles.goal} title={words} data-unfolded={unfolded || undefined}>
        <Flag />
        <span>{words}</span>
      </span>
      <span className={styles.grow} />
      <div className={styles.setups} role="group" aria-label="Setups" data-unfolded={unfolded || undefined}>
        {drawn.map(({ setup, index, slot }) => (
          <ButtonBase
            key={setup.id}
            className={styles.setup}
            aria-pressed={index === setupIndex}
            aria-keyshortcuts={setup.letter.toLowerCase()}
            title={`Setup ${setup.letter}, ${setup.name}`}
            onClick={() => setSetup(index)}
          >
            <LineSample slot={slot} />
            <b>{setup.letter}</b> <span>{setup.name}</span>
          </ButtonBase>
        ))}
        <ButtonBase
          className={styles.allSetups}
          aria-keyshortcuts="v"
          aria-label={`Setups side by side: ${drawn.length} of ${job.setups.length} drawn`}
          title="Setups side by side: add, rename, compare, delete (v)"
          onClick={() => open({ kind: 'setups' })}
        >
          {drawn.length < job.setups.length ? `+${job.setups.length - drawn.length}` : '+'}
        </ButtonBase>
      </div>
      <output className={`${styles.verdict} ${stateClass[state]}`} aria-label="Verdict">
        <StateMark state={state} />
        <span>
          {problem ? (
            <Say reason={problem.reason} form="short" />
          ) : (
            verdict && <Say reason={verdict.short} form="short" />
          )}
        </span>
      </output>
      <span className={styles.sync} role="status">
        {sync.kind === 'waiting'
          ? (storageWords[sync.storage ?? ''] ??
            (kept ? syncWords.waiting : 'server away: kept in this tab alone'))
          : syncWords[sync.kind]}
      </span>
      <MoreKey label="More: find, undo, history, export, units, theme" items={items} />
    </header>
  );
}
