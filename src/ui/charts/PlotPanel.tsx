'use client';
import dynamic from 'next/dynamic';
import { memo } from 'react';
import type { FigureId } from '@/core/workings/figures';
import { Fig } from '../working/Fig';
import type { PlotProps } from './Plot';
import styles from './charts.module.css';

/** The chart library is fetched with the first bench that draws curves; drawn anew only when what it shows changes. */
const Plot = memo(dynamic<PlotProps>(() => import('./Plot'), { ssr: false }));

/** A figure at the selected speed, and the same of the setups drawn beside. */
/** A figure beside a plot. `charger`: of one that belongs to a charger, which. */
export type Read = {
  id: FigureId;
  name: string;
  charger?: number | undefined;
  value: string;
  beside: string[];
};

type Props = PlotProps & {
  title: string;
  /** Unit, basis, and what the lines are, behind the title. */
  note: string;
  /** What is read instead of the drawing. */
  label: string;
  /** Height of the drawing, px. */
  height: number;
  reads?: Read[];
  /** The plot holds what is taken hold of, so that a reader must get inside. */
  isEdited?: boolean;
};

/** Curves with their title, their axes' units and the figures at the selected speed beside them. */
export function PlotPanel({ title, note, label, height, reads, isEdited, ...plot }: Props) {
  return (
    <section className={`${styles.panel} ${reads ? styles.withReads : ''}`}>
      <div>
        <h3 className={styles.title}>
          {title}
          <small>{note}</small>
        </h3>
        <div className={styles.chart} style={{ height }} role={isEdited ? 'group' : 'img'} aria-label={label}>
          <Plot {...plot} />
        </div>
      </div>
      {reads && (
        <dl className={styles.read}>
          {reads.map(({ id, name, charger, value, beside }) => (
            <div key={id} style={{ display: 'block' }}>
              <dt>{name}</dt>
              <dd>
                <Fig id={id} charger={charger}>
                  {value}
                </Fig>
                {beside.length > 0 && <small>{beside.join(', ')}</small>}
              </dd>
            </div>
          ))}
        </dl>
      )}
    </section>
  );
}
