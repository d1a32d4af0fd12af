'use client';
import ButtonBase from '@mui/material/ButtonBase';
import type { Baseline } from '@/core/job/schema/engine';
import { confidenceWords } from '../fields/confidence';
import { useDialogs } from '../frame/dialogs';
import { useJobState } from '../store/solved';
import { correctionNames } from '../words/brief';
import { formatNumber } from '../words/format';
import { useWords } from '../words/useWords';
import styles from './engine.module.css';

/** One line on the run, and whether the breathing rests on it. */
export function RunState() {
  const { figure } = useWords();
  const { goToInput } = useDialogs();
  const { baseline, breathing } = useJobState((s) => s.draft.engine);
  const { rows, basis, correction, name } = baseline;
  const best = rows.reduce<Baseline['rows'][number] | null>(
    (a, b) => (a && a.power >= b.power ? a : b),
    null,
  );
  const readings = rows.reduce((sum, r) => sum + r.readings, 0);
  return (
    <p className={styles.fit}>
      {best ? (
        <>
          <b>{name || 'The measured run'}</b>: {figure(best.power, 'power')} at the {basis} at{' '}
          {figure(Math.round(best.speedRpm / 10) * 10, 'engineSpeed')}, correction{' '}
          {correctionNames[correction]}; {formatNumber(readings, 0)} readings from{' '}
          {figure(Math.round(rows[0]!.speedRpm), 'engineSpeed')} to{' '}
          {figure(Math.round(rows.at(-1)!.speedRpm), 'engineSpeed')}.{' '}
        </>
      ) : (
        'There is no measured run yet. '
      )}
      {breathing.source === 'baseline' && best
        ? `The breathing is taken from it, ${confidenceWords[baseline.confidence]}. `
        : ''}
      <ButtonBase className={styles.to} onClick={() => goToInput('engine.baseline.bsfc')}>
        {best ? 'To the run' : 'Give one'}
      </ButtonBase>
    </p>
  );
}
