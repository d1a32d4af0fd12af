'use client';
import type { Loss } from '@/core/job/schema/job';
import type { Quantity } from '@/core/units/quantities';
import { QuantityField } from '../fields/QuantityField';
import styles from '../fields/fields.module.css';

/** At which flow a loss is stated: the goal's until somebody says another. */
export const lossHint = ({ massFlow }: Loss, figure: (value: number, quantity: Quantity) => string): string =>
  `at ${figure(massFlow.value, 'massFlow')}${massFlow.auto ? ', the flow of the goal' : ''}, whole engine`;

/** The state that a loss is stated at, folded: few know it, and it changes little. */
export function LossState({ at }: { at: `setups.${number}.plumbing.${number}` }) {
  return (
    <details className={styles.fold}>
      <summary>Stated at</summary>
      <QuantityField path={`${at}.massFlow`} label="Mass flow" hint="of the whole engine" />
      <QuantityField path={`${at}.pressure`} label="Inlet pressure" basis="abs" />
      <QuantityField path={`${at}.temperature`} label="Inlet temperature" />
    </details>
  );
}
