import type { ReactNode } from 'react';
import type { LimitState } from '@/core/solve/verdict';
import type { BenchId } from './benches';
import { StateMark } from './icons';
import { StandingBar } from './StandingBar';
import { stateClass } from './states';
import styles from './frame.module.css';

type Props = {
  bench: BenchId;
  /** The state of the answer; none where there is no answer yet, or none to judge. */
  state?: LimitState | null;
  /** The answer in a few words. */
  answer: ReactNode;
  /** What it is of, or what it rests on. */
  children?: ReactNode;
};

/** How every bench's column starts: the answer with its state, what it is of, then what to do next. */
export function BenchHead({ bench, state = null, answer, children }: Props) {
  return (
    <>
      <h2 className={`${styles.headline} ${state ? (stateClass[state] ?? '') : ''}`}>
        {state && <StateMark state={state} size={20} />} {answer}
      </h2>
      {children}
      <StandingBar bench={bench} />
    </>
  );
}
