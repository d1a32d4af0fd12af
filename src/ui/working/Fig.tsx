'use client';
import ButtonBase from '@mui/material/ButtonBase';
import type { ReactNode } from 'react';
import type { FigureId } from '@/core/workings/figures';
import { useDialogs } from '../frame/dialogs';
import { useSpeedNow } from '../store/solved';
import { figureNames } from '../words/figures';
import styles from './fig.module.css';

type Props = {
  id: FigureId;
  speedRpm?: number | undefined;
  /** Of a figure that belongs to a charger, its place among those that work; without it the one at the engine. */
  charger?: number | undefined;
  className?: string | undefined;
  children: ReactNode;
};

/** A headline figure: opens its working, at the selected speed unless another is named. */
export function Fig({ id, speedRpm, charger, className = '', children }: Props) {
  const { open } = useDialogs();
  const now = useSpeedNow();
  return (
    <ButtonBase
      data-figure
      className={`${styles.fig} ${className}`}
      title={`${figureNames[id].name}: how it comes about`}
      onClick={() => open({ kind: 'working', figure: id, speedRpm: speedRpm ?? now().speedRpm, charger })}
    >
      {children}
    </ButtonBase>
  );
}
