'use client';
import type { Reason } from '@/core/working/range';
import { SayFigures } from '../working/SayFigures';
import { Cross, Tick } from './icons';
import styles from './frame.module.css';

const good = new Set([
  'efficiency-at-goal',
  'surge-clear',
  'level-makes',
  'map-holds',
  'torque-holds',
  'clutch-holds',
  'gearbox-holds',
  'threshold',
  'back-pressure-under',
  'second-joins',
]);
const plain = new Set([
  'demand',
  'adds-to-run',
  'back-pressure-over',
  'gate-oversized',
  'stages-share',
  'front-holds-from',
  'stage-bypassed-from',
]);

/** What a forecast says, each line with its tick or cross; what is no judgement stands plain. */
export function Findings({ findings }: { findings: Reason[] }) {
  return (
    <ul className={styles.findings} aria-label="Findings">
      {findings.map((reason) => {
        const isPlain = plain.has(reason.code);
        const isGood = good.has(reason.code);
        return (
          <li
            key={reason.code + JSON.stringify(reason.figures)}
            className={isPlain || isGood ? undefined : styles.failing}
          >
            <span>{isPlain ? '' : isGood ? <Tick size={11} /> : <Cross size={11} />}</span>
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
