import type { Figure, Reading as Said } from '@/formats/kinds/kind';
import { Reading } from '../fields/Group';
import { useWords } from '../words/useWords';
import type { Words } from '../words/words';

/** Figures in a row as a text: '50 mm, 68 mm'. */
export const figuresText = ({ figure }: Pick<Words, 'figure'>, figures: readonly Figure[]): string =>
  figures
    .map(
      ({ value, quantity, basis }) =>
        `${figure(value, quantity)}${basis && value !== null ? ` ${basis}` : ''}`,
    )
    .join(', ');

/** What is only read of a line or a document. */
export function Readings<T>({ readings, of }: { readings: readonly Said<T>[]; of: T }) {
  const words = useWords();
  return readings.map(({ label, hint, of: read }) => {
    const said = read(of);
    return (
      <Reading
        key={label}
        label={label}
        {...(hint ? { hint } : {})}
        value={typeof said === 'string' ? said : figuresText(words, said)}
      />
    );
  });
}
