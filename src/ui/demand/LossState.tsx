'use client';
import type { Loss } from '@/core/job/schema/job';
import type { Quantity } from '@/core/units/quantities';
import { Fold } from '../fields/Fold';
import { QuantityField } from '../fields/QuantityField';

/** At which flow a loss is stated: the goal's until somebody says another. */
export const lossHint = ({ massFlow }: Loss, figure: (value: number, quantity: Quantity) => string): string =>
  `at ${figure(massFlow.value, 'massFlow')}${massFlow.auto ? ', the flow of the goal' : ''}, whole engine`;

/** The state that a loss is stated at, folded: few know it, and it changes little. */
export const LossState = ({ at }: { at: `setups.${number}.plumbing.${number}` }) => (
  <Fold title="Rated conditions">
    <QuantityField path={`${at}.massFlow`} hint="of the whole engine" />
    <QuantityField path={`${at}.pressure`} basis="abs" />
    <QuantityField path={`${at}.temperature`} />
  </Fold>
);
