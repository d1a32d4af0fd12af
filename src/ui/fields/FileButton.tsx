import Button from '@mui/material/Button';

type Props = { label: string; accept: string; onFile: (file: File) => void };

/** Opens the browser's own choice of a file. */
export function FileButton({ label, accept, onFile }: Props) {
  return (
    <Button component="label" variant="outlined" size="small">
      {label}
      <input
        type="file"
        hidden
        accept={accept}
        aria-label={label}
        onChange={(e) => {
          const file = e.target.files?.[0];
          e.target.value = '';
          if (file) onFile(file);
        }}
      />
    </Button>
  );
}
