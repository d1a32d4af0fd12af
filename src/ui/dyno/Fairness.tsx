import type { Audit } from '@/core/dyno/audit';
import charts from '../charts/charts.module.css';
import frame from '../frame/frame.module.css';
import { unequalWords } from './words';

/** Whether the comparison is fair: what was unequal, what of it is made equal, and what nobody knows. */
export function Fairness({ audit, isNormal }: { audit: Audit; isNormal: boolean }) {
  const verdicts = {
    fair: audit.unsaid.length
      ? 'Nothing unequal is known, and not all is: what is missing below decides.'
      : 'A fair comparison: nothing is unequal.',
    covered: isNormal
      ? 'Unequal only in what is made equal here.'
      : 'Unequal in what “Charge: made equal” covers: look at it so.',
    unfair: 'Not a fair comparison: run the first again as it was (A, B, A) with nothing else changed.',
  };
  return (
    <>
      <h3 className={charts.head}>Is the comparison fair?</h3>
      <p className={frame.lead} role="status">
        {verdicts[audit.verdict]}
      </p>
      <ul aria-label="Unequal between the runs">
        {audit.unequal.map(({ what, isCovered }) => (
          <li key={what}>
            {unequalWords[what]}
            {isCovered ? ' (covered by equal charge)' : ''}
          </li>
        ))}
      </ul>
      {audit.unsaid.length > 0 && (
        <p className={frame.foot}>
          Not known of one or both: {audit.unsaid.map((what) => unequalWords[what]).join(', ')}.
        </p>
      )}
      <p className={frame.foot}>
        Parts are best compared well below their maximum: there a pull repeats, and heat and knock decide
        less.
      </p>
    </>
  );
}
