'use client';
import Button from '@mui/material/Button';
import { healthChecks } from '@/core/decisions/health';
import { useJobState } from '../store/solved';
import { Say } from '../words/Say';
import { useDialogs } from './dialogs';
import { Cross } from './icons';
import styles from './frame.module.css';

/** Failed checks of the engine, on every bench: what is decided here rests on an engine that is not sound. */
export function Health() {
  const condition = useJobState((s) => s.draft.engine.condition);
  const { goToInput } = useDialogs();
  const failed = healthChecks(condition).filter((c) => c.state === 'failed');
  if (!failed.length) return null;
  return (
    <section className={styles.health} aria-label="Failed checks of the engine">
      <Cross size={11} />
      <p>
        <Say reason={failed[0]!.reason} />
        {failed.length > 1 && ` And ${failed.length - 1} more.`}{' '}
        <Button variant="inline" onClick={() => goToInput('engine.condition.factor')}>
          To the engine’s condition
        </Button>
      </p>
    </section>
  );
}
