'use client';
import Button from '@mui/material/Button';
import { useState } from 'react';
import type { Ranked } from '@/core/selection/order';
import { Cross, Tick } from '../frame/icons';
import { Say } from '../words/Say';
import { noFilter } from './ranking-prefs';
import { RankingControls } from './RankingControls';
import { Strip } from './Strip';
import type { Ranking } from './useRanking';
import styles from './ranking.module.css';

const FIRST = 6;
const MORE = 50;

type Props = {
  ranking: Ranking;
  /** Key of what is fitted now, and the setup's letter. */
  onJob: string | null;
  letter: string;
  laid: string[];
  step: number;
  onUse: (row: Ranked) => void;
  onLay: (row: Ranked) => void;
};

/** The library, best first: how each would cross its map, one reason in words, and what to do with it. */
export function CandidateList({ ranking, onJob, letter, laid, step, onUse, onLay }: Props) {
  const { rows, total, phase, stale, prefs, setPrefs, retry, stop } = ranking;
  const [shown, setShown] = useState(FIRST);
  const first = rows[0];
  return (
    <section className={styles.ranking} aria-label="Candidates" data-phase={phase}>
      <h3 className={styles.head}>
        Candidates, best first
        <span aria-hidden="true">
          <small>surge</small>
          <small>edge</small>
        </span>
      </h3>
      <p className={styles.state} role="status">
        <State ranking={ranking} />
        {phase === 'failed' && (
          <Button variant="inline" onClick={retry}>
            Try again
          </Button>
        )}
        {phase === 'stopped' && (
          <Button variant="inline" onClick={retry}>
            Go on
          </Button>
        )}
        {(phase === 'screening' || phase === 'matching') && (
          <Button variant="inline" onClick={stop}>
            Stop
          </Button>
        )}
      </p>
      {first && first.kind !== 'holds' && phase !== 'screening' && (
        <p className={styles.none}>
          <Cross size={11} /> None of the {rows.length} holds from the onset of boost to the red line. Nearest
          is {first.name}. A later onset, another arrangement or another map may do it.
        </p>
      )}
      <ol className={stale ? styles.stale : undefined}>
        {rows.slice(0, shown).map((row, i) => {
          const { key } = row;
          return (
            <Row
              key={key}
              row={row}
              place={i + 1}
              step={step}
              letter={key === onJob ? letter : null}
              isLaid={laid.includes(key)}
              onUse={() => onUse(row)}
              onLay={() => onLay(row)}
            />
          );
        })}
      </ol>
      {rows.length > shown && (
        <Button variant="inline" onClick={() => setShown((n) => n + MORE)}>
          Show {Math.min(MORE, rows.length - shown)} more of {rows.length}
        </Button>
      )}
      {total > 0 && rows.length === 0 && (
        <p className={styles.state}>
          None of {total} passes the filters.{' '}
          <Button variant="inline" onClick={() => setPrefs({ ...prefs, filter: noFilter })}>
            Show all
          </Button>
        </p>
      )}
      <RankingControls drive="open" ranking={ranking} />
    </section>
  );
}

function State({ ranking: { phase, total, expected, rows } }: { ranking: Ranking }) {
  if (phase === 'failed') return 'The library could not be fetched: is the server away? ';
  if (phase === 'waiting' || (phase === 'screening' && total === 0))
    return 'Matching the library to the demand … ';
  if (phase === 'stopped') return `Stopped: ${total} of ${expected ?? '?'} looked at. `;
  if (phase === 'screening') return `${total} of ${expected ?? '?'} looked at … `;
  if (total === 0) return 'Nothing to rank: this goal needs no boost, or the job lacks something.';
  const holding = rows.filter((r) => r.kind === 'holds').length;
  // The verdict tells what the turbine of the job makes of the compressor: another onset,
  // so another distance from surge. Without this clause the two read as a contradiction.
  return `${holding} of ${rows.length} hold from the onset of boost to the red line; boost as planned, before any turbine. `;
}

type RowProps = {
  row: Ranked;
  place: number;
  step: number;
  letter: string | null;
  isLaid: boolean;
  onUse: () => void;
  onLay: () => void;
};

function Row({ row, place, step, letter, isLaid, onUse, onLay }: RowProps) {
  const isOnJob = letter !== null;
  const { name } = row;
  const isFirst = row.reason.code.startsWith('rank-first');
  const tone = row.kind !== 'holds' ? styles.bad : isFirst ? styles.good : '';
  return (
    <li className={isOnJob ? styles.onJob : undefined}>
      <span className={styles.place}>{place}</span>
      <span className={styles.name}>
        {name}
        {isOnJob && (
          <span className={styles.letter} title="fitted">
            <svg width="18" height="4" aria-hidden="true">
              <path d="M0 2h18" stroke="currentColor" strokeWidth="2" />
            </svg>
            {letter}
            <span className="unseen">, fitted</span>
          </span>
        )}
      </span>
      <Strip points={row.strip ?? []} step={step} />
      <span className={styles.second}>
        <span className={tone}>
          {row.kind !== 'holds' ? <Cross size={10} /> : isFirst && <Tick size={10} />}{' '}
          <Say reason={row.reason} form="row" />
        </span>
        {row.pass === 'screened' && <small> coarse, to {row.stepRpm} rpm</small>}{' '}
        <span className={styles.acts}>
          <Button
            variant="inline"
            onClick={onUse}
            disabled={isOnJob}
            aria-label={`Fit ${name} to this setup`}
          >
            {isOnJob ? 'fitted' : 'use this'}
          </Button>
          <Button
            variant="inline"
            onClick={onLay}
            aria-pressed={isLaid}
            aria-label={`Overlay ${name} on the map`}
          >
            {isLaid ? 'remove overlay' : 'overlay'}
          </Button>
        </span>
      </span>
    </li>
  );
}
