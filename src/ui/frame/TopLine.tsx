'use client';
import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { useJob, useJobState } from '../store/solved';
import { goalSentence } from '../words/job';
import { Say } from '../words/Say';
import { Cross, Flag, Tick } from './icons';
import styles from './frame.module.css';

/** The menu is fetched when it is opened first, and ahead while the page rests. */
export const loadMore = () => import('./MoreMenu');
const MoreMenu = dynamic(loadMore);

const syncWords = {
  saved: 'saved',
  saving: 'saving …',
  waiting: 'server away: kept here, will be sent',
  refused: 'not saved',
  conflict: 'changed elsewhere',
} as const;

/** Job, goal, setup, verdict, and everything rarer under one key. */
export function TopLine() {
  const { solved, problems } = useJob();
  const job = useJobState((s) => s.draft);
  const sync = useJobState((s) => s.sync);
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
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
      <Button
        className={styles.more}
        variant="outlined"
        size="small"
        aria-label="More: undo, export, theme"
        aria-haspopup="menu"
        onClick={(e) => setAnchor(e.currentTarget)}
      >
        ···
      </Button>
      {anchor && <MoreMenu anchor={anchor} onClose={() => setAnchor(null)} />}
    </header>
  );
}
