'use client';
import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import { exportAddress } from '../server/client';
import { useJob, useJobState } from '../store/solved';
import { switchTheme } from '../theme/theme-choice';
import { goalSentence } from '../words/job';
import { Say } from '../words/Say';
import { Cross, Flag, Tick } from './icons';
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
  const { solved, problems } = useJob();
  const job = useJobState((s) => s.draft);
  const id = useJobState((s) => s.id);
  const sync = useJobState((s) => s.sync);
  const undo = useJobState((s) => s.undo);
  const redo = useJobState((s) => s.redo);
  const canUndo = useJobState((s) => s.past.length > 0);
  const canRedo = useJobState((s) => s.future.length > 0);
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
  const close = () => setAnchor(null);
  const act = (what: () => void) => () => {
    what();
    close();
  };
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
      <Menu anchorEl={anchor} open={anchor !== null} onClose={close}>
        <MenuItem disabled={!canUndo} onClick={act(undo)}>
          Undo
        </MenuItem>
        <MenuItem disabled={!canRedo} onClick={act(redo)}>
          Redo
        </MenuItem>
        <MenuItem component="a" href={exportAddress(id)} download onClick={close}>
          Export this job (JSON)
        </MenuItem>
        <MenuItem onClick={act(() => void switchTheme())}>Paper or cell theme (t)</MenuItem>
      </Menu>
    </header>
  );
}
