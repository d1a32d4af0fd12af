'use client';
import Button from '@mui/material/Button';
import type { ReactNode } from 'react';
import { Spine } from '../frame/Spine';
import shop from '../frame/shop.module.css';
import styles from './board.module.css';

type Props = { title: string; children: ReactNode; action?: { label: string; onClick: () => void } };

/** A page that has only a sentence to say, and the way on. */
export function Message({ title, children, action }: Props) {
  return (
    <div className={shop.page}>
      <Spine />
      <main className={styles.message}>
        <h1 className={shop.headline}>{title}</h1>
        <p>{children}</p>
        {action && (
          <Button variant="outlined" onClick={action.onClick} sx={{ mr: 1 }}>
            {action.label}
          </Button>
        )}
        <Button variant="contained" href="/">
          To the Shop board
        </Button>
      </main>
    </div>
  );
}
