import type { Quantity } from '../units/quantities';
import type { ReasonCode } from './reason-codes';

/** Whether a figure lies within the data it was made from. */
export type Range = 'inside' | 'extrapolated' | 'outside';

const order: Range[] = ['inside', 'extrapolated', 'outside'];

/** The worst of several ranges. */
export const worstRange = (...ranges: Range[]): Range =>
  ranges.reduce((worst, range) => (order.indexOf(range) > order.indexOf(worst) ? range : worst), 'inside');

type Figure = { value: number; quantity: Quantity };

/** Why something is so: a code and its figures in SI. `ui/words` makes the sentence, in the reader's units. */
export type Reason = { code: ReasonCode; figures: Record<string, Figure>; names?: Record<string, string> };

export const reason = (
  code: ReasonCode,
  figures: Record<string, [number, Quantity]> = {},
  names?: Record<string, string>,
): Reason => ({
  code,
  figures: Object.fromEntries(
    Object.entries(figures).map(([key, [value, quantity]]) => [key, { value, quantity }]),
  ),
  ...(names ? { names } : {}),
});
