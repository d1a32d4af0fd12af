import type { AnyLine } from '@/formats/kinds';
import type { Ref } from '@/core/documents/ref';
import { ChoiceField } from './ChoiceField';

const keyOf = ({ id, revision }: Ref) => `${id}.${revision}`;

type Props<Line extends AnyLine> = {
  label: string;
  hint?: string;
  /** Null while they are fetched. */
  lines: readonly Line[] | null;
  part: Ref | undefined;
  onTake: (line: Line) => void;
  /** Keeps the figures and lets go of the part. */
  onLetGo: () => void;
};

/** Takes a part's figures from the library. */
export function PartChoice<Line extends AnyLine>({ label, hint, lines, part, onTake, onLetGo }: Props<Line>) {
  const value = part ? keyOf(part) : '';
  const isListed = !part || lines?.some((line) => keyOf(line) === value);
  const older = part && lines?.find(({ id }) => id === part.id);
  return (
    <ChoiceField
      label={label}
      hint={lines ? (hint ?? 'of the library') : 'library is being fetched'}
      value={value}
      onChoose={(key) => {
        const line = lines?.find((one) => keyOf(one) === key);
        if (line) onTake(line);
        else if (key === '') onLetGo();
      }}
      options={[
        { value: '', label: part ? 'own figures' : 'figures as typed' },
        ...(isListed
          ? []
          : [{ value, label: older ? `${older.name}, revision ${part!.revision}` : 'as it was taken' }]),
        ...(lines ?? []).map((line) => ({ value: keyOf(line), label: line.name })),
      ]}
    />
  );
}
