import type { LimitState } from '@/core/solve/verdict';
import styles from './frame.module.css';

/** How a limit is used, in words: the same three everywhere. */
export const stateWords: Record<LimitState, string> = {
  within: 'within limits',
  marginal: 'marginal',
  over: 'over the limit',
};

export const stateClass: Record<LimitState, string | undefined> = {
  within: styles.holds,
  marginal: styles.just,
  over: styles.trouble,
};
