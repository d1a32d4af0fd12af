'use client';
import Button from '@mui/material/Button';
import { nextStep, type NextStep } from '@/core/decisions/standing';
import { labelOf } from '@/core/job/inputs/inputs';
import { Fold } from '../fields/Fold';
import { useJob, useJobState } from '../store/solved';
import { Say } from '../words/Say';
import { benchOf, sheetNames, type BenchId } from './benches';
import { useDialogs } from './dialogs';
import { Cross, Tick } from './icons';
import styles from './frame.module.css';

const nameOf = (id: BenchId) => benchOf(id).name;

/** Where this bench stands, in one sentence, and the one thing to do next: what it lacks, its sign-off, or the next bench. */
export function StandingBar({ bench }: { bench: BenchId }) {
  const { standings, settle } = useJob();
  const { state, why, missing, canSettle } = standings.find((s) => s.bench === bench)!;
  // What is missing stays in sight after the tick: it was settled with it.
  const [first, ...more] = [...why, ...missing.map(({ reason }) => reason)];
  const next = nextStep(standings, bench);
  const isSigning = next?.kind === 'sign-off';
  return (
    <section className={styles.standing} aria-label={`Where ${nameOf(bench)} stands`} data-state={state}>
      <p>
        <b className={state === 'settled' ? styles.holds : state === 'open' ? undefined : styles.trouble}>
          {state === 'settled' && <Tick size={11} />}
          {state === 'contradicted' && <Cross size={11} />}
          {state === 'settled' ? ' Signed off.' : state === 'open' ? 'Open.' : ' Contradicted.'}
        </b>{' '}
        {first ? <Say reason={first} /> : state === 'open' ? 'Nothing is missing.' : null}
      </p>
      {more.length > 0 && (
        <Fold title={`and ${more.length} more`}>
          <ul>
            {more.map((reason, i) => (
              <li key={i}>
                <Say reason={reason} />
              </li>
            ))}
          </ul>
        </Fold>
      )}
      <p className={styles.standingKeys}>
        {next && next.kind !== 'sign-off' && <NextKey next={next} />}
        {state !== 'settled' && (
          <Button
            variant={isSigning ? 'contained' : 'outlined'}
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
      </p>
    </section>
  );
}

/** The way to what is to be done next. */
function NextKey({ next }: { next: Exclude<NextStep, { kind: 'sign-off' }> }) {
  const { goTo, goToInput } = useDialogs();
  const job = useJobState((s) => s.draft);
  const go = () => {
    if (next.kind === 'input') goToInput(next.path);
    else if (next.kind === 'sheet') goTo(next.where.bench, next.where.sheet);
    else goTo(next.bench);
  };
  return (
    <Button variant="contained" size="small" onClick={go}>
      {next.kind === 'input'
        ? `Go to ‘${labelOf(next.path, job) ?? 'the input'}’`
        : next.kind === 'sheet'
          ? `Open ‘${sheetName(next.where)}’`
          : `Go to ${nameOf(next.bench)}`}
    </Button>
  );
}

const sheetName = ({ bench, sheet }: Extract<NextStep, { kind: 'sheet' }>['where']): string =>
  (sheet && (sheetNames[bench] as Record<string, string>)[sheet]) || nameOf(bench);
