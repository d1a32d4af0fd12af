import styles from './shop.module.css';

export type FailureWords = { title: string; lines: string[] };

/** What did not work and why, one line for each reason. */
export function Failure({ title, lines }: FailureWords) {
  return (
    <div className={styles.failure} role="alert">
      <b>{title}</b>
      <ul className={styles.problems}>
        {lines.map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </div>
  );
}

/** A refused or unanswered call as such words. */
export const failureOf = (
  title: string,
  answer: { kind: 'away' } | { kind: 'refused'; error: string; problems: string[] },
): FailureWords =>
  answer.kind === 'away'
    ? { title, lines: ['The server is away. Nothing was changed.'] }
    : { title, lines: [answer.error, ...answer.problems] };
