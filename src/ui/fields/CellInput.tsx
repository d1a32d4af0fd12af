import InputBase from '@mui/material/InputBase';
import type { ComponentProps } from 'react';

type Props = Omit<ComponentProps<'input'>, 'value' | 'onChange' | 'color' | 'size'> & {
  label: string;
  value: string;
  isWrong?: boolean;
  /** The element that says why. */
  whyId?: string | undefined;
  onType: (text: string) => void;
  /** Left, or finished with Enter. */
  onLeave?: () => void;
};

/** A figure in a cell of a table. What is typed is its owner's to keep and to judge. */
export function CellInput({ label, value, isWrong = false, whyId, onType, onLeave, ...rest }: Props) {
  return (
    <InputBase
      fullWidth
      value={value}
      error={isWrong}
      slotProps={{
        input: {
          inputMode: 'decimal',
          autoComplete: 'off',
          maxLength: 24,
          ...rest,
          'aria-label': label,
          'aria-describedby': isWrong ? whyId : undefined,
        },
      }}
      onChange={(e) => onType(e.target.value)}
      onBlur={onLeave}
      onKeyDown={(e) => (e.key === 'Enter' ? onLeave?.() : rest.onKeyDown?.(e as never))}
    />
  );
}
