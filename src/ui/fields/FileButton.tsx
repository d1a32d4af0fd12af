import Button, { type ButtonProps } from '@mui/material/Button';
import { useRef } from 'react';

type Props = Pick<ButtonProps, 'disabled' | 'variant'> & {
  label: string;
  /** What the choice of the file is called for a reader, where the key says less. */
  name?: string;
  accept: string;
  onFile: (file: File) => void;
};

/** Opens the browser's own choice of a file: the library has no control of its own for it. Reached by keyboard as any key. */
export function FileButton({
  label,
  name = label,
  accept,
  onFile,
  variant = 'outlined',
  disabled = false,
}: Props) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        className="unseen"
        tabIndex={-1}
        accept={accept}
        aria-label={name}
        onChange={(e) => {
          const file = e.target.files?.[0];
          // The same file may be chosen again.
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
      <Button variant={variant} size="small" disabled={disabled} onClick={() => input.current?.click()}>
        {label}
      </Button>
    </>
  );
}
