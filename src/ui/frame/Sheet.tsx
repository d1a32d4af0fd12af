'use client';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import Typography from '@mui/material/Typography';
import { useId, useLayoutEffect, useRef, type ReactNode } from 'react';

type Props = {
  title: string;
  /** What stands beside the title, smaller. */
  note: ReactNode;
  width: 'narrow' | 'middle' | 'wide';
  onClose: () => void;
  actions: ReactNode;
  children: ReactNode;
};

const sizes = { narrow: 'sm', middle: 'md', wide: 'lg' } as const;

/** A sheet over the page, to be read rather than filled in. */
export function Sheet({ title, note, width, onClose, actions, children }: Props) {
  const id = useId();
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth={sizes[width]} aria-labelledby={id}>
      <DialogTitle id={id}>
        {title}{' '}
        <Typography component="small" variant="body2" color="text.secondary" sx={{ ml: 1 }}>
          {note}
        </Typography>
      </DialogTitle>
      <DialogContent tabIndex={0} role="group" aria-labelledby={id}>
        {children}
      </DialogContent>
      <DialogActions>
        <LastHasFocus>{actions}</LastHasFocus>
      </DialogActions>
    </Dialog>
  );
}

/** The key that closes a sheet is its last. It has the focus first, and whenever what had it is gone. */
function LastHasFocus({ children }: { children: ReactNode }) {
  const ref = useRef<HTMLDivElement>(null);
  const isNew = useRef(true);
  useLayoutEffect(() => {
    if (isNew.current || document.activeElement === document.body)
      [...ref.current!.querySelectorAll('button')].at(-1)?.focus();
    isNew.current = false;
  });
  return (
    <div ref={ref} style={{ display: 'contents' }}>
      {children}
    </div>
  );
}
