'use client';
import { stateOf } from '@/core/solve/finding-states';
import type { Reason } from '@/core/working/range';
import { SayFigures } from '../working/SayFigures';
import { StateMark } from './icons';
import styles from './frame.module.css';

/** What a forecast says, each line with the mark of its state; what is no judgement stands plain. */
export function Findings({ findings, label = 'Findings' }: { findings: Reason[]; label?: string }) {
  return (
    <ul className={styles.findings} aria-label={label}>
      {findings.map((reason) => {
        const state = stateOf(reason);
        return (
          <li
            key={reason.code + JSON.stringify(reason.figures)}
            className={state === 'over' ? styles.failing : undefined}
          >
            <span>{state && <StateMark state={state} size={11} />}</span>
            <span>
              <SayFigures reason={reason} />
            </span>
          </li>
        );
      })}
    </ul>
  );
}

const besides = new Set([
  ...['clutch', 'gearbox'].flatMap((part) => [`${part}-gives`, `${part}-holds`]),
  'torque-short',
  'torque-holds',
  'adds-to-run',
  'takes-from-run',
]);

/** What a forecast says beside its charger: the torque wanted, clutch and gearbox, and what it adds to a measured run. */
export function Besides({ findings }: { findings: Reason[] }) {
  const said = findings.filter((f) => besides.has(f.code));
  return said.length > 0 && <Findings findings={said} />;
}
